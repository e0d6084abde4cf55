import { randomUUID } from 'node:crypto';
import { ERRORS } from '@app/contract';
import { problemOf, verify } from '@app/core';
import { readFileSync } from 'node:fs';
import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { DEMO_SIGN_IN, seedDemo } from '../src/demo/seedDemo.ts';
import { oneTimeDemoPassword } from '../src/services/accounts.ts';
import { appOf, Browser, chest, openShop, type TestShop } from './shop.ts';

let shop: TestShop;
let rona: Browser;
beforeAll(async () => {
  shop = await openShop();
  rona = await Browser.owner(shop);
});
afterAll(() => shop.close());

const bad = async (body: object, path = '/pieces', method: 'post' | 'put' = 'post') =>
  rona.agent[method](`/api${path}`).send({ commandId: randomUUID(), id: randomUUID(), ...body });

describe('bad input gets a message at its field, and nothing is half-saved', () => {
  test.each([
    [
      'negative width',
      { dimensions: { width: -1, depth: 0.4, height: 0.8, parts: 3 } },
      'dimensions',
      /Width: enter 0.1 to 3.5 m/,
    ],
    ['a chest 40 m high', { dimensions: { width: 1, depth: 0.4, height: 40, parts: 3 } }, 'dimensions', /Height/],
    ['pickup before arrival', { due: 1000 }, 'due', /Pickup is before it arrives/],
    ['an unknown paint', { brief: { ...chest().brief, paint: 'moon-dust' } }, 'brief.paint', /not in the list/],
    [
      'a colour that is none',
      { brief: { ...chest().brief, body: { name: 'x', hex: 'javascript:1' } } },
      'brief.body.hex',
      /Enter a colour/,
    ],
    ['no name', { name: '  ' }, 'name', /name/i],
    ['a long name with a line break, of which the first is told', { name: 'x\n'.repeat(99) + 'x' }, 'name', /under 60/],
    ['an unknown kind of piece', { template: 'spaceship' }, 'template', /kind of piece/],
    ['control characters', { name: 'a\u0000b' }, 'name', /control characters/],
  ])('%s', async (_, more, field, words) => {
    const answer = await bad({ ...chest(), ...more });
    expect(answer.status).toBe(400);
    expect(answer.headers['content-type']).toContain('application/problem+json');
    const fields = (answer.body as { fields: Record<string, string> }).fields;
    expect(fields[field]).toMatch(words);
    expect((await rona.view()).pieces).toHaveLength(0);
  });
  test('broken JSON, a 10 MB body and an unknown path are answered in words, without a stack', async () => {
    const broken = await rona.agent.post('/api/pieces').set('content-type', 'application/json').send('{"name": ');
    expect(broken.body).toMatchObject({ code: 'BAD_JSON' });
    const huge = await rona.agent.post('/api/pieces').send({ name: 'x'.repeat(10_000_000) });
    expect(huge.status).toBe(413);
    const lost = await rona.agent.get('/api/nothing-here');
    expect(lost.status).toBe(404);
    for (const a of [broken, huge, lost]) expect(a.text).not.toMatch(/node_modules|at .*\.ts|Error:/);
  });
  test('a script in a name is kept as the text it is', async () => {
    const name = '<script>alert(1)</script>';
    const id = await rona.addChest(undefined, { name });
    const v = await rona.view();
    expect(v.pieces.find((p) => p.id === id)!.name).toBe(name);
    await rona.command('delete', `/pieces/${id}`, { version: 0 });
  });
  test('overlapping shifts and a person’s unknown skill are refused', async () => {
    const overlap = [
      { from: 540, until: 700 },
      { from: 600, until: 800 },
    ];
    const weekly = [overlap, [], [], [], [], [], []];
    const answer = await bad({ name: 'Bo', hours: { weekly, exceptions: [], blocks: [] }, skills: {} }, '/shop/people');
    expect(Object.values((answer.body as { fields: Record<string, string> }).fields).join()).toMatch(
      /must not overlap/,
    );
  });
});

