import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  byParts,
  cansFor,
  costOf,
  dryFilm_um,
  earningsOf,
  gritLadder,
  litres,
  mostToPay,
  priceWithMargin,
  priceWithMarkup,
  wetFilmFor_um,
  wetFilmFrom_um,
  withTax,
} from '../index.ts';

describe('film', () => {
  // Worked values after ISO 23811 and ASTM D2697.
  test.each([
    [40, 38, 0, 105.3],
    [40, 38, 0.1, 115.8],
  ])('%d µm dry at %d %% solids thinned by %d needs %d µm wet', (dry, solids, thinned, wet) => {
    expect(wetFilmFor_um(dry, solids, thinned)).toBeCloseTo(wet, 1);
    expect(dryFilm_um(wet, solids, thinned)).toBeCloseTo(dry, 1);
  });
  test('120 mL over 1.1 m² are 109.1 µm wet and 39.3 µm dry at 36 % solids', () => {
    expect(wetFilmFrom_um(0.12, 1.1)).toBeCloseTo(109.1, 1);
    expect(dryFilm_um(wetFilmFrom_um(0.12, 1.1), 36)).toBeCloseTo(39.3, 1);
  });
  test('solids of nothing, or of more than everything, are refused', () => {
    expect(() => dryFilm_um(100, 0)).toThrow(/volume solids: 0/);
    expect(() => wetFilmFor_um(40, 120)).toThrow(/at most 100/);
    expect(() => wetFilmFrom_um(1, 0)).toThrow(/area: 0/);
  });
});

describe('mixing and buying', () => {
  test('3:1 for 250 mL is 187.5 and 62.5 mL', () => {
    expect(byParts(litres(0.25), [3, 1])).toEqual([0.1875, 0.0625]);
  });
  test('the parts always add up to the batch; a mix of 0 parts is refused', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.array(fc.integer({ min: 0, max: 20 }), { minLength: 1, maxLength: 6 }),
        (batch, parts) => {
          fc.pre(parts.some((p) => p > 0));
          expect(byParts(litres(batch), parts).reduce((a, b) => a + b, 0)).toBeCloseTo(batch, 9);
        },
      ),
    );
    expect(() => byParts(litres(1), [0, 0])).toThrow(/not all 0/);
  });
  test('cans are rounded up, never down, and what is left is told', () => {
    expect(cansFor(litres(1.1), 0.5)).toEqual({ cans: 3, left_litres: expect.closeTo(0.4, 9) as number });
    expect(cansFor(litres(1), 0.5)).toEqual({ cans: 2, left_litres: 0 });
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 50, noNaN: true }),
        fc.double({ min: 0.05, max: 10, noNaN: true }),
        (need, can) => cansFor(litres(need), can).cans * can >= need - 1e-6,
      ),
    );
  });
});

// Grain sizes: ISO 6344; limits: common practice.
describe('the grit ladder', () => {
  test.each([
    [80, 120, 'good'],
    [120, 180, 'good'],
    [120, 220, 'wide'],
    [80, 220, 'too-far'],
    [150, 220, 'good'],
    [220, 320, 'good'],
  ] as const)('P%d to P%d is %s', (from, to, verdict) => {
    expect(gritLadder([from, to])[0]!.verdict).toBe(verdict);
  });
  test('going back to a coarser grit, or to one that does not exist, is told', () => {
    expect(() => gritLadder([180, 120])).toThrow(/120 is not finer than 180/);
    expect(() => gritLadder([80, 90])).toThrow(/90 is not one of/);
  });
});

// Definitions: markup = (P - C) / C, margin = (P - C) / P; worked by hand.
describe('money', () => {
  const cost = costOf({
    bought_cents: 0,
    materials_cents: 4275,
    hardware_cents: 600,
    labour_minutes: 210,
    rate_centsPerHour: 2800,
  });
  test('materials 42.75, consumables 6 and 3.5 h at 28 cost 146.75', () => expect(cost).toBe(14_675));
  test('that is 244.58 at 40 % margin and 205.45 at 40 % markup', () => {
    expect(priceWithMargin(cost, 0.4)).toBe(24_458);
    expect(priceWithMarkup(cost, 0.4)).toBe(20_545);
  });
  test('7.25 % tax on 244.58 is 17.73, 262.31 in all', () =>
    expect(withTax(24_458, 0.0725)).toEqual({ tax: 1773, total: 26_231 }));
  test('sold at 320 with 9.60 fee and 58.40 spent, 6.5 hours earned 38.77 each', () => {
    expect(
      earningsOf({ price_cents: 32_000, fee: 0.03, bought_cents: 3000, materials_cents: 2840, labour_minutes: 390 }),
    ).toEqual({ left_cents: 25_200, perHour_cents: 3877 });
    expect(
      earningsOf({ price_cents: 100, fee: 0, bought_cents: 0, materials_cents: 0, labour_minutes: 0 }).perHour_cents,
    ).toBeNull();
  });
  test('paying the most for a find leaves exactly the wanted hourly earnings', () => {
    const find = {
      price_cents: 24_000,
      fee: 0.15,
      materials_cents: 3200,
      labour_minutes: 300,
      wanted_centsPerHour: 2000,
      daysToSell: 0,
      day_cents: 50,
    };
    const most = mostToPay(find);
    expect(earningsOf({ ...find, bought_cents: most }).perHour_cents).toBe(2000);
    expect(mostToPay({ ...find, daysToSell: 30 })).toBe(most - 1500);
    expect(mostToPay({ ...find, price_cents: 5000 })).toBeLessThan(0);
  });
  test('a margin of 100 % and a negative cost are refused', () => {
    expect(() => priceWithMargin(100, 1)).toThrow(/margin: 1/);
    expect(() =>
      costOf({ bought_cents: -1, materials_cents: 0, hardware_cents: 0, labour_minutes: 0, rate_centsPerHour: 0 }),
    ).toThrow(/bought_cents: -1/);
  });
});
