import type { WorkshopView } from '@app/contract';
import type { Remedy, RemedyChange, ShopPiece } from '@app/core';
import { useMemo } from 'react';
import { useSaying } from '../../app/saying.ts';
import { useWorkshop } from '../../app/workshop.tsx';
import { usePromise, useRemedies } from '../../core/askCore.ts';
import { ChanceCurve } from '../../plan/ChanceCurve.tsx';
import { Button } from '../../ui/parts.tsx';
import { sayLength, sayTime } from '../../ui/time.ts';
import type { PieceDraft } from './pieceDraft.ts';
import { variantsOf } from './variants.ts';

/** What can be promised: the chance of each date, and what would bring a date that is too early within reach. */
export function PromisePanel({
  view,
  piece,
  draft,
  onChange,
}: {
  readonly view: WorkshopView;
  readonly piece: ShopPiece;
  readonly draft: PieceDraft;
  readonly onChange: (d: PieceDraft) => void;
}) {
  const saying = useSaying();
  const promise = usePromise(view, piece, draft.goesFirst);
  const chances = promise?.kind === 'ready' ? promise.chances : null;
  const { due } = draft;
  const isShort = chances !== null && due !== null && chances.p80 > due;
  const variants = useMemo(() => (isShort ? variantsOf(draft, view) : []), [isShort, draft, view]);
  const asked = useMemo(
    () =>
      isShort && due !== null
        ? {
            piece,
            wanted: due,
            isFirst: draft.goesFirst,
            variants: variants.map(({ words, cost, piece: p }) => ({ words, cost, piece: p })),
          }
        : null,
    [isShort, due, piece, variants, draft.goesFirst],
  );
  const found = useRemedies(view, asked);
  const { command } = useWorkshop();
  const take = ({ change, words }: Remedy) => {
    const { people } = view.shop;
    if (change.kind === 'variant') onChange(variants.find((v) => v.words === words)!.draft);
    else if (change.kind === 'others') onChange({ ...draft, goesFirst: true });
    else if (change.kind === 'person') {
      const { skills } = people.find((p) => p.id === change.like)!;
      void command('POST', '/shop/people', { name: `Helper ${people.length}`, hours: change.hours, skills });
    } else {
      const { id, name, skills } = people.find((p) => p.id === change.person)!;
      const version = view.versions[`people/${id}`];
      void command('PUT', `/shop/people/${id}`, { version, name, hours: change.hours, skills });
    }
  };
  if (!chances) return null;
  return (
    <section className="flex flex-col gap-2" aria-label="What can be promised">
      <p className="condensed text-lane font-semibold text-sub">
        How sure each date is, from {chances.runs} rehearsals
      </p>
      <ChanceCurve chances={chances} due={due} saying={saying} />
      {draft.goesFirst && (
        <p className="flex items-center justify-between gap-2 text-table">
          Pieces whose date nobody was told wait for it.
          <Button onClick={() => onChange({ ...draft, goesFirst: false })}>Take that back</Button>
        </p>
      )}
      {isShort && (
        <>
          <p className="text-table font-semibold">
            {sayTime(due, saying)} is kept {Math.round((chances.due ?? 0) * 100)} times in 100. What would help:
          </p>
          <ul className="flex flex-col">
            {found?.ways.slice(0, 6).map((w) => (
              <Way key={w.words} way={w} onTake={() => take(w)} />
            ))}
          </ul>
          {!found?.isAll && <p className="text-table text-sub">Planning each way…</p>}
        </>
      )}
    </section>
  );
}

/** Where hands are changed, that is done at once and can be undone; the piece itself changes only here until it is saved. */
const TAKE: Readonly<Record<RemedyChange['kind'], string>> = {
  hours: 'Change hours',
  person: 'Add a helper',
  variant: 'Do that',
  others: 'Do that',
};

function Way({ way, onTake }: { readonly way: Remedy; readonly onTake: () => void }) {
  const saying = useSaying();
  return (
    <li className="flex items-center justify-between gap-2 border-b border-line py-1.5">
      <span>
        <span className="block text-table font-semibold">{way.words}</span>
        <span className="condensed block text-lane text-sub">
          ready {sayTime(way.ready, saying)}
          {way.reaches ? ', in time' : ', not yet in time'}
          {way.later.length > 0
            ? `; later: ${way.later
                .slice(0, 2)
                .map((l) => `${l.piece} ${sayLength(l.minutes)}`)
                .join(', ')}`
            : ''}
        </span>
      </span>
      <Button onClick={onTake}>{TAKE[way.change.kind]}</Button>
    </li>
  );
}
