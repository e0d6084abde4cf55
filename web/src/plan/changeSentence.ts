import type { ChangeView, WorkshopView } from '@app/contract';
import { type Saying, sayLength, sayTime } from '@app/core';

/**
 * What a change moved, in words; of one about a piece, what else. What moved while work was overdue is counted with the tap that ended
 * the waiting, and said to be so.
 */
export function changeSentence(change: ChangeView, view: WorkshopView, saying: Saying): string {
  const parts = change.moves.flatMap((m) => {
    const piece = view.pieces.find((p) => p.id === m.piece);
    if (!piece || m.readyAfter === null) return [];
    if (m.readyBefore === null) return [`${piece.name} will be ready ${sayTime(m.readyAfter, saying)}`];
    const shift = m.readyAfter - m.readyBefore;
    if (Math.abs(shift) >= 5)
      return [
        `${piece.name} is ready ${sayLength(Math.abs(shift))} ${shift > 0 ? 'later' : 'sooner'}, ${sayTime(m.readyAfter, saying)}`,
      ];
    const first = m.moves.find((x) => x.from !== null && x.to !== null && x.from !== x.to);
    const step = first && piece.steps.find((s) => s.id === first.step);
    return step
      ? [
          `${piece.name}: “${step.title}” moves to ${sayTime(first.to!, saying)}, still ready ${sayTime(m.readyAfter, saying)}`,
        ]
      : [];
  });
  if (parts.length === 0 && change.moves.length > 0) return 'People or places changed; no date moves.';
  if (parts.length === 0) return change.piece === null ? 'Nothing moves.' : 'Nothing else moves.';
  const waited = view.changes.find((c) => c.number === change.number - 1)?.madeBy === 'clock';
  const lead = waited && change.madeBy === 'person' ? 'With the time it had waited: ' : '';
  return `${lead}${parts.slice(0, 2).join('; ')}${parts.length > 2 ? `; ${parts.length - 2} more move` : ''}.`;
}
