import { randomUUID } from 'node:crypto';
import { type Ask, MOST_ASKS, problemOf, verify } from '@app/core';
import type { WorkshopView } from '@app/contract';
import supertest from 'supertest';
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest';
import { picture } from './examples.ts';
import { Browser, MONDAY_9, openShop, type TestShop } from './shop.ts';

let shop: TestShop;
let rona: Browser;
let count = 0;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());
beforeEach(async () => {
  shop.clock.at = MONDAY_9;
  rona = await Browser.owner(shop, `rona-${count++}`);
  await rona.addChest();
});

const piece = (v: WorkshopView) => v.pieces[0]!;
const start = (v: WorkshopView, key: string) => v.plan.steps[piece(v).steps.find((s) => s.key === key)!.id]!.start;
const QUESTION = 'Brass or <black> knobs?';
const BY = MONDAY_9 + 5 * 1440;
async function ask(more: object = {}): Promise<Ask> {
  const v = await rona.view();
  const body = {
    id: randomUUID(),
    version: piece(v).version,
    question: QUESTION,
    choices: ['Brass', 'Black'],
    ...more,
  };
  await rona.command('post', `/pieces/${piece(v).id}/asks`, body);
  return piece(await rona.view()).asks.at(-1)!;
}
/** Somebody with a link and nothing else. */
const client = () => supertest(shop.app);
const choose = (token: string, choice: string, words = '') =>
  client().post(`/api/client/${token}`).type('form').send({ choice, words });

test('what waits for an answer waits until its day, and goes on when the owner notes the answer', async () => {
  const waiting = await ask({ before: 'paint-1', until: BY });
  let v = await rona.view();
  expect(start(v, 'paint-1')).toBeGreaterThanOrEqual(BY);
  await rona.command('post', `/pieces/${piece(v).id}/asks/answer`, { ask: waiting.id, choice: 'Brass' });
  v = await rona.view();
  expect(start(v, 'paint-1')).toBeLessThan(BY);
  expect(piece(v).asks[0]!.answer).toMatchObject({ choice: 'Brass', by: 'shop' });
  expect(verify(problemOf(v.shop, v.pieces, v.now), v.plan)).toEqual([]);
});
test('by link a client looks, chooses once, and changes nothing else', async () => {
  const { token, id } = await ask({ before: 'paint-1', until: BY });
  const page = await client().get(`/api/client/${token}`).expect(200).expect('content-type', /html/);
  expect(page.headers['referrer-policy']).toBe('same-origin');
  expect(page.text).toContain('Brass or &lt;black&gt; knobs?');
  expect(page.text).not.toContain('<script');
  await choose(token!, 'Green').expect(400);
  await choose(token!, 'Black', 'matt, please').expect(303);
  const v = await rona.view();
  expect(piece(v).asks.find((a) => a.id === id)!.answer).toMatchObject({
    choice: 'Black',
    words: 'matt, please',
    by: 'client',
  });
  expect(start(v, 'paint-1')).toBeLessThan(BY);
  const twice = await choose(token!, 'Brass').expect(409);
  expect(twice.text).toContain('answered already');
  expect((await client().get(`/api/client/${token}`)).text).toContain('Black');
});
test('a link that was taken away, or guessed, says so in words and opens nothing', async () => {
  const { token, id } = await ask();
  const v = await rona.view();
  await rona.command('post', `/pieces/${piece(v).id}/asks/revoke`, { ask: id });
  for (const gone of [token!, 'guessed']) {
    expect((await client().get(`/api/client/${gone}`).expect(404)).text).toContain('not valid any more');
    await choose(gone, 'Brass').expect(404);
  }
  expect(piece(await rona.view()).asks[0]!.answer).toBeNull();
});
test('as a file it needs nothing else: pictures within, no address fetched, no form', async () => {
  const v = await rona.view();
  await rona.agent
    .post(`/api/pieces/${piece(v).id}/photos`)
    .field({ commandId: randomUUID(), side: 'front' })
    .attach('photo', picture, 'front.png')
    .expect(201);
  const { id } = await ask();
  const file = await rona.agent.get(`/api/pieces/${piece(v).id}/asks/file?ask=${id}`).expect(200);
  expect(file.headers['content-disposition']).toContain('attachment');
  expect(file.text).toContain('src="data:image/webp;base64,');
  expect(file.text).not.toMatch(/https?:\/\/|<form|<script|<link/);
  expect(file.text).toMatch(/Pickup as agreed/);
  await rona.agent.get(`/api/pieces/${piece(v).id}/asks/file?ask=gone`).expect(404);
});
test('an answer nobody could choose, or a day gone by, is refused at its field', async () => {
  const v = await rona.view();
  const path = `/api/pieces/${piece(v).id}/asks`;
  const body = { commandId: randomUUID(), id: randomUUID(), version: piece(v).version, question: QUESTION };
  const late = await rona.agent.post(path).send({ ...body, before: 'paint-1', until: MONDAY_9 });
  expect(late.body).toHaveProperty('fields.until');
  const many = await rona.agent.post(path).send({ ...body, choices: ['1', '2', '3', '4', '5', '6', '7'] });
  expect(many.status).toBe(400);
});
test('the twentieth question about a piece is asked, the next refused in words', async () => {
  for (let n = 0; n < MOST_ASKS; n++) await ask();
  const v = await rona.view();
  const body = { commandId: randomUUID(), id: randomUUID(), version: piece(v).version, question: QUESTION };
  const answer = await rona.agent.post(`/api/pieces/${piece(v).id}/asks`).send(body);
  expect(answer.body).toHaveProperty('fields.question');
  expect(piece(await rona.view()).asks).toHaveLength(MOST_ASKS);
});
