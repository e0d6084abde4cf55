import type { Plan, Problem } from '../model/model.ts';
import { planAfresh } from './construct.ts';
import { type Improvement, improvePlan } from './improve.ts';
import { replan } from './replan.ts';
import { compareScores, scoreOf } from './score.ts';

/**
 * A plan in which everything that is to come may move, also what is to start within the frozen hours: from nothing, or on from the plan before, whichever is better, and then bettered
 * as one that nobody knows. Never worse than the smallest repair of the plan before.
 */
export function planAnew(problem: Problem, previous: Plan, how: Improvement): Plan {
  const [repaired, afresh] = [replan(problem, previous, []), planAfresh(problem, previous)];
  const order = compareScores(scoreOf(problem, afresh), scoreOf(problem, repaired), problem.preferences);
  const free = { ...problem, frozenUntil: problem.now };
  return improvePlan(free, order < 0 ? afresh : repaired, { ...how, baseline: null });
}
