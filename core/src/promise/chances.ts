import { bisectRight } from 'd3-array';
import { randomLogNormal } from 'd3-random';
import type { Instant } from '../quantities/units.ts';

/** Draws of how many times as long as planned something takes: log-normal with median 1. */
export const factors = (sigma: number, r: () => number): (() => number) => randomLogNormal.source(r)(0, sigma);

/**
 * The value below which a share of a sorted sample lies, by nearest rank: between two runs the later one counts, so that
 * nothing is promised too early, and a run that never ended (Infinity) is not averaged with its neighbour.
 */
export function quantile(sorted: ArrayLike<number>, share: number): number {
  const rank = Math.ceil(share * sorted.length) - 1;
  return sorted[Math.min(sorted.length - 1, Math.max(0, rank))] ?? Number.NaN;
}

/** Share of runs, sorted, in which something was ready by an instant; 0 of none. */
export const chanceBy = (sorted: ArrayLike<number>, at: Instant): number =>
  sorted.length === 0 ? 0 : bisectRight(sorted, at) / sorted.length;
