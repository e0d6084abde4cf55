import { expect, test } from 'vitest';
import { latestEnds, openBefore, type Plan, type Shop, type ShopStep } from '../src/index.ts';

/** What these functions look at of a step, and nothing more. */
const step = (key: string, more: object = {}): ShopStep =>
  ({
    id: `p.${key}`,
    key,
    state: { kind: 'planned' },
    work_minutes: 30,
    after: [],
    ...more,
  }) as unknown as ShopStep;
const link = (to: string, from = 'end', min_minutes = 0) => ({ step: to, from, min_minutes, max_minutes: null });
const done = { kind: 'done', from: 0, until: 30, by: [] };
const ids = (steps: readonly ShopStep[]) => steps.map((s) => s.key);
type Seen = { readonly shop: Pick<Shop, 'people' | 'timeZone'>; readonly plan: Pick<Plan, 'steps'> };
const plan = (dry: Record<string, object>, people: readonly object[] = []): Seen =>
  ({
    shop: { people, timeZone: 'UTC' },
    plan: { steps: Object.fromEntries(Object.entries(dry).map(([k, d]) => [`p.${k}`, { end: 1000, dry: d }])) },
  }) as never;
/** Somebody who comes every day from nine to five. */
const nineToFive = {
  hours: { weekly: Array.from({ length: 7 }, () => [{ from: 540, until: 1020 }]), exceptions: [], blocks: [] },
};
const day = (n: number, hour: number, minute = 0) => n * 1440 + hour * 60 + minute;

const wash = step('wash');
const prime = step('prime', { after: [link('wash')] });
const coat1 = step('coat-1', { after: [link('prime', 'recoat')] });
const look = step('look', { after: [link('coat-1', 'touch')], work_minutes: 10 });
const coat2 = step('coat-2', { after: [link('coat-1', 'recoat', 60), link('look')] });

test('what a step waits for and nobody ticked is found behind it, in the order of the route', () => {
  const hinges = step('hinges');
  expect(ids(openBefore([wash, hinges, prime, coat1, look, coat2], 'p.coat-2'))).toEqual([
    'wash',
    'prime',
    'coat-1',
    'look',
  ]);
  expect(openBefore([wash, prime], 'p.wash')).toEqual([]);
  expect(openBefore([wash, prime], 'p.elsewhere')).toEqual([]);
});
test('what stands behind a step that is done is not asked for, and one under way is', () => {
  const primed = { ...prime, state: done } as ShopStep;
  expect(ids(openBefore([wash, primed, coat1, coat2], 'p.coat-2'))).toEqual(['coat-1']);
  const underWay = { ...coat1, state: { kind: 'started', at: 5, by: [] } } as ShopStep;
  expect(ids(openBefore([wash, primed, underWay, coat2], 'p.coat-2'))).toEqual(['coat-1']);
});
test('each was done at the latest it can have been: worked one after the other, and dry for the next', () => {
  const open = [wash, prime, coat1, look];
  const ends = latestEnds(
    open,
    coat2,
    5000,
    plan({ 'coat-1': { recoat: 1120, touch: 1030 }, prime: { recoat: 1240 } }),
  );
  // Coat 1 dries two hours and an hour more is kept; looked at for ten minutes before coat 2, half an hour dry by then.
  expect(ends.get('p.coat-1')).toBe(5000 - 180);
  expect(ends.get('p.look')).toBe(5000);
  expect(ends.get('p.prime')).toBe(5000 - 180 - 30 - 240);
  expect(ends.get('p.wash')).toBe(5000 - 180 - 30 - 240 - 30);
});
test('the tighter of two ways decides, what never dries or is not planned counts as dry, and work begun does not end before', () => {
  const slow = latestEnds([coat1, look], coat2, 5000, plan({ 'coat-1': { recoat: 1010, touch: 1300 } }));
  expect(slow.get('p.coat-1')).toBe(5000 - 10 - 300);
  const never = latestEnds([coat1], coat2, 5000, plan({ 'coat-1': { recoat: Infinity } }));
  expect(never.get('p.coat-1')).toBe(5000 - 60);
  expect(latestEnds([coat1], coat2, 5000, plan({})).get('p.coat-1')).toBe(5000 - 60);
  const begun = { ...coat1, state: { kind: 'started', at: 4970, by: [] } } as ShopStep;
  const ends = latestEnds([prime, begun], coat2, 5000, plan({ 'coat-1': { recoat: 1120 } }));
  expect(ends.get('p.coat-1')).toBe(4970);
  expect(ends.get('p.prime')).toBe(4970);
});

test('what dried in between was laid while somebody was there, not in the night', () => {
  const dries = plan({ 'coat-1': { recoat: 1120, touch: 1030 }, prime: { recoat: 1240 } }, [nineToFive]);
  const ends = latestEnds([wash, prime, coat1, look], coat2, day(5, 9, 30), dries);
  expect(ends.get('p.look')).toBe(day(5, 9, 30));
  // Three hours before half past nine it was half past six: so it was laid the day before, and primed four hours before that.
  expect(ends.get('p.coat-1')).toBe(day(4, 17));
  expect(ends.get('p.prime')).toBe(day(4, 12, 30));
  expect(ends.get('p.wash')).toBe(day(4, 12));
  expect(latestEnds([coat1], coat2, day(5, 12), dries).get('p.coat-1')).toBe(day(4, 17));
  // From half past twelve on there is time for it that morning: half an hour of work and three to dry.
  expect(latestEnds([coat1], coat2, day(5, 12, 30), dries).get('p.coat-1')).toBe(day(5, 9, 30));
});
test('who works after hours did what led straight to it then, too; nothing begins before anybody comes', () => {
  const dries = plan({ 'coat-1': { recoat: 1120, touch: 1030 } }, [nineToFive]);
  const late = latestEnds([coat1, look], coat2, day(5, 22), dries);
  expect(late.get('p.look')).toBe(day(5, 22));
  expect(late.get('p.coat-1')).toBe(day(5, 17));
  const early = latestEnds([wash], prime, day(5, 9, 29), dries);
  expect(early.get('p.wash')).toBe(day(4, 17));
  expect(latestEnds([wash], prime, day(5, 9, 30), dries).get('p.wash')).toBe(day(5, 9, 30));
  // Work longer than any day is over while somebody is there, at least.
  expect(latestEnds([{ ...wash, work_minutes: 600 }], prime, day(5, 9), dries).get('p.wash')).toBe(day(4, 17));
});

test('hours are looked back at for sixty days', () => {
  const once = (n: number) => ({
    hours: {
      weekly: Array.from({ length: 7 }, () => []),
      exceptions: [{ date: new Date(n * 86_400_000).toISOString().slice(0, 10), shifts: [{ from: 540, until: 1020 }] }],
      blocks: [],
    },
  });
  const laid = (n: number) =>
    latestEnds([coat1], coat2, day(100, 12), plan({ 'coat-1': { recoat: 1120 } }, [once(n)])).get('p.coat-1');
  expect(laid(41)).toBe(day(41, 17));
  // Nobody's hours are known then: at the latest it can have been.
  expect(laid(39)).toBe(day(100, 9));
});
