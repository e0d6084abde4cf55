import fc from 'fast-check';
import { expect, test } from 'vitest';
import { firstFrom } from '../src/verify/facts.ts';

test('the first that starts at a moment or later is the one found by looking at all in order', () => {
  const starts = fc
    .array(fc.integer({ min: -50, max: 50 }), { maxLength: 30 })
    .map((list) => list.sort((a, b) => a - b));
  fc.assert(
    fc.property(starts, fc.integer({ min: -60, max: 60 }), (list, at) => {
      const inOrder = list.map((from) => ({ from }));
      const looked = inOrder.findIndex((x) => x.from >= at);
      expect(firstFrom(inOrder, at)).toBe(looked < 0 ? list.length : looked);
    }),
  );
});
test('of several at once it is the first of them, and none is after the last', () => {
  const at = [{ from: 1 }, { from: 3 }, { from: 3 }, { from: 3 }, { from: 8 }];
  expect([0, 1, 2, 3, 4, 8, 9].map((moment) => firstFrom(at, moment))).toEqual([0, 0, 1, 1, 4, 4, 5]);
});
