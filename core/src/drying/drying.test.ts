import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { CHEMISTRIES, type Climate, dryByTheClock, type Product } from '../index.ts';
import {
  dewPoint_c,
  dryAt,
  dryingCurve,
  productById,
  saturationPressure_pa,
  vapourPressureDeficit_pa,
} from '../index.ts';
import { minuteDryness } from '../verify/minuteDryness.ts';

const hours = (temperature_c: number[], humidity_pct = 50): Climate => ({
  from: 0,
  temperature_c,
  humidity_pct: temperature_c.map(() => humidity_pct),
});
const steady = (t: number, rh = 50, n = 24 * 40) =>
  hours(
    Array.from({ length: n }, () => t),
    rh,
  );
const NO_LIMITS = { minTemperature_c: -50, maxHumidity_pct: 100 };
const cure = (climate: Climate, need_h: number, limits = NO_LIMITS) =>
  dryAt(dryingCurve(climate, 'reactive', limits), 'reactive', need_h * 60, 0) / 60;

describe('psychrometrics', () => {
  // Source: psychrolib 1.1.1 (npm), a general-purpose reference library; columns of dew point and VPD.
  test.each([
    [5, 80, 1.84, 174.5],
    [10, 50, 0.06, 614],
    [10, 85, 7.6, 184.2],
    [18, 65, 11.33, 722.5],
    [20, 50, 9.27, 1169.4],
    [23, 50, 12.03, 1405.2],
    [30, 40, 14.94, 2547.6],
    [35, 90, 33.11, 562.8],
  ])('%d °C at %d %% has the dew point and vapour-pressure deficit of the reference library', (t, rh, dew, vpd) => {
    expect(Math.abs(dewPoint_c(t, rh) - dew)).toBeLessThan(0.05);
    expect(vapourPressureDeficit_pa(t, rh) / vpd).toBeCloseTo(1, 2);
  });

  // Source: IAPWS-IF97 region 4 (2007), saturation pressure.
  test.each([
    [0.01, 611.66],
    [10, 1228.18],
    [20, 2339.21],
    [30, 4246.69],
    [40, 7384.43],
  ])('saturation pressure at %d °C is within 0.4 %% of the international formulation', (t, p) => {
    expect(Math.abs(saturationPressure_pa(t) / p - 1)).toBeLessThan(0.004);
  });

  test('impossible humidity is refused', () => {
    expect(() => vapourPressureDeficit_pa(20, 101)).toThrow(/between 0 and 100/);
    expect(() => dewPoint_c(20, 0)).toThrow(/above 0/);
  });
});

