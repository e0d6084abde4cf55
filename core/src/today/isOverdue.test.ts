import { expect, test } from 'vitest';
import { isOverdue } from '../index.ts';

test.each([
  [0, false],
  [5, false],
  [6, true],
])('%i minutes after its time, a step nobody has begun is asked about: %s', (late, asked) => {
  expect(isOverdue({ start: 29_550_000 }, 29_550_000 + late)).toBe(asked);
});
