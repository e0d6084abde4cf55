import type { WorkshopView } from '@app/contract';
import type { Remedy, ShopPiece } from '@app/core';
import { useMemo } from 'react';
import { useSaying } from '../../app/saying.ts';
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
  const promise = usePromise(view, piece);
  const chances = promise?.kind === 'ready' ? promise.chances : null;
  const { due } = draft;
  const isShort = chances !== null && due !== null && chances.p80 > due;
  const variants = useMemo(() => (isShort ? variantsOf(draft, view) : []), [isShort, draft, view]);
  const asked = useMemo(
    () =>
      isShort && due !== null
        ? { piece, wanted: due, variants: variants.map(({ words, cost, piece: p }) => ({ words, cost, piece: p })) }
        : null,
    [isShort, due, piece, variants],
  );
  const ways = useRemedies(view, asked);
  if (!chances) return null;
  return (
    <section className="flex flex-col gap-2" aria-label="What can be promised">
      <p className="condensed text-lane font-semibold text-sub">
        How sure each date is, from {chances.runs} rehearsals
      </p>
      <ChanceCurve chances={chances} due={due} saying={saying} />
      {isShort && (
        <>
          <p className="text-table font-semibold">
            {sayTime(due, saying)} is kept {Math.round((chances.due ?? 0) * 100)} times in 100. What would help:
          </p>
          {!ways && <p className="text-table text-sub">Planning each way…</p>}
          <ul className="flex flex-col">
            {ways?.slice(0, 6).map((w) => (
              <Way
                key={w.words}
                way={w}
                onTake={w.kind === 'variant' ? () => onChange(variants.find((v) => v.words === w.words)!.draft) : null}
              />
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function Way({ way, onTake }: { readonly way: Remedy; readonly onTake: (() => void) | null }) {
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
      {onTake && <Button onClick={onTake}>Do that</Button>}
    </li>
  );
}
