import { expect, test } from 'vitest';
import { NOTHING_LATE, toldLateBy } from '../../test/fixtures/score.ts';
import { sayStanding } from './sayScore.ts';

const said = (late: number, limit: number) =>
  sayStanding({ score: toldLateBy(late), limits: { ready: {}, promisedLate: limit, otherLate: 0 } })[0];

test('how much lateness is there in any plan is said as proved, and no more', () => {
  expect(said(0, 0)).toBe('Every told date is kept.');
  expect(said(1000, 1000)).toMatch(/no plan could keep them better/);
  expect(said(1000, 829)).toMatch(/at least 82 % of that lateness is there in any plan/);
  expect(said(1000, 4)).toMatch(/a better plan is not ruled out/);
});
test('what has no place is said first', () => {
  const [first] = sayStanding({
    score: { ...NOTHING_LATE, unplanned: 3 },
    limits: { ready: {}, promisedLate: 0, otherLate: 0 },
  });
  expect(first).toMatch(/^3 steps have no place/);
});
