import type { Plan, Problem } from '../model/model.ts';
import type { ResourceCache } from '../compile/shopResources.ts';
import { replan } from './replan.ts';
import { withoutUntold } from './withoutUntold.ts';

/**
 * The plan with one piece before all those whose date nobody was told: they are placed again after it. What has begun, is
 * told, or is to start within the frozen hours keeps its place.
 * @param cache of the shop's resources; what was made with it before is not to be used any more
 */
export function prioritise(problem: Problem, previous: Plan | null, piece: string, cache?: ResourceCache): Plan {
  const pieces = problem.pieces.map((p) => (p.id === piece ? { ...p, promised: true } : p));
  const waiting = new Set(problem.pieces.filter((p) => !p.promised && p.id !== piece).map((p) => p.id));
  return replan({ ...problem, pieces }, previous && withoutUntold(problem, previous), [piece], waiting, { cache });
}
