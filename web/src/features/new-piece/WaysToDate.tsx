import type { Asked } from '../../core/core.worker.ts';
import { CoreFault } from '../../core/CoreFault.tsx';
import {
  assertNever,
  byWorth,
  type Instant,
  isSure,
  type RehearsedRemedy,
  type RemedyChange,
  sayLength,
  sayRemedy,
  sayTime,
} from '@app/core';
import { useMemo } from 'react';
import { useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { useRemedies } from '../../core/useCore.ts';
import { Button } from '../../ui/parts.tsx';
import type { Kept, PieceDraft } from './pieceDraft.ts';
import { variantsOf } from './variants.ts';

/** What would bring a date within reach that is too early, or for which the piece has no place at all; each way planned for real. */
export function WaysToDate({
  asked,
  draft,
  kept,
  due,
  without,
  onChange,
}: {
  readonly asked: Asked;
  readonly draft: PieceDraft;
  readonly kept: Kept;
  readonly due: Instant;
  /** How often the date is kept without any way; null: it has no place. */
  readonly without: number | null;
  readonly onChange: (d: PieceDraft) => void;
}) {
  const saying = useSaying();
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const variants = useMemo(() => variantsOf(draft, view, kept), [draft, view, kept]);
  const called = Object.fromEntries(variants.map((v) => [v.id, v.words]));
  const nameOf = (change: RemedyChange) => sayRemedy(change, called);
  const wish = useMemo(
    () => ({ ...asked, wanted: due, variants: variants.map(({ id, cost, piece }) => ({ id, cost, piece })) }),
    [due, asked, variants],
  );
  const answer = useRemedies(view, wish);
  const found = answer.data;
  const [best] = found?.isAll ? [...found.ways].sort(byWorth) : [];
  const take = (change: RemedyChange) => {
    const { people } = view.shop;
    switch (change.kind) {
      case 'variant':
        onChange(variants.find((v) => v.id === change.id)!.draft);
        return;
      case 'others':
        onChange({ ...draft, goesFirst: true });
        return;
      case 'person': {
        const { skills } = people.find((p) => p.id === change.like)!;
        void command('PUT', `/shop/people/${change.id}`, {
          name: `Helper ${people.length}`,
          hours: change.hours,
          skills,
          ...howFound(change),
        });
        return;
      }
      case 'hours': {
        const { id, name, skills } = people.find((p) => p.id === change.person)!;
        const version = view.versions[`people/${id}`];
        void command('PUT', `/shop/people/${id}`, { version, name, hours: change.hours, skills, ...howFound(change) });
        return;
      }
      default:
        assertNever(change);
    }
  };
  const isInVain = found?.isAll === true && found.ways.length === 0 && found.better === null;
  return (
    <>
      <p className="text-table font-semibold">
        {without === null
          ? `It has no place. What would give it one by ${sayTime(due, saying)}:`
          : `${sayTime(due, saying)} is ${sayKept(without)}. What would help:`}
      </p>
      {refusal}
      <ul className="flex flex-col">
        {found?.ways.map((w) => (
          <Way
            key={nameOf(w.change)}
            way={w}
            words={nameOf(w.change)}
            mark={w === best ? markOf(w, without ?? 0) : null}
            without={without ?? 0}
            onTake={() => take(w.change)}
          />
        ))}
      </ul>
      <CoreFault of={answer} />
      {found && found.better !== null && (
        <p className="text-lane">
          A better plan alone has it ready {sayTime(found.better, saying)}; it is looked for by itself and offered at
          the foot of the plan.
        </p>
      )}
      {without === null && isInVain && (
        <p className="text-table">
          None of what was planned does: longer hours, one more person, doing the piece in another way.
        </p>
      )}
      {found && found.inVain.length > 0 && (
        <p className="text-lane text-sub">
          {found.ways.length === 0 && found.better === null ? 'Planned, and' : 'Planned too, and'} ready no sooner
          {found.better === null ? '' : ' than by that'}: {found.inVain.map(nameOf).join('; ')}.
        </p>
      )}
      {!found?.isAll && !answer.error && <p className="text-table text-sub">Planning and rehearsing each way…</p>}
    </>
  );
}

/** With the very plan by which the way was found. */
const howFound = ({ isTried }: { readonly isTried: boolean }) => (isTried ? { asTried: true } : {});

/** Where hands are changed, that is done at once and can be undone; the piece itself changes only here until it is saved. */
const TAKE: Readonly<Record<RemedyChange['kind'], string>> = {
  hours: 'Change hours',
  person: 'Add a helper',
  variant: 'Do that',
  others: 'Do that',
};

const timesIn100 = (share: number) => Math.round(share * 100);
const sayKept = (share: number) => `kept ${timesIn100(share)} times in 100`;
/** By the numbers that are read. */
const isSurer = (kept: number, without: number) => timesIn100(kept) > timesIn100(without);

/** What is said of the best way, by how often the date is kept without any; nothing where none makes it surer. */
function markOf(best: RehearsedRemedy, without: number): string | null {
  if (isSure(best)) return 'Costs you least: ';
  return isSurer(best.kept ?? 0, without) ? 'Makes it surest: ' : null;
}

function Way({
  way,
  words,
  mark,
  without,
  onTake,
}: {
  readonly way: RehearsedRemedy;
  readonly words: string;
  readonly mark: string | null;
  /** How often the date is kept without any way. */
  readonly without: number;
  readonly onTake: () => void;
}) {
  const saying = useSaying();
  return (
    <li className="flex items-center justify-between gap-2 border-b border-line py-1.5">
      <span>
        <span className="block text-table font-semibold">{words}</span>
        <span className="condensed block text-lane text-sub">
          {mark && <span className="font-semibold text-ink">{mark}</span>}
          ready {sayTime(way.ready, saying)}, {way.kept === null ? 'rehearsing it…' : sayKept(way.kept)}
          {way.kept !== null && !isSurer(way.kept, without) && ', no surer'}
        </span>
        {way.later.length > 0 && (
          <span className="condensed block text-lane text-sub">
            later:{' '}
            {way.later
              .slice(0, 2)
              .map((l) => `${l.piece} ${sayLength(l.minutes)}`)
              .join(', ')}
          </span>
        )}
      </span>
      <Button onClick={onTake}>{TAKE[way.change.kind]}</Button>
    </li>
  );
}
