import { expect, test } from 'vitest';
import { NOTHING_LATE, toldLateBy } from '../../test/fixtures/score.ts';
import { sayStanding } from './sayScore.ts';

const NO_LIMITS = { promisedLate: 0, otherLate: 0, flow_minutes: 0 };
const DAY = 1440;
const told = (late: number, limit: number) =>
  sayStanding({ score: toldLateBy(late), limits: { ...NO_LIMITS, promisedLate: limit }, pieces: 2 })[0]!;
const said = (late: number, limit: number) => told(late, limit).words;
/** Of two pieces, the whole of both. */
const stays = (mean_minutes: number, limit_minutes: number) =>
  sayStanding({
    score: { ...NOTHING_LATE, flow_minutes: 2 * mean_minutes },
    limits: { ...NO_LIMITS, flow_minutes: 2 * limit_minutes },
    pieces: 2,
  })[2]!;

test('how much lateness is there in any plan is said as proved, and no more', () => {
  expect(said(0, 0)).toBe('Every told date is kept.');
  expect(said(1000, 1000)).toMatch(/no plan could keep them noticeably better/);
  expect(said(1000, 829)).toMatch(/at least 82 % of that lateness is there in any plan/);
  expect(said(1000, 4)).toMatch(/a better plan is not ruled out/);
});
test('what has no place is said first', () => {
  const lines = sayStanding({
    score: { ...NOTHING_LATE, unplanned: 3, flow_minutes: 90 * DAY },
    limits: NO_LIMITS,
    pieces: 1,
  });
  expect(lines[0]!.words).toMatch(/^3 steps have no place/);
  // It would be as long as plans reach.
  expect(lines.map((l) => l.words).join()).not.toMatch(/on average/);
});
test('what is drawn as there in any plan is what the words say', () => {
  expect(told(0, 0).inAnyPlan).toBeNull();
  expect(told(1000, 829).inAnyPlan).toBe(0.829);
  expect(told(1000, 4).inAnyPlan).toBe(0);
  expect(told(1000, 990).inAnyPlan).toBe(1);
});
test('how long a piece is in the shop is said beside what no plan could make less', () => {
  expect(stays(24.5 * DAY, 17.3 * DAY).words).toMatch(/takes 24\.5 days on average; in no plan less than 17\.3 days/);
  expect(stays(24.5 * DAY, 24.46 * DAY).words).toMatch(
    /takes 24\.5 days on average; no plan could make that noticeably less/,
  );
  expect(stays(1.04 * DAY, 0.9 * DAY).words).toMatch(/takes 1 day on average; in no plan less than 0\.9 days/);
  expect(stays(20 * DAY, 10 * DAY).inAnyPlan).toBe(0.5);
});
test('an empty shop says nothing of how long pieces take', () => {
  expect(sayStanding({ score: NOTHING_LATE, limits: NO_LIMITS, pieces: 0 })).toHaveLength(2);
});
