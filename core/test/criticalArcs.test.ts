import { describe, expect, test } from 'vitest';
import { compile } from '../src/neutral/compile.ts';
import { newPartialSchedule } from '../src/planner/engine/schedule/partialSchedule.ts';
import { newScratch, placePiece, removePiece } from '../src/planner/engine/schedule/serialSgs.ts';
import { type Arc, criticalArcs } from '../src/planner/engine/search/criticalArcs.ts';
import { Neighbourhood } from '../src/planner/engine/search/neighbourhood.ts';
import { randomFrom } from '../src/planner/engine/search/random.ts';
import { after, piece, shop, step } from './fixtures/neutralShop.ts';

/** People from slot 0 to 96 of two days, each with one skill; pieces placed one after another. */
function placed(pieces: ReturnType<typeof piece>[], skills: readonly string[] = ['any']) {
  const { model, stepIds } = compile(
    shop(pieces, {
      calendars: {
        day: [
          [0, 480],
          [1440, 1920],
        ],
      },
      staff: skills.map((skill, n) => ({ id: `p${n}`, skills: [skill], calendar: 'day' })),
      tools: [{ id: 'sprayer', capacity: 1, calendar: null, cleanout: 20 }],
    }),
  );
  const b = newPartialSchedule(model);
  const scratch = newScratch(model.steps.length, false);
  model.pieces.forEach((p, k) => placePiece(b, scratch, k, p.steps, Infinity));
  const named = ({ first, second }: Arc) => `${stepIds[first]} before ${stepIds[second]}`;
  return { b, scratch, named, at: (id: string) => b.start[stepIds.indexOf(id)]! };
}

function arcsOf(
  pieces: ReturnType<typeof piece>[],
  last: number,
  isThroughNights: boolean,
  skills?: readonly string[],
) {
  const { b, named, at } = placed(pieces, skills);
  const seen = new Set<string>();
  for (let seed = 1; seed <= 20; seed++)
    for (const arc of criticalArcs(b, last, randomFrom(seed), isThroughNights)) seen.add(named(arc));
  return { arcs: [...seen].sort(), at };
}
const work = (id: string, slots: number, more: Parameters<typeof step>[2] = {}) =>
  step(id, slots, { staff: 1, station: 'free', ...more });

describe('the path that decides when a piece is done', () => {
  const [long, next] = [piece('a', [work('long', 70)]), piece('b', [work('next', 40)])];
  test('goes through the night to what took the hours of the day before', () => {
    const { arcs, at } = arcsOf([long, next], 1, true);
    expect(at('next')).toBe(288);
    expect(arcs).toEqual(['long before next']);
  });
  test('and ends there in a plan that people have seen', () => {
    expect(arcsOf([long, next], 1, false).arcs).toEqual([]);
  });
  test('which is whoever could have done it, not who does it', () => {
    // The second person is at other work to the evening; both begin in the morning.
    const others = [long, piece('b', [work('other', 90)]), piece('c', [work('next', 40)])];
    expect(arcsOf(others, 2, true, ['any', 'any']).arcs).toEqual(['long before next', 'other before next']);
  });
  test.each([
    ['its place', { station: 'm0' }],
    ['its tool', { tool: 'sprayer', group: 'white' }],
  ])('which is what had %s, whoever worked there', (_, more) => {
    const pieces = [
      piece('a', [work('long', 70, more)]),
      piece('b', [work('beside', 80, { skill: 'other' })]),
      piece('c', [work('next', 40, { ...more, skill: 'third' })]),
    ];
    expect(arcsOf(pieces, 2, true, ['any', 'other', 'third']).arcs).toEqual(['long before next']);
  });
  test('and of several things that were in the way now and then another is looked at', () => {
    const others = [long, piece('b', [work('other', 90)]), piece('c', [work('next', 40)])];
    const { b, named } = placed(others, ['any', 'any']);
    const neighbourhood = new Neighbourhood(b, { isFresh: true });
    const r = randomFrom(1);
    const arcs = Array.from({ length: 200 }, () => neighbourhood.arc(r)).flatMap((a) => (a ? [named(a.arc)] : []));
    expect(new Set(arcs)).toEqual(new Set(['long before next', 'other before next']));
    // But mostly the same as before, which is not looked for again.
    expect(arcs.filter((a, n) => n > 0 && a !== arcs[n - 1]).length).toBeLessThan(arcs.length / 5);
  });
  test('which is nobody whose work was over before it could have begun', () => {
    // Ready in slot 45, when only the second is in the way: the others were done by slot 15, though the first of them dries on.
    const pieces = [
      piece('a', [work('early', 10, { hold: 500 })]),
      { ...piece('b', [work('long', 70)]), release: 100 },
      piece('c', [work('first', 5), work('next', 40, { after: [after('first', 30)] })]),
    ];
    const { arcs, at } = arcsOf(pieces, 2, true);
    expect(['early', 'first', 'long', 'next'].map(at)).toEqual([0, 10, 20, 288]);
    expect(arcs).toEqual(['long before next']);
  });
  test('is the one of the plan as it is, when another was looked at before', () => {
    const { b, scratch, named } = placed([long, next]);
    const neighbourhood = new Neighbourhood(b, { isFresh: true });
    const r = randomFrom(1);
    const arcs = () =>
      new Set(Array.from({ length: 40 }, () => neighbourhood.arc(r)).flatMap((a) => (a ? [named(a.arc)] : [])));
    expect([...arcs()]).toEqual(['long before next']);
    for (const k of [0, 1]) removePiece(b, k);
    for (const k of [1, 0]) placePiece(b, scratch, k, b.model.pieces[k]!.steps, Infinity);
    for (const k of [0, 1]) neighbourhood.note(k);
    expect([...arcs()]).toEqual(['next before long']);
  });
  test('what stood there until the morning, but was done before there would have been time, was not in the way', () => {
    // Drying until slot 200, so that it would begin in the morning with nobody else in the shop.
    const coats = piece('b', [work('coat', 20), work('second', 40, { after: [after('coat', 120)] })]);
    const { arcs, at } = arcsOf([piece('a', [work('long', 60)]), coats], 1, true);
    expect([at('coat'), at('second')]).toEqual([60, 288]);
    expect(arcs).toEqual(['long before coat']);
  });
});
