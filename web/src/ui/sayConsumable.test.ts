import { expect, test } from 'vitest';
import { sayConsumable } from './sayConsumable.ts';

// A foot is 0.3048 m: NIST Handbook 44, appendix C.
test.each([
  [{ name: 'Brushes', amount: 3, unit: 'pieces' }, '3 × Brushes', '3 × Brushes'],
  [{ name: 'Masking tape', amount: 6, unit: 'metres' }, 'Masking tape, 6 m', 'Masking tape, 20 ft'],
  [{ name: 'Covering film', amount: 0.3, unit: 'm²' }, 'Covering film, 0.3 m²', 'Covering film, 4 sq ft'],
] as const)('%o', (what, metric, us) => {
  expect(sayConsumable(what, 'metric')).toBe(metric);
  expect(sayConsumable(what, 'us')).toBe(us);
});
