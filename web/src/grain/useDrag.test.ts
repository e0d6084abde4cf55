import { expect, test } from 'vitest';
import { type Drag, obstacleAt } from './useDrag.ts';

const NOW = 29_541_000;
const drag = (at: number): Drag => ({
  step: 's',
  at,
  x: 0,
  y: 0,
  outcome: null,
  fault: null,
  spans: [
    { from: NOW, until: NOW + 60, obstacle: null },
    { from: NOW + 60, until: NOW + 120, obstacle: { kind: 'hours' } },
  ],
});

test.each([
  [NOW - 5, { kind: 'past' }],
  [NOW, null],
  [NOW + 55, null],
  [NOW + 60, { kind: 'hours' }],
  [NOW + 115, { kind: 'hours' }],
])('a step held at %i is told what is known of that time', (at, obstacle) => {
  expect(obstacleAt(drag(at), NOW)).toEqual(obstacle);
});
test('beyond what is known nothing is said, and nothing allowed', () => {
  expect(obstacleAt(drag(NOW + 120), NOW)).toBeUndefined();
  expect(obstacleAt({ ...drag(NOW), spans: [] }, NOW)).toBeUndefined();
});
