import type { ResourceCache } from '../compile/shopResources.ts';
import type { Plan, Problem } from '../model/model.ts';
import { planAfresh } from './construct.ts';
import { improvePlan } from './improve.ts';
import { replan } from './replan.ts';
import { compareScores, scoreOf } from './score.ts';

/** Pieces that may be placed again: about a second of it, less where there is much to place. */
const MOST_EVALUATIONS = 2500;
const MOST_STEPS = 1_000_000;

/**
 * A plan in which everything that is to come may move, also what is to start within the frozen hours: from nothing, or on from the plan
 * before, whichever is better, and then bettered as one that nobody knows. Never worse than the smallest repair of the plan before. Asked
 * again it is the same plan: by a clock it would be another than the one that was shown and agreed to.
 */
export function planAnew(
  problem: Problem,
  previous: Plan,
  cache?: ResourceCache,
  evaluations = evaluationsFor(problem),
): Plan {
  const [repaired, afresh] = [replan(problem, previous, []), planAfresh(problem, previous)];
  const order = compareScores(scoreOf(problem, afresh), scoreOf(problem, repaired), problem.preferences);
  const free = { ...problem, frozenUntil: problem.now };
  const how = { seed: 1, evaluations, baseline: null, ...(cache ? { cache } : {}) };
  return improvePlan(free, order < 0 ? afresh : repaired, how);
}

function evaluationsFor({ pieces }: Problem): number {
  const steps = pieces.reduce((n, p) => n + p.steps.length, 0);
  return Math.min(MOST_EVALUATIONS, Math.ceil(MOST_STEPS / Math.max(1, steps)));
}
