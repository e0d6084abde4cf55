import type { NoRoom } from '../planner/model/reasons.ts';
import type { Plan, Problem } from '../planner/model/model.ts';
import type { Instant } from '../quantities/units.ts';
import { chanceBy, nearestShare, quantile } from './chances.ts';
import { earliestReady } from './earliestReady.ts';
import { type Simulated, Simulation } from './simulate.ts';

/** Dates by which a piece is ready in about half, in four of five, and in nineteen of twenty simulation runs. */
export type Chances = {
  readonly runs: number;
  readonly p50: Instant;
  readonly p80: Instant;
  readonly p95: Instant;
  /** Chance that the piece's own date is kept; null without one. */
  readonly due: number | null;
  /** Ready times of all runs, thinned, for a drawing. */
  readonly sample: readonly Instant[];
};
export type PromiseAnswer =
  | { readonly kind: 'ready'; readonly earliest: Instant; readonly chances: Chances; readonly plan: Plan }
  | { readonly kind: 'noRoom'; readonly reasons: readonly NoRoom[] };

const DRAWN = 100;

/** So many runs lie between two parts of an answer: less than somebody notices in a shop of twenty pieces. */
const PART_RUNS = 5;

/** What the runs so far say, worked out when it is asked for. */
export type Part<T> = { readonly runs: number; readonly soFar: () => T };

/**
 * What can be promised for a new or changed piece, and how sure each date is: after every few runs what they say so far.
 * @param problem with the piece as it would be saved
 * @param isFirst it goes before pieces whose date nobody was told
 */
export function* promiseInParts(
  problem: Problem,
  current: Plan | null,
  piece: string,
  runs: number,
  seed = 1,
  isFirst = false,
): Generator<Part<PromiseAnswer>, void> {
  const found = earliestReady(problem, current, piece, isFirst);
  if (found.kind === 'noRoom') {
    yield { runs, soFar: () => found };
    return;
  }
  const { at: earliest, plan } = found;
  for (const part of chancesInParts(problem, plan, runs, seed, piece))
    yield {
      runs: part.runs,
      soFar: () => ({ kind: 'ready', earliest, chances: part.soFar().get(piece)!, plan }),
    };
}

/** The chances of every piece that has its place in a plan, after every few runs. @param only of this one */
export function* chancesInParts(
  problem: Problem,
  plan: Plan,
  runs: number,
  seed = 1,
  only: string | null = null,
): Generator<Part<ReadonlyMap<string, Chances>>, void> {
  const simulation = new Simulation(problem, plan, seed, problem.uncertainty, only);
  for (let done = 0; done < runs;) {
    const part = Math.min(PART_RUNS, runs - done);
    simulation.run(part);
    done += part;
    const now = done;
    yield { runs: now, soFar: () => chancesAfter(problem, simulation.ready(), now) };
  }
}

/** As `promiseInParts`, all of it. */
export function promiseFor(
  problem: Problem,
  current: Plan | null,
  piece: string,
  runs = 200,
  seed = 1,
  isFirst = false,
): PromiseAnswer {
  return lastOf(promiseInParts(problem, current, piece, runs, seed, isFirst));
}

/** As `chancesInParts`, all of them. */
export function chancesOf(
  problem: Problem,
  plan: Plan,
  runs = 200,
  seed = 1,
  only: string | null = null,
): ReadonlyMap<string, Chances> {
  return lastOf(chancesInParts(problem, plan, runs, seed, only));
}

function lastOf<T>(parts: Iterable<Part<T>>): T {
  let last: Part<T> | undefined;
  for (const part of parts) last = part;
  return last!.soFar();
}

function chancesAfter(problem: Problem, ready: Simulated, runs: number): Map<string, Chances> {
  const out = new Map<string, Chances>();
  for (const piece of problem.pieces) {
    const sorted = ready.get(piece.id);
    if (!sorted) continue;
    const step = Math.max(1, Math.floor(sorted.length / DRAWN));
    out.set(piece.id, {
      runs,
      p50: nearestShare(sorted, 0.5),
      p80: quantile(sorted, 0.8),
      p95: quantile(sorted, 0.95),
      due: piece.due === null ? null : chanceBy(sorted, piece.due),
      sample: Array.from(sorted).filter((at, i) => i % step === 0 && at !== Infinity),
    });
  }
  return out;
}
