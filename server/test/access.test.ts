import { randomUUID } from 'node:crypto';
import { ORDINARY_WEEK, PLANNING_DEFAULTS, HOUSE_DEFAULTS, PRODUCTS } from '@app/core';
import type { HelperView } from '@app/contract';
import type { Express } from 'express';
import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { Events } from '../src/events.ts';
import { appOf, Browser, openShop, type TestShop } from './shop.ts';

let shop: TestShop;
let rona: Browser;
beforeAll(async () => {
  shop = await openShop();
  rona = await Browser.owner(shop);
});
afterAll(() => shop.close());

const START = {
  workshopName: 'Barn',
  ownerName: 'Mo',
  password: 'brush-and-roller',
  timeZone: 'UTC',
  units: 'metric',
} as const;
const codeOf = (answer: { body: unknown }) => (answer.body as { code?: string }).code;
/** Somebody of the shop with a sign-in of their own, past their first password. */
async function helper(signIn: string): Promise<Browser> {
  const person = { name: signIn, hours: { weekly: ORDINARY_WEEK, exceptions: [], blocks: [] }, skills: { prep: 1 } };
  await rona.command('post', '/shop/people', person);
  const personId = (await rona.view()).shop.people.find((p) => p.name === signIn)!.id;
  await rona.command('post', '/helpers', { signIn, password: 'first-password', personId });
  const browser = new Browser(shop.app);
  await browser.agent.post('/api/session').send({ name: signIn, password: 'first-password' }).expect(200);
  const body = { old: 'first-password', password: 'my-own-password' };
  await browser.agent.post('/api/session/password').send(body).expect(200);
  return browser;
}
const personOf = async (name: string) => (await rona.view()).shop.people.find((p) => p.name === name)!.id;

describe('an id is no secret', () => {
  test('starting a shop with a known user’s id signs nobody in as that user', async () => {
    const commandId = randomUUID();
    await supertest(shop.app)
      .post('/api/workshops')
      .send({ ...START, commandId, signIn: 'mo' })
      .expect(201);
    const stranger = new Browser(shop.app);
    for (const more of [
      { signIn: 'mo', password: 'another-password' },
      { signIn: 'other', password: 'brush-and-roller' },
    ]) {
      const answer = await stranger.agent.post('/api/workshops').send({ ...START, commandId, ...more });
      expect([answer.status, codeOf(answer)]).toEqual([409, 'ID_USED']);
      expect((await stranger.agent.get('/api/view')).status).toBe(401);
    }
    // Its own owner, whose first answer got lost, is let in by the same request.
    const again = await stranger.agent.post('/api/workshops').send({ ...START, commandId, signIn: 'mo' });
    expect(again.status).toBe(201);
    expect((await stranger.view()).workshop.name).toBe('Barn');
  });
});

