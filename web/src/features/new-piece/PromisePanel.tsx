import type { Asked } from '../../core/core.worker.ts';
import { CoreFault } from '../../core/CoreFault.tsx';
import {
  assertNever,
  byWorth,
  isSure,
  type RehearsedRemedy,
  type RemedyChange,
  sayLength,
  sayRemedy,
  saySure,
  sayTime,
} from '@app/core';
import { useMemo } from 'react';
import { useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { usePromise, useRemedies } from '../../core/useCore.ts';
import { ChanceCurve, Rehearsing } from '../../plan/ChanceCurve.tsx';
import { Button } from '../../ui/parts.tsx';
import type { Kept, PieceDraft } from './pieceDraft.ts';
import { variantsOf } from './variants.ts';

/** What can be promised: the chance of each date, and what would bring a date that is too early within reach. */
export function PromisePanel({
  asked,
  draft,
  kept,
  onChange,
}: {
  readonly asked: Asked;
  readonly draft: PieceDraft;
  readonly kept: Kept;
  readonly onChange: (d: PieceDraft) => void;
}) {
  const saying = useSaying();
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const promise = usePromise(view, asked);
  const chances = promise.data?.kind === 'ready' ? promise.data.chances : null;
  const { due } = draft;
  const isShort = chances !== null && due !== null && chances.p80 > due;
  const variants = useMemo(() => (isShort ? variantsOf(draft, view, kept) : []), [isShort, draft, view, kept]);
  const called = Object.fromEntries(variants.map((v) => [v.id, v.words]));
  const nameOf = (change: RemedyChange) => sayRemedy(change, called);
  const wish = useMemo(
    () =>
      isShort && due !== null
        ? { ...asked, wanted: due, variants: variants.map(({ id, cost, piece }) => ({ id, cost, piece })) }
        : null,
    [isShort, due, asked, variants],
  );
  const answer = useRemedies(view, wish);
  const found = answer.data;
  const [best] = found?.isAll ? [...found.ways].sort(byWorth) : [];
  const without = chances?.due ?? 0;
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
  if (promise.error) return <CoreFault of={promise} />;
  if (promise.data?.kind === 'noRoom') return null;
  if (!chances)
    return (
      <section className="flex flex-col gap-2" aria-label="What can be promised">
        <p className="condensed text-lane font-semibold text-sub">How sure each date is</p>
        <Rehearsing />
        <p className="min-h-[3lh] text-table" />
      </section>
    );
  return (
    <section className="flex flex-col gap-2" aria-label="What can be promised">
      <p className="condensed text-lane font-semibold text-sub">
        How sure each date is, from {chances.runs} rehearsals
      </p>
      <ChanceCurve chances={chances} due={due} saying={saying} />
      {promise.data && <p className="min-h-[3lh] text-table">{saySure(promise.data.earliest, chances, saying)}</p>}
      {draft.goesFirst && (
        <p className="flex items-center justify-between gap-2 text-table">
          Pieces whose date nobody was told wait for it.
          <Button onClick={() => onChange({ ...draft, goesFirst: false })}>Take that back</Button>
        </p>
      )}
      {isShort && (
        <>
          <p className="text-table font-semibold">
            {sayTime(due, saying)} is {sayKept(without)}. What would help:
          </p>
          {refusal}
          <ul className="flex flex-col">
            {found?.ways.map((w) => (
              <Way
                key={nameOf(w.change)}
                way={w}
                words={nameOf(w.change)}
                mark={w === best ? markOf(w, without) : null}
                without={without}
                onTake={() => take(w.change)}
              />
            ))}
          </ul>
          <CoreFault of={answer} />
          {found && found.better !== null && (
            <p className="text-lane">
              A better plan alone has it ready {sayTime(found.better, saying)}; it is looked for by itself and offered
              at the foot of the plan.
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
      )}
    </section>
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
