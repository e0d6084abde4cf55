import type { WorkshopView } from '@app/contract';
import { type Explained, type Saying, sayLeadTime, sayLength, sayNoRoomFor, sayTime } from '@app/core';

export type Sentence = {
  readonly kind: 'late' | 'unplanned' | 'fine' | 'overdue';
  readonly headline: string;
  readonly reason: string;
  /** The piece it is about. */
  readonly piece: string | null;
};

/** The one thing about the plan to know now: the worst lateness, told promises first, else the next pickup. */
export function planSentence(view: WorkshopView, explained: Explained | null, saying: Saying): Sentence {
  const active = view.pieces.filter((p) => p.active);
  const left = view.plan.unplanned[0];
  const late = active
    .flatMap((p) =>
      p.due !== null && (view.plan.ready[p.id] ?? 0) > p.due ? [{ piece: p, by: view.plan.ready[p.id]! - p.due }] : [],
    )
    .sort((a, b) => Number(b.piece.promised) - Number(a.piece.promised) || b.by - a.by);
  const worst = late[0];
  if (worst) {
    const days = explained?.days[worst.piece.id];
    const others = late.length > 1 ? ` ${late.length - 1} more ${late.length === 2 ? 'is' : 'are'} late.` : '';
    return {
      kind: 'late',
      piece: worst.piece.id,
      headline: `${worst.piece.name} misses ${sayTime(worst.piece.due!, saying)} by ${sayLength(worst.by)}${worst.piece.promised ? '; the client was told that date' : ''}.`,
      reason: `${days ? `On its way: ${sayLeadTime(days, worst.piece.steps)}.` : ''}${others}`,
    };
  }
  if (left) {
    const piece = active.find((p) => p.id === left.piece);
    return {
      kind: 'unplanned',
      piece: left.piece,
      headline: `${piece?.name ?? 'A piece'} has no room in the plan.`,
      reason: sayNoRoomFor({
        title: piece?.steps.find((s) => s.id === left.step)?.title ?? 'A step',
        reason: left.reason,
      }),
    };
  }
  const next = active.filter((p) => p.due !== null && p.due > saying.now).sort((a, b) => a.due! - b.due!)[0];
  if (!next)
    return { kind: 'fine', piece: null, headline: 'Everything has its place.', reason: 'No piece has a date to keep.' };
  return {
    kind: 'fine',
    piece: next.id,
    headline: 'Every date fits.',
    reason: `Next out: ${next.name}, ${sayTime(next.due!, saying)}, ready ${sayTime(view.plan.ready[next.id] ?? next.due!, saying)}.`,
  };
}
