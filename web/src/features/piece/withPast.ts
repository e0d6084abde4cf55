import type { PieceView, WorkshopView } from '@app/contract';
import type { Placement } from '@app/core';

/**
 * The view with what was done on a piece that has left, which is in no plan any more: each step at the time it really took.
 * How long its films dried is not kept; they are drawn as dry when they were laid.
 */
export function withPast(view: WorkshopView, piece: PieceView): WorkshopView {
  const done = piece.steps.flatMap(({ id, state }): [string, Placement][] =>
    state.kind === 'done'
      ? [[id, { start: state.from, end: state.until, people: state.by, stations: [], dry: {} }]]
      : [],
  );
  return { ...view, plan: { ...view.plan, steps: { ...view.plan.steps, ...Object.fromEntries(done) } } };
}
