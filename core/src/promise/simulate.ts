import { GRID_MINUTES } from '../calendar/grid.ts';
import { type Draft, newDraft } from '../planner/build/draft.ts';
import { loadBaseline } from '../planner/build/loadBaseline.ts';
import { randomFrom } from '../planner/engine/search/random.ts';
import type { ResourceCache } from '../planner/compile/shopResources.ts';
import type { Plan, Problem } from '../planner/model/model.ts';
import { type Uncertainty, USUAL_UNCERTAINTY } from '../planner/model/uncertainty.ts';
import { Draws } from './draws.ts';
import { Rehearsal } from './rehearsal.ts';

/** When each piece was ready in each run, sorted; Infinity where a run went past what is known. */
export type Simulated = ReadonlyMap<string, Float64Array>;

/** Of the runs of a simulation, numbered from 0, every `of`-th beginning with `part`: what one of several threads does. */
export type Share = { readonly part: number; readonly of: number };
export const WHOLE: Share = { part: 0, of: 1 };

/**
 * Runs a plan many times with work, drying, rework and absence as they may turn out; a few runs at a time, if need be. A run draws by
 * its number alone, so that many threads together find what one does.
 * Field terms: Monte Carlo, discrete-event simulation
 * Cost: O(runs * steps), in searches for a place
 */
export class Simulation {
  readonly #plan: Plan;
  readonly #compiled: Draft['compiled'];
  readonly #wanted: number;
  readonly #rehearsal: Rehearsal;
  readonly #share: Share;
  readonly #readyAt: readonly number[][];
  /** A number for each run, from which all it draws comes. */
  readonly #seeds: () => number;

  /**
   * @param only of this piece; each run then ends when it is ready, since nothing that happens later can touch it
   * @param cache of the shop's resources; what was made with it before is not to be used any more
   */
  constructor(
    problem: Problem,
    plan: Plan,
    seed: number,
    uncertainty: Uncertainty = USUAL_UNCERTAINTY,
    only: string | null = null,
    share: Share = WHOLE,
    cache?: ResourceCache,
  ) {
    const draft = newDraft(problem, plan, cache);
    loadBaseline(draft, plan);
    const { compiled } = draft;
    this.#plan = plan;
    this.#compiled = compiled;
    this.#share = share;
    this.#wanted = only === null ? -1 : compiled.pieces.findIndex((p) => p.id === only);
    this.#seeds = randomFrom(seed);
    this.#rehearsal = new Rehearsal(draft, new Draws(uncertainty, draft), this.#wanted);
    this.#readyAt = compiled.pieces.map(() => []);
  }

  /** So many runs more of its share. */
  run(runs: number): void {
    const { origin, model } = this.#compiled;
    for (let n = 0; n < runs; n++) {
      this.#rehearsal.once(randomFrom(this.#nextSeed())).forEach((at, k) => {
        this.#readyAt[k]!.push(at > model.slots ? Infinity : origin + Math.ceil(at) * GRID_MINUTES);
      });
    }
  }

  /** Of all runs so far. */
  ready(): Simulated {
    return new Map(
      this.#compiled.pieces.flatMap((p, k) =>
        this.#plan.ready[p.id] === undefined || (this.#wanted >= 0 && k !== this.#wanted)
          ? []
          : [[p.id, Float64Array.from(this.#readyAt[k]!).sort()] as const],
      ),
    );
  }

  #nextSeed(): number {
    let seed = 0;
    for (let k = 0; k < this.#share.of; k++) {
      const next = this.#seeds() * 2 ** 32;
      if (k === this.#share.part) seed = next;
    }
    return seed;
  }
}

/** As many runs at once; see `Simulation`. */
export function simulate(
  problem: Problem,
  plan: Plan,
  runs: number,
  seed: number,
  uncertainty: Uncertainty = USUAL_UNCERTAINTY,
  only: string | null = null,
): Simulated {
  const simulation = new Simulation(problem, plan, seed, uncertainty, only);
  simulation.run(runs);
  return simulation.ready();
}
