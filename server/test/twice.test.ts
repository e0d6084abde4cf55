import { randomUUID } from 'node:crypto';
import { applyUpdate, type CommandAnswer, CommandAnswerSchema } from '@app/contract';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import type { Schema } from 'yup';
import type { Route } from '../src/routes/route.ts';
import { ROUTES } from '../src/routes/table.ts';
import { bodyFor, call, furnish, type Here, keyOf, pathOf, picture } from './examples.ts';
import { Browser, openShop, type TestShop } from './shop.ts';

let shop: TestShop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());
const codeOf = (answer: { body: unknown }) => (answer.body as { code?: string }).code;
const MIX = { name: 'Dusk', hex: '#3f5c74', parts: [{ name: 'Blue', parts: 1 }] };

describe('an id sent three times at the same moment and once more later', () => {
  let mine: Browser;
  let there: Here;
  beforeAll(async () => {
    mine = await Browser.owner(shop, 'at-once');
    there = await furnish(mine);
  });
  const commands = ROUTES.filter((r) => r.answer === CommandAnswerSchema && r.path !== '/plan/adopt');
  // What starts or ends something comes last, so that the others still find it as it was; the piece itself last of all.
  const LAST = [
    '/steps/:id/start',
    '/steps/:id/progress',
    '/steps/:id/done',
    '/steps/:id/look',
    '/pieces/:id/asks/revoke',
    '/changes/:id/undo',
  ];
  const late = (r: Route) =>
    r.method !== 'delete' ? LAST.indexOf(r.path) : LAST.length + (r.path === '/pieces/:id' ? 1 : 0);
  const inOrder = [...commands].sort((a, b) => late(a) - late(b));
  // What only tells how work went is planned as a tap: a date that was missed before moves nobody for it.
  const TAPS = ['start', 'done', 'progress', 'problem', 'found', 'differently'].map(
    (what) => `post /steps/:id/${what}`,
  );
  test.each(inOrder.map((r) => [keyOf(r), r] as const))(
    'is one change at %s, and all are told of it',
    async (key, r) => {
      const view = await mine.view();
      const at: Here = { ids: { ...there.ids, changes: view.changes.find((c) => c.undoable)!.id }, view };
      const body = bodyFor(r, at);
      const planned = vi.spyOn(shop.deps.planner, 'solve');
      const answers = await Promise.all([1, 2, 3].map(() => call(mine.agent, r, at.ids, body)));
      const asTaps = planned.mock.calls.map(([request]) => request.isTap);
      planned.mockRestore();
      if (TAPS.includes(key)) expect(asTaps).toEqual([true]);
      else expect(asTaps).not.toContain(true);
      for (const a of answers) expect(a.status, a.text).toBe(r.status ?? 200);
      const bodies = answers.map((a) => a.body as CommandAnswer);
      const [first, ...none] = bodies.filter((b) => b.update !== null);
      expect(none).toEqual([]);
      expect((r.answer as Schema).isValidSync(first)).toBe(true);
      for (const b of bodies) expect(b.change).toEqual(first!.change);
      // What the answer says it changed, laid upon what was seen before, is what anybody sees who asks now.
      const seen = await mine.view();
      expect(seen.revision).toBe(view.revision + 1);
      expect(applyUpdate(view, first!.update!, first!.revision)).toEqual(seen);
      const later = await call(mine.agent, r, at.ids, body);
      expect(later.status, later.text).toBe(r.status ?? 200);
      expect(later.body).toEqual({ ...first!, update: null });
      expect((await mine.view()).revision).toBe(seen.revision);
    },
  );
});

