import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { dayOf, type Hours, instantAt, planAfresh, type Problem, replan, verify, wallClock } from '../src/index.ts';
import { after, piece, smallShop, step } from './fixtures/smallShop.ts';

/**
 * Zones whose offset is no whole hour, some with summer time: IANA time zone database (Kathmandu +5:45, Eucla +8:45,
 * Chatham +12:45/+13:45, Lord Howe +10:30/+11, Adelaide +9:30/+10:30, Marquesas -9:30).
 */
const ZONES = [
  'Asia/Kathmandu',
  'Australia/Eucla',
  'Pacific/Chatham',
  'Australia/Lord_Howe',
  'Australia/Adelaide',
  'Pacific/Marquesas',
  'Europe/Berlin',
];
const h = (from: number, until: number) => ({ from: from * 60, until: until * 60 });
/** Somebody who works at night, over midnight: until 24:00, and from 0:00 on. */
const NIGHTS: Hours = {
  weekly: Array.from({ length: 7 }, () => [h(0, 2), h(21, 24)]),
  exceptions: [],
  blocks: [{ title: 'Meal', on: { weekday: 2 }, from: 23 * 60 + 30, until: 24 * 60 }],
};

function nightShop(zone: string, day: number, minutes: readonly number[], splittable: boolean): Problem {
  const now = instantAt(zone, day, 19 * 60);
  const steps = minutes.map((work_minutes, i) =>
    step(`s${i}`, { work_minutes, splittable, after: i === 0 ? [] : [after(`s${i - 1}`)] }),
  );
  const shop = smallShop([piece('p', steps, { arrival: now })], { timeZone: zone, now, horizon: now + 40 * 1440 });
  return { ...shop, people: shop.people.map((p) => ({ ...p, hours: NIGHTS })) };
}

describe('hours past midnight, in zones of quarter hours', () => {
  test('are planned and verified by two calendars that agree, over changes of summer time too', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ZONES),
        // Around the changes of the year: IANA, southern and northern.
        fc.constantFrom('2026-03-27', '2026-04-03', '2026-09-25', '2026-10-02', '2026-10-23', '2026-06-10'),
        fc.array(fc.integer({ min: 5, max: 230 }), { minLength: 2, maxLength: 7 }),
        fc.boolean(),
        (zone, date, minutes, splittable) => {
          const problem = nightShop(zone, dayOf(date), minutes, splittable);
          const plan = planAfresh(problem, null, 1);
          expect(verify(problem, plan)).toEqual([]);
          const later = { ...problem, now: problem.now + 185 };
          expect(verify(later, replan(later, plan, []))).toEqual([]);
        },
      ),
      { numRuns: process.env['MOKUME_LONG'] ? 2000 : 60 },
    );
  });
  test.each(ZONES)('in %s a step of two hours begun at 23:00 goes on at 0:00 and ends at 1:00', (zone) => {
    const problem = nightShop(zone, dayOf('2026-06-09'), [120, 120], true);
    const plan = planAfresh(problem, null, 1);
    // The first from 21:00 on, the second after it: over midnight without a break.
    const { start, end } = plan.steps['s1']!;
    expect([wallClock(zone, start).minute, wallClock(zone, end).minute]).toEqual([23 * 60, 60]);
    expect(end - start).toBe(120);
  });
});
