import fc from 'fast-check';
import { expect, test } from 'vitest';
import { arrivalOfOrder, dayOf, instantAt, latestOrder, problemOf } from '../src/index.ts';
import { firstShop } from '../src/workshop/firstShop.ts';

const ZONE = 'America/New_York';
const at = (date: string, hour: number, minute = 0) => instantAt(ZONE, dayOf(date), hour * 60 + minute);

test.each([
  ['in the morning', at('2026-03-09', 0)],
  ['at noon', at('2026-03-09', 12)],
  ['in the last minute of the day', at('2026-03-09', 23, 59)],
])('a can of two days ordered %s comes on the same day, and is counted on from noon', (_, ordered) => {
  expect(arrivalOfOrder(ZONE, ordered, 2)).toBe(at('2026-03-11', 12));
});
test('a minute after midnight it is a day later', () => {
  expect(arrivalOfOrder(ZONE, at('2026-03-10', 0), 2)).toBe(at('2026-03-12', 12));
});
test('noon is on the wall, through the night in which clocks change', () => {
  expect(arrivalOfOrder(ZONE, at('2026-03-07', 9), 1)).toBe(at('2026-03-08', 12));
});
test('what takes no day is fetched at once, and can be fetched until the coat begins', () => {
  expect(arrivalOfOrder(ZONE, at('2026-03-09', 15), 0)).toBe(at('2026-03-09', 15));
  expect(latestOrder(ZONE, at('2026-03-09', 15), 0)).toBe(at('2026-03-09', 15));
});
test('what is needed at noon is ordered days before, what is needed a minute sooner a day more', () => {
  expect(latestOrder(ZONE, at('2026-03-11', 12), 2)).toBe(at('2026-03-09', 23, 59));
  expect(latestOrder(ZONE, at('2026-03-11', 11, 59), 2)).toBe(at('2026-03-08', 23, 59));
});
test('ordered at the last moment it is there in time, a minute later it is not', () => {
  const needed = fc.integer({ min: at('2026-01-01', 0), max: at('2027-01-01', 0) });
  fc.assert(
    fc.property(needed, fc.integer({ min: 1, max: 30 }), (by, lead) => {
      const last = latestOrder(ZONE, by, lead);
      expect(arrivalOfOrder(ZONE, last, lead)).toBeLessThanOrEqual(by);
      expect(arrivalOfOrder(ZONE, last + 1, lead)).toBeGreaterThan(by);
    }),
  );
});
test('what a plan counts on while nobody has ordered does not slide by the minute, only by the day', () => {
  const navy = { id: 'navy', name: 'Navy', hex: '#203050', product: 'matt-paint', can_litres: 1, can_cents: null };
  const shop = { ...firstShop(ZONE, 'Ada'), paints: [{ ...navy, on_hand_litres: 0, lead_days: 3 }] };
  const comes = (now: number) => problemOf(shop, [], now).stock![0]!.arrivalIfOrdered;
  expect(comes(at('2026-03-09', 9))).toBe(at('2026-03-12', 12));
  expect(comes(at('2026-03-09', 17, 59))).toBe(at('2026-03-12', 12));
  expect(comes(at('2026-03-10', 9))).toBe(at('2026-03-13', 12));
});
