import { describe, expect, test } from 'vitest';
import { factors, quantile, USUAL_UNCERTAINTY } from '../src/index.ts';
import { Draws } from '../src/promise/draws.ts';
import { randomFrom } from './fixtures/randomWorkshop.ts';

test('draws have the median and spread they are said to have', () => {
  const r = randomFrom(5);
  const draw = factors(0.25, r);
  const sample = Float64Array.from({ length: 4000 }, draw).sort();
  expect(quantile(sample, 0.5)).toBeCloseTo(1, 1);
  // A log-normal's 84.13 % point is the exponential of its sigma.
  expect(quantile(sample, 0.8413)).toBeCloseTo(Math.exp(0.25), 1);
});

describe('somebody who falls ill', () => {
  /** Days away in a row from day 0 on, when chance says this for how long. */
  const daysAway = (share: number): number => {
    const said = [0, share, 0.999];
    const draft = { compiled: { model: { steps: [] }, steps: [] } } as never;
    const draws = new Draws({ ...USUAL_UNCERTAINTY, absence: 0.5 }, draft);
    draws.begin(() => said.shift() ?? 0.999);
    let days = 0;
    while (draws.isAway(0, days)) days++;
    return days;
  };
  test('is away for one, two or three days, as often the one as the other', () => {
    expect([0, 0.333, 0.334, 0.666, 0.667, 0.999].map(daysAway)).toEqual([1, 1, 2, 2, 3, 3]);
  });
  test('may have fallen ill on a day off', () => {
    // Asked about Friday and Monday; on Sunday somebody falls ill for so long.
    const isAwayOnMonday = (share: number) => {
      const said = [0.999, 0.999, 0, share, 0.999];
      const draft = { compiled: { model: { steps: [] }, steps: [] } } as never;
      const draws = new Draws({ ...USUAL_UNCERTAINTY, absence: 0.5 }, draft);
      draws.begin(() => said.shift() ?? 0.999);
      return [draws.isAway(0, 4), draws.isAway(0, 7)];
    };
    expect(isAwayOnMonday(0)).toEqual([false, false]);
    expect(isAwayOnMonday(0.334)).toEqual([false, true]);
  });
});
