import { latenessOf } from '../planner/build/score.ts';
import type { Plan, Problem } from '../planner/model/model.ts';

/**
 * Pieces whose client was told a date and which one plan has late, or later than another: what may only be done when its
 * owner agrees. A piece without a place counts as ready when the plan ends.
 * @param before null: there was no plan, so that nothing was promised by one
 * @returns ids, in the order of the problem
 */
export function promisesMadeLater(problem: Problem, before: Plan | null, after: Plan): string[] {
  const late = (plan: Plan, piece: Problem['pieces'][number]) =>
    latenessOf(piece, plan.ready[piece.id] ?? problem.horizon);
  return problem.pieces
    .filter((p) => p.promised && before?.ready[p.id] !== undefined && late(after, p) > late(before, p))
    .map((p) => p.id);
}
