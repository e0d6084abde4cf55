import { applyPlanUpdate, type PlanUpdate, planUpdate } from '@app/contract';
import {
  assertNever,
  EMPTY_PLAN,
  effortOf,
  improvePlan,
  type Instant,
  type PieceMove,
  type Plan,
  planAfresh,
  planAnew,
  planDiff,
  planTried,
  prioritise,
  type Problem,
  ProblemKeeper,
  promisesMadeLater,
  replan,
  ResourceCache,
  sanitise,
  sayFault,
  scoreOf,
  type Score,
  type Shop,
  type ShopPiece,
  Verifier,
  withLeftOut,
} from '@app/core';

/** What of a shop changed since a thread planned it last. */
export type ShopChange = {
  /** The state it is a change of, and the one it makes; null: it is whole. */
  readonly from: number | null;
  readonly to: number;
  /** Null: as before. */
  readonly shop: Shop | null;
  readonly pieces: readonly ShopPiece[];
  readonly gone: readonly string[];
  /** The plan that is followed, or what changed in it; null: none yet, or as before. */
  readonly plan: Plan | PlanUpdate | null;
};
export type PlanTask = {
  readonly workshopId: string;
  readonly change: ShopChange;
  readonly now: Instant;
  /** Instead of the plan that is followed this one is repaired, improved or checked. */
  readonly instead: Plan | null;
  /** For `improve`: the plan people know; null: none. Missing: the one that is followed. */
  readonly baseline?: Plan | null;
  /** What moves is counted from this plan; null: from the one that is followed. */
  readonly since: Plan | null;
  readonly touched: readonly string[];
  /** Only tells how work went: a date that was missed before is no reason to move others. */
  readonly isTap: boolean;
  /** Piece that goes before all whose date nobody was told. */
  readonly goesFirst: string | null;
  /** Repair what is there, plan as a what-if shows it, from nothing, or anew as well as can be, look for better, or only check the plan given. */
  readonly mode: 'repair' | 'tried' | 'afresh' | 'anew' | 'improve' | 'check';
  /** Which look for a better plan it is, from 1. */
  readonly look: number;
};
export type PlanAnswer =
  | {
      readonly kind: 'planned';
      /** What differs from the plan that is followed; null: nothing. */
      readonly difference: PlanUpdate | null;
      readonly moves: readonly PieceMove[];
      /** A piece whose date was told becomes late, or later than it was. */
      readonly makesPromisesLater: boolean;
      /** For `improve`: the score before and after, and whether the new one is to be preferred. */
      readonly scores?: { readonly before: Score; readonly after: Score; readonly preferences: Problem['preferences'] };
    }
  /** Why nothing correct could be planned, in words. */
  | { readonly kind: 'refused'; readonly reasons: readonly string[] }
  /** The thread does not have what the change is a change of: it must be sent whole. */
  | { readonly kind: 'cold' };

/** Shops kept warm in one thread; the one not planned for longest is let go of. */
const MOST_SHOPS = 20;

/** One shop as the thread planned it last, with all that was worked out for it. */
type Warm = {
  readonly state: number;
  readonly shop: Shop;
  readonly pieces: ReadonlyMap<string, ShopPiece>;
  readonly plan: Plan | null;
  readonly keeper: ProblemKeeper;
  readonly cache: ResourceCache;
  readonly verifier: Verifier;
};
/** A thread is its state: it keeps between tasks what a task would otherwise work out again. */
const warm = new Map<string, Warm>();

/** Plans and verifies in a thread of its own; nothing unverified leaves it. */
export default function solve(task: PlanTask): PlanAnswer {
  const here = changed(warm.get(task.workshopId), task.change);
  if (!here) return { kind: 'cold' };
  warm.delete(task.workshopId);
  warm.set(task.workshopId, here);
  if (warm.size > MOST_SHOPS) warm.delete(warm.keys().next().value!);

  const problem = here.keeper.problemOf(here.shop, [...here.pieces.values()], task.now);
  const sound = sanitise(problem);
  if (!sound.problem) return { kind: 'refused', reasons: sound.faults.map(sayFault) };
  const previous = task.instead ?? here.plan;
  const found = planFor(task, sound.problem, previous, here);
  const broken = here.verifier.verify(sound.problem, found);
  if (broken.length > 0) return { kind: 'refused', reasons: broken.map((v) => `${v.rule}: ${v.words}`) };
  const plan = withLeftOut(found, sound.leftOut);
  const followed = here.plan ?? EMPTY_PLAN;
  const answer = {
    kind: 'planned',
    difference: planUpdate(followed, plan),
    moves: planDiff(problem, task.since ?? here.plan, plan),
    makesPromisesLater: promisesMadeLater(problem, here.plan, plan).length > 0,
  } as const;
  if (task.mode !== 'improve' || !previous) return answer;
  const scores = {
    before: scoreOf(problem, previous),
    after: scoreOf(problem, plan),
    preferences: problem.preferences,
  };
  return { ...answer, scores };
}

function changed(before: Warm | undefined, change: ShopChange): Warm | null {
  if (change.from === null)
    return {
      state: change.to,
      shop: change.shop!,
      pieces: new Map(change.pieces.map((p) => [p.id, p])),
      plan: change.plan as Plan | null,
      keeper: new ProblemKeeper(),
      cache: new ResourceCache(),
      verifier: new Verifier(),
    };
  if (before?.state !== change.from) return null;
  const pieces = new Map(before.pieces);
  for (const p of change.pieces) pieces.set(p.id, p);
  for (const id of change.gone) pieces.delete(id);
  const plan = change.plan === null ? before.plan : applyPlanUpdate(before.plan ?? EMPTY_PLAN, change.plan);
  return { ...before, state: change.to, shop: change.shop ?? before.shop, pieces, plan };
}

function planFor(task: PlanTask, problem: Problem, previous: Plan | null, { cache, plan: followed }: Warm): Plan {
  if (!previous) return planAfresh(problem, previous);
  switch (task.mode) {
    case 'afresh':
      return planAfresh(problem, previous);
    case 'check':
      return previous;
    case 'tried':
      return planTried(problem, previous);
    case 'repair':
      return task.goesFirst === null
        ? replan(problem, previous, task.touched, undefined, {
            cache,
            worseThan: task.isTap ? (task.since ?? previous) : null,
          })
        : prioritise(problem, previous, task.goesFirst, cache);
    case 'anew':
      return planAnew(problem, previous, cache);
    case 'improve': {
      const { milliseconds, ...effort } = effortOf(task.look);
      const began = performance.now();
      const timeSpent = () => (performance.now() - began) / milliseconds;
      const baseline = task.baseline === undefined ? followed : task.baseline;
      return improvePlan(problem, previous, { ...effort, cache, timeSpent, baseline });
    }
    default:
      return assertNever(task.mode);
  }
}
