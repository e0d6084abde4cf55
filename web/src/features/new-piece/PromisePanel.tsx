import type { Asked } from '../../core/core.worker.ts';
import { CoreFault } from '../../core/CoreFault.tsx';
import { saySure } from '@app/core';
import { useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { usePromise } from '../../core/useCore.ts';
import { ChanceCurve, Rehearsing } from '../../plan/ChanceCurve.tsx';
import { Button } from '../../ui/parts.tsx';
import type { Kept, PieceDraft } from './pieceDraft.ts';
import { WaysToDate } from './WaysToDate.tsx';

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
  const promise = usePromise(view, asked);
  const { due } = draft;
  if (promise.error) return <CoreFault of={promise} />;
  const ways = { asked, draft, kept, onChange };
  if (promise.data?.kind === 'noRoom')
    return due === null ? null : (
      <section className="flex flex-col gap-2" aria-label="What can be promised">
        <WaysToDate {...ways} due={due} without={null} />
      </section>
    );
  const chances = promise.data?.chances;
  if (!promise.data || !chances)
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
      <p className="min-h-[3lh] text-table">{saySure(promise.data.earliest, chances, saying)}</p>
      {draft.goesFirst && (
        <p className="flex items-center justify-between gap-2 text-table">
          Pieces whose date nobody was told wait for it.
          <Button onClick={() => onChange({ ...draft, goesFirst: false })}>Take that back</Button>
        </p>
      )}
      {due !== null && chances.p80 > due && <WaysToDate {...ways} due={due} without={chances.due ?? 0} />}
    </section>
  );
}