describe('what only the owner may do', () => {
  const hours = { weekly: ORDINARY_WEEK, exceptions: [], blocks: [] };
  const air = { high_c: 20, low_c: 15, humidityAtHigh_pct: 50, humidityAtLow_pct: 60 };
  const own = { ...PRODUCTS.find((p) => p.id === 'matt-paint')!, id: 'own-matt', name: 'Own matt' };
  const version = async () => (await rona.view()).workshop.version;
  const place = async () => (await rona.view()).shop.places[0]!.id;
  const KINDS: readonly (readonly [string, () => Promise<readonly ['post' | 'put' | 'delete', string, object]>])[] = [
    ['add a person', async () => Promise.resolve(['post', '/shop/people', { name: 'Bo', hours, skills: { prep: 1 } }])],
    ['remove a person', async () => ['delete', `/shop/people/${await personOf('Bo')}`, {}]],
    [
      'add a station',
      async () => ['post', '/shop/stations', { name: 'B', kind: 'bench', capacity: 1, climate: await place() }],
    ],
    ['add a tool', async () => Promise.resolve(['post', '/shop/tools', { name: 'Sprayer', capacity: 1 }])],
    ['add a place', async () => Promise.resolve(['post', '/shop/places', { name: 'Loft', typical: air }])],
    ['change a product', async () => Promise.resolve(['put', '/products/own-matt', { product: own }])],
    ['remove a product', async () => Promise.resolve(['delete', '/products/own-matt', {}])],
    [
      'change what matters',
      async () => ['put', '/planning', { version: await version(), ...PLANNING_DEFAULTS, frozen_hours: 7 }],
    ],
    [
      'change the house',
      async () => ['put', '/house', { version: await version(), house: { ...HOUSE_DEFAULTS, primer: 'always' } }],
    ],
    [
      'change the workshop',
      async () => ['put', '/workshop', { version: await version(), name: 'Shed', units: 'us', timeZone: 'UTC' }],
    ],
    [
      'put air in',
      async () => [
        'put',
        `/shop/places/${await place()}/series`,
        {
          version: (await rona.view()).versions[`places/${await place()}`],
          series: { from: 0, temperature_c: [9], humidity_pct: [50] },
        },
      ],
    ],
  ];
  let teo: Browser;
  beforeAll(async () => {
    teo = await helper('teo');
  });
  test.each(KINDS)('a helper cannot take back: %s', async (_, make) => {
    const [method, path, body] = await make();
    const { change } = await rona.command(method, path, body);
    if (!change.undoable) return;
    const undo = { commandId: randomUUID(), withDependents: true };
    const answer = await teo.agent.post(`/api/changes/${change.id}/undo`).send(undo);
    expect([answer.status, codeOf(answer)]).toEqual([403, 'OWNER_ONLY']);
    await rona.command('post', `/changes/${change.id}/undo`, { withDependents: true });
    // The owner's undo is a change of the owner's too.
    const last = (await rona.view()).changes[0]!;
    const back = await teo.agent.post(`/api/changes/${last.id}/undo`).send({ ...undo, commandId: randomUUID() });
    expect(codeOf(back)).toBe('OWNER_ONLY');
    await rona.command('post', `/changes/${last.id}/undo`, { withDependents: true });
  });
  test('a helper takes back what helpers do', async () => {
    const id = await teo.addChest();
    const { change } = await teo.command(
      'post',
      `/steps/${(await teo.view()).pieces.find((p) => p.id === id)!.steps[0]!.id}/done`,
      {
        version: 0,
        by: 'owner',
      },
    );
    await teo.command('post', `/changes/${change.id}/undo`, { withDependents: false });
    const mix = await teo.command('post', '/shop/mixes', {
      name: 'Dusk',
      hex: '#3f5c74',
      parts: [{ name: 'B', parts: 1 }],
    });
    await teo.command('post', `/changes/${mix.change.id}/undo`, { withDependents: false });
  });
});

