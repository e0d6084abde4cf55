import { prioritise } from '../planner/build/prioritise.ts';
import type { NoRoom } from '../planner/model/reasons.ts';
import { EMPTY_PLAN, type PieceToPlan, type Plan, type Problem } from '../planner/model/model.ts';
import { replan } from '../planner/build/replan.ts';
import type { Instant } from '../quantities/units.ts';

export type Earliest =
  | { readonly kind: 'ready'; readonly at: Instant; readonly plan: Plan }
  /** Reasons in words, one per step without a place. */
  | { readonly kind: 'noRoom'; readonly reasons: readonly NoRoom[] };

/**
 * When a new piece could be ready if it goes round everything already planned and moves none of it.
 * @param isFirst it goes before pieces whose date nobody was told instead
 */
export function earliestReady(problem: Problem, current: Plan | null, piece: PieceToPlan, isFirst = false): Earliest {
  const whole = { ...problem, pieces: [...problem.pieces, piece] };
  const before = current ?? EMPTY_PLAN;
  const plan = isFirst ? prioritise(whole, before, piece.id) : replan(whole, before);
  const at = plan.ready[piece.id];
  if (at !== undefined) return { kind: 'ready', at, plan };
  return { kind: 'noRoom', reasons: plan.unplanned.filter((u) => u.piece === piece.id).map((u) => u.reason) };
}
