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

/** A draw from the standard normal distribution. Source: Box & Muller 1958 */
export function normal(r: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - r())) * Math.cos(2 * Math.PI * r());
}

/** How many times as long as planned something takes: log-normal with median 1. */
export const factor = (sigma: number, r: () => number): number => Math.exp(sigma * normal(r));

/** The value below which a share of a sorted sample lies. */
export function quantile(sorted: ArrayLike<number>, share: number): number {
  if (sorted.length === 0) return Number.NaN;
  return sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(share * sorted.length) - 1))]!;
}
