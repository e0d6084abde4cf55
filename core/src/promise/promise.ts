import type { NoRoom } from '../planner/model/reasons.ts';
import type { Plan, Problem } from '../planner/model/model.ts';
import type { Instant } from '../quantities/units.ts';
import { chanceBy, nearestShare, quantile } from './chances.ts';
import { earliestReady } from './earliestReady.ts';
import { simulate } from './simulate.ts';

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
  seed = 1,
  isFirst = false,
): PromiseAnswer {
  const found = earliestReady(problem, current, piece, isFirst);
  if (found.kind === 'noRoom') return found;
  const chances = chancesOf(problem, found.plan, runs, seed, piece).get(piece)!;
  return { kind: 'ready', earliest: found.at, chances, plan: found.plan };
}

/** The chances of every piece that has its place in a plan. @param only of this one */
export function chancesOf(
  problem: Problem,
  plan: Plan,
  runs = 200,
  seed = 1,
  only: string | null = null,
): ReadonlyMap<string, Chances> {
  const out = new Map<string, Chances>();
  const rehearsal = simulate(problem, plan, runs, seed, problem.uncertainty, only);
  for (const piece of problem.pieces) {
    const sorted = rehearsal.get(piece.id);
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
