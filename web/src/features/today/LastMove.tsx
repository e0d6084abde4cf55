import { clock } from '@app/core';
import { useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { changeSentence } from '../../plan/changeSentence.ts';
import { Button } from '../../ui/parts.tsx';

/** So long a tap is fresh. */
const FRESH_MINUTES = 30;

/**
 * What the last tap was and what it moved, for as long as it is fresh, with the way back. It stands below what scrolls: its
 * words come a moment after the tap, and must not move what the finger is about to tap next.
 */
export function LastMove() {
  const { view, now, taps, cutOffAt } = useWorkshop();
  const { undo, refusal, isSending } = useCommand();
  const saying = useSaying();
  const last = view.changes.find((c) => c.madeBy === 'person');
  if (!last || now - last.at > FRESH_MINUTES || last.undoneBy !== null) return null;
  // A tap on its way is the last one: until it is answered nothing earlier can be taken back for it by mistake.
  const onItsWay = cutOffAt !== null ? undefined : taps.all.findLast((t) => t.refused === null);
  return (
    <section
      aria-label="Last tap"
      aria-live="polite"
      className="says-last-tap no-print flex shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-t border-l-4 border-keyline border-l-line bg-raised px-4 py-1 md:px-6"
    >
      <p className="min-w-40 flex-1 text-body">
        {onItsWay ? (
          `${onItsWay.words}…`
        ) : (
          <>
            <span className="condensed text-sub">
              {clock(last.at, saying)} {last.by}:
            </span>{' '}
            {last.summary}. {changeSentence(last, view, saying)}
          </>
        )}
      </p>
      {(last.undoable || onItsWay) && (
        <Button size="hand" disabled={isSending || onItsWay !== undefined} onClick={() => void undo(last.id)}>
          Undo this
        </Button>
      )}
      {refusal}
    </section>
  );
}
