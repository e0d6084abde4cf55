import fc from 'fast-check';
import { expect, test } from 'vitest';
import { mergeEdits } from './mergeEdits.ts';

const base = { name: 'Bench', room: '2', air: 'shop' };

test('what only they changed is taken, what only I changed stays, and nobody is asked', () => {
  const { merged, clashes } = mergeEdits(base, { ...base, name: 'Long bench' }, { ...base, room: '3' });
  expect(merged).toEqual({ name: 'Long bench', room: '3', air: 'shop' });
  expect(clashes).toEqual([]);
});

test('what both changed is shown both ways, and stays as I have it until that is decided', () => {
  const { merged, clashes } = mergeEdits(base, { ...base, room: '4' }, { ...base, room: '3' });
  expect(clashes).toEqual([{ name: 'room', mine: '4', theirs: '3' }]);
  expect(merged.room).toBe('4');
});

test('both made the same change: nothing to decide', () => {
  expect(mergeEdits(base, { ...base, room: '3' }, { ...base, room: '3' }).clashes).toEqual([]);
});

test('no change of either side is ever lost: it is in what is merged, or shown as a clash', () => {
  const row = fc.record({ a: fc.integer({ min: 0, max: 2 }), b: fc.array(fc.boolean(), { maxLength: 2 }) });
  fc.assert(
    fc.property(row, row, row, (from, mine, theirs) => {
      const { merged, clashes } = mergeEdits(from, mine, theirs);
      for (const name of ['a', 'b'] as const) {
        const isClash = clashes.some((c) => c.name === name);
        if (JSON.stringify(mine[name]) !== JSON.stringify(from[name])) expect(merged[name]).toEqual(mine[name]);
        else expect(merged[name]).toEqual(theirs[name]);
        if (isClash) expect(mine[name]).not.toEqual(theirs[name]);
      }
    }),
  );
});
