import { KEPT_MINUTES, timesTakenUp } from '../engine/resources/trayLoads.ts';
import type { Plan, Problem } from '../model/model.ts';

/** How often people take up a product and applicator anew: steps of one load that follow closely share one. */
export function loadsOf(problem: Problem, plan: Plan): number {
  const uses = new Map<string, { start: number; end: number }[]>();
  for (const piece of problem.pieces)
    for (const s of piece.steps) {
      const at = plan.steps[s.id];
      if (!s.load || !at || s.state.kind !== 'planned') continue;
      const list = uses.get(s.load);
      if (list) list.push(at);
      else uses.set(s.load, [at]);
    }
  let count = 0;
  for (const list of uses.values()) count += timesTakenUp(list, KEPT_MINUTES);
  return count;
}