describe('an id that was used', () => {
  let mine: Browser;
  const commandId = randomUUID();
  beforeAll(async () => {
    mine = await Browser.owner(shop, 'used');
    await mine.command('post', '/shop/mixes', { ...MIX, commandId });
  });
  test.each([
    ['with another body', 'post', '/shop/mixes', { ...MIX, name: 'Dawn' }],
    ['at another route', 'post', '/plan/afresh', {}],
    ['about another row', 'put', '/shop/mixes/else', MIX],
  ] as const)('%s is refused, saying what it was used for', async (_, method, path, body) => {
    const { revision } = await mine.view();
    const answer = await mine.agent[method](`/api${path}`).send({ ...body, commandId });
    expect([answer.status, codeOf(answer)]).toEqual([409, 'ID_USED']);
    expect((answer.body as { detail: string }).detail).toContain('Added Dusk in the shop');
    expect((await mine.view()).revision).toBe(revision);
  });
  test('with the same body, its keys in another order and consent given, is the same', async () => {
    const { revision } = await mine.view();
    const turned = { parts: MIX.parts, hex: MIX.hex, consent: true, name: MIX.name, commandId };
    const answer = await mine.agent.post('/api/shop/mixes').send(turned);
    expect(answer.status).toBe(200);
    expect((await mine.view()).revision).toBe(revision);
  });
  test('in another shop is that shop’s own', async () => {
    const other = await Browser.owner(shop, 'used-else');
    const { change } = await other.command('post', '/shop/mixes', { ...MIX, name: 'Dawn', commandId });
    expect(change.summary).toBe('Added Dawn in the shop');
    expect((await mine.view()).shop.mixes.map((m) => m.name)).toEqual(['Dusk']);
  });
  test('for a photo, with another picture, is refused; the first one stays', async () => {
    const piece = await mine.addChest();
    const id = randomUUID();
    const photo = (side: string) =>
      mine.agent.post(`/api/pieces/${piece}/photos`).field({ commandId: id, side }).attach('photo', picture, 'a.png');
    expect((await photo('front')).status).toBe(201);
    expect(codeOf(await photo('back'))).toBe('ID_USED');
    expect((await photo('front')).status).toBe(201);
    const { photos } = (await mine.view()).pieces.find((p) => p.id === piece)!;
    expect(photos.map((p) => p.side)).toEqual(['front']);
  });
  test('of a piece as the id of another piece is refused at its field', async () => {
    const piece = await mine.addChest();
    const again = await mine.agent.post('/api/pieces').send(await pieceBody(piece));
    expect(again.status).toBe(400);
    expect((again.body as { fields: object }).fields).toEqual({ id: 'A piece with this id is there already.' });
  });
  const pieceBody = async (id: string) => ({ ...(await import('./shop.ts')).chest(), id, commandId: randomUUID() });
});

describe('people and workshops', () => {
  const count = async (table: string) => {
    const [row] = await shop.deps.sequelize.query<{ n: string }>(`select count(*) as n from ${table}`, {
      type: QueryTypes.SELECT,
    });
    return Number(row!.n);
  };
  const start = (commandId: string, signIn: string, more: object = {}) =>
    new Browser(shop.app).agent.post('/api/workshops').send({
      commandId,
      workshopName: 'Barn',
      ownerName: 'Mo',
      signIn,
      password: 'brush-and-roller',
      timeZone: 'UTC',
      units: 'metric',
      ...more,
    });
  test('a workshop asked for twice at once is made once', async () => {
    const before = await count('workshops');
    const id = randomUUID();
    const answers = await Promise.all([1, 2, 3, 4].map(() => start(id, 'once')));
    expect(answers.map((a) => a.status)).toEqual([201, 201, 201, 201]);
    expect(await count('workshops')).toBe(before + 1);
  });
  test('of two who ask for one sign-in name at once one gets it, the other is told at the field', async () => {
    const before = await count('workshops');
    const answers = await Promise.all([start(randomUUID(), 'Same'), start(randomUUID(), 'same')]);
    expect(answers.map((a) => a.status).toSorted((a, b) => a - b)).toEqual([201, 409]);
    const refused = answers.find((a) => a.status === 409)!;
    expect(refused.body).toMatchObject({ code: 'NAME_TAKEN', fields: { signIn: 'This sign-in name is taken.' } });
    expect(await count('workshops')).toBe(before + 1);
  });
  test('a helper asked for twice at once is made once; the same id for somebody else is refused', async () => {
    const owner = await Browser.owner(shop, 'helpers-twice');
    const before = await count('users');
    const body = { commandId: randomUUID(), signIn: 'hand', password: 'first-password', personId: 'owner' };
    const answers = await Promise.all([1, 2, 3].map(() => owner.agent.post('/api/helpers').send(body)));
    expect(answers.map((a) => a.status)).toEqual([201, 201, 201]);
    expect(await count('users')).toBe(before + 1);
    const other = await owner.agent.post('/api/helpers').send({ ...body, signIn: 'other-hand' });
    expect([other.status, codeOf(other)]).toEqual([409, 'ID_USED']);
    const elsewhere = await (await Browser.owner(shop, 'helpers-else')).agent.post('/api/helpers').send(body);
    expect([elsewhere.status, codeOf(elsewhere)]).toEqual([409, 'ID_USED']);
  });
});

test('every example has a path of its own', () => {
  const paths = ROUTES.map((r) => `${r.method} ${pathOf(r, {})}`);
  expect(new Set(paths).size).toBe(paths.length);
});
