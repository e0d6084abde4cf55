import {
  prioritise,
  improvePlan,
  type Plan,
  planAfresh,
  planDiff,
  type PieceMove,
  type Problem,
  replan,
  sayFault,
  scoreOf,
  sanitise,
  type Score,
  verify,
  withLeftOut,
} from '@app/core';

export type PlanTask = {
  readonly problem: Problem;
  readonly previous: Plan | null;
  readonly touched: readonly string[];
  /** Piece that goes before all whose date nobody was told. */
  readonly goesFirst?: string | null;
  /** Repair what is there, plan from nothing, look for better, or only check the plan given as `previous`. */
  readonly mode: 'repair' | 'afresh' | 'improve' | 'check';
  /** Plan to count moves from; the previous one unless told otherwise. */
  readonly movesSince: Plan | null;
  readonly seed?: number;
};
export type PlanResult =
  | {
      readonly kind: 'planned';
      readonly plan: Plan;
      readonly moves: readonly PieceMove[];
      /** For `improve`: the score before and after. */
      readonly scores?: { readonly before: Score; readonly after: Score };
    }
  /** Why nothing correct could be planned, in words. */
  | { readonly kind: 'refused'; readonly reasons: readonly string[] };

/** How long and how hard a better plan is looked for at a time; the count alone decides on an ordinary day. */
const IMPROVE = { milliseconds: 500, evaluations: 800 };

/** Plans and verifies in a thread of its own; nothing unverified leaves it. */
export default function solve(task: PlanTask): PlanResult {
  const { problem, previous, movesSince } = task;
  const sound = sanitise(problem);
  if (!sound.problem) return { kind: 'refused', reasons: sound.faults.map(sayFault) };
  const found = planFor({ ...task, problem: sound.problem });
  const broken = verify(sound.problem, found);
  const plan = withLeftOut(found, sound.leftOut);
  if (broken.length > 0) return { kind: 'refused', reasons: broken.map((v) => `${v.rule}: ${v.words}`) };
  const scores =
    task.mode === 'improve' && previous
      ? { scores: { before: scoreOf(problem, previous), after: scoreOf(problem, plan) } }
      : {};
  return { kind: 'planned', plan, moves: planDiff(problem, movesSince ?? previous, plan), ...scores };
}

function planFor({ problem, previous, touched, goesFirst, mode, seed }: PlanTask): Plan {
  if (mode === 'afresh' || !previous) return planAfresh(problem, previous);
  if (mode === 'check') return previous;
  if (mode === 'repair' && goesFirst) return prioritise(problem, previous, goesFirst);
  if (mode === 'repair') return replan(problem, previous, touched);
  const end = performance.now() + IMPROVE.milliseconds;
  return improvePlan(problem, previous, {
    seed: seed ?? 1,
    evaluations: IMPROVE.evaluations,
    isOver: () => performance.now() > end,
  });
}
