import { expect, test } from 'vitest';
import { cautionOf, cautionsOnce } from './cautionsOnce.ts';

const DUST = 'Dust: mask and extraction.';
test('each sentence of caution stands beside the first step it is about, and no more', () => {
  const said = cautionsOnce([
    { key: 'scuff', caution: DUST },
    { key: 'prime', caution: null },
    { key: 'smooth', caution: `${DUST} Board dust is the finest of all.` },
    { key: 'sand', caution: DUST },
  ]);
  expect([...said]).toEqual([
    ['scuff', DUST],
    ['smooth', 'Board dust is the finest of all.'],
  ]);
});
test('of one step nothing is said twice, and no word is lost', () => {
  expect(cautionOf(`${DUST} ${DUST} Gloves.`)).toBe(`${DUST} Gloves.`);
  expect(cautionOf('At 0.5 mm or less: gloves.')).toBe('At 0.5 mm or less: gloves.');
  expect(cautionOf(null)).toBeNull();
});
