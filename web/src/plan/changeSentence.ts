import type { ChangeView, WorkshopView } from '@app/contract';
import { type Saying, sayLength, sayTime } from '@app/core';

/** What a change moved, in words; null when nothing moved. */
export function changeSentence(change: ChangeView, view: WorkshopView, saying: Saying): string | null {
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
  if (parts.length === 0) return change.moves.length > 0 ? 'People or places changed; no date moves.' : null;
  return `${parts.slice(0, 2).join('; ')}${parts.length > 2 ? `; ${parts.length - 2} more move` : ''}.`;
}
