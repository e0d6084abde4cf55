import { prioritise } from '../planner/build/prioritise.ts';
import type { ResourceCache } from '../planner/compile/shopResources.ts';
import { isCause } from '../planner/model/byCause.ts';
import type { NoRoomFor } from '../planner/model/reasons.ts';
import { EMPTY_PLAN, type Plan, type Problem } from '../planner/model/model.ts';
import { replan } from '../planner/build/replan.ts';
import type { Instant } from '../quantities/units.ts';

export type Earliest =
  | { readonly kind: 'ready'; readonly at: Instant; readonly plan: Plan }
  /** Its steps that have no place for a reason of their own; what only waits for them is left out. */
  | { readonly kind: 'noRoom'; readonly reasons: readonly NoRoomFor[] };

/**
 * When a new or changed piece will be ready: the very plan that saving it makes.
 * @param problem with the piece as it would be saved
 * @param current the plan without it, or with it as it was
 * @param isFirst it goes before pieces whose date nobody was told
 * @param cache of the shop's resources, kept between questions; what was made with it before is not to be used any more
 */
export function earliestReady(
  problem: Problem,
  current: Plan | null,
  piece: string,
  isFirst = false,
  cache?: ResourceCache,
): Earliest {
  const before = current ?? EMPTY_PLAN;
  const plan = isFirst
    ? prioritise(problem, before, piece, cache)
    : replan(problem, before, [piece], undefined, { cache });
  const at = plan.ready[piece];
  if (at !== undefined) return { kind: 'ready', at, plan };
  const left = plan.unplanned.filter((u) => u.piece === piece);
  const causes = left.filter(isCause);
  const steps = new Map(problem.pieces.find((p) => p.id === piece)?.steps.map((s) => [s.id, s.title]));
  const reasons = (causes.length > 0 ? causes : left).map(({ step, reason }) => ({
    title: steps.get(step) ?? step,
    reason,
  }));
  return { kind: 'noRoom', reasons };
}
