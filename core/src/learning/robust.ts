import { median as middleOf } from 'd3-array';

/** @throws {RangeError} of nothing */
export function median(values: readonly number[]): number {
  const middle = middleOf(values);
  if (middle === undefined) throw new RangeError('the middle of nothing');
  return middle;
}

/** Median of the distances from a middle: half of all values lie within it. */
export const mad = (values: readonly number[], middle: number): number =>
  median(values.map((v) => Math.abs(v - middle)));
