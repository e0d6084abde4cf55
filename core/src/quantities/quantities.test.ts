import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  inchesToMetres,
  litresToUsFluidOunces,
  litresToUsQuarts,
  metresToInches,
  paintFor,
  spreadingRate,
  squareMetres,
  squareMetresPerLitre,
  squareMetresToSquareFeet,
  templateById,
  zonesOf,
} from '../index.ts';

// Worked values after ISO 23811 (practical spreading rate); geometry by hand.
test('40 % solids at 40 µm dry cover 10 m² a litre', () => {
  expect(spreadingRate(40, 40)).toBe(10);
});
test('2.6 m², 2 coats at 38 % solids and 35 µm with 15 % loss take 0.5635 L, 0.5954 US quarts', () => {
  const l = paintFor(squareMetres(2.6), spreadingRate(38, 35), 2, 0.15);
  expect(l).toBeCloseTo(0.5635, 3);
  expect(litresToUsQuarts(l)).toBeCloseTo(0.5954, 3);
});
test('20 % loss on 10 L net is 12.5 L: divided, not added', () => {
  expect(paintFor(squareMetres(100), squareMetresPerLitre(10), 1, 0.2)).toBe(12.5);
});
test('doubling area or coats doubles the paint; without loss it is the theoretical amount', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 50, noNaN: true }),
      fc.integer({ min: 1, max: 6 }),
      fc.double({ min: 0, max: 0.9, noNaN: true }),
      (area, coats, loss) => {
        const one = paintFor(squareMetres(area), squareMetresPerLitre(9), coats, loss);
        expect(paintFor(squareMetres(2 * area), squareMetresPerLitre(9), coats, loss)).toBeCloseTo(2 * one, 9);
        expect(paintFor(squareMetres(area), squareMetresPerLitre(9), 2 * coats, loss)).toBeCloseTo(2 * one, 9);
        expect(paintFor(squareMetres(area), squareMetresPerLitre(9), coats, 0)).toBeCloseTo((area * coats) / 9, 9);
      },
    ),
  );
});
test('coverage zero, loss of everything and negative areas are refused with the value and the bound', () => {
  expect(() => squareMetresPerLitre(0)).toThrow(/0 is not a finite number > 0/);
  expect(() => paintFor(squareMetres(1), squareMetresPerLitre(10), 1, 1)).toThrow(/0 <= loss < 1/);
  expect(() => squareMetres(-2)).toThrow(/-2 is not a finite number >= 0/);
});
// Source: international inch, US gallon of 231 cubic inches (GNU units).
test('units convert exactly and back', () => {
  expect(metresToInches(0.9)).toBeCloseTo(35.433, 3);
  expect(litresToUsFluidOunces(0.0295735296)).toBeCloseTo(1, 6);
  expect(squareMetresToSquareFeet(0.09290304)).toBe(1);
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 1000, noNaN: true }),
      (n) => Math.abs(inchesToMetres(metresToInches(n)) - n) < 1e-9,
    ),
  );
});
test('an open chest of 1.2 × 0.5 × 0.8 m has 2.36 m² outside', () => {
  const chest = templateById.get('chest-of-drawers')!;
  const { zones } = zonesOf(chest, { width: 1.2, depth: 0.5, height: 0.8, parts: 4 });
  expect(zones.reduce((n, z) => n + z.area_m2, 0)).toBeCloseTo(2.36, 9);
});
