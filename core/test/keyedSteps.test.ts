import { expect, test } from 'vitest';
import { compile } from '../src/neutral/compile.ts';
import { KeyedSteps } from '../src/planner/engine/search/keyedSteps.ts';
import { piece, sevenActivities, shop } from './fixtures/neutralShop.ts';

test('steps come by their keys, each after those it waits for, and once', () => {
  const { model, stepIds } = compile(shop([piece('net', sevenActivities())]));
  const keyed = new KeyedSteps(model.steps);
  const at = (id: string) => stepIds.indexOf(id);
  const taken = (keys: Record<string, number>) => {
    for (const [id, key] of Object.entries(keys)) keyed.set(at(id), key);
    return keyed.takeInOrder().map((i) => stepIds[i]);
  };
  expect(taken({ A: 3, B: 2, C: 1 })).toEqual(['A', 'C', 'B']);
  // What is not among them is not waited for, and of equal keys the first step goes first.
  expect(taken({ D: 5, B: 5, C: 5 })).toEqual(['B', 'C', 'D']);
  expect(taken({})).toEqual([]);
  keyed.set(at('B'), 1);
  keyed.set(at('C'), 2);
  keyed.set(at('B'), 4);
  keyed.lower(at('C'), 1);
  expect(keyed.list.map((i) => stepIds[i])).toEqual(['B', 'C']);
  expect(keyed.takeInOrder().map((i) => stepIds[i])).toEqual(['C', 'B']);
});