describe('a session', () => {
  test('ends when the password changes, everywhere but where it was changed; streams end too', async () => {
    const here = await helper('ana');
    const there = new Browser(shop.app);
    await there.agent.post('/api/session').send({ name: 'ana', password: 'my-own-password' }).expect(200);
    const wrong = await here.agent.post('/api/session/password').send({ old: 'not-mine', password: 'new-password-1' });
    expect(wrong.body).toMatchObject({ fields: { old: 'This is not the password you have now.' } });
    const without = await here.agent.post('/api/session/password').send({ password: 'new-password-1' });
    expect(without.status).toBe(400);
    await there.view();
    shop.ended.length = 0;
    await here.agent
      .post('/api/session/password')
      .send({ old: 'my-own-password', password: 'new-password-1' })
      .expect(200);
    expect(shop.ended).toHaveLength(1);
    await here.view();
    expect((await there.agent.get('/api/view')).status).toBe(401);
  });
  test('ends when its sign-in is taken away, and the name is free again', async () => {
    const bea = await helper('bea');
    const id = await personOf('bea');
    const list = (await rona.agent.get('/api/helpers')).body as HelperView[];
    expect(list.find((h) => h.personId === id)).toEqual({ personId: id, signIn: 'bea' });
    shop.ended.length = 0;
    expect(codeOf(await bea.agent.delete(`/api/helpers/${id}`))).toBe('OWNER_ONLY');
    await rona.agent.delete(`/api/helpers/${id}`).expect(200);
    expect(shop.ended).toHaveLength(1);
    expect((await bea.agent.get('/api/view')).status).toBe(401);
    const back = await bea.agent.post('/api/session').send({ name: 'bea', password: 'my-own-password' });
    expect(codeOf(back)).toBe('WRONG_SIGN_IN');
    expect((await rona.agent.delete(`/api/helpers/${id}`)).status).toBe(404);
    await rona.command('post', '/helpers', { signIn: 'bea', password: 'first-password', personId: id });
  });
  test('ends when the person is taken out of the shop, and holds again when that is undone', async () => {
    const cem = await helper('cem');
    await cem.view();
    const { change } = await rona.command('delete', `/shop/people/${await personOf('cem')}`);
    expect((await cem.agent.get('/api/view')).status).toBe(401);
    const signIn = await new Browser(shop.app).agent
      .post('/api/session')
      .send({ name: 'cem', password: 'my-own-password' });
    expect(codeOf(signIn)).toBe('WRONG_SIGN_IN');
    await rona.command('post', `/changes/${change.id}/undo`, { withDependents: false });
    await cem.view();
  });
  test('ends when it is over, though its cookie is still sent', async () => {
    const dov = await helper('dov');
    await dov.view();
    await shop.deps.sequelize.query(`update "Sessions" set expires = now() - interval '1 minute'`);
    expect((await dov.agent.get('/api/view')).status).toBe(401);
    await rona.agent.post('/api/session').send({ name: 'rona', password: 'brush-and-roller' }).expect(200);
  });
});

describe('a stream of changes', () => {
  const quiet = () => new Promise((done) => setTimeout(done, 20));
  /** What a stream wrote, and whether it was ended. */
  const line = () => {
    const said: string[] = [];
    let onClose = () => {};
    const res = {
      writeHead: () => {},
      write: (s: string) => said.push(s),
      end: () => {
        said.push('END');
        onClose();
      },
      on: (_: string, f: () => void) => (onClose = f),
    };
    return { said, res: res as never };
  };
  const announced = { revision: 2, update: { base: 1 } } as never;
  test('tells a shop’s own people only, and ends with the sign-in of whoever opened it', async () => {
    const events = new Events();
    const [a, b, c] = [line(), line(), line()];
    events.open('w', 'u1', a.res, () => Promise.resolve(true));
    events.open('w', 'u2', b.res, () => Promise.resolve(true));
    events.open('v', 'u3', c.res, () => Promise.resolve(true));
    events.announce('w', announced);
    expect(a.said.at(-1)).toBe('event: changed\ndata: {"revision":2,"update":{"base":1}}\n\n');
    expect(c.said).toHaveLength(1);
    events.end('u1');
    expect(a.said.slice(-2)).toEqual(['event: signed-out\ndata: 0\n\n', 'END']);
    events.announce('w', announced);
    expect(a.said.at(-1)).toBe('END');
    expect(b.said.filter((s) => s.includes('changed'))).toHaveLength(2);
    expect(events.watched().sort()).toEqual(['v', 'w']);
    events.end('u2');
    expect(events.isWatched('w')).toBe(false);
    events.closeAll();
    await quiet();
  });
});

