import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { compile } from '../src/neutral/compile.ts';
import { linkBound } from '../src/planner/engine/bounds/doneBound.ts';
import { CostBound } from '../src/planner/engine/schedule/costBound.ts';
import { IncrementalSgs } from '../src/planner/engine/schedule/incrementalSgs.ts';
import { newPartialSchedule, type PartialSchedule } from '../src/planner/engine/schedule/partialSchedule.ts';
import { newScratch } from '../src/planner/engine/schedule/serialSgs.ts';
import { randomFrom } from '../src/planner/engine/search/random.ts';
import { KeyedSteps } from '../src/planner/engine/search/keyedSteps.ts';
import type { NeutralInstance } from '../src/neutral/format.ts';
import { after, piece, shop, step } from './fixtures/neutralShop.ts';

const load = (name: string) =>
  JSON.parse(readFileSync(new URL(`../../bench/instances/${name}.json`, import.meta.url), 'utf8')) as NeutralInstance;

/** Places orders that differ a little from one to the next, each once after the other and once from an empty schedule. */
function placedBothWays(name: string, seed: number, most: (r: () => number) => number) {
  const { model } = compile(load(name));
  const r = randomFrom(seed);
  const group = model.pieces.map((_, k) => k);
  const least = new Float64Array(model.pieces.length);
  const newSgs = (b: PartialSchedule) =>
    new IncrementalSgs(b, newScratch(model.steps.length, false), group, new CostBound(b, linkBound(b.model)), least);
  const one = newPartialSchedule(model);
  // What is booked stands in the model, so that each has its own.
  const other = newPartialSchedule(compile(load(name)).model);
  const incremental = newSgs(one);
  const anew = newSgs(other);
  // The pieces one after another, so that the floor is not too full for all of them.
  const keys = model.steps.map((s, i) => i + s.piece * 10);
  const keyed = new KeyedSteps(model.steps);
  const leaves = Float64Array.from(model.pieces, (p) => p.due);
  const notBefore = new Float64Array(model.pieces.length);
  return Array.from({ length: 60 }, () => {
    const i = Math.floor(r() * model.steps.length);
    keys[i]! += (r() - 0.5) * 40;
    keys.forEach((key, j) => keyed.set(j, key));
    if (r() < 0.2) leaves[Math.floor(r() * leaves.length)]! += (r() - 0.5) * 1000;
    if (r() < 0.1) notBefore[Math.floor(r() * leaves.length)] = r() < 0.5 ? 0 : r() * 2000;
    const sequence = { order: keyed.takeInOrder(), leaves: leaves.slice(), notBefore: notBefore.slice() };
    const limit = most(r);
    const isPlaced = incremental.place(sequence, limit);
    anew.begin();
    const isPlacedAnew = anew.place(sequence, limit);
    return { incremental: [isPlaced, ...one.start, ...one.crew], anew: [isPlacedAnew, ...other.start, ...other.crew] };
  });
}

describe('steps placed in one order after another', () => {
  test.each(['small-1', 'small-2', 'knot-1', 'tiny-1'])('%s: come out as if all were placed anew', (name) => {
    for (let seed = 1; seed <= 3; seed++) {
      const all = placedBothWays(name, seed, () => Infinity);
      all.forEach(({ incremental, anew }, n) => expect(incremental, `${name}, seed ${seed}, order ${n}`).toEqual(anew));
      expect(all.some(({ anew }) => anew[0] === true)).toBe(true);
    }
  });
  test('what was put off for the sake of a step that came later is not, when that comes sooner', () => {
    // The second machine is taken until 20 when a2 comes last, so that a1, which it must follow within two slots, is put off.
    const a = piece('a', [step('a1', 5), step('a2', 5, { station: 'm1', after: [after('a1', 0, 2)] })], 0);
    const { model } = compile(shop([a, piece('c', [step('c1', 20, { station: 'm1' })], 0)]));
    const b = newPartialSchedule(model);
    const cost = new CostBound(b, linkBound(model));
    const sgs = new IncrementalSgs(b, newScratch(3, false), [0, 1], cost, new Float64Array(2));
    const starts = (...order: number[]) => {
      sgs.place({ order, leaves: new Float64Array(2), notBefore: new Float64Array(2) }, Infinity);
      return [...b.start];
    };
    const [a1, a2, c1] = [0, 1, 2] as const;
    expect(starts(a1, c1, a2)).toEqual([13, 20, 0]);
    expect(starts(a1, a2, c1)).toEqual([0, 5, 10]);
  });
});
