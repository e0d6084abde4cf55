import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import type { NeutralInstance } from '../src/index.ts';
import { compile } from '../src/neutral/compile.ts';
import { pieceCost, scheduleCost } from '../src/planner/engine/schedule/cost.ts';
import { PieceOrderSearch } from '../src/planner/engine/search/pieceOrderSearch.ts';
import { newScratch } from '../src/planner/engine/schedule/serialSgs.ts';
import { randomFrom } from '../src/planner/engine/search/random.ts';
import { placedOneByOne } from './fixtures/placedOneByOne.ts';
import { piece, shop, step } from './fixtures/neutralShop.ts';

const load = (name: string) =>
  JSON.parse(readFileSync(new URL(`../../bench/instances/${name}.json`, import.meta.url), 'utf8')) as NeutralInstance;

/** The search after all pieces that find room were placed in the order they are listed in. */
function begun(instance: NeutralInstance, seed = 1) {
  const { model } = compile(instance);
  const { b, whole } = placedOneByOne(model);
  const least = new Float64Array(model.pieces.length);
  const search = new PieceOrderSearch(b, newScratch(model.steps.length, false), whole, least, randomFrom(seed));
  return { b, search, whole };
}

describe('pieces placed in one order after another', () => {
  // On one machine what weighs most for its length goes first (Smith 1956).
  const jobs = [7, 2, 6, 3, 5, 4, 8, 1].map((slots, n) => ({ slots, weight: [1, 4, 5, 1, 2, 5, 3, 1][n]! }));
  const inTurn = (order: typeof jobs) => {
    let end = 0;
    return order.reduce((sum, { slots, weight }) => sum + weight * (end += slots), 0);
  };
  const best = inTurn([...jobs].sort((a, b) => b.weight / b.slots - a.weight / a.slots));
  test.each([1, 2, 3])('the one that is best on one machine is found, seed %i', (seed) => {
    const worst = [...jobs].sort((a, b) => a.weight / a.slots - b.weight / b.slots);
    const { search } = begun(
      shop(worst.map(({ slots, weight }, n) => piece(`p${n}`, [step(`s${n}`, slots)], 0, weight))),
      seed,
    );
    // Each slot of lateness and of time in the shop costs 500 and 5 for one that weighs 1.
    let least = search.try();
    expect(least).toBe(505 * inTurn(worst));
    while (!search.isSpent) least = Math.min(least, search.try());
    expect(least).toBe(505 * best);
  });
  test('a search that brings nothing more ends, after each change was tried some four times', () => {
    const equal = ['a', 'b', 'c'].map((id) => piece(id, [step(id, 5)], 0));
    const { search } = begun(shop(equal));
    let tries = 0;
    for (; !search.isSpent && tries < 200; tries++) search.try();
    // Four for each of six pairs, either way, and the one it begins with.
    expect(tries).toBeGreaterThan(20);
    expect(tries).toBeLessThan(50);
  });
  test.each(['small-1', 'small-2', 'knot-1', 'medium-1'])(
    '%s: what is said to be its cost is what stands costs',
    (name) => {
      const { b, search, whole } = begun(load(name));
      // What found no room costs the same in all of them.
      const left = b.model.pieces.reduce((n, _, k) => n + (whole.includes(k) ? 0 : pieceCost(b, k)), 0);
      let given = 0;
      for (let n = 0; n < 60 && !search.isSpent; n++) {
        const cost = search.try();
        if (cost === Infinity) continue;
        given++;
        expect(cost).toBeCloseTo(scheduleCost(b) - left, 3);
      }
      expect(given).toBeGreaterThan(3);
    },
  );
});
