/** Median grain in micrometres of FEPA P grits. Source: ISO 6344 */
const MICRONS: ReadonlyMap<number, number> = new Map([
  [40, 425],
  [60, 269],
  [80, 201],
  [100, 162],
  [120, 125],
  [150, 100],
  [180, 82],
  [220, 68],
  [240, 58.5],
  [280, 52.2],
  [320, 46.2],
  [360, 40.5],
  [400, 35],
  [500, 30.2],
  [600, 25.8],
  [800, 21.8],
  [1000, 18.3],
]);
export const GRITS = [...MICRONS.keys()];

export type GritStep = {
  readonly from: number;
  readonly to: number;
  readonly ratio: number;
  readonly verdict: 'good' | 'wide' | 'too-far';
};

/**
 * How each step of a sanding ladder fares: by median grain up to 1.6 is good, up to 2 wide, beyond that scratches stay.
 * @throws {RangeError} for an unknown grit or a ladder that does not get finer
 * Source: grain sizes ISO 6344; the limits are common practice
 */
export function gritLadder(grits: readonly number[]): GritStep[] {
  return grits.slice(1).map((to, i) => {
    const from = grits[i]!;
    const [coarse, fine] = [MICRONS.get(from), MICRONS.get(to)];
    if (coarse === undefined || fine === undefined)
      throw new RangeError(`grit: ${coarse === undefined ? from : to} is not one of ${GRITS.join(', ')}`);
    if (fine >= coarse) throw new RangeError(`grit: ${to} is not finer than ${from}`);
    const ratio = coarse / fine;
    // P80 to P120 is 1.608 and counts as one good step.
    return { from, to, ratio, verdict: ratio <= 1.61 ? 'good' : ratio <= 2 ? 'wide' : 'too-far' };
  });
}
