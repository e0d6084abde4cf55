import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { Instant } from '../../quantities/units.ts';
import { compileProblem } from '../compile/compile.ts';
import { headsAndTailsOf } from '../engine/bounds/headsAndTails.ts';
import { type CostOfDone, lowerBound } from '../engine/bounds/lowerBound.ts';
import { type Plan, type Problem } from '../model/model.ts';

/** What no plan can better, however long it is looked for; the best plan there is may still not reach it. */
export type LowerBounds = {
  /** When each piece could be ready if it were alone in the shop with what is done and running; the horizon: never. */
  readonly ready: Readonly<Record<string, Instant>>;
  /** Lateness of promised dates and of other dates, weighted minutes, as in `Score`. */
  readonly promisedLate: number;
  readonly otherLate: number;
};

/**
 * @param plan tells where steps under way stand, and which steps have the paint on the shelf
 * Cost: O(rounds * (steps + pools) * 600)
 */
export function lowerBoundsOf(problem: Problem, plan: Plan, rounds = 40): LowerBounds {
  const { model, pieces, origin } = compileProblem(problem, plan);
  // Films are ready between two slots: what a slot means is rounded down, so that the limit stays one.
  const soonest = (done: number) => Math.min(problem.horizon, origin + (done - 1) * GRID_MINUTES + 1);
  const lateness =
    (promised: boolean): CostOfDone =>
    (_, k, done) => {
      const { due, weight, promised: isTold } = pieces[k]!;
      return isTold !== promised || due === null ? 0 : Math.max(0, soonest(done) - due) * weight;
    };
  const { done } = headsAndTailsOf(model);
  return {
    ready: Object.fromEntries(pieces.map((p, k) => [p.id, Math.max(p.arrival, soonest(done[k]!))])),
    promisedLate: lowerBound(model, rounds, lateness(true)),
    otherLate: lowerBound(model, rounds, lateness(false)),
  };
}
