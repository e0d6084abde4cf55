import type { PaceView, WorkshopView } from '@app/contract';
import { problemOf, verify } from '@app/core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { Browser, MONDAY_9, openShop, type TestShop } from './shop.ts';

let shop: TestShop;
let rona: Browser;
beforeAll(async () => {
  shop = await openShop();
  shop.clock.at = MONDAY_9;
  rona = await Browser.owner(shop);
});
afterAll(() => shop.close());

const STOCK = { kind: 'stock', client: null, due: null, promised: false };
const paces = async () => ((await rona.agent.get('/api/pace').expect(200)).body as PaceView).paces;
const tap = async (pieceId: string, key: string, what: string, more: object = {}) => {
  const piece = (await rona.view()).pieces.find((p) => p.id === pieceId)!;
  const { id } = piece.steps.find((s) => s.key === key)!;
  const body = { version: piece.stepVersions[id], by: 'owner', ...more };
  return rona.command('post', `/steps/${encodeURIComponent(id)}/${what}`, body);
};
const first = (v: WorkshopView, piece: string) =>
  v.pieces.find((p) => p.id === piece)!.steps.find((s) => s.key === 'take-apart')!;

test('who takes half as long again is planned so from the fifth timed step on, and by the book again when that is wished', async () => {
  for (let n = 0; n < 6; n++) {
    const piece = await rona.addChest(undefined, STOCK);
    const book = first(await rona.view(), piece).work_minutes;
    await tap(piece, 'take-apart', 'start');
    shop.clock.at += Math.round(book * 1.5);
    await tap(piece, 'take-apart', 'done');
    // Where nobody tapped Start nothing is known of how long it took.
    await tap(piece, 'wash', 'done');
  }
  const [work] = await paces();
  expect(work).toMatchObject({ person: 'owner', skill: 'assemble', n: 6 });
  expect(work!.factor).toBeGreaterThan(1.25);
  expect(work!.factor).toBeLessThan(1.5);
  const next = await rona.addChest(undefined, STOCK);
  const length = (v: WorkshopView) => {
    const at = v.plan.steps[first(v, next).id]!;
    return at.end - at.start;
  };
  const byTheBook = length(await rona.view());
  await rona.command('post', '/pace', { isOwn: true });
  const own = await rona.view();
  await rona.command('post', '/plan/afresh');
  const after = await rona.view();
  expect(own.shop.ownPace).toEqual({ owner: { assemble: expect.closeTo(work!.factor, 1) as number } });
  expect(length(after)).toBeGreaterThan(byTheBook);
  expect(verify(problemOf(after.shop, after.pieces, after.now), after.plan)).toEqual([]);
  await rona.command('post', '/pace', { isOwn: false });
  await rona.command('post', '/plan/afresh');
  expect(length(await rona.view())).toBe(byTheBook);
});
test('a lesson is kept by product and way of laying it, its last word counts, and it is taken back by undo', async () => {
  const piece = await rona.addChest(undefined, STOCK);
  await tap(piece, 'paint-1', 'lesson', { verdict: 'with-care', words: 'skins over by the heater' });
  const answer = await tap(piece, 'paint-2', 'lesson', { verdict: 'never' });
  expect((await rona.view()).shop.lessons).toMatchObject([{ id: 'matt-paint brush', verdict: 'never', words: '' }]);
  await rona.command('post', `/changes/${answer.change.id}/undo`);
  expect((await rona.view()).shop.lessons).toMatchObject([{ verdict: 'with-care', words: 'skins over by the heater' }]);
});
