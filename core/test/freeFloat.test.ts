import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import type { NeutralInstance } from '../src/index.ts';
import { compile } from '../src/neutral/compile.ts';
import type { EngineModel } from '../src/planner/engine/engineModel.ts';
import { aloneInShop } from '../src/planner/engine/bounds/latestStarts.ts';
import { ParallelSgs } from '../src/planner/engine/schedule/parallelSgs.ts';
import { newPartialSchedule } from '../src/planner/engine/schedule/partialSchedule.ts';
import { newScratch, removePiece, stayOf } from '../src/planner/engine/schedule/serialSgs.ts';
import { after, piece, shop, step } from './fixtures/neutralShop.ts';

const HOUR = 12;
const DAY = 24 * HOUR;
const OPENS = 8.5 * HOUR;
const CLOSES = 16.5 * HOUR;
const days = Array.from({ length: 8 }, (_, d) => d * 1440);
const hours: Partial<NeutralInstance> = {
  horizon: 8 * 1440,
  calendars: {
    light: days.map((d) => [d + OPENS * 5, d + CLOSES * 5]),
    third: [[3 * 1440 + OPENS * 5, 3 * 1440 + CLOSES * 5]],
    early: days.map((d) => [d + OPENS * 5, d + 14.5 * 60]),
    earlier: days.map((d) => [d + OPENS * 5, d + 14.5 * 60 - 5]),
  },
  staff: [
    { id: 'early', skills: ['early'], calendar: 'early' },
    { id: 'earlier', skills: ['earlier'], calendar: 'earlier' },
  ],
  stations: [
    { id: 'spot', capacity: 1, calendar: 'light' },
    { id: 'shed', capacity: 9, calendar: 'light' },
    { id: 'yard', capacity: 1, calendar: null },
    { id: 'hall', capacity: 1, calendar: 'third' },
  ],
};
const LAST_START = CLOSES - HOUR / 2;
/** Half an hour at the only spot, wet for four hours, and something after it when that has dried. */
const wet = (id: string, more: object = {}, dry = 9 * HOUR) =>
  piece(
    id,
    [
      step(`${id}1`, HOUR / 2, { station: 'spot', hold: 4 * 60, ...more }),
      step(`${id}2`, HOUR / 2, { station: 'shed', after: [after(`${id}1`, dry)] }),
    ],
    300,
    5,
  );
const quick = (id: string) => piece(id, [step(id, HOUR / 2, { station: 'spot', hold: 90 })]);

type Asked = { readonly evening?: number; readonly model?: (of: EngineModel) => EngineModel };

/** Slots in which steps start when what is wet for so long is laid in the evening. */
function starts(pieces: NeutralInstance['pieces'], { evening, model: changed }: Asked = {}) {
  const { model: plain, stepIds } = compile(shop(pieces, hours));
  const model = changed ? changed(plain) : plain;
  const b = newPartialSchedule(model);
  const sgs = new ParallelSgs(b, newScratch(model.steps.length, false), () => aloneInShop(model));
  const priority = { slack: 3, hurry: 100, cleanout: 0, ...(evening === undefined ? {} : { evening }) };
  expect(sgs.run([...model.pieces.keys()], priority, Infinity)).toEqual([]);
  return Object.fromEntries(stepIds.map((id, i) => [id, b.start[i]!]));
}