describe('names and places', () => {
  const lan = () => appOf(shop, { hosts: ['192.0.2.7'], beyondLoopback: true });
  test.each([
    ['localhost:4170', 200],
    ['127.0.0.1', 200],
    ['[::1]:4170', 200],
    ['LOCALHOST.', 200],
    ['evil.example', 403],
    ['127.0.0.1.evil.example', 403],
    ['192.0.2.7:4170', 403],
    ['', 403],
  ])('on this computer the name “%s” is answered with %d', async (host, status) => {
    const answer = await supertest(shop.app).get('/api/session').set('host', host);
    expect(answer.status).toBe(status);
    if (status === 403) expect(codeOf(answer)).toBe('OTHER_HOST');
  });
  test('on the local network its own address is answered too', async () => {
    expect((await supertest(lan()).get('/api/session').set('host', '192.0.2.7:4170')).status).toBe(200);
    expect((await supertest(lan()).get('/api/session').set('host', '192.0.2.8')).status).toBe(403);
  });
  test('a workshop is started without sign-in on this computer only', async () => {
    const app = lan();
    // As if it came from another device: Express takes its word only where it is told to.
    const away: Express = (await import('express')).default();
    away.use((req, _res, next) => {
      Object.defineProperty(req.socket, 'remoteAddress', { value: '192.0.2.9', configurable: true });
      next();
    });
    away.use(app);
    const body = { ...START, commandId: randomUUID(), signIn: 'far' };
    const answer = await supertest(away).post('/api/workshops').send(body);
    expect([answer.status, codeOf(answer)]).toEqual([403, 'START_HERE_ONLY']);
    expect(codeOf(await supertest(away).post('/api/session/demo').send({}))).toBe('DEMO_NOT_HERE');
  });
});

describe('wrong tries', () => {
  /** Takes the sender's word for where it is, so that a test can be in several places. */
  const believing = (): Express => appOf(shop).set('trust proxy', true);
  test('at one name from one address are refused after ten; another name, and the same from elsewhere, are not', async () => {
    const app = believing();
    const tryIt = (name: string, password: string, address: string) =>
      supertest(app).post('/api/session').set('x-forwarded-for', address).send({ name, password });
    for (let i = 0; i < 10; i++) expect((await tryIt('Rona', 'wrong', '192.0.2.50')).status).toBe(401);
    expect((await tryIt('rona', 'wrong', '192.0.2.50')).status).toBe(429);
    // The right password from there waits a minute too, or the limit would be none; from elsewhere it opens.
    expect((await tryIt('rona', 'brush-and-roller', '192.0.2.50')).status).toBe(429);
    expect((await tryIt('rona', 'brush-and-roller', '192.0.2.51')).status).toBe(200);
    expect((await tryIt('mo', 'wrong', '192.0.2.50')).status).toBe(401);
  });
  test('at sixty names from one address are refused as well', async () => {
    const app = believing();
    let last = 0;
    let n = 0;
    for (; n < 70 && last !== 429; n++)
      last = (
        await supertest(app)
          .post('/api/session')
          .set('x-forwarded-for', '192.0.2.60')
          .send({ name: `n${n}`, password: 'wrong' })
      ).status;
    expect(n).toBe(61);
  }, 60_000);
});

describe('a late save', () => {
  test.each([
    ['people', { name: 'Late', hours: { weekly: ORDINARY_WEEK, exceptions: [], blocks: [] }, skills: { prep: 1 } }],
    ['tools', { name: 'Late', capacity: 1 }],
    ['mixes', { name: 'Late', hex: '#3f5c74', parts: [{ name: 'B', parts: 1 }] }],
    ['paints', { name: 'Late', hex: '#3f5c74', product: 'matt-paint', on_hand_litres: 1 }],
  ])('does not bring back what was removed from %s', async (table, row) => {
    await rona.command('post', `/shop/${table}`, row);
    const list = (await rona.view()).shop[table as 'people'] as readonly { id: string; name: string }[];
    const { id } = list.find((x) => x.name === 'Late')!;
    await rona.command('delete', `/shop/${table}/${id}`);
    const { revision } = await rona.view();
    const answer = await rona.agent
      .put(`/api/shop/${table}/${id}`)
      .send({ commandId: randomUUID(), version: 0, ...row });
    expect([answer.status, codeOf(answer)]).toEqual([404, 'NOT_FOUND']);
    expect((answer.body as { detail: string }).detail).toMatch(/removed in the meantime/);
    expect((await rona.view()).revision).toBe(revision);
  });
});

test('what is answered is kept by no shared cache', async () => {
  for (const path of ['/api/view', '/api/session', '/api/left'])
    expect((await rona.agent.get(path)).headers['cache-control']).toMatch(/private/);
});
