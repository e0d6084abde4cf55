import { bisectLeft, bisectRight } from 'd3-array';
import { randomLogNormal } from 'd3-random';
import type { Instant } from '../quantities/units.ts';

/** Draws of how many times as long as planned something takes: log-normal with median 1. */
export const factors = (sigma: number, r: () => number): (() => number) => randomLogNormal.source(r)(0, sigma);

/**
 * The value a further run stays below with this chance, by rank: of n runs the k-th stands for k in n + 1. Between two runs the
 * later one counts, so that nothing is promised too early, and a run that never ended (Infinity) is not averaged with its
 * neighbour.
 * Source: order statistics of a sample, the mean of F(x(k)) is k / (n + 1); Gumbel (1958), Statistics of Extremes
 */
export function quantile(sorted: ArrayLike<number>, share: number): number {
  // A hair less, so that a rank that should be whole is not pushed to the next one by rounding.
  const rank = Math.ceil(share * (sorted.length + 1) - 1e-9) - 1;
  return sorted[Math.min(sorted.length - 1, Math.max(0, rank))] ?? Number.NaN;
}

/** What falls short of a share by more than this is not called by it. */
const NEAR = 0.1;

/**
 * The value whose chance lies nearest to a share. Many runs end at one moment, the close of a day: the first value that reaches
 * the share may then stand for a good deal more than it, which is right for a promise and wrong for what is as likely as not.
 */
export function nearestShare(sorted: ArrayLike<number>, share: number): number {
  const reached = quantile(sorted, share);
  const before = bisectLeft(sorted, reached);
  if (before === 0) return reached;
  const below = share - before / sorted.length;
  return below <= NEAR && below < chanceBy(sorted, reached) - share ? sorted[before - 1]! : reached;
}

/** Share of runs, sorted, in which something was ready by an instant; 0 of none. */
export const chanceBy = (sorted: ArrayLike<number>, at: Instant): number =>
  sorted.length === 0 ? 0 : bisectRight(sorted, at) / sorted.length;
