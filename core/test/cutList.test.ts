import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cutList, type CutPart } from '../src/index.ts';
import { routeOf, stepOf } from './fixtures/pieces.ts';

const BOARD = { length: 2.4, width: 0.3 };
const part = (length: number, width: number, count: number): CutPart => ({ name: 'shelf', length, width, count });

describe('a cut list', () => {
  test('two of 1.19 m come out of a board of 2.40 m, two of 1.20 m do not: the saw takes 3 mm', () => {
    expect(cutList([part(1.19, 0.3, 2)], BOARD).boards).toHaveLength(1);
    expect(cutList([part(1.2, 0.3, 2)], BOARD).boards).toHaveLength(2);
  });
  test('narrow parts lie beside one another, as far as the saw leaves room', () => {
    expect(cutList([part(2, 0.148, 2)], BOARD).boards).toHaveLength(1);
    expect(cutList([part(2, 0.15, 2)], BOARD).boards).toHaveLength(2);
  });
  // Worked by hand: 90 + 90 and 60 in the first strip, 60 + 60 + 60 in the second, each 30 cm wide.
  test('three shelves of 90 cm and four of 60 cm take three boards', () => {
    const { boards, waste_m2 } = cutList([part(0.9, 0.3, 3), part(0.55, 0.3, 4)], BOARD);
    expect(boards).toHaveLength(3);
    expect(waste_m2).toBeCloseTo(3 * 0.72 - 3 * 0.27 - 4 * 0.165, 9);
  });
  test('every part is there, no strip is longer and no board wider than it is', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            length: fc.integer({ min: 10, max: 240 }).map((n) => n / 100),
            width: fc.constantFrom(0.05, 0.1, 0.145, 0.3),
            count: fc.integer({ min: 1, max: 5 }),
          }),
          { minLength: 1, maxLength: 5 },
        ),
        (list) => {
          const parts = list.map((p) => ({ ...p, name: 'part' }));
          const { boards, waste_m2 } = cutList(parts, BOARD);
          const cut = boards.flatMap((b) => b.strips.flatMap((s) => s.lengths.map((l) => `${l} × ${s.width}`))).sort();
          expect(cut).toEqual(
            parts.flatMap((p) => Array.from({ length: p.count }, () => `${p.length} × ${p.width}`)).sort(),
          );
          for (const b of boards) {
            expect(b.strips.reduce((n, s) => n + s.width, 0)).toBeLessThanOrEqual(BOARD.width + 1e-9);
            for (const s of b.strips)
              expect(s.lengths.reduce((n, l) => n + l, 0)).toBeLessThanOrEqual(BOARD.length + 1e-9);
          }
          expect(waste_m2).toBeGreaterThanOrEqual(-1e-9);
        },
      ),
      { numRuns: 200, seed: 3 },
    );
  });
  test('a part larger than a board is told by its name', () => {
    expect(() => cutList([part(2.5, 0.2, 1)], BOARD)).toThrow(/shelf: longer or wider than a board/);
  });
});

test('what is made here is sawn and fitted while paint dries, and sanded before its own coats', () => {
  const r = routeOf({ brief: { made: [{ id: 'm1', name: 'Glides', length: 0.4, width: 0.03, count: 4 }] } });
  const make = stepOf(r, 'make-m1');
  expect(make).toMatchObject({ splittable: true, title: 'Saw, fit and sand 4 × glides' });
  // It takes no zone of the piece, so nothing of the piece waits for it but the putting together.
  expect(make.after).toEqual([]);
  expect(stepOf(r, 'assemble').after.map((l) => l.step)).toContain('coat-m1');
  expect(stepOf(r, 'coat-m1').after.map((l) => l.step)).toContain('make-m1');
});
