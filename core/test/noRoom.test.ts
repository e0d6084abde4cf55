import { describe, expect, test } from 'vitest';
import {
  EVERY_SKILL,
  NO_ROOM_CODES,
  type NoRoom,
  planAfresh,
  type Problem,
  sayNoRoom,
  type Step,
  verify,
} from '../src/index.ts';
import { after, air, at, NINE_TO_FIVE, piece, smallShop, step } from './fixtures/smallShop.ts';

// For each reason the smallest workshop that has it, and the one thing that takes it away.
const bench = { kind: 'bench', units: 1, span: 'both' } as const;
const coat = (more: Partial<Step> = {}) =>
  step('a', { skill: 'paint', product: 'matt-paint', needs: [bench], ...more });
const ada = { id: 'ada', name: 'Ada', hours: NINE_TO_FIVE, skills: EVERY_SKILL };
const shop = (steps: readonly Step[], more: Partial<Problem> = {}) =>
  smallShop([piece('p', steps)], { horizon: at(12, 9), ...more });
const forever = { pin: { notBefore: at(60, 9) } };

type Case = readonly [NoRoom['code'], Problem, Problem, RegExp];
const CASES: readonly Case[] = [
  [
    'no-skill',
    shop([coat()], { people: [{ ...ada, skills: { prep: 1 } }] }),
    shop([coat()]),
    /^Nobody in the shop does "paint" work; give someone that skill in Shop\.$/,
  ],
  [
    'few-hands',
    shop([step('a', { hands: 2 })]),
    shop([step('a', { hands: 2 })], { people: [ada, { ...ada, id: 'bo', name: 'Bo' }] }),
    /needs 2 people at once and only Ada can do it/,
  ],
  [
    'person-gone',
    shop([step('a', { pin: { person: 'zoe' } })]),
    shop([step('a', { pin: { person: 'ada' } })]),
    /not in the shop/,
  ],
  [
    'person-unable',
    shop([step('a', { pin: { person: 'bo' } })], { people: [ada, { ...ada, id: 'bo', skills: { paint: 1 } }] }),
    shop([step('a', { pin: { person: 'bo' } })], { people: [ada, { ...ada, id: 'bo', skills: { prep: 1 } }] }),
    /given to cannot do it/,
  ],
  [
    'no-station',
    shop([coat({ needs: [{ kind: 'spray', units: 1, span: 'work' }] })]),
    shop([coat()]),
    /needs 1 spray space at once; the shop has no such station/,
  ],
  ['no-tool', shop([step('a', { tool: 'lathe' })]), shop([step('a', { tool: 'sprayer' })]), /a tool the shop does not/],
  ['pinned-past-end', shop([step('a', forever)]), shop([step('a')]), /after the plan ends; say when it is expected/],
  [
    'limits',
    shop([coat()], { climates: { shed: air(() => 4) } }),
    shop([coat()], { climates: { shed: air(() => 12) } }),
    /needs at least 10 °C and at most 85 % humidity/,
  ],
  [
    'no-shift',
    shop([step('a', { work_minutes: 485 })]),
    shop([step('a', { work_minutes: 480 })]),
    /takes 485 minutes in one go, and no shift is that long or free/,
  ],
  [
    'few-hours',
    shop([step('a', { work_minutes: 10_000, splittable: true })]),
    shop([step('a', { work_minutes: 900, splittable: true })]),
    /too few working hours before the plan ends/,
  ],
  [
    'before-unplanned',
    shop([step('b', { tool: 'lathe' }), step('a', { after: [after('b')] })]),
    shop([step('b'), step('a', { after: [after('b')] })]),
    /It waits for “b”, which has no place in the plan/,
  ],
];

describe('why a step has no place', () => {
  test.each(CASES)('%s, in words that say what to do; mended, it has one', (code, without, mended, words) => {
    const plan = planAfresh(without);
    const found = plan.unplanned.find((u) => u.step === 'a')!;
    expect(found.reason.code).toBe(code);
    expect(sayNoRoom(found.reason)).toMatch(words);
    const good = planAfresh(mended);
    expect(good.unplanned).toEqual([]);
    expect(verify(mended, good)).toEqual([]);
  });
  test('what cannot be planned keeps nobody else waiting', () => {
    for (const [code, { pieces, ...rest }] of CASES) {
      const plan = planAfresh({ ...rest, pieces: [...pieces, piece('q', [step('other', { splittable: true })])] });
      if (code !== 'no-skill') expect(plan.steps['other'], code).toBeDefined();
    }
  });
  const FIGURES = {
    before: 'wash',
    later: 'wipe',
    earlier: 'wax',
    skill: 'paint',
    hands: 2,
    able: 'Ada',
    kind: 'bench',
    units: 2,
    product: 'Wax',
    minTemperature_c: 10,
    maxHumidity_pct: 85,
    work_minutes: 90,
    faults: [{ code: 'horizon-past' }],
    words: 'Said before.',
  };
  test.each(NO_ROOM_CODES)('%s is a whole sentence without a hole in it', (code) => {
    const words = sayNoRoom({ code, ...FIGURES } as unknown as NoRoom);
    expect(words).toMatch(/^[A-Z“].*\.$/);
    expect(words).not.toMatch(/undefined|NaN|\[object/);
  });
});
