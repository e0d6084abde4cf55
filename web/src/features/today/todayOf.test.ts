import type { PieceView, WorkshopView } from '@app/contract';
import { dayOf, firstShop, instantAt, type Placement, type ShopStep } from '@app/core';
import { expect, test } from 'vitest';
import { todayOf } from './todayOf.ts';

const ZONE = 'Europe/Berlin';
const at = (hour: number, minute = 0, day = 0) => instantAt(ZONE, dayOf('2026-03-02') + day, hour * 60 + minute);
const step = (key: string, more: Partial<ShopStep> = {}): ShopStep => ({
  id: `p.${key}`,
  key,
  title: key,
  reason: '',
  caution: null,
  phase: 'paint',
  acts: [],
  rule: 'r',
  authority: 'common practice',
  method: null,
  outcomes: [],
  zones: ['body'],
  group: null,
  coat: null,
  colour: null,
  work_minutes: 30,
  hands: 1,
  skill: 'prep',
  splittable: false,
  dusty: false,
  needs: [],
  tool: null,
  product: null,
  litres: 0,
  after: [],
  state: { kind: 'planned' },
  pin: {},
  ...more,
});
const place = (start: number, end: number, dry = {}): Placement => ({
  start,
  end,
  people: ['owner'],
  stations: [],
  dry,
});
const view = (steps: ShopStep[], plan: Record<string, Placement>): WorkshopView =>
  ({
    shop: firstShop(ZONE, 'Rona'),
    pieces: [{ id: 'p', name: 'Settle', active: true, due: null, steps, stepVersions: {} } as unknown as PieceView],
    plan: { steps: plan, ready: {}, unplanned: [], notices: [] },
  }) as unknown as WorkshopView;
const done = (from: number, until: number) => ({ kind: 'done', from, until, by: ['owner'] }) as const;

