import fc from 'fast-check';
import { expect, test } from 'vitest';
import { inUnits, readInches, sayInches } from './inUnits.ts';

// An inch is 25.4 mm, a US gallon 231 cubic inches: NIST Handbook 44, Appendix C.
test.each([
  ['room at 21 °C or more', 'room at 70 °F or more'],
  ['60–65 °C, never boiling', '140–149 °F, never boiling'],
  ['10–14 m²/L', '410–570 ft²/gal'],
  ['two rails 20 cm tall', 'two rails 7 3/4 in tall'],
  ['It is taller than 1.4 m or wider than 1.6 m', 'It is taller than 55 in or wider than 63 in'],
  ['At 0.5 mm or less: gloves.', 'At 0.020 in or less: gloves.'],
  ['8 mm clear', '5/16 in clear'],
  ['310 mL and 1.5 L', '10.5 fl oz and 1.6 qt'],
  ['About 35 kg whole', 'About 75 lb whole'],
  ['6 pieces of 60 cm × 45 cm', '6 pieces of 23 1/2 in × 17 3/4 in'],
  ['for a cup or for a litre', 'for a cup or for a quart'],
  ['ten minutes for a square metre', 'ten minutes for ten square feet'],
  ['coat 1 of 2, 120-180, dust off, 2 h', 'coat 1 of 2, 120-180, dust off, 2 h'],
])('“%s” in a US shop is “%s”; in a metric one it stays', (metric, us) => {
  expect(inUnits(metric, 'us')).toBe(us);
  expect(inUnits(metric, 'metric')).toBe(metric);
});

test.each([
  [3.75, '3 3/4 in'],
  [96 / 25.4, '3 3/4 in'],
  [5 / 25.4, '3/16 in'],
  [2, '2 in'],
  [0, '0 in'],
  [0.999, '1 in'],
  [1 / 32, '1/16 in'],
  [0.031, '0.031 in'],
])('%d inches stand on a rule as %s', (inches, said) => expect(sayInches(inches)).toBe(said));

test('what is said is read again, to the sixteenth', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 2000 }), (n) => {
      expect(readInches(sayInches(n / 16))).toBe(n / 16);
    }),
  );
});
test.each([
  ['30.75', 30.75],
  ['30,75', 30.75],
  ['30 3/4', 30.75],
  ['3/16', 0.1875],
  ['30 3/4 in', 30.75],
  ['30"', 30],
])('“%s” is read as %d', (typed, inches) => expect(readInches(typed)).toBe(inches));
test.each(['', 'wide', '3/0', '3/4/5', '-1', '1 2'])('“%s” is no length', (typed) =>
  expect(readInches(typed)).toBeNaN(),
);
