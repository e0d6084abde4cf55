import { describe, expect, test } from 'vitest';
import type { NeutralInstance } from '../src/index.ts';
import { compile } from '../src/neutral/compile.ts';
import { aloneInShop } from '../src/planner/engine/bounds/latestStarts.ts';
import { ParallelSgs, type Priority } from '../src/planner/engine/schedule/parallelSgs.ts';
import { newPartialSchedule } from '../src/planner/engine/schedule/partialSchedule.ts';
import { newScratch } from '../src/planner/engine/schedule/serialSgs.ts';
import { after, piece, shop, step } from './fixtures/neutralShop.ts';

const PLAIN: Priority = { slack: 3, hurry: 100, cleanout: 0 };
const DAY = 288;
const HOUR = 12;

/** Ids of all steps in the order they start when they are placed by a priority, and the slots they start in. */
function placed(instance: NeutralInstance, priority = PLAIN) {
  const { model, stepIds } = compile(instance);
  const b = newPartialSchedule(model);
  const sgs = new ParallelSgs(b, newScratch(model.steps.length, false), () => aloneInShop(model));
  expect(sgs.run([...model.pieces.keys()], priority, Infinity)).toEqual([]);
  const start = Object.fromEntries(stepIds.map((id, i) => [id, b.start[i]!]));
  return { start, order: stepIds.toSorted((x, y) => start[x]! - start[y]!) };
}

describe('of what cannot be in time any more', () => {
  const late = (id: string, weight: number, due: number, work = HOUR) => piece(id, [step(id, work)], due, weight);
  // Each slot of lateness costs as much however many came before it, so that the one that costs more goes first (Smith 1956).
  test('what weighs more goes first, not what is later', () => {
    expect(placed(shop([late('a-late', 1, -9 * DAY), late('b-heavy', 5, -1)])).order).toEqual(['b-heavy', 'a-late']);
    expect(placed(shop([late('a-heavy', 5, -1), late('b-late', 1, -9 * DAY)])).order).toEqual(['a-heavy', 'b-late']);
  });
  test.each([
    [HOUR - 1, ['b-just', 'a-late']],
    [HOUR + 400, ['a-late', 'b-just']],
  ])('one with a date in slot %i waits for it only if it has time', (due, order) => {
    // It weighs a little more, which counts as some 40 slots.
    expect(placed(shop([late('a-late', 2, -9 * DAY), late('b-just', 3, due)])).order).toEqual(order);
  });
});

describe('what is urgent', () => {
  const until1630 = Array.from({ length: 6 }, (_, d): [number, number] => [d * 1440 + 540, d * 1440 + 990]);
  const ofW = { staff: 1 as const, station: 'free' };
  /** Half an hour of work, then so much drying, again and again. */
  const coats = (id: string, count: number, dry: number, due: number) => ({
    ...piece(
      id,
      Array.from({ length: count }, (_, n) =>
        step(`${id}${n}`, HOUR / 2, { ...ofW, after: n > 0 ? [after(`${id}${n - 1}`, dry)] : [] }),
      ),
      due,
    ),
    release: 960,
  });
  const hours = {
    calendars: { day: until1630 },
    staff: [{ id: 'W', skills: ['any'], calendar: 'day' }],
    horizon: 6 * 1440,
  };
  const wednesday10 = 2 * DAY + 10 * HOUR;
  // Nine hours of drying do not fit between two coats of a day that is seven and a half hours long, so that the first of three has to be laid
  // on Monday; by hours alone (21) it would have until Tuesday at one, the other, which takes 23, until Tuesday at eleven.
  const [threeCoats, longDrying] = [coats('b', 3, 9 * HOUR, wednesday10), coats('a', 2, 22 * HOUR, wednesday10)];
  test('is counted through nights', () => {
    const { start } = placed(shop([longDrying, threeCoats], hours));
    expect([start['b0'], start['a0']]).toEqual([16 * HOUR, DAY + 9 * HOUR]);
  });
  test('among dates beyond the plan it is the sooner one', () => {
    const beyond = (id: string, days: number) => piece(id, [step(id, HOUR)], 1000 + days * DAY);
    expect(placed(shop([beyond('a', 40), beyond('b', 20)])).order).toEqual(['b', 'a']);
    expect(placed(shop([beyond('a', 20), beyond('b', 40)])).order).toEqual(['a', 'b']);
  });
  test('what has no date goes after any that has one', () => {
    const never = piece('a', [step('a', HOUR)], Infinity);
    expect(placed(shop([never, piece('b', [step('b', HOUR)], 1000 + 40 * DAY)])).order).toEqual(['b', 'a']);
    expect(placed(shop([never, piece('b', [step('b', HOUR)], 100)])).order).toEqual(['b', 'a']);
  });
});
