import { randomUUID } from 'node:crypto';
import type { OwnBookView, WorkshopView } from '@app/contract';
import { hidesKey, problemOf, productById, verify } from '@app/core';
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest';
import { Browser, MONDAY_9, openShop, type TestShop } from './shop.ts';

let shop: TestShop;
let rona: Browser;
let owners = 0;
beforeAll(async () => {
  shop = await openShop();
});
// A workshop for each, so that none is planned round what another left standing.
beforeEach(async () => {
  shop.clock.at = MONDAY_9;
  rona = await Browser.owner(shop, `rona-${++owners}`);
});
afterAll(() => shop.close());

const STOCK = { kind: 'stock', client: null, due: null, promised: false };
const paces = async () => ((await rona.agent.get('/api/own-book').expect(200)).body as OwnBookView).paces;
const tap = async (pieceId: string, key: string, what: string, more: object = {}) => {
  const piece = (await rona.view()).pieces.find((p) => p.id === pieceId)!;
  const { id } = piece.steps.find((s) => s.key === key)!;
  const body = { version: piece.stepVersions[id], by: 'owner', ...more };
  return rona.command('post', `/steps/${encodeURIComponent(id)}/${what}`, body);
};
const first = (v: WorkshopView, piece: string) =>
  v.pieces.find((p) => p.id === piece)!.steps.find((s) => s.key === 'take-apart')!;

