import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import type { NeutralInstance } from '../src/index.ts';
import { compile } from '../src/neutral/compile.ts';
import { aloneInShop } from '../src/planner/engine/bounds/latestStarts.ts';
import { scheduleCost } from '../src/planner/engine/schedule/cost.ts';
import { ParallelSgs } from '../src/planner/engine/schedule/parallelSgs.ts';
import { newPartialSchedule } from '../src/planner/engine/schedule/partialSchedule.ts';
import { newScratch } from '../src/planner/engine/schedule/serialSgs.ts';
import { anyPriority, PrioritySearch } from '../src/planner/engine/search/prioritySearch.ts';
import { randomFrom } from '../src/planner/engine/search/random.ts';

const load = (name: string) =>
  JSON.parse(readFileSync(new URL(`../../bench/instances/${name}.json`, import.meta.url), 'utf8')) as NeutralInstance;

/** The search of all pieces, in an empty schedule. */
function begun(instance: NeutralInstance, seed: number) {
  const { model } = compile(instance);
  const b = newPartialSchedule(model);
  const scratch = newScratch(model.steps.length, false);
  const sgs = new ParallelSgs(b, scratch, () => aloneInShop(model));
  const search = new PrioritySearch(b, scratch, sgs, [...model.pieces.keys()], randomFrom(seed));
  return { b, search, tryOne: () => search.try(() => scheduleCost(b)) };
}

describe('priorities near the best one so far', () => {
  // The prototype of the neutral benchmark stood at 3.05 million after a minute; the same tries changed at random end at 2.6 in the middle.
  test('what was late is more urgent in the next plan: forty plans of medium-1', () => {
    const costs = [1, 2, 3, 4].map((seed) => {
      const { tryOne } = begun(load('medium-1'), seed);
      return Math.min(...Array.from({ length: 40 }, tryOne));
    });
    const [low, high] = costs.toSorted((x, y) => x - y).slice(1, 3);
    expect((low! + high!) / 2).toBeLessThan(2_300_000);
  });
  test('the first is the ordinary one, whatever the seed, and the second any', () => {
    const [a, b] = [1, 2].map((seed) => begun(load('medium-1'), seed));
    expect(a!.tryOne()).toBe(b!.tryOne());
    expect(a!.tryOne()).not.toBe(b!.tryOne());
  });
  test('what counts as wet for long is anything from an hour and a half to two hours and fifty minutes', () => {
    const { b } = begun(load('small-1'), 1);
    const r = randomFrom(1);
    const drawn = Array.from({ length: 200 }, () => anyPriority(b, [0, 1], r).evening);
    expect([Math.floor(Math.min(...drawn)), Math.ceil(Math.max(...drawn))]).toEqual([18, 34]);
  });
  test('the plan that comes of the best priority is the best plan, tried once more', () => {
    const instance = load('medium-2');
    const { search, tryOne, b } = begun(instance, 1);
    const least = Math.min(...Array.from({ length: 12 }, tryOne));
    const { model } = b;
    const again = newPartialSchedule(model);
    const sgs = new ParallelSgs(again, newScratch(model.steps.length, false), () => aloneInShop(model));
    expect(sgs.run([...model.pieces.keys()], search.best!, Infinity)).toEqual([]);
    expect(scheduleCost(again)).toBe(least);
  });
});
