import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import type { WorkshopView } from '@app/contract';
import { randomUUID } from 'node:crypto';
import { Browser, MONDAY_9, openShop, type TestShop } from './shop.ts';

// What a tap may say of when something happened, to the minute.
let shop: TestShop;
let rona: Browser;
let count = 0;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());
beforeEach(async () => {
  shop.clock.at = MONDAY_9;
  rona = await Browser.owner(shop, `rona-taps-${count++}`);
  await rona.addChest();
});

const step = (v: WorkshopView, key = 'take-apart') => v.pieces[0]!.steps.find((s) => s.key === key)!;
async function tap(what: 'start' | 'done' | 'pin', more: object) {
  const v = await rona.view();
  const { id } = step(v);
  const body = { commandId: randomUUID(), version: v.pieces[0]!.stepVersions[id] ?? 0, by: 'owner', ...more };
  return rona.agent[what === 'pin' ? 'put' : 'post'](`/api/steps/${encodeURIComponent(id)}/${what}`).send(body);
}
const fieldOf = (answer: { body: { fields?: Record<string, string> } }) => answer.body.fields?.['at'];

describe('when a step happened', () => {
  test('is now or before, never a minute ahead', async () => {
    const ahead = await tap('start', { at: MONDAY_9 + 1 });
    expect(ahead.status).toBe(400);
    expect(fieldOf(ahead)).toBe('That is in the future. Enter when it really happened.');
    expect((await tap('start', { at: MONDAY_9 })).status).toBe(200);
  });
  test('ends when it started at the soonest, never a minute before', async () => {
    expect((await tap('start', { at: MONDAY_9 })).status).toBe(200);
    shop.clock.at = MONDAY_9 + 30;
    const before = await tap('done', { at: MONDAY_9 - 1 });
    expect(before.status).toBe(400);
    expect(fieldOf(before)).toBe('It cannot end before it started.');
    expect((await tap('done', { at: MONDAY_9 })).status).toBe(200);
    expect(step(await rona.view()).state).toMatchObject({ kind: 'done', from: MONDAY_9, until: MONDAY_9 });
  });
  test('once it has begun it is not given another time', async () => {
    const pin = { at: MONDAY_9 + 1440 };
    expect((await tap('start', { at: MONDAY_9 })).status).toBe(200);
    const moved = await tap('pin', { pin });
    expect(moved.status).toBe(409);
    expect(moved.body).toMatchObject({ code: 'STEP_STATE' });
    expect(step(await rona.view()).pin).toEqual({});
  });
});

test('a step due now is left five minutes to be tapped, then what follows moves right', async () => {
  const due = async (minutes: number) => {
    shop.clock.at = MONDAY_9 + minutes;
    const v = await rona.view();
    return v.plan.steps[step(v, 'arrival').id]!.start;
  };
  expect(await due(5)).toBe(MONDAY_9);
  expect(await due(6)).toBeGreaterThan(MONDAY_9);
});

describe('a sign-in', () => {
  const cookie = (answer: { get: (header: 'Set-Cookie') => string[] | undefined }) =>
    answer.get('Set-Cookie')?.[0] ?? '';
  const signIn = (name: string) =>
    rona.agent.post('/api/session').send({ name, password: 'brush-and-roller' }).expect(200);
  test('gives a session a new id each time, so that one known from before opens nothing', async () => {
    const name = `rona-taps-${count - 1}`;
    const first = cookie(await signIn(name)).split(';')[0];
    const second = cookie(await signIn(name)).split(';')[0];
    expect(first).toMatch(/=/);
    expect(second).toMatch(/=/);
    expect(second).not.toBe(first);
  });
  test('with a new password that is the old one is refused at its field', async () => {
    const again = await rona.agent
      .post('/api/session/password')
      .send({ old: 'brush-and-roller', password: 'brush-and-roller' });
    expect(again.status).toBe(400);
    expect(again.body).toMatchObject({ fields: { password: 'Choose one that is not the old one.' } });
    await rona.agent
      .post('/api/session/password')
      .send({ old: 'brush-and-roller', password: 'roller-and-brush' })
      .expect(200);
  });
});
