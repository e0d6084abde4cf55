import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import type { NeutralInstance } from '../src/index.ts';
import { compile } from '../src/neutral/compile.ts';
import { linkBound } from '../src/planner/engine/bounds/doneBound.ts';
import { scheduleCost } from '../src/planner/engine/schedule/cost.ts';
import { CostBound } from '../src/planner/engine/schedule/costBound.ts';
import { newPartialSchedule } from '../src/planner/engine/schedule/partialSchedule.ts';
import { newScratch, placePiece } from '../src/planner/engine/schedule/serialSgs.ts';
import { randomFrom } from '../src/planner/engine/search/random.ts';
import { TabuSearch } from '../src/planner/engine/search/tabuSearch.ts';
import { after, piece, shop, step } from './fixtures/neutralShop.ts';

const load = (name: string) =>
  JSON.parse(readFileSync(new URL(`../../bench/instances/${name}.json`, import.meta.url), 'utf8')) as NeutralInstance;

/** The only piece of an instance with its steps placed in the order they are listed in. */
function begun(instance: NeutralInstance, seed = 1) {
  const { model, stepIds } = compile(instance);
  const b = newPartialSchedule(model);
  const scratch = newScratch(model.steps.length, false);
  placePiece(b, scratch, 0, model.pieces[0]!.steps, Infinity);
  const bound = new CostBound(b, linkBound(model));
  const search = new TabuSearch(b, scratch, 0, new Float64Array(1), bound, randomFrom(seed));
  search.begin();
  return { b, search, at: (id: string) => b.start[stepIds.indexOf(id)]! };
}

describe('steps on the critical path change places', () => {
  // One machine after another: a short first job keeps the second machine waiting least (Johnson 1954).
  const twoJobs = shop([
    piece('all', [
      step('a1', 4),
      step('b1', 1, { station: 'm1', after: [after('a1')] }),
      step('a2', 1),
      step('b2', 4, { station: 'm1', after: [after('a2')] }),
    ]),
  ]);
  test('and the shorter way through two machines is found', () => {
    const { b, search, at } = begun(twoJobs);
    expect(scheduleCost(b) / 5).toBe(9);
    // On either machine the second waits for the first; one of the two is looked at in each round.
    for (let n = 0; n < 4; n++) expect(search.next(0)).toBe(1);
    expect([at('a2'), at('a1'), scheduleCost(b) / 5]).toEqual([0, 1, 6]);
  });
  test('what changed places does not change back for eight rounds at least and sixteen at most', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const { search, at } = begun(shop([piece('all', [step('one', 3), step('two', 3)])]), seed);
      search.next(Infinity);
      expect(at('two')).toBe(0);
      let rounds = 1;
      for (; at('two') === 0 && rounds < 40; rounds++) search.next(0);
      expect(rounds).toBeGreaterThanOrEqual(9);
      expect(rounds).toBeLessThanOrEqual(17);
    }
  });
  test('sooner than that when it is better than anything before', () => {
    const { b, search, at } = begun(shop([piece('all', [step('one', 3), step('two', 3)])]));
    search.next(Infinity);
    expect(at('two')).toBe(0);
    search.next(scheduleCost(b) + 1);
    expect(at('two')).toBe(3);
  });
  test('a piece whose steps wait for nothing but one another has nothing to swap', () => {
    const { search, at } = begun(shop([piece('all', [step('one', 3), step('two', 3, { after: [after('one')] })])]));
    expect(search.next(Infinity)).toBe(0);
    expect(at('two')).toBe(3);
  });
  test('what only was tried leaves nothing behind: every step is placed once, in its order, and one at a time on each machine', () => {
    const { b, search } = begun(load('ft06'));
    const { steps } = b.model;
    const costs = new Set<number>();
    for (let n = 0; n < 60; n++) {
      search.next(0);
      costs.add(scheduleCost(b));
      steps.forEach((s, i) => {
        for (const p of s.preds) expect(b.end[p.step]).toBeLessThanOrEqual(b.start[i]!);
        for (let j = 0; j < i; j++)
          if (steps[j]!.modes[0]!.demands[0]!.profile === s.modes[0]!.demands[0]!.profile)
            expect(b.end[i]! <= b.start[j]! || b.end[j]! <= b.start[i]!).toBe(true);
      });
    }
    expect(costs.size).toBeGreaterThan(5);
    // Source: Fisher & Thompson 1963; flow here is 5 x makespan.
    expect(Math.min(...costs)).toBeGreaterThanOrEqual(55 * 5);
  });
});
