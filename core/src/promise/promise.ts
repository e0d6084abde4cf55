import type { NoRoomFor } from '../planner/model/reasons.ts';
import type { ResourceCache } from '../planner/compile/shopResources.ts';
import type { Plan, Problem } from '../planner/model/model.ts';
import type { Instant } from '../quantities/units.ts';
import { chanceBy, nearestShare, quantile } from './chances.ts';
import { earliestReady } from './earliestReady.ts';
import { type Share, simulate, Simulation, WHOLE } from './simulate.ts';

/** Dates by which a piece is ready in about half, in four of five, and in nineteen of twenty simulation runs. */
export type Chances = {
  readonly runs: number;
  readonly p50: Instant;
  readonly p80: Instant;
  readonly p95: Instant;
  /** Chance that the piece's own date is kept; null without one. */
  readonly due: number | null;
  /** Ready times of all runs, thinned, for a drawing; Infinity where a run went past what is known. */
  readonly sample: readonly Instant[];
};
export type PromiseAnswer =
  | { readonly kind: 'ready'; readonly earliest: Instant; readonly chances: Chances; readonly plan: Plan }
  | { readonly kind: 'noRoom'; readonly reasons: readonly NoRoomFor[] };

const DRAWN = 100;
/** What rehearsals are drawn from where nobody says otherwise, so that the same question has the same answer. */
const SEED = 1;

/** When a piece was ready in the runs so far, worked out when it is asked for; sorted. */
export type Part = { readonly runs: number; readonly soFar: () => Float64Array };

/**
 * When a piece of a plan is ready in each run: after every one what they say so far.
 * @param share of the runs, where others are done elsewhere
 * @param cache of the shop's resources, kept between questions; what was made with it before is not to be used any more
 */
export function* readyInParts(
  problem: Problem,
  plan: Plan,
  piece: string,
  runs: number,
  share: Share = WHOLE,
  cache?: ResourceCache,
): Generator<Part, void> {
  const simulation = new Simulation(problem, plan, SEED, problem.uncertainty, piece, share, cache);
  for (let run = share.part, done = 1; run < runs; run += share.of, done++) {
    simulation.run(1);
    yield { runs: done, soFar: () => simulation.ready().get(piece)! };
  }
}

/**
 * What can be promised for a new or changed piece, and how sure each date is.
 * @param problem with the piece as it would be saved
 * @param isFirst it goes before pieces whose date nobody was told
 */
export function promiseFor(
  problem: Problem,
  current: Plan | null,
  piece: string,
  runs = 200,
  seed = SEED,
  isFirst = false,
): PromiseAnswer {
  const found = earliestReady(problem, current, piece, isFirst);
  if (found.kind === 'noRoom') return found;
  const { at: earliest, plan } = found;
  return { kind: 'ready', earliest, chances: chancesOf(problem, plan, runs, seed, piece).get(piece)!, plan };
}

/** The chances of every piece that has its place in a plan. @param only of this one */
export function chancesOf(
  problem: Problem,
  plan: Plan,
  runs = 200,
  seed = SEED,
  only: string | null = null,
): ReadonlyMap<string, Chances> {
  const ready = simulate(problem, plan, runs, seed, problem.uncertainty, only);
  const due = new Map(problem.pieces.map((p) => [p.id, p.due]));
  return new Map(Array.from(ready, ([id, sorted]) => [id, chancesIn(sorted, due.get(id)!)] as const));
}

/** @param sorted when a piece was ready in each run */
export function chancesIn(sorted: Float64Array, due: Instant | null): Chances {
  const step = Math.max(1, Math.floor(sorted.length / DRAWN));
  return {
    runs: sorted.length,
    p50: nearestShare(sorted, 0.5),
    p80: quantile(sorted, 0.8),
    p95: quantile(sorted, 0.95),
    due: due === null ? null : chanceBy(sorted, due),
    sample: Array.from(sorted).filter((_, i) => i % step === 0),
  };
}
