import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import type { NeutralInstance } from '../src/index.ts';
import { compile } from '../src/neutral/compile.ts';
import { compileProblem } from '../src/planner/compile/compile.ts';
import { calendarBound, linkBound } from '../src/planner/engine/bounds/doneBound.ts';
import { OwnHours } from '../src/planner/engine/bounds/ownHours.ts';
import type { EngineModel } from '../src/planner/engine/engineModel.ts';
import { CostBound } from '../src/planner/engine/schedule/costBound.ts';
import { pieceCost } from '../src/planner/engine/schedule/cost.ts';
import { newPartialSchedule } from '../src/planner/engine/schedule/partialSchedule.ts';
import { newScratch, placePiece, placeTogether, removePiece } from '../src/planner/engine/schedule/serialSgs.ts';
import { after, piece, shop, step } from './fixtures/neutralShop.ts';
import { doneOf, placedOneByOne } from './fixtures/placedOneByOne.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';

const RUNS = process.env['MOKUME_LONG'] ? 200 : 3;
const load = (name: string) =>
  JSON.parse(readFileSync(new URL(`../../bench/instances/${name}.json`, import.meta.url), 'utf8')) as NeutralInstance;

describe('when a piece is done at best after one of its steps', () => {
  const models: [string, EngineModel][] = [
    ...['small-1', 'small-2', 'knot-1', 'ft06'].map((n): [string, EngineModel] => [n, compile(load(n)).model]),
    ...Array.from({ length: RUNS }, (_, n): [string, EngineModel] => [
      `workshop ${n + 1}`,
      compileProblem(randomWorkshop(n + 1, 5).problem, null).model,
    ]),
  ];
  test.each(models)('%s: never later than it is in a plan, and never sooner than by its links alone', (_, model) => {
    const { b, whole } = placedOneByOne(model);
    const [calendars, links] = [calendarBound(model, new OwnHours(model)), linkBound(model)];
    let [looked, sharper] = [0, 0];
    for (const k of whole)
      for (const i of model.pieces[k]!.steps) {
        if (model.steps[i]!.fixed) continue;
        looked++;
        const by = calendars.after(i, b.end[i]!, b.mode[i]!);
        expect(by).toBeLessThanOrEqual(doneOf(b, k));
        if (by > links.after(i, b.end[i]!, b.mode[i]!)) sharper++;
      }
    if (looked > 100) expect(sharper).toBeGreaterThan(0);
  });

  test('what ends a quarter of an hour before closing is gone on with in the morning', () => {
    // Two days of eight hours, in slots of five minutes: 0 to 96 and 288 to 384.
    const two = [
      step('first', 93, { skill: 'x', staff: 1, station: 'free' }),
      step('second', 3, { skill: 'x', staff: 1, station: 'free', after: [{ step: 'first', min: 0, max: null }] }),
      step('third', 3, { skill: 'x', staff: 1, station: 'free', after: [{ step: 'second', min: 0, max: null }] }),
    ];
    const days: [number, number][] = [
      [0, 480],
      [1440, 1920],
    ];
    const instance = shop([piece('p', two, 4000, 1)], {
      horizon: 2880,
      calendars: { days },
      staff: [{ id: 's', skills: ['x'], calendar: 'days' }],
    });
    const { model } = compile(instance);
    // Links know of no night: 93 + 3 + 3. The hours have room for the second only.
    expect(linkBound(model).after(0, 93, 0)).toBe(99);
    expect(calendarBound(model, new OwnHours(model)).after(0, 93, 0)).toBe(291);
    expect(calendarBound(model, new OwnHours(model)).after(0, 90, 0)).toBe(96);
  });
});

describe('what pieces placed together will cost at least', () => {
  test('they are placed when they may cost just what they do, and given up when they may cost a little less', () => {
    // With room for all on the floor, so that only their cost decides.
    const model = { ...compile(load('small-1')).model, floor: null };
    const { b } = placedOneByOne(model);
    const scratch = newScratch(model.steps.length, false);
    const least = new Float64Array(model.pieces.length);
    const cost = new CostBound(b, calendarBound(model, new OwnHours(model)));
    for (const group of [[0, 1], [2, 5, 7], [3]]) {
      const order = group.flatMap((k) => [...model.pieces[k]!.steps]);
      const clear = () => group.forEach((k) => removePiece(b, k));
      clear();
      expect(cost.begin(group, least, Infinity) && placeTogether(b, scratch, group, order, cost)).toBe(true);
      const exact = group.reduce((n, k) => n + pieceCost(b, k), 0);
      clear();
      expect(cost.begin(group, least, exact - 1) && placeTogether(b, scratch, group, order, cost)).toBe(false);
      expect(cost.begin(group, least, exact) && placeTogether(b, scratch, group, order, cost)).toBe(true);
    }
  });

  test('what was taken off again counts as it stands at last', () => {
    // The second machine is taken until 20, so that the first work of a, tied to the second by a window, comes later than was
    // thought, and b, which stood behind it, before it.
    const { model } = compile(
      shop([
        piece('a', [step('a1', 5), step('a2', 5, { station: 'm1', after: [after('a1', 0, 2)] })], 0),
        piece('b', [step('b1', 5)], 0),
        piece('c', [step('c1', 20, { station: 'm1' })], 0),
      ]),
    );
    const b = newPartialSchedule(model);
    const scratch = newScratch(model.steps.length, false);
    const [a1, a2, b1, c1] = [0, 1, 2, 3];
    placePiece(b, scratch, 2, [c1!], Infinity);
    const cost = new CostBound(b, linkBound(model));
    const least = new Float64Array(3);
    const place = (most: number) =>
      cost.begin([0, 1], least, most) && placeTogether(b, scratch, [0, 1], [a1!, b1!, a2!], cost);
    expect(place(Infinity)).toBe(true);
    expect([a1, a2, b1].map((i) => b.start[i!])).toEqual([13, 20, 0]);
    const exact = pieceCost(b, 0) + pieceCost(b, 1);
    for (const [most, isPlaced] of [
      [exact, true],
      [exact - 1, false],
    ] as const) {
      for (const k of [0, 1]) removePiece(b, k);
      expect(place(most), `${most}`).toBe(isPlaced);
    }
  });
});
