import type { WorkshopView } from '@app/contract';
import { chancesOf, planAfresh, problemOf } from '@app/core';
import { expect, test } from 'vitest';
import { randomWorkshop } from '../../../core/test/fixtures/randomWorkshop.ts';
import { bridge, type Bridge, CoreFailure, rehearsersOn, slowBridge } from './bridge.ts';
import { CoreApi } from './core.worker.ts';
import { type Promised, rehearse, threadsFor } from './rehearse.ts';

const { shop, pieces, now } = randomWorkshop(4, 5);
const problem = problemOf(shop, pieces, now);
const plan = planAfresh(problem);
const view = { shop, pieces, now, plan } as unknown as WorkshopView;
const { id, due } = problem.pieces.find((p) => plan.ready[p.id] !== undefined)!;

/** A thread without a worker: the same class, in this one. */
function thread(): Bridge {
  const api = new CoreApi();
  api.lay(view);
  return { ask: (_view: WorkshopView, question: (of: CoreApi) => unknown) => question(api) } as unknown as Bridge;
}

test('one thread or four say the same: the same rehearsals, of which each does its share', async () => {
  const whole = { kind: 'ready', earliest: plan.ready[id], chances: chancesOf(problem, plan, 200).get(id) };
  for (const threads of [1, 2, 4]) {
    const told: Promised[] = [];
    const tell = (soFar: Promised) => told.push(soFar);
    expect(await rehearse(view, id, due, tell, Array.from({ length: threads }, thread))).toEqual(whole);
    // The first answer, once each thread has one.
    expect(told.map((t) => t.kind === 'ready' && t.chances.runs)).toEqual([20]);
  }
});
test('a thread that fails fails the answer, since a part of the rehearsals would say something else', async () => {
  const failing = { ask: () => Promise.reject(new CoreFailure('This took too long to work out.')) };
  const threads = [thread(), failing as unknown as Bridge];
  await expect(rehearse(view, id, due, () => {}, threads)).rejects.toThrow('too long');
});
test('as many threads rehearse as there are cores but one, up to four, and one where there is little to do', () => {
  expect([1, 2, 3, 4, 5, 6, 16].map((cores) => rehearsersOn(cores).length)).toEqual([1, 2, 2, 3, 4, 4, 4]);
  expect(rehearsersOn(2)).toEqual([slowBridge, bridge]);
  // What a finger asks has its thread to itself where there are more.
  expect(rehearsersOn(4)).not.toContain(bridge);
  const threads = rehearsersOn(4);
  const shopOf = (steps: number) => ({ pieces: [{ steps: Array.from({ length: steps }) }] }) as unknown as WorkshopView;
  expect([299, 300].map((steps) => threadsFor(shopOf(steps), threads).length)).toEqual([1, 3]);
});