describe('who may do what', () => {
  test('without signing in nothing is shown and nothing done', async () => {
    const stranger = supertest(shop.app);
    for (const path of ['/api/view', '/api/events']) expect((await stranger.get(path)).status).toBe(401);
    expect(
      (await stranger.post('/api/pieces').send({ commandId: randomUUID(), id: randomUUID(), ...chest() })).status,
    ).toBe(401);
  });
  test('a request from another site is refused', async () => {
    const foreign = await rona.agent
      .post('/api/plan/afresh')
      .set('origin', 'https://elsewhere.example')
      .send({ commandId: randomUUID() });
    expect(foreign.body).toMatchObject({ code: 'OTHER_ORIGIN' });
    const fetched = await rona.agent
      .post('/api/plan/afresh')
      .set('sec-fetch-site', 'cross-site')
      .send({ commandId: randomUUID() });
    expect(fetched.status).toBe(403);
  });
  test('one workshop never sees or touches another’s', async () => {
    const id = await rona.addChest();
    const other = await Browser.owner(shop, 'other');
    expect((await other.view()).pieces).toHaveLength(0);
    const touch = await other.agent.delete(`/api/pieces/${id}`).send({ commandId: randomUUID(), version: 0 });
    expect(touch.status).toBe(404);
    const step = (await rona.view()).pieces[0]!.steps[0]!.id;
    expect(
      (
        await other.agent
          .post(`/api/steps/${encodeURIComponent(step)}/start`)
          .send({ commandId: randomUUID(), version: 0, by: 'owner' })
      ).status,
    ).toBe(404);
  });
  test('a helper chooses a password first, then works but does not change the shop', async () => {
    await rona.command('post', '/helpers', { signIn: 'teo', password: 'first-password', personId: 'owner' });
    const helper = new Browser(shop.app);
    await helper.agent.post('/api/session').send({ name: 'Teo', password: 'first-password' }).expect(200);
    expect((await helper.agent.get('/api/view')).body).toMatchObject({ code: 'PASSWORD_CHANGE_NEEDED' });
    await helper.agent
      .post('/api/session/password')
      .send({ old: 'first-password', password: 'my-own-password' })
      .expect(200);
    expect((await helper.view()).me.role).toBe('helper');
    const refused = await helper.agent
      .put('/api/workshop')
      .send({ commandId: randomUUID(), version: 0, name: 'Mine', units: 'us', timeZone: 'Europe/Berlin' });
    expect(refused.body).toMatchObject({ code: 'OWNER_ONLY' });
  });
  test('a wrong password says no more than a wrong name, and tries are limited', async () => {
    const stranger = supertest(shop.app);
    const answers = await Promise.all(
      ['rona', 'nobody'].map((name) => stranger.post('/api/session').send({ name, password: 'wrong-password' })),
    );
    expect(answers[0]!.body).toEqual(answers[1]!.body);
    let last = 0;
    for (let i = 0; i < 25 && last !== 429; i++)
      last = (await stranger.post('/api/session').send({ name: 'rona', password: `wrong-${i}` })).status;
    expect(last).toBe(429);
  });
});

describe('the demo', () => {
  test('it is seeded once, a dozen pieces in every stage with their troubles, and stands apart', async () => {
    await seedDemo(shop.deps);
    await seedDemo(shop.deps);
    const visitor = new Browser(shop.app);
    await visitor.agent.post('/api/session/demo').send({}).expect(200);
    const v = await visitor.view();
    expect(v.pieces).toHaveLength(12);
    expect(verify(problemOf(v.shop, v.pieces, v.now), v.plan)).toEqual([]);
    expect(v.pieces.some((p) => p.steps.every((s) => s.state.kind === 'done'))).toBe(true);
    expect(v.pieces.some((p) => p.steps.every((s) => s.state.kind === 'planned'))).toBe(true);
    expect(v.pieces.flatMap((p) => p.steps.map((s) => s.key)).some((k) => k.startsWith('hold-'))).toBe(true);
    expect(v.pieces.some((p) => p.due !== null && v.plan.ready[p.id]! > p.due)).toBe(true);
    expect((await rona.view()).pieces.some((p) => p.id === 'settle')).toBe(false);
  });
  test('beyond this computer its printed sign-in is refused; a one-time password must be changed first', async () => {
    const lan = appOf(shop, { beyondLoopback: true });
    expect((await supertest(lan).post('/api/session/demo').send({})).body).toMatchObject({ code: 'DEMO_NOT_HERE' });
    const password = await oneTimeDemoPassword();
    const tablet = supertest(lan);
    expect((await tablet.post('/api/session').send(DEMO_SIGN_IN)).body).toMatchObject({ code: 'WRONG_SIGN_IN' });
    const session = await tablet.post('/api/session').send({ name: DEMO_SIGN_IN.name, password });
    expect(session.status).toBe(200);
  });
});

test('the error catalogue and docs/api-errors.md name the same errors, statuses and messages', () => {
  const page = readFileSync(new URL('../../docs/api-errors.md', import.meta.url), 'utf8');
  const rows = [...page.matchAll(/^\| `(\w+)` \| (\d+) \| (.+) \|$/gm)].map(([, code, status, message]) => [
    code,
    Number(status),
    message,
  ]);
  expect(rows).toEqual(Object.entries(ERRORS).map(([code, e]) => [code, e.status, e.message]));
});
