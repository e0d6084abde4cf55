import { GRID_MINUTES } from '../calendar/grid.ts';
import { newDraft } from '../planner/build/draft.ts';
import { loadBaseline } from '../planner/build/loadBaseline.ts';
import { randomFrom } from '../planner/engine/search/random.ts';
import type { Plan, Problem } from '../planner/model/model.ts';
import { type Uncertainty, USUAL_UNCERTAINTY } from '../planner/model/uncertainty.ts';
import { Draws } from './draws.ts';
import { InOrder } from './inOrder.ts';
import { Repaired } from './repaired.ts';

/** When each piece was ready in each run, sorted; Infinity where a run went past what is known. */
export type Simulation = ReadonlyMap<string, Float64Array>;

/** With more steps still to do, repairing every run takes too long: people then follow the order of the plan. */
export const MOST_REPAIRED = 300;

/**
 * Runs a plan many times with work, drying, rework and absence as they may turn out.
 * @param only of this piece; each run then ends when it is ready, since nothing that happens later can touch it
 * Field terms: Monte Carlo, discrete-event simulation
 * Cost: O(runs * steps), for small shops in searches for a place
 */
export function simulate(
  problem: Problem,
  plan: Plan,
  runs: number,
  seed: number,
  uncertainty: Uncertainty = USUAL_UNCERTAINTY,
  only: string | null = null,
): Simulation {
  const draft = newDraft(problem, plan);
  loadBaseline(draft, plan);
  const { compiled } = draft;
  const wanted = only === null ? -1 : compiled.pieces.findIndex((p) => p.id === only);
  const r = randomFrom(seed);
  const left = compiled.model.steps.reduce((n, s) => n + (s.fixed ? 0 : 1), 0);
  const rehearsal =
    left <= MOST_REPAIRED
      ? new Repaired(draft, new Draws(uncertainty, draft, r), wanted)
      : new InOrder(draft, uncertainty, r, wanted);
  const results = compiled.pieces.map(() => new Float64Array(runs));
  for (let n = 0; n < runs; n++)
    rehearsal.once().forEach((at, k) => {
      results[k]![n] = at > compiled.model.slots ? Infinity : compiled.origin + Math.ceil(at) * GRID_MINUTES;
    });
  return new Map(
    compiled.pieces.flatMap((p, k) =>
      plan.ready[p.id] === undefined || (wanted >= 0 && k !== wanted) ? [] : [[p.id, results[k]!.sort()] as const],
    ),
  );
}
