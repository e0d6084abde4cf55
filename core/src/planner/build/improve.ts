import { compileProblem, type Frozen } from '../compile/compile.ts';
import type { ResourceCache } from '../compile/shopResources.ts';
import { type Draft } from './draft.ts';
import { finish } from './finish.ts';
import { leftShift } from './leftShift.ts';
import { leastCosts } from '../engine/bounds/headsAndTails.ts';
import { newPartialSchedule } from '../engine/schedule/partialSchedule.ts';
import { latenessCost } from '../engine/schedule/cost.ts';
import { newScratch } from '../engine/schedule/serialSgs.ts';
import { worstFirst } from '../engine/schedule/priorityRules.ts';
import { improveWeightyFirst } from '../engine/search/weightyFirst.ts';
import { withBaseline } from './stability.ts';
import { withoutPartial } from './withoutPartial.ts';
import { type Placement, type Plan, type Problem } from '../model/model.ts';
import { loadBaseline } from './loadBaseline.ts';
import { compareScores, scoreOf } from './score.ts';

export type Improvement = {
  readonly seed: number;
  /** Pieces that may be placed again; the same number and seed give the same plan. */
  readonly evaluations: number;
  /** Share of its time that is over; it stops at 1. Missing: it has all the time it wants. */
  readonly timeSpent?: () => number;
  /** Of the shop, where more than one plan of it is looked for. */
  readonly cache?: ResourceCache;
  /** The plan people know, and keep to as far as it pays; null: they know none. Missing: the one that is bettered. */
  readonly baseline?: Plan | null;
};

/**
 * How much goes into the `look`-th look for a better plan than one that is followed, from 1: each is twice as long as the one
 * before. It ends by whichever comes first.
 */
export const effortOf = (look: number) => ({
  seed: look,
  evaluations: FIRST_LOOK.evaluations * 2 ** (look - 1),
  milliseconds: FIRST_LOOK.milliseconds * 2 ** (look - 1),
});
const FIRST_LOOK = { evaluations: 2500, milliseconds: 1000 };

/**
 * A plan at least as good as `plan`: pieces that get in each other's way are taken out and put back in other orders. What
 * has begun, is pinned, or is to start within the frozen hours stays; steps people know of in the next days move only for a
 * reason.
 */
export function improvePlan(problem: Problem, plan: Plan, how: Improvement): Plan {
  const draft = movable(problem, plan, how.baseline === undefined ? plan : how.baseline, how.cache);
  // What a piece would cost alone in the shop cannot be saved: a client who keeps one waiting, say.
  const least = leastCosts(draft.compiled.model);
  loadBaseline(draft, plan);
  const timeSpent = how.timeSpent ?? (() => 0);
  const isLate = worstFirst(draft.schedule).some((k) => latenessCost(draft.schedule, k) > least[k]!);
  const [frozen, putBack] = withoutPartial(draft, plan);
  improveWeightyFirst(draft.schedule, draft.scratch, {
    ...how,
    frozen,
    isLate,
    leastCosts: least,
    isOver: () => timeSpent() >= 1,
    timeSpent,
  });
  putBack();
  leftShift(draft);
  const better = finish(draft);
  return compareScores(scoreOf(problem, better), scoreOf(problem, plan), problem.preferences) < 0 ? better : plan;
}

/** An empty schedule on which frozen steps are fixed and the others know where people expect them. */
function movable(problem: Problem, plan: Plan, baseline: Plan | null, cache?: ResourceCache): Draft {
  const frozen = new Map<string, Placement>();
  const until = problem.frozenUntil ?? problem.now;
  for (const piece of problem.pieces)
    for (const s of piece.steps) {
      const at = plan.steps[s.id];
      if (at && s.state.kind === 'planned' && (at.start < until || at.start < problem.now)) frozen.set(s.id, at);
    }
  const compiled = compileProblem(problem, plan, frozen satisfies Frozen, cache?.resourcesOf(problem));
  const scratch = newScratch(compiled.steps.length, true, true);
  const draft = { compiled, schedule: newPartialSchedule(compiled.model), scratch };
  return baseline ? withBaseline(draft, baseline) : draft;
}
