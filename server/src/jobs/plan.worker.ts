import {
  type Plan,
  planAfresh,
  planDiff,
  type PieceMove,
  type Problem,
  problemFaults,
  replan,
  verify,
} from '@app/core';

export type PlanTask = {
  readonly problem: Problem;
  readonly previous: Plan | null;
  readonly touched: readonly string[];
  readonly afresh: boolean;
  /** Plan to count moves from; the previous one unless told otherwise. */
  readonly movesSince: Plan | null;
};
export type PlanResult =
  | { readonly kind: 'planned'; readonly plan: Plan; readonly moves: readonly PieceMove[] }
  /** Why nothing correct could be planned, in words. */
  | { readonly kind: 'refused'; readonly reasons: readonly string[] };

/** Plans and verifies in a thread of its own; nothing unverified leaves it. */
export default function solve({ problem, previous, touched, afresh, movesSince }: PlanTask): PlanResult {
  const faults = problemFaults(problem);
  if (faults.length > 0) return { kind: 'refused', reasons: faults };
  const plan = afresh ? planAfresh(problem, previous) : replan(problem, previous, touched);
  const broken = verify(problem, plan);
  if (broken.length > 0) return { kind: 'refused', reasons: broken.map((v) => `${v.rule}: ${v.words}`) };
  return { kind: 'planned', plan, moves: planDiff(problem, movesSince ?? previous, plan) };
}