describe('the drying clock', () => {
  // Exact integrals of the rate 2^((T-23)/10); derived by hand.
  test('6 h at 13 °C and then 23 °C gives 8 reference hours after 11 h', () => {
    expect(cure(hours([...Array.from({ length: 6 }, () => 13), ...Array.from({ length: 40 }, () => 23)]), 8)).toBe(11);
  });
  test('a constant 33 °C never beats the data sheet, though the chemistry would be done in half the time', () => {
    expect(cure(steady(33), 8)).toBe(8);
  });
  test('below its minimum temperature a film never dries', () => {
    expect(cure(steady(3), 8, { minTemperature_c: 10, maxHumidity_pct: 100 })).toBe(Infinity);
  });
  test('a real day by the hour gives 14.8327 reference hours in 24, more than its mean temperature would', () => {
    const day = [18, 16, 15, 14, 13, 12, 11, 10, 10, 9, 9, 10, 12, 14, 16, 18, 20, 21, 22, 22, 21, 20, 19, 18];
    expect(dryingCurve(hours(day), 'reactive', NO_LIMITS).cure.at(-1)! / 60).toBeCloseTo(14.8327, 4);
    expect(
      dryingCurve(hours(day), 'reactive', { minTemperature_c: 10, maxHumidity_pct: 100 }).cure.at(-1)! / 60,
    ).toBeCloseTo(14.0748, 4);
    expect(cure(hours(day), 4)).toBeCloseTo(7.407, 1);
  });
  // The table of the model at constant climate: 60 min at reference becomes … (docs/decisions/0003).
  test.each([
    [23, 50, 60],
    [20, 50, 72.1],
    [10, 80, 343],
    [15, 70, 164.7],
    [18, 85, 272],
  ])('60 reference minutes of evaporation at %d °C and %d %% take %d minutes', (t, rh, minutes) => {
    const at = dryAt(dryingCurve(steady(t, rh), 'waterborne', NO_LIMITS), 'waterborne', 60, 0);
    const alsoCured = 60 / 2 ** ((t - 23) / 10);
    expect(Math.abs(at - Math.max(minutes, alsoCured))).toBeLessThan(1.5);
  });
  test('a coat laid on a 10 °C evening dries later than one laid at 21 °C', () => {
    const cold = dryAt(dryingCurve(steady(10, 70), 'waterborne', NO_LIMITS), 'waterborne', 120, 0);
    const warm = dryAt(dryingCurve(steady(21, 70), 'waterborne', NO_LIMITS), 'waterborne', 120, 0);
    expect(cold).toBeGreaterThan(2 * warm);
  });
  test('too damp an hour gives no credit to a waterborne film', () => {
    const limits = { minTemperature_c: 5, maxHumidity_pct: 85 };
    const climate: Climate = {
      from: 0,
      temperature_c: Array.from({ length: 48 }, () => 23),
      humidity_pct: Array.from({ length: 48 }, (_, h) => (h < 5 ? 90 : 50)),
    };
    expect(dryAt(dryingCurve(climate, 'waterborne', limits), 'waterborne', 60, 0)).toBe(6 * 60);
  });

  const climates = fc.array(fc.record({ t: fc.integer({ min: -5, max: 35 }), rh: fc.integer({ min: 20, max: 99 }) }), {
    minLength: 72,
    maxLength: 96,
  });
  const product = (minutes: number, chemistry: Product['chemistry']): Product => ({
    ...productById.get('matt-paint')!,
    chemistry,
    stages_minutes: {
      touch: minutes,
      handle: minutes,
      sand: minutes,
      recoat: minutes,
      topcoat: minutes,
      travel: minutes,
      use: minutes,
      cure: minutes,
    },
    spread_m2PerL: 10,
    limits: { minTemperature_c: 8, maxHumidity_pct: 85 },
    range: '',
    caution: null,
  });
  test('agrees within a minute with adding up minute by minute', () => {
    fc.assert(
      fc.property(
        climates,
        fc.integer({ min: 1, max: 900 }),
        fc.integer({ min: 0, max: 1440 }),
        fc.constantFrom(...CHEMISTRIES),
        (air, need, start, chemistry) => {
          const climate: Climate = { from: 0, temperature_c: air.map((a) => a.t), humidity_pct: air.map((a) => a.rh) };
          const p = product(need, chemistry);
          const own =
            chemistry === 'clock'
              ? dryByTheClock(need, start)
              : dryAt(dryingCurve(climate, chemistry, p.limits!), chemistry, need, start);
          const slow = minuteDryness(climate, p, 'recoat', start);
          if (own === Infinity || slow === Infinity)
            expect(Math.min(own, slow)).toBeGreaterThanOrEqual(air.length * 60 - 1);
          else expect(Math.abs(own - slow)).toBeLessThanOrEqual(1);
        },
      ),
    );
  });
  test('a film laid before the air is known dries as in the first known hour', () => {
    const curve = dryingCurve(steady(13), 'reactive', NO_LIMITS);
    expect(dryAt(curve, 'reactive', 60, -500)).toBe(-380);
    expect(dryAt(curve, 'reactive', 60, -60)).toBe(60);
  });
  test('warmer at the same humidity is never later, and starting later is never done sooner', () => {
    fc.assert(
      fc.property(
        climates,
        fc.integer({ min: 1, max: 600 }),
        fc.integer({ min: 0, max: 600 }),
        fc.integer({ min: 0, max: 8 }),
        (air, need, start, warmer) => {
          const at = (more: number, from: number) => {
            const c: Climate = {
              from: 0,
              temperature_c: air.map((a) => a.t + more),
              humidity_pct: air.map((a) => a.rh),
            };
            return dryAt(dryingCurve(c, 'waterborne', NO_LIMITS), 'waterborne', need, from);
          };
          expect(at(warmer, start)).toBeLessThanOrEqual(at(0, start));
          expect(at(0, start + 30)).toBeGreaterThanOrEqual(at(0, start));
        },
      ),
    );
  });
});

describe('a thick film', () => {
  // Source: Crank, The Mathematics of Diffusion: time in proportion to the square of the thickness.
  const twice = (chemistry: 'reactive' | 'waterborne', nominal: number, thickness: number) =>
    dryAt(dryingCurve(steady(20), chemistry, NO_LIMITS), chemistry, nominal, 0, thickness);
  test('twice as thick cures four times as long; half as thick no sooner than the data sheet says', () => {
    const once = twice('reactive', 600, 1);
    expect(twice('reactive', 600, 2) / once).toBeCloseTo(4, 1);
    expect(twice('reactive', 600, 0.5)).toBeGreaterThanOrEqual(600);
  });
});
