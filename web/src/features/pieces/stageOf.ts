import type { PieceView } from '@app/contract';
import type { Instant, Plan } from '@app/core';

export type PieceStage = { readonly words: string; readonly done: number; readonly all: number };

/** Where a piece stands, as a person would say it. */
export function stageOf(piece: PieceView, plan: Plan, now: Instant): PieceStage {
  const all = piece.steps.length;
  const done = piece.steps.filter((s) => s.state.kind === 'done').length;
  return { words: words(piece, plan, now), done, all };
}

function words(piece: PieceView, plan: Plan, now: Instant): string {
  const running = piece.steps.find((s) => s.state.kind === 'started');
  if (running) return `Now: ${running.title}`;
  const open = piece.steps
    .filter((s) => s.state.kind === 'planned' && plan.steps[s.id])
    .sort((a, b) => plan.steps[a.id]!.start - plan.steps[b.id]!.start);
  const next = open[0];
  if (!next)
    return piece.steps.every((s) => s.state.kind === 'done') && piece.steps.length > 0
      ? (plan.ready[piece.id] ?? 0) > now
        ? 'Done, drying to travel'
        : 'Ready to go'
      : 'No room in the plan';
  if (next.hands === 0) return next.title;
  if (piece.arrival > now) return 'Expected';
  return `Next: ${next.title}`;
}
