import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { Instant } from '../../quantities/units.ts';
import { scoreOf } from '../build/score.ts';
import { type CompiledProblem, compileProblem } from '../compile/compile.ts';
import { type CostOfDone, LowerBound } from '../engine/bounds/lowerBound.ts';
import { type Plan, type Problem } from '../model/model.ts';

/** What no plan can better, however long it is looked for; the best plan there is may still not reach it. */
export type LowerBounds = {
  /** Lateness of promised dates and of other dates, weighted minutes, as in `Score`. */
  readonly promisedLate: number;
  readonly otherLate: number;
  /** From arrival to ready, all pieces, as in `Score`. */
  readonly flow_minutes: number;
};

/**
 * @param plan tells where steps under way stand, and which steps have the paint on the shelf; and what is sure to be reached
 * @param rounds how often the prices of hours are mended
 * Cost: O(rounds * steps * stretches of time)
 */
export function lowerBoundsOf(problem: Problem, plan: Plan, rounds = 100): LowerBounds {
  const compiled = compileProblem(problem, plan);
  const soonest = soonestIn(compiled);
  const bound = new LowerBound(compiled.model);
  const score = scoreOf(problem, plan);
  const lateness =
    (promised: boolean): CostOfDone =>
    (k, done) => {
      const { due, weight, promised: isTold } = compiled.pieces[k]!;
      return isTold !== promised || due === null ? 0 : Math.max(0, soonest(done) - due) * weight;
    };
  const flow: CostOfDone = (k, done) => Math.max(0, soonest(done) - compiled.pieces[k]!.arrival);
  return {
    promisedLate: bound.together(lateness(true), score.promisedLate, rounds),
    otherLate: bound.together(lateness(false), score.otherLate, rounds),
    flow_minutes: bound.together(flow, score.flow_minutes, rounds),
  };
}

/** When each piece could be ready if it were alone in the shop with what is done and running; the horizon: never. */
export function readyAlone(problem: Problem, plan: Plan): Readonly<Record<string, Instant>> {
  const compiled = compileProblem(problem, plan);
  const soonest = soonestIn(compiled);
  const bound = new LowerBound(compiled.model);
  return Object.fromEntries(compiled.pieces.map((p, k) => [p.id, Math.max(p.arrival, soonest(bound.doneAlone(k)))]));
}

/** Films are ready between two slots: what a slot means is rounded down, so that the limit stays one. */
const soonestIn =
  ({ problem, origin }: CompiledProblem) =>
  (done: number): Instant =>
    Math.min(problem.horizon, origin + (done - 1) * GRID_MINUTES + 1);
