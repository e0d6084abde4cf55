import { bisectRight } from 'd3-array';
import { randomLogNormal } from 'd3-random';
import type { Instant } from '../quantities/units.ts';

/** How much real work, drying and days differ from what is planned. Common practice; replaced as the shop's own log grows. */
export type Uncertainty = {
  /** Standard deviation of the logarithm of how long work takes against its plan; the median is the plan. */
  readonly work: number;
  /** The same for drying, one draw for each product and piece. */
  readonly drying: number;
  /** Share of coats that have to be done again. */
  readonly rework: number;
  /** Share of working days on which a person is unexpectedly away. */
  readonly absence: number;
};
export const USUAL_UNCERTAINTY: Uncertainty = { work: 0.25, drying: 0.2, rework: 0.03, absence: 0.02 };

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
