import { expect, test } from 'vitest';
import { sayGains, sayLosses } from '../src/index.ts';
import { NOTHING_LATE as none } from './fixtures/score.ts';

test.each([
  [{ loads: 1 }, 'one set-up of paint and tray less'],
  [{ loads: 2 }, '2 fewer set-ups of paint and tray'],
  [{ unready: 1, unplanned: 3 }, 'one more piece can be ready'],
  [{ unready: 2, unplanned: 3 }, '2 more pieces can be ready'],
  [{ unplanned: 1 }, 'one more step has a place'],
  [{ unplanned: 2 }, '2 more steps have a place'],
  [{ promisedLate: 60 }, 'every told date is kept'],
])('of %o that are gone a better plan says: %s', (gone, said) => {
  expect(sayGains({ ...none, ...gone }, none)).toEqual([said]);
  expect(sayGains(none, { ...none, ...gone })).toEqual([]);
});

test.each([
  [{ unready: 1, unplanned: 3 }, 'one piece fewer can be ready'],
  [{ unready: 2, unplanned: 3 }, '2 pieces fewer can be ready'],
  [{ unplanned: 1 }, 'one more step of what cannot be ready has no place'],
  [{ unplanned: 2 }, '2 more steps of what cannot be ready have no place'],
])('of %o that come a plan that is worse in that says: %s', (more, said) => {
  expect(sayLosses(none, { ...none, ...more })).toEqual([said]);
  expect(sayLosses({ ...none, ...more }, none)).toEqual([]);
});

// “Every other date” would be every second one.
test.each([
  [{ otherLate: 60 }, { otherLate: 0 }, 'every date fits'],
  [{ otherLate: 60, promisedLate: 5 }, { otherLate: 0, promisedLate: 5 }, 'all dates nobody was told fit'],
  [{ otherLate: 60 }, { otherLate: 1 }, 'dates nobody was told fit better'],
])('other dates late by %o and then by %o: %s', (before, after, said) => {
  expect(sayGains({ ...none, ...before }, { ...none, ...after })).toEqual([said]);
  expect(sayLosses({ ...none, ...after }, { ...none, ...before })).toEqual([
    'dates nobody was told are missed by more',
  ]);
});
