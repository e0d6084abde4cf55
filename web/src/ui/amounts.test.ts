import { expect, test } from 'vitest';
import { sayDays, saySteps } from './amounts.ts';

test('one of a thing is said as one', () => {
  expect([0, 1, 2].map(saySteps)).toEqual(['0 steps', '1 step', '2 steps']);
  expect([0, 1, 2].map(sayDays)).toEqual(['0 days', '1 day', '2 days']);
});
