import {
  assertNever,
  improvePlan,
  type Plan,
  planAfresh,
  prioritise,
  type Problem,
  replan,
  sanitise,
  sayFault,
  scoreOf,
  type Score,
  verify,
  withLeftOut,
} from '@app/core';

export type PlanTask = {
  readonly problem: Problem;
  readonly previous: Plan | null;
  readonly touched: readonly string[];
  /** Piece that goes before all whose date nobody was told. */
  readonly goesFirst: string | null;
  /** Repair what is there, plan from nothing, look for better, or only check the plan given as `previous`. */
  readonly mode: 'repair' | 'afresh' | 'improve' | 'check';
  readonly seed?: number;
};
export type PlanResult =
  | {
      readonly kind: 'planned';
      readonly plan: Plan;
      /** For `improve`: the score before and after. */
      readonly scores?: { readonly before: Score; readonly after: Score };
    }
  /** Why nothing correct could be planned, in words. */
  | { readonly kind: 'refused'; readonly reasons: readonly string[] };

/** How long and how hard a better plan is looked for at a time; the count alone decides on an ordinary day. */
const IMPROVE = { milliseconds: 500, evaluations: 800 };

/** Plans and verifies in a thread of its own; nothing unverified leaves it. */
export default function solve(task: PlanTask): PlanResult {
  const { problem, previous } = task;
  const sound = sanitise(problem);
  if (!sound.problem) return { kind: 'refused', reasons: sound.faults.map(sayFault) };
  const found = planFor({ ...task, problem: sound.problem });
  const broken = verify(sound.problem, found);
  const plan = withLeftOut(found, sound.leftOut);
  if (broken.length > 0) return { kind: 'refused', reasons: broken.map((v) => `${v.rule}: ${v.words}`) };
  if (task.mode !== 'improve' || !previous) return { kind: 'planned', plan };
  return { kind: 'planned', plan, scores: { before: scoreOf(problem, previous), after: scoreOf(problem, plan) } };
}

function planFor({ problem, previous, touched, goesFirst, mode, seed }: PlanTask): Plan {
  if (!previous) return planAfresh(problem, previous);
  switch (mode) {
    case 'afresh':
      return planAfresh(problem, previous);
    case 'check':
      return previous;
    case 'repair':
      return goesFirst === null ? replan(problem, previous, touched) : prioritise(problem, previous, goesFirst);
    case 'improve': {
      const end = performance.now() + IMPROVE.milliseconds;
      return improvePlan(problem, previous, {
        seed: seed ?? 1,
        evaluations: IMPROVE.evaluations,
        isOver: () => performance.now() > end,
      });
    }
    default:
      return assertNever(mode);
  }
}
