import { randomUUID } from 'node:crypto';
import { MOST_CHANGES, type WorkshopView } from '@app/contract';
import { problemOf, verify } from '@app/core';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { ROUTES } from '../src/routes/table.ts';
import { EXAMPLES, furnish, keyOf, pathOf } from './examples.ts';
import { Browser, chest, MONDAY_9, openShop, type TestShop } from './shop.ts';

const isLong = process.env['MOKUME_LONG'] !== undefined;
let shop: TestShop;
let rona: Browser;
let count = 0;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());
beforeEach(async () => {
  shop.clock.at = MONDAY_9;
  rona = await Browser.owner(shop, `history-${count++}`);
});

/** What a change can change, without the counters that every write moves on. */
const whatIs = ({ shop: s, pieces, plan, workshop: { version: _, ...workshop } }: WorkshopView) => ({
  shop: s,
  workshop,
  pieces: pieces.map(({ version: _v, stepVersions: _s, ...piece }) => piece),
  plan,
});
const undo = (id: string, more: object = {}) => rona.command('post', `/changes/${id}/undo`, more);
const step = (v: WorkshopView, piece: string, key: string) =>
  encodeURIComponent(v.pieces.find((p) => p.id === piece)!.steps.find((s) => s.key === key)!.id);

describe('history', () => {
  test('ten steps back and ten forward pass through the very same shops and plans', async () => {
    const first = await rona.addChest();
    const states = [whatIs(await rona.view())];
    const did: string[] = [];
    const act = async (method: 'post' | 'put' | 'delete', path: string, body: object = {}) => {
      did.push((await rona.command(method, path, body)).change.id);
      states.push(whatIs(await rona.view()));
    };
    const v = await rona.view();
    await act('post', '/pieces', {
      id: randomUUID(),
      ...chest(),
      name: 'Second',
      kind: 'stock',
      client: null,
      promised: false,
    });
    await act('post', `/steps/${step(v, first, 'take-apart')}/start`, { version: 0, by: 'owner' });
    await act('post', `/steps/${step(v, first, 'take-apart')}/done`, { version: 1, by: 'owner' });
    await act('put', `/steps/${step(v, first, 'wash')}/pin`, { version: 0, pin: { notBefore: MONDAY_9 + 1440 } });
    await act('post', '/shop/people', { ...v.shop.people[0]!, id: undefined, name: 'Teo' });
    await act('put', `/pieces/${first}/edits`, { version: 0, edits: [{ op: 'minutes', step: 'wash', minutes: 45 }] });
    await act('post', '/plan/afresh');
    await act('post', '/shop/mixes', { name: 'Dusk', hex: '#3f5c74', parts: [{ name: 'Blue', parts: 1 }] });
    await act('put', '/house', { version: v.workshop.version, house: { ...v.shop.house, sand: 'grip' } });
    await act('delete', `/pieces/${first}`, { version: 1 });

    const same = async (at: number) => expect(whatIs(await rona.view())).toEqual(states[at]);
    for (let round = 0; round < (isLong ? 3 : 1); round++) {
      for (let i = did.length; i > 0; i--) {
        await undo(did[i - 1]!);
        await same(i - 1);
      }
      for (let i = 0; i < did.length; i++) {
        const { changes } = await rona.view();
        await undo(changes.find((c) => c.id === did[i])!.undoneBy!);
        await same(i + 1);
      }
    }
    const after = await rona.view();
    expect(after.changes.filter((c) => did.includes(c.id)).map((c) => c.undoneBy)).toEqual(did.map(() => null));
    expect(verify(problemOf(after.shop, after.pieces, after.now), after.plan)).toEqual([]);
  });

  const deletions = ROUTES.filter((r) => r.method === 'delete' && (r.owned !== null || r.path.startsWith('/shop/')));
  test('each kind of thing that can be taken away is known here', () => {
    expect(deletions.map(keyOf).filter((k) => !k.includes('helpers')).length).toBeGreaterThanOrEqual(9);
  });
  // A piece, a person and a product; all kinds in the long run.
  const tried = deletions.filter(
    (r) => !r.path.startsWith('/helpers') && (isLong || /pieces|people|products/.test(r.path)),
  );
  test.each(tried.map((r) => [keyOf(r), r] as const))(
    '%s is taken back a month later, and is as it was',
    async (key, route) => {
      const here = await furnish(rona);
      const before = await rona.view();
      const answer = await rona.agent
        .delete(pathOf(route, here.ids))
        .send({ commandId: randomUUID(), ...EXAMPLES[key]!({ ids: here.ids, view: before }) });
      expect(answer.status, answer.text).toBe(200);
      expect(whatIs(await rona.view())).not.toEqual(whatIs(before));
      shop.clock.at += 30 * 1440;
      // Something else was done meanwhile.
      await rona.command('post', '/shop/mixes', { name: 'Later', hex: '#3f5c74', parts: [{ name: 'Blue', parts: 1 }] });
      await undo((answer.body as { change: { id: string } }).change.id);
      const { shop: s, pieces } = whatIs(await rona.view());
      expect({ ...s, mixes: s.mixes.filter((m) => m.name !== 'Later') }).toEqual(before.shop);
      expect(pieces).toEqual(whatIs(before).pieces);
    },
  );

  test('what was taken back together is put back together', async () => {
    const id = randomUUID();
    const added = await rona.command('post', '/pieces', { id, ...chest() });
    const v = await rona.view();
    await rona.command('post', `/steps/${step(v, id, 'take-apart')}/start`, { version: 0, by: 'owner' });
    const was = whatIs(await rona.view());
    const both = await undo(added.change.id, { withDependents: true });
    expect((await rona.view()).pieces).toEqual([]);
    const back = await undo(both.change.id);
    expect(back.change.summary).toBe(`Put back: ${added.change.summary}`);
    expect(whatIs(await rona.view())).toEqual(was);
    const { changes } = await rona.view();
    expect(changes.slice(2).map((c) => c.undoneBy)).toEqual([null, null]);
  });

  test('a change can be put back no more once something that stands on its being gone was done', async () => {
    const id = await rona.addChest();
    const v = await rona.view();
    const wash = step(v, id, 'wash');
    const pinned = await rona.command('put', `/steps/${wash}/pin`, { version: 0, pin: { notBefore: MONDAY_9 + 1440 } });
    const undone = await undo(pinned.change.id);
    await rona.command('put', `/steps/${wash}/pin`, { version: 2, pin: { notBefore: MONDAY_9 + 2880 } });
    const answer = await rona.agent.post(`/api/changes/${undone.change.id}/undo`).send({ commandId: randomUUID() });
    expect(answer.body).toMatchObject({ code: 'UNDO_BLOCKED' });
  });

  test('taking back what put a change back takes back the change itself', async () => {
    const added = await rona.command('post', '/shop/mixes', {
      name: 'Dusk',
      hex: '#3f5c74',
      parts: [{ name: 'Blue', parts: 1 }],
    });
    const undone = await undo(added.change.id);
    const back = await undo(undone.change.id);
    await undo(back.change.id);
    const { shop: s, changes } = await rona.view();
    expect(s.mixes).toEqual([]);
    expect(changes.find((c) => c.id === added.change.id)!.undoneBy).toBe(changes[0]!.id);
  });

  test('an earlier moment of what was noted can be corrected, by whom it may, and taken back', async () => {
    const id = await rona.addChest();
    const v = await rona.view();
    const apart = step(v, id, 'take-apart');
    shop.clock.at += 60;
    await rona.command('post', `/steps/${apart}/done`, { version: 0, by: 'owner' });
    const was = whatIs(await rona.view());
    const again = { commandId: randomUUID(), version: 1, by: 'owner', at: MONDAY_9 + 40 };
    const refused = await rona.agent.post(`/api/steps/${apart}/done`).send(again);
    expect(refused.body).toMatchObject({ code: 'STEP_STATE' });
    const { change } = await rona.command('post', `/steps/${apart}/done`, {
      ...again,
      commandId: randomUUID(),
      corrects: true,
    });
    const stateNow = async () => (await rona.view()).pieces[0]!.steps.find((s) => s.key === 'take-apart')!.state;
    const took = was.pieces[0]!.steps.find((s) => s.key === 'take-apart')!.work_minutes;
    expect(await stateNow()).toMatchObject({ kind: 'done', from: MONDAY_9 + 40 - took, until: MONDAY_9 + 40 });
    await undo(change.id);
    expect(whatIs(await rona.view())).toEqual(was);
  });

  test('a view shows the last hundred changes', () => expect(MOST_CHANGES).toBe(100));
});
