import { sayLength, sayTime } from '@app/core';
import { CoreFault } from '../core/CoreFault.tsx';
import { useHeld } from '../core/useCore.ts';
import { useSaying } from '../data/saying.ts';
import { useWorkshop } from '../data/workshop.tsx';

/** What waiting until then costs: when the piece is ready, and whose told date it makes later. Said before it is asked for. */
export function HoldPrice({ step, until }: { readonly step: string; readonly until: number | undefined }) {
  const { view, now } = useWorkshop();
  const saying = useSaying();
  const isTime = until !== undefined && Number.isFinite(until) && until > now;
  const answer = useHeld(view, isTime ? step : null, isTime ? until : null);
  if (!isTime) return null;
  if (answer.error) return <CoreFault of={answer} />;
  if (!answer.data) return <p className="min-h-10 text-table text-sub">Working out what waiting costs…</p>;
  const { ready, before, later } = answer.data;
  if (ready === null || before === null)
    return (
      <p className="min-h-10 text-table text-oxide-text">Until then there is no room for the rest of it in the plan.</p>
    );
  const lost = ready - before;
  return (
    <p role="status" className="min-h-10 text-table">
      {lost <= 0 ? (
        <>Waiting costs nothing: ready {sayTime(ready, saying)} all the same.</>
      ) : (
        <>
          <strong>Waiting costs {sayLength(lost)}</strong>: ready {sayTime(ready, saying)} instead of{' '}
          {sayTime(before, saying)}.
        </>
      )}
      {later.length > 0 && <span className="text-oxide-text"> Told dates made later: {later.join(', ')}.</span>}
    </p>
  );
}