describe('a coat that stays wet for long', () => {
  test('dries through the night, and what dries soon has the day', () => {
    const four = [wet('a'), quick('b'), quick('c'), quick('d')];
    const quickOnes = (at: Record<string, number>) => ['b', 'c', 'd'].map((id) => at[id]!).toSorted((x, y) => x - y);
    const asEarly = starts(four);
    expect(asEarly['a1']).toBe(OPENS);
    expect(quickOnes(asEarly)).toEqual([13 * HOUR, 15 * HOUR, DAY + OPENS]);
    const inTheEvening = starts(four, { evening: 4 * HOUR });
    expect(inTheEvening['a1']).toBe(LAST_START);
    expect(quickOnes(inTheEvening)).toEqual([OPENS, 10.5 * HOUR, 12.5 * HOUR]);
    // The next step of its piece is none the later for it.
    expect(inTheEvening['a2']).toBe(asEarly['a2']);
  });
  test.each([
    [4 * HOUR, LAST_START],
    [4 * HOUR + 1, OPENS],
  ])('is one that is wet for %i slots at least', (evening, a1) => {
    expect(starts([wet('a')], { evening })['a1']).toBe(a1);
  });
  test.each([
    // Laid by nine it is dry by four, in time for half an hour of work the same day.
    [7 * HOUR, OPENS],
    [7 * HOUR + 1, LAST_START],
  ])('stays where it is when what follows %i slots later would be held up', (dry, a1) => {
    expect(starts([wet('a', {}, dry)], { evening: 0 })['a1']).toBe(a1);
  });
  test.each([
    // What follows ends the next day at nine.
    [DAY + 9 * HOUR - CLOSES, LAST_START],
    [DAY + 9 * HOUR - CLOSES + 1, OPENS],
  ])('stays where it is when its piece waits for it to cure %i slots', (cure, a1) => {
    expect(starts([wet('a', { cure: cure * 5 })], { evening: 0 })['a1']).toBe(a1);
  });
  test('that is the last of its piece stays where it is', () => {
    const last = piece('a', [step('a1', HOUR / 2, { station: 'spot', hold: 4 * 60 })]);
    expect(starts([last], { evening: 0 })['a1']).toBe(OPENS);
  });
  test('keeps its window', () => {
    const windowed = piece('a', [
      step('a0', HOUR / 2, { station: 'shed' }),
      step('a1', HOUR / 2, { station: 'spot', hold: 4 * 60, after: [after('a0', 0, 6.5 * HOUR)] }),
      step('a2', HOUR / 2, { station: 'shed', after: [after('a1', 9 * HOUR)] }),
    ]);
    expect(starts([windowed], { evening: 0 })['a1']).toBe(OPENS + HOUR / 2 + 6.5 * HOUR);
  });
  test('is not laid there where another is still wet', () => {
    const two = starts([wet('a'), wet('b')], { evening: 0 });
    expect([two['a1'], two['b1']].toSorted((x, y) => x! - y!)).toEqual([OPENS, LAST_START]);
  });
  test.each([
    ['early', 14 * HOUR],
    ['earlier', OPENS],
  ])('is laid in the last two hours or as soon as it can be: somebody who goes %s', (skill, a1) => {
    expect(starts([wet('a', { staff: 1, skill })], { evening: 0 })['a1']).toBe(a1);
  });
  test('stays where it is in a place that never closes, or where it was asked for', () => {
    const inTheYard = piece('a', [
      step('a1', HOUR / 2, { station: 'yard', hold: 4 * 60 }),
      step('a2', HOUR / 2, { station: 'hall', after: [after('a1')] }),
    ]);
    expect(starts([inTheYard], { evening: 0 })).toEqual({ a1: 0, a2: 3 * DAY + OPENS });
    const asked = (of: EngineModel) => ({ ...of, steps: of.steps.map((s) => ({ ...s, pinSlot: OPENS })) });
    expect(starts([wet('a')], { evening: 0, model: asked })['a1']).toBe(OPENS);
  });
});

test.each(['small-1', 'small-2', 'medium-1'])('no piece of %s is done later for it, alone in the shop', (name) => {
  const file = new URL(`../../bench/instances/${name}.json`, import.meta.url);
  const { model } = compile(JSON.parse(readFileSync(file, 'utf8')) as NeutralInstance);
  const b = newPartialSchedule(model);
  const sgs = new ParallelSgs(b, newScratch(model.steps.length, false), () => aloneInShop(model));
  const doneBy = (k: number, evening: number) => {
    expect(sgs.run([k], { slack: 3, hurry: 100, cleanout: 0, evening }, Infinity)).toEqual([]);
    const { done } = stayOf(b, k);
    removePiece(b, k);
    return done;
  };
  const later = model.pieces.map((_, k) => doneBy(k, 0) - doneBy(k, Infinity));
  expect(Math.max(...later)).toBeLessThanOrEqual(0);
});
