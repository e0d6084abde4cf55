import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  colourDifference,
  cupColour,
  cupFault,
  cupLacks,
  cupLitres,
  mixedColour,
  mixesNear,
  readColour,
  remade,
  type ShelfPaint,
} from '../src/index.ts';

const can = (id: string, hex: string, on_hand_litres = 1): ShelfPaint => ({
  id,
  name: id,
  hex,
  product: 'matt-paint',
  on_hand_litres,
  can_litres: null,
  can_cents: null,
  lead_days: null,
});
const WHITE = can('white', '#f4f4f0');
const BLUE = can('blue', '#1f3f8f');
const YELLOW = can('yellow', '#f2d21b');
const part = (paint: string, litres: number) => ({ paint, name: paint, litres });
const hex = fc
  .tuple(fc.integer({ min: 8, max: 247 }), fc.integer({ min: 8, max: 247 }), fc.integer({ min: 8, max: 247 }))
  .map((rgb) => `#${rgb.map((n) => n.toString(16).padStart(2, '0')).join('')}`);

describe('colours stirred together', () => {
  test('blue and yellow make a green, as pigments do and light does not', () => {
    // Common practice: subtractive mixing; an average of the two lights would be a grey.
    const { hue_deg, chroma } = readColour(
      mixedColour([
        { hex: YELLOW.hex, amount: 2 },
        { hex: BLUE.hex, amount: 1 },
      ]),
    );
    expect(hue_deg).toBeGreaterThan(100);
    expect(hue_deg).toBeLessThan(200);
    expect(chroma).toBeGreaterThan(15);
  });
  test('more white is paler, step by step', () => {
    const lightness = [1, 2, 4, 8].map(
      (white) =>
        readColour(
          mixedColour([
            { hex: BLUE.hex, amount: 1 },
            { hex: WHITE.hex, amount: white },
          ]),
        ).lightness,
    );
    expect(lightness).toEqual([...lightness].sort((a, b) => a - b));
  });
  test('a paint stirred with itself stays what it is, in any amounts and any order', () => {
    fc.assert(
      fc.property(hex, hex, fc.integer({ min: 1, max: 20 }), fc.integer({ min: 1, max: 20 }), (a, b, x, y) => {
        const same = mixedColour([
          { hex: a, amount: x },
          { hex: a, amount: y },
        ]);
        expect(colourDifference(a, same)).toBeLessThan(1);
        const one = [
          { hex: a, amount: x },
          { hex: b, amount: y },
        ];
        expect(mixedColour(one)).toBe(mixedColour([...one].reverse()));
        // Only the ratio counts.
        const twice = one.map((p) => ({ ...p, amount: p.amount * 2 }));
        expect(colourDifference(mixedColour(one), mixedColour(twice))).toBeLessThan(0.5);
      }),
      { numRuns: 60 },
    );
  });
  test('nothing has no colour', () => {
    expect(() => mixedColour([{ hex: '#112233', amount: 0 }])).toThrow('nothing');
    expect(() => mixedColour([{ hex: 'blue', amount: 1 }])).toThrow('#3d5a45');
  });
});

describe('which leftovers come near a colour', () => {
  test('a can of the very colour comes first, alone', () => {
    const [first] = mixesNear(BLUE.hex, [WHITE, BLUE, YELLOW]);
    expect(first).toMatchObject({ parts: [{ paint: BLUE, parts: 1 }], difference: 0 });
  });
  test('a colour mixed from two cans is found again in its parts', () => {
    const wanted = mixedColour([
      { hex: WHITE.hex, amount: 3 },
      { hex: BLUE.hex, amount: 1 },
    ]);
    const [first] = mixesNear(wanted, [YELLOW, WHITE, BLUE]);
    expect(first!.parts.map((p) => [p.paint.id, p.parts])).toEqual([
      ['white', 3],
      ['blue', 1],
    ]);
    expect(first!.difference).toBeLessThan(0.1);
  });
  test('parts are whole, the difference is that of the colour shown, and no set of cans is named twice', () => {
    fc.assert(
      fc.property(hex, (target) => {
        const found = mixesNear(target, [WHITE, BLUE, YELLOW, can('red', '#a02020')]);
        for (const m of found) {
          expect(m.parts.every((p) => Number.isInteger(p.parts) && p.parts >= 1)).toBe(true);
          expect(m.difference).toBeCloseTo(colourDifference(target, m.hex), 6);
        }
        const sets = found.map((m) =>
          m.parts
            .map((p) => p.paint.id)
            .sort()
            .join(),
        );
        expect(new Set(sets).size).toBe(sets.length);
      }),
      { numRuns: 20 },
    );
  });
});

describe('a cup', () => {
  const made = { parts: [part('white', 0.163), part('blue', 0.163)], water_litres: 0.054 };
  test('made again for another amount keeps its parts', () => {
    const again = remade(made, 0.76);
    expect(again.parts.map((p) => p.litres)).toEqual([expect.closeTo(0.326), expect.closeTo(0.326)]);
    expect(again.water_litres).toBeCloseTo(0.108);
    expect(cupLitres(again)).toBeCloseTo(0.76);
    expect(() => remade({ parts: [], water_litres: 0 }, 1)).toThrow(RangeError);
  });
  test('what a can lacks is told to the millilitre, and a hair is none', () => {
    const lacks = (onHand: number) => cupLacks(made.parts, [can('blue', BLUE.hex, onHand)]);
    expect(lacks(0.143)[0]!.litres).toBeCloseTo(0.02);
    expect(lacks(0.1628)).toEqual([]);
    expect(lacks(0.1624)).toHaveLength(1);
  });
  test('of nothing, or with hardly anything but water, it is none', () => {
    expect(cupFault({ parts: [part('white', 0)], water_litres: 0.1 })).toContain('nothing');
    expect(cupFault({ parts: [part('white', 0.02)], water_litres: 0.08 })).toBeNull();
    expect(cupFault({ parts: [part('white', 0.02)], water_litres: 0.081 })).toContain('80 %');
  });
  test('its colour follows its cans; of cans nobody knows nothing is foretold', () => {
    expect(cupColour(made.parts, [WHITE, BLUE])).toBe(
      mixedColour([
        { hex: WHITE.hex, amount: 1 },
        { hex: BLUE.hex, amount: 1 },
      ]),
    );
    expect(cupColour([part('gone', 1)], [WHITE])).toBeNull();
  });
});
