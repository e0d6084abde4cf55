import type { PieceToPlan, Plan, Problem } from '../planner/model.ts';
import { replan } from '../planner/replan.ts';
import type { Instant } from '../quantities/units.ts';

export type Earliest =
  | { readonly kind: 'ready'; readonly at: Instant; readonly plan: Plan }
  /** Reasons in words, one per step without a place. */
  | { readonly kind: 'noRoom'; readonly reasons: readonly string[] };

/** When a new piece could be ready if it goes round everything already planned and moves none of it. */
export function earliestReady(problem: Problem, current: Plan | null, piece: PieceToPlan): Earliest {
  const plan = replan({ ...problem, pieces: [...problem.pieces, piece] }, current ?? EMPTY_PLAN);
  const at = plan.ready[piece.id];
  if (at !== undefined) return { kind: 'ready', at, plan };
  return { kind: 'noRoom', reasons: plan.unplanned.filter((u) => u.piece === piece.id).map((u) => u.reason) };
}
const EMPTY_PLAN: Plan = { steps: {}, ready: {}, unplanned: [], notices: [] };
