import type { PieceToPlan, Plan, Problem } from './model.ts';

/**
 * How good a plan is, compared part by part in this order; lower is better.
 * unplanned steps · lateness of told promises · lateness of other dates (both weighted minutes) · time in the shop.
 */
export type Score = {
  readonly unplanned: number;
  readonly toldLate: number;
  readonly otherLate: number;
  readonly flow_minutes: number;
};

export function scoreOf(problem: Problem, plan: Plan): Score {
  let toldLate = 0;
  let otherLate = 0;
  let flow_minutes = 0;
  for (const piece of problem.pieces) {
    const ready = plan.ready[piece.id] ?? problem.horizon;
    const late = latenessOf(piece, ready) * piece.weight;
    if (piece.told) toldLate += late;
    else otherLate += late;
    flow_minutes += Math.max(0, ready - piece.arrival);
  }
  return { unplanned: plan.unplanned.length, toldLate, otherLate, flow_minutes };
}

/** Minutes past the date; 0 without one. */
export const latenessOf = (piece: PieceToPlan, ready: number) =>
  piece.due === null ? 0 : Math.max(0, ready - piece.due);

/** Below 0 when `a` is the better plan. */
export function compareScores(a: Score, b: Score): number {
  return (
    a.unplanned - b.unplanned || a.toldLate - b.toldLate || a.otherLate - b.otherLate || a.flow_minutes - b.flow_minutes
  );
}
