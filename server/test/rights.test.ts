import { readFileSync } from 'node:fs';
import { CommandAnswerSchema, ERRORS } from '@app/contract';
import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Schema } from 'yup';
import type { Access, Route } from '../src/routes/route.ts';
import { apiPage, ROUTES } from '../src/routes/table.ts';
import { bodyFor, call, EXAMPLES, furnish, type Here, keyOf, pathOf } from './examples.ts';
import { Browser, openShop, type TestShop } from './shop.ts';

const isLong = process.env['MOKUME_LONG'] !== undefined;
let shop: TestShop;
let rona: Browser;
let teo: Browser;
let fresh: Browser;
let other: Browser;
let here: Here;

const takes = (r: Route, field: string) => r.body !== null && 'fields' in r.body && field in (r.body.fields as object);
/** Ends the stream it opens, or the test would wait for it. */
const isStream = (r: Route) => r.answer === 'events';

beforeAll(async () => {
  shop = await openShop();
  rona = await Browser.owner(shop);
  other = await Browser.owner(shop, 'other');
  here = await furnish(rona);
  for (const name of ['teo', 'fresh'])
    await rona.command('post', '/helpers', { signIn: name, password: 'first-password', personId: 'owner' });
  teo = new Browser(shop.app);
  await teo.agent.post('/api/session').send({ name: 'teo', password: 'first-password' }).expect(200);
  await teo.agent
    .post('/api/session/password')
    .send({ old: 'first-password', password: 'my-own-password' })
    .expect(200);
  fresh = new Browser(shop.app);
  await fresh.agent.post('/api/session').send({ name: 'fresh', password: 'first-password' }).expect(200);
});
afterAll(() => shop.close());

test('every route has an example here, and nothing else has', () => {
  expect(Object.keys(EXAMPLES).sort()).toEqual(ROUTES.map(keyOf).sort());
});
test('docs/api.md is the table', () => {
  expect(readFileSync(new URL('../../docs/api.md', import.meta.url), 'utf8')).toBe(apiPage(ROUTES));
});

/** Status and code expected of somebody for each access; null: not refused for who they are. */
const REFUSED: Readonly<Record<'stranger' | 'newcomer' | 'helper', Readonly<Record<Access, string | null>>>> = {
  stranger: { anyone: null, 'signed-in': 'SIGN_IN_NEEDED', helper: 'SIGN_IN_NEEDED', owner: 'SIGN_IN_NEEDED' },
  newcomer: { anyone: null, 'signed-in': null, helper: 'PASSWORD_CHANGE_NEEDED', owner: 'PASSWORD_CHANGE_NEEDED' },
  helper: { anyone: null, 'signed-in': null, helper: null, owner: 'OWNER_ONLY' },
};
const RIGHTS = ['SIGN_IN_NEEDED', 'PASSWORD_CHANGE_NEEDED', 'OWNER_ONLY'];
// Those that sign in or out would change who asks; theirs is tested where they are.
const asked = ROUTES.filter((r) => !r.path.startsWith('/session') && r.path !== '/workshops' && !isStream(r));

describe.each(['stranger', 'newcomer', 'helper'] as const)('a %s', (who) => {
  test.each(asked.map((r) => [keyOf(r), r] as const))('at %s', async (_, r) => {
    const browser = { stranger: supertest(shop.app), newcomer: fresh.agent, helper: teo.agent }[who];
    // Nothing there, so that nobody's shop is changed by being allowed.
    const nowhere = Object.fromEntries(Object.keys(here.ids).map((k) => [k, 'nowhere']));
    const answer = await call(browser, r, nowhere, {});
    const code = (answer.body as { code?: string }).code ?? null;
    const refused = REFUSED[who][r.access];
    if (refused) {
      expect(code).toBe(refused);
      expect(answer.status).toBe(ERRORS[refused as keyof typeof ERRORS].status);
    } else expect(RIGHTS).not.toContain(code);
  });
});