test('now is what runs or is due, then next, then later today; tomorrow is not shown', () => {
  const v = view(
    [step('a', { state: { kind: 'started', at: at(9), by: ['owner'] } }), step('b'), step('c'), step('d')],
    {
      'p.a': place(at(9), at(10)),
      'p.b': place(at(10), at(11)),
      'p.c': place(at(14), at(15)),
      'p.d': place(at(9, 0, 1), at(10, 0, 1)),
    },
  );
  const [rona] = todayOf(v, at(9, 30)).people;
  expect([rona!.now?.step.key, rona!.next?.step.key, rona!.later.map((j) => j.step.key)]).toEqual(['a', 'b', ['c']]);
  expect(rona!.now?.isRunning).toBe(true);
});
test('a due step nobody started stands first and is asked about', () => {
  const [rona] = todayOf(view([step('a')], { 'p.a': place(at(9), at(10)) }), at(9, 20)).people;
  expect(rona!.now).toMatchObject({ isRunning: false, isDue: true });
});
test('between steps a person is free, and when nothing is left today the next work is named', () => {
  const v = view([step('a')], { 'p.a': place(at(9, 0, 1), at(10, 0, 1)) });
  const today = todayOf(v, at(12));
  expect(today.people[0]).toMatchObject({ now: null, next: null });
  expect(today.nextWork).toBe(at(9, 0, 1));
});
test('a window is counted down only once what opens it is done', () => {
  const wipe = step('wipe', { after: [{ step: 'wax', from: 'end', min_minutes: 15, max_minutes: 20 }] });
  const plan = { 'p.wax': place(at(9), at(9, 30)), 'p.wipe': place(at(9, 45), at(9, 55)) };
  const open = todayOf(view([step('wax', { state: done(at(9), at(9, 30)) }), wipe], plan), at(9, 40)).people[0]!;
  expect(open.now?.window?.closes).toBe(at(9, 50));
  const notYet = todayOf(view([step('wax'), wipe], plan), at(8, 50)).people[0]!;
  expect(notYet.next?.window).toBeNull();
});
test('what is wet is ready for what comes next, soonest first; dry things are gone from the list', () => {
  const coat = (key: string, more: Partial<ShopStep>) => step(key, { product: 'matt-paint', coat: 'paint', ...more });
  const v = view(
    [
      coat('one', { state: done(at(8), at(9)) }),
      coat('two', { after: [{ step: 'one', from: 'recoat', min_minutes: 0, max_minutes: null }] }),
      coat('old', { state: done(at(8, 0, -3), at(9, 0, -3)) }),
      coat('last', { state: done(at(8), at(9)) }),
    ],
    {
      'p.one': place(at(8), at(9), { recoat: at(13), handle: at(15) }),
      'p.two': place(at(13), at(14)),
      'p.old': place(at(8, 0, -3), at(9, 0, -3), { handle: at(13, 0, -3) }),
      'p.last': place(at(8), at(9), { handle: at(12) }),
    },
  );
  expect(todayOf(v, at(10)).wet.map((w) => [w.step.key, w.ready, w.next?.title])).toEqual([
    ['last', at(12), undefined],
    ['one', at(13), 'two'],
  ]);
});
test('what begins within a quarter of an hour is for now, a minute later it is next', () => {
  const rona = (now: number) => todayOf(view([step('a')], { 'p.a': place(at(10), at(11)) }), now).people[0]!;
  expect(rona(at(9, 45)).now?.step.key).toBe('a');
  expect(rona(at(9, 44))).toMatchObject({ now: null, next: { step: { key: 'a' } } });
});
test('a coat is wet up to its last minute, and gone from the list when it is dry', () => {
  const coat = step('one', { product: 'matt-paint', coat: 'paint', state: done(at(8), at(9)) });
  const wet = (now: number) => todayOf(view([coat], { 'p.one': place(at(8), at(9), { handle: at(12) }) }), now).wet;
  expect(wet(at(11, 59))).toHaveLength(1);
  expect(wet(at(12))).toEqual([]);
});
test.each([
  [at(9, 44), 'soak'],
  [at(9, 45), 'wipe'],
  [at(9, 49), 'wipe'],
  [at(9, 50), 'wipe'],
])('at minute %i what would close while the first is done, or has closed, goes before it', (now, first) => {
  // Wax on by 9:30: wiped off from 9:45 until 9:50. Five minutes of something else come first only where they end before.
  const wipe = step('wipe', { after: [{ step: 'wax', from: 'end', min_minutes: 15, max_minutes: 20 }] });
  const plan = {
    'p.wax': place(at(9), at(9, 30)),
    'p.soak': place(at(9, 30), at(9, 35)),
    'p.wipe': place(at(9, 45), at(9, 55)),
  };
  const v = view([step('wax', { state: done(at(9), at(9, 30)) }), step('soak'), wipe], plan);
  expect(todayOf(v, now).people[0]!.now!.step.key).toBe(first);
});
test('what has closed and has a rescue does not go before what is due first', () => {
  const rescue = { title: 'scuff-sand', minutes: 15 };
  const coat = step('coat', { after: [{ step: 'under', from: 'end', min_minutes: 15, max_minutes: 20, rescue }] });
  const plan = {
    'p.under': place(at(9), at(9, 30)),
    'p.soak': place(at(9, 50), at(9, 55)),
    'p.coat': place(at(9, 55), at(10, 10)),
  };
  const v = view([step('under', { state: done(at(9), at(9, 30)) }), step('soak'), coat], plan);
  expect(todayOf(v, at(9, 49)).people[0]!.now!.step.key).toBe('coat');
  expect(todayOf(v, at(9, 50)).people[0]!.now!.step.key).toBe('soak');
});
test('a step is the next thing to do from a quarter of an hour before its time', () => {
  const v = view([step('a')], { 'p.a': place(at(9, 0), at(9, 30)) });
  const now = (minute: number) => todayOf(v, at(8, minute)).people[0]!.now?.step.key ?? null;
  expect([now(44), now(45)]).toEqual([null, 'a']);
});