test('who takes half as long again is planned so from the fifth timed step on, and by the book again when that is wished', async () => {
  // Ids of their own: of pieces alike the lower goes first, and work broken by lunch is longer on the clock.
  const numbered = (n: number) => `00000000-0000-4000-8000-00000000000${n}`;
  for (let n = 0; n < 6; n++) {
    const piece = await rona.addChest(numbered(n), STOCK);
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
  const next = await rona.addChest(numbered(6), STOCK);
  const length = (v: WorkshopView) => {
    const at = v.plan.steps[first(v, next).id]!;
    return at.end - at.start;
  };
  const byTheBook = length(await rona.view());
  await rona.command('post', '/own-book', { about: 'pace', isOwn: true });
  const own = await rona.view();
  await rona.command('post', '/plan/afresh');
  const after = await rona.view();
  expect(own.shop.ownPace).toEqual({ owner: { assemble: expect.closeTo(work!.factor, 1) as number } });
  expect(length(after)).toBeGreaterThan(byTheBook);
  expect(verify(problemOf(after.shop, after.pieces, after.now), after.plan)).toEqual([]);
  await rona.command('post', '/own-book', { about: 'pace', isOwn: false });
  await rona.command('post', '/plan/afresh');
  expect(length(await rona.view())).toBe(byTheBook);
});
/** A paint coat laid, come to too soon, and gone on with an hour later; once more for each piece. */
async function slowPaint(pieces: number): Promise<void> {
  for (let n = 0; n < pieces; n++) {
    const piece = await rona.addChest(undefined, STOCK);
    const now = async () => (await rona.view()).pieces.find((p) => p.id === piece)!;
    let { steps, stepVersions } = await now();
    const keys = steps.map((s) => s.key);
    for (const { id, outcomes } of steps.slice(0, keys.indexOf('paint-1') + 1)) {
      const outcome = outcomes[0]?.id;
      const body = { version: stepVersions[id], by: 'owner', ...(outcome ? { outcome } : {}) };
      await rona.command('post', `/steps/${id}/done`, body);
      // What a test showed may change steps behind it.
      if (outcome) ({ stepVersions } = await now());
    }
    const next = keys[keys.indexOf('paint-1') + 1]!;
    const view = await rona.view();
    const { id, after } = view.pieces.find((p) => p.id === piece)!.steps.find((s) => s.key === next)!;
    const film = view.plan.steps[`${piece}.paint-1`]!;
    expect(id).toBeTruthy();
    const told = Math.max(...after.map((l) => (l.from === 'end' ? 0 : film.dry[l.from]!)));
    shop.clock.at = told + 30;
    await tap(piece, next, 'problem', { kind: 'not-dry', minutes: 60 });
    shop.clock.at += 60;
    await tap(piece, next, 'start');
    await tap(piece, next, 'done');
  }
}
const book = async () => (await rona.agent.get('/api/own-book').expect(200)).body as OwnBookView;
const figures = (body: object) => rona.command('post', '/own-book', body);

test('a paint that was never dry when the plan said so is planned slower when that is wished, and by its sheet again', async () => {
  await slowPaint(4);
  const tooFew = await rona.agent
    .post('/api/own-book')
    .send({ commandId: randomUUID(), about: 'drying', of: 'matt-paint', isOwn: true });
  expect(tooFew.body).toMatchObject({ fields: { of: expect.stringMatching(/knows 4 films.*from 5 on/) as string } });
  await slowPaint(1);
  const [drying] = (await book()).drying.filter((d) => d.product === 'matt-paint');
  expect(drying).toMatchObject({ n: 5 });
  expect(drying!.factor).toBeGreaterThan(1.03);
  const paint = (v: WorkshopView) => v.shop.products.find((p) => p.id === 'matt-paint');
  await figures({ about: 'drying', of: 'matt-paint', isOwn: true });
  const own = await rona.view();
  const sheet = productById.get('matt-paint')!;
  expect(paint(own)!.stages_minutes.recoat).toBe(
    Math.ceil((sheet.stages_minutes.recoat * Math.round(drying!.factor * 100)) / 100),
  );
  expect(verify(problemOf(own.shop, own.pieces, own.now), own.plan)).toEqual([]);
  // What is learned is against the sheet still.
  expect((await book()).drying.find((d) => d.product === 'matt-paint')!.factor).toBe(drying!.factor);
  await figures({ about: 'drying', of: 'matt-paint', isOwn: false });
  expect(paint(await rona.view())).toBeUndefined();
});
test('what a coat really took goes off the shelf once and teaches how far a litre goes; amounts follow when wished', async () => {
  await rona.command('post', '/shop/paints', {
    name: 'Slate',
    hex: '#3f5c74',
    product: 'matt-paint',
    on_hand_litres: 5,
  });
  const can = () => rona.view().then((v) => v.shop.paints.find((p) => p.name === 'Slate')!);
  const { id: paint } = await can();
  for (let n = 0; n < 3; n++) {
    // Two are an anecdote.
    const early = { commandId: randomUUID(), about: 'coverage', of: 'matt-paint', isOwn: true };
    expect((await rona.agent.post('/api/own-book').send(early)).body).toHaveProperty('fields.of');
    const piece = await rona.addChest(undefined, STOCK);
    const { litres } = (await rona.view()).pieces.find((p) => p.id === piece)!.steps.find((s) => s.key === 'paint-1')!;
    const before = (await can()).on_hand_litres;
    await tap(piece, 'paint-1', 'differently', { kind: 'litres', paint, litres: litres * 2 });
    expect((await can()).on_hand_litres).toBeCloseTo(before - litres * 2, 2);
    // Said again it is put right, not taken twice.
    await tap(piece, 'paint-1', 'differently', { kind: 'litres', paint, litres: litres * 2 });
    expect((await can()).on_hand_litres).toBeCloseTo(before - litres * 2, 2);
  }
  const [coverage] = (await book()).coverage;
  expect(coverage).toMatchObject({ product: 'matt-paint', n: 3, factor: expect.closeTo(6.5 / 8, 6) as number });
  const next = await rona.addChest(undefined, STOCK);
  const litres = async () =>
    (await rona.view()).pieces.find((p) => p.id === next)!.steps.find((s) => s.key === 'paint-1')!.litres;
  const byTheSheet = await litres();
  await figures({ about: 'coverage', of: 'matt-paint', isOwn: true });
  expect(await litres()).toBeCloseTo((byTheSheet * 8) / 6.5, 6);
  const answer = await figures({ about: 'coverage', of: 'matt-paint', isOwn: false });
  expect(await litres()).toBeCloseTo(byTheSheet, 9);
  await rona.command('post', `/changes/${answer.change.id}/undo`);
  expect(await litres()).toBeCloseTo((byTheSheet * 8) / 6.5, 6);
});
test('a paint that took a coat more five times is planned with it when that is wished, and by the book again', async () => {
  const finish = async () => {
    const piece = await rona.addChest(undefined, STOCK);
    await tap(piece, 'paint-1', 'differently', { kind: 'coats', coats: 1 });
    for (const key of ['paint-1', 'paint-2', 'paint-3']) await tap(piece, key, 'done');
  };
  for (let n = 0; n < 4; n++) await finish();
  const coatsOf = async () => (await book()).coats.find((c) => c.own === 3)!;
  const of = hidesKey((await coatsOf()).hides);
  const use = (isOwn: boolean) =>
    rona.agent.post('/api/own-book').send({ commandId: randomUUID(), about: 'coats', of, isOwn });
  expect((await use(true)).body).toMatchObject({ fields: { of: expect.stringMatching(/from 5 on/) as string } });
  await finish();
  expect(await coatsOf()).toMatchObject({ n: 5, own: 3, times: 5, hides: { coats: 2 } });
  const next = await rona.addChest(undefined, STOCK);
  const coats = async () =>
    (await rona.view()).pieces.find((p) => p.id === next)!.steps.filter((s) => s.coat === 'paint').length;
  expect(await coats()).toBe(2);
  expect((await use(true)).status).toBe(200);
  expect(await coats()).toBe(3);
  const view = await rona.view();
  expect(verify(problemOf(view.shop, view.pieces, view.now), view.plan)).toEqual([]);
  expect((await use(false)).status).toBe(200);
  expect(await coats()).toBe(2);
});
test('what is not in the list, or that nothing is known of, is refused at its field', async () => {
  const refused = async (body: object) =>
    (await rona.agent.post('/api/own-book').send({ commandId: randomUUID(), isOwn: true, ...body })).body as object;
  expect(await refused({ about: 'drying', of: 'nothing' })).toHaveProperty('fields.of');
  expect(await refused({ about: 'coverage', of: 'shellac-primer' })).toHaveProperty('fields.of');
  expect(await refused({ about: 'weather' })).toHaveProperty('fields.about');
});
test('a lesson is kept by product and way of laying it, its last word counts, and it is taken back by undo', async () => {
  const piece = await rona.addChest(undefined, STOCK);
  await tap(piece, 'paint-1', 'lesson', { verdict: 'with-care', words: 'skins over by the heater' });
  const answer = await tap(piece, 'paint-2', 'lesson', { verdict: 'never' });
  expect((await rona.view()).shop.lessons).toMatchObject([{ id: 'matt-paint brush', verdict: 'never', words: '' }]);
  await rona.command('post', `/changes/${answer.change.id}/undo`);
  expect((await rona.view()).shop.lessons).toMatchObject([{ verdict: 'with-care', words: 'skins over by the heater' }]);
});