describe('somebody of another workshop', () => {
  test.each(ROUTES.filter((r) => r.owned !== null).map((r) => [keyOf(r), r] as const))(
    'finds nothing at %s by an id of this one',
    async (_, r) => {
      const answer = await call(other.agent, r, here.ids, bodyFor(r, here));
      expect([answer.status, (answer.body as { code?: string }).code]).toEqual([404, 'NOT_FOUND']);
    },
  );
  test('and what they were refused changed nothing', async () => {
    const view = await rona.view();
    expect(view.revision).toBe(here.view.revision);
    expect(view.pieces).toEqual(here.view.pieces);
  });
});

const commands = ROUTES.filter((r) => r.answer === CommandAnswerSchema && r.path !== '/plan/adopt');

describe('a version that is not the newest', () => {
  const versioned = commands.filter((r) => takes(r, 'version') && r.method !== 'post');
  test('is asked for by every change of a row that is there', () => {
    const puts = commands.filter((r) => r.method === 'put' && !r.path.startsWith('/products'));
    expect(puts.filter((r) => !takes(r, 'version')).map(keyOf)).toEqual([]);
  });
  test.each([...versioned, ...commands.filter((r) => r.owned === 'steps')].map((r) => [keyOf(r), r] as const))(
    'is refused at %s, saying who changed it',
    async (_, r) => {
      const answer = await call(rona.agent, r, here.ids, { ...bodyFor(r, here), version: 999 });
      expect([answer.status, (answer.body as { code?: string }).code]).toEqual([409, 'STALE_VERSION']);
    },
  );
});

describe('what is of the wrong type', () => {
  const wrong: readonly unknown[] = [null, 12_345.6, 'x', [], [[]], { a: { b: 1 } }, true, Number.MAX_VALUE];
  // Signing in is limited to so many failed tries; twice each is enough to see that nothing falls over.
  const few = (r: Route) => (r.isGuarded ? wrong.slice(0, 2) : wrong);
  // Each field meets each of them in the long run, otherwise one or two, and not the same as its neighbours.
  let fields = 0;
  const some = (r: Route) => {
    const n = fields++;
    return isLong || r.isGuarded ? few(r) : wrong.filter((_, k) => (k + n) % 6 === 0);
  };
  const mine: { browser?: Browser; here?: Here } = {};
  beforeAll(async () => {
    mine.browser = await Browser.owner(shop, 'wrong');
    mine.here = await furnish(mine.browser);
  });
  test.each(ROUTES.filter((r) => r.body !== null && !r.takesPhoto).map((r) => [keyOf(r), r] as const))(
    'is refused in words at %s, or taken as harmless; never a fault of the server',
    async (_, r) => {
      const there = mine.here!;
      const agent = mine.browser!.agent;
      for (const field of ['', ...Object.keys(bodyFor(r, there))])
        for (const value of some(r)) {
          const body = field === '' ? value : { ...bodyFor(r, there), [field]: value };
          const answer = await agent[r.method](pathOf(r, there.ids))
            .set('content-type', 'application/json')
            .send(JSON.stringify(body));
          expect(answer.status, `${field}: ${JSON.stringify(value)} → ${answer.text}`).toBeLessThan(500);
          if (answer.status >= 400)
            expect((answer.body as { title?: string }).title?.length, answer.text).toBeGreaterThan(10);
        }
    },
  );
});

test('answers are what the table says they are', async () => {
  for (const path of ['/session', '/view'])
    expect(
      await (ROUTES.find((r) => r.path === path)!.answer as Schema).validate(
        (await other.agent.get(`/api${path}`)).body,
      ),
    ).toBeTruthy();
  const look = await other.agent.post('/api/plan/improve').send({});
  expect(await (ROUTES.find((r) => r.path === '/plan/improve')!.answer as Schema).validate(look.body)).toBeTruthy();
});
