import { describe, expect, test } from 'vitest';
import { type PricedPiece, pricedHours } from '../src/planner/engine/bounds/pricedHours.ts';

/** A piece with one hour of work on the first pool, in any of these stretches at what the piece then costs. */
const oneHour = (...costs: readonly number[]): PricedPiece => ({
  work: [{ pools: [0], units: [1] }],
  workOf: new Int32Array(costs.length),
  stretchOf: Int32Array.from(costs, (_, n) => n),
  costOf: Float64Array.from(costs),
  never: 1000,
});
const anHourEach = (stretches: number) => [new Float64Array(stretches).fill(1)];

describe('prices for hours', () => {
  test('two that want the same hour: one of them has to take the next', () => {
    expect(pricedHours([oneHour(0, 10), oneHour(0, 10)], anHourEach(2), 0, 10)).toBe(0);
    expect(pricedHours([oneHour(0, 10), oneHour(0, 10)], anHourEach(2), 100, 10)).toBeCloseTo(10, 1);
  });
  test('the one that loses least by it waits', () => {
    const bound = pricedHours([oneHour(0, 10), oneHour(0, 3)], anHourEach(2), 200, 3);
    expect(bound).toBeLessThanOrEqual(3 + 1e-9);
    expect(bound).toBeGreaterThan(2.9);
  });
  test('where there are hours for both nothing is added', () => {
    expect(pricedHours([oneHour(0, 10), oneHour(0, 10)], [new Float64Array(2).fill(2)], 100, 10)).toBe(0);
  });
  test('with fewer hours than work something is left undone', () => {
    const bound = pricedHours([oneHour(0), oneHour(0)], anHourEach(1), 200, 1000);
    expect(bound).toBeLessThanOrEqual(1000 + 1e-9);
    expect(bound).toBeGreaterThan(950);
  });
  test('all work of a piece has to be done before it is', () => {
    // Two hours each, of which either may be in any stretch; four stretches of an hour, done in the second or fourth.
    const costs = [0, 0, 2, 2, 4, 4, 6, 6];
    const twoHours: PricedPiece = {
      work: [
        { pools: [0], units: [1] },
        { pools: [0], units: [1] },
      ],
      workOf: Int32Array.from([0, 1, 0, 1, 0, 1, 0, 1]),
      stretchOf: Int32Array.from([0, 0, 1, 1, 2, 2, 3, 3]),
      costOf: Float64Array.from(costs),
      never: 1000,
    };
    // Done after two and four hours: 2 and 6.
    const bound = pricedHours([twoHours, twoHours], anHourEach(4), 300, 8);
    expect(bound).toBeLessThanOrEqual(8 + 1e-9);
    expect(bound).toBeGreaterThan(4);
  });
});
