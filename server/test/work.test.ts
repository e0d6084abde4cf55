import { randomUUID } from 'node:crypto';
import { problemOf, verify } from '@app/core';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import type { WorkshopView } from '@app/contract';
import { KeptShops } from '../src/services/keptShops.ts';
import { Browser, chest, MONDAY_9, openShop, type TestShop } from './shop.ts';

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
});

const holds = (v: WorkshopView) => expect(verify(problemOf(v.shop, v.pieces, v.now), v.plan)).toEqual([]);
const stepOf = (v: WorkshopView, key: string) => v.pieces[0]!.steps.find((s) => s.key === key)!;
const version = (v: WorkshopView, key: string) => v.pieces[0]!.stepVersions[stepOf(v, key).id]!;

describe('a piece from the form to the plan', () => {
  test('it gets a route and a verified plan, and every step has a time', async () => {
    await rona.addChest();
    const v = await rona.view();
    expect(v.pieces[0]!.steps.length).toBeGreaterThan(9);
    expect(Object.keys(v.plan.steps)).toHaveLength(v.pieces[0]!.steps.length);
    holds(v);
  });
  test('it goes before a piece whose date nobody was told when that is asked, and never before one that was told', async () => {
    const promised = randomUUID();
    const noDate = { kind: 'stock', client: null, due: null, promised: false };
    await rona.addChest(promised, { name: 'Promised' });
    for (const n of [1, 2, 3]) await rona.addChest(undefined, { ...noDate, name: `Stock ${n}` });
    // When it is worked on, taken over all its steps.
    const begins = (v: WorkshopView, piece: string) =>
      v.pieces.find((p) => p.id === piece)!.steps.reduce((n, x) => n + v.plan.steps[x.id]!.start, 0);
    const before = await rona.view();
    const round = await rona.addChest(undefined, { ...noDate, name: 'Round' });
    const roundBegins = begins(await rona.view(), round);
    await rona.command('delete', `/pieces/${round}`, { version: 0 });
    const first = await rona.addChest(undefined, { ...noDate, name: 'First', goesFirst: true });
    const after = await rona.view();
    holds(after);
    expect(begins(after, first)).toBeLessThan(roundBegins);
    expect(after.plan.ready[promised]).toBe(before.plan.ready[promised]);
  });
  test('coat 1 two hours late moves coat 2 and says so; all of it is still there for the next sign-in', async () => {
    await rona.addChest();
    let v = await rona.view();
    for (const key of ['take-apart', 'wash', 'scuff', 'paint-1']) {
      v = await rona.view();
      const at = v.plan.steps[stepOf(v, key).id]!;
      shop.clock.at = at.end + (key === 'paint-1' ? 120 : 0);
      await rona.view();
      const answer = await rona.command('post', `/steps/${encodeURIComponent(stepOf(v, key).id)}/done`, {
        version: version(await rona.view(), key),
        by: 'owner',
      });
      if (key === 'paint-1')
        expect(answer.change.moves.flatMap((m) => m.moves.map((x) => x.step))).toContain(stepOf(v, 'paint-2').id);
    }
    const after = await rona.view();
    expect(after.plan.steps[stepOf(v, 'paint-2').id]!.start).toBeGreaterThan(
      v.plan.steps[stepOf(v, 'paint-2').id]!.start,
    );
    holds(after);
    expect(stepOf(after, 'paint-1').state).toMatchObject({ kind: 'done', until: shop.clock.at });
  });
  test('a due step nobody started is not assumed done: the plan moves right and says why', async () => {
    await rona.addChest();
    shop.clock.at = MONDAY_9 + 90;
    const v = await rona.view();
    expect(v.changes[0]!.summary).toMatch(/has not been started/);
    expect(v.plan.steps[stepOf(v, 'take-apart').id]!.start).toBeGreaterThanOrEqual(shop.clock.at);
    expect(stepOf(v, 'take-apart').state.kind).toBe('planned');
    holds(v);
  });
  test('a coat that nobody noted as done when its painter went home is told of once, not again and again all night', async () => {
    await rona.addChest();
    for (const key of ['take-apart', 'wash', 'scuff']) {
      const v = await rona.view();
      shop.clock.at = Math.max(shop.clock.at, v.plan.steps[stepOf(v, key).id]!.end);
      const body = { version: version(await rona.view(), key), by: 'owner' };
      await rona.command('post', `/steps/${encodeURIComponent(stepOf(v, key).id)}/done`, body);
    }
    const v = await rona.view();
    shop.clock.at = v.plan.steps[stepOf(v, 'paint-1').id]!.start;
    const body = { version: version(await rona.view(), 'paint-1'), by: 'owner' };
    await rona.command('post', `/steps/${encodeURIComponent(stepOf(v, 'paint-1').id)}/start`, body);
    const midnight = Math.ceil(shop.clock.at / 1440) * 1440;
    const told = async (at: number) => {
      shop.clock.at = at;
      return (await rona.view()).changes.filter((c) => c.madeBy === 'clock').length;
    };
    const evening = await told(midnight - 300);
    expect(evening).toBeGreaterThan(0);
    expect(await told(midnight - 240)).toBe(evening);
    expect(await told(midnight + 120)).toBe(evening);
    // Also by a server that has just read it.
    const { id } = (await rona.view()).workshop;
    const [read, kept] = [await new KeptShops(shop.deps.sequelize).now(id), await shop.deps.shops.now(id)];
    expect(kept!.plannedAt).toBeGreaterThan(midnight - 1440);
    expect(read!.plannedAt).toBe(kept!.plannedAt);
  });
  test('a failed coat brings sanding and the coat again; a bleed-through one more primer; wet paint waits', async () => {
    await rona.addChest();
    let v = await rona.view();
    const id = encodeURIComponent(stepOf(v, 'paint-1').id);
    shop.clock.at = v.plan.steps[stepOf(v, 'paint-1').id]!.end;
    for (const key of ['take-apart', 'wash', 'scuff']) {
      v = await rona.view();
      await rona.command('post', `/steps/${encodeURIComponent(stepOf(v, key).id)}/done`, {
        version: version(v, key),
        by: 'owner',
      });
    }
    v = await rona.view();
    await rona.command('post', `/steps/${id}/start`, { version: version(v, 'paint-1'), by: 'owner' });
    v = await rona.view();
    await rona.command('post', `/steps/${id}/problem`, {
      version: version(v, 'paint-1'),
      by: 'owner',
      kind: 'bleed-through',
    });
    v = await rona.view();
    expect(v.pieces[0]!.steps.map((s) => s.key)).toContain('paint-1-block-1');
    await rona.command('post', `/steps/${id}/problem`, { version: version(v, 'paint-1'), by: 'owner', kind: 'redo' });
    v = await rona.view();
    expect(v.pieces[0]!.steps.map((s) => s.key)).toEqual(
      expect.arrayContaining(['paint-1-sandback-1', 'paint-1-again-1']),
    );
    const next = 'paint-1-sandback-1';
    const before = v.plan.steps[stepOf(v, next).id]!.start;
    await rona.command('post', `/steps/${encodeURIComponent(stepOf(v, next).id)}/problem`, {
      version: version(v, next),
      by: 'owner',
      kind: 'not-dry',
      minutes: 7 * 1440,
    });
    v = await rona.view();
    expect(v.plan.steps[stepOf(v, next).id]!.start).toBeGreaterThan(before);
    holds(v);
  });
  test('a pin is kept; one that cannot be is refused with the reason and nothing is saved', async () => {
    await rona.addChest();
    const v = await rona.view();
    const path = `/steps/${encodeURIComponent(stepOf(v, 'assemble').id)}/pin`;
    const at = MONDAY_9 + 8 * 1440 + 60;
    await rona.command('put', path, { version: 0, pin: { at } });
    expect((await rona.view()).plan.steps[stepOf(v, 'assemble').id]!.start).toBe(at);
    const refused = await rona.agent
      .put(`/api${path}`)
      .send({ commandId: randomUUID(), version: 1, pin: { at: MONDAY_9 + 8 * 1440 + 12 * 60 } });
    expect(refused.status).toBe(422);
    expect(refused.body).toMatchObject({ code: 'PIN_CLASH' });
    const after = await rona.view();
    expect(stepOf(after, 'assemble').pin).toEqual({ at });
    holds(after);
  });
  test('changing the brief builds the route again around what is done', async () => {
    const id = await rona.addChest();
    let v = await rona.view();
    shop.clock.at = MONDAY_9 + 60;
    await rona.command('post', `/steps/${encodeURIComponent(stepOf(v, 'take-apart').id)}/done`, {
      version: version(await rona.view(), 'take-apart'),
      by: 'owner',
    });
    await rona.command('put', `/pieces/${id}`, {
      version: 0,
      ...chest(),
      brief: { ...chest().brief, sealer: 'wax', top: { kind: 'stain', colour: { name: 'Oak', hex: '#8a6238' } } },
    });
    v = await rona.view();
    expect(v.pieces[0]!.steps.map((s) => s.key)).toEqual(expect.arrayContaining(['wax', 'stain-top']));
    expect(stepOf(v, 'take-apart').state.kind).toBe('done');
    holds(v);
  });
});

describe('once, together, and back', () => {
  test('the same command sent twice applies once', async () => {
    const id = randomUUID();
    const body = { commandId: randomUUID(), id, ...chest() };
    const first = await rona.agent.post('/api/pieces').send(body).expect(201);
    const second = await rona.agent.post('/api/pieces').send(body).expect(201);
    expect(second.body).toEqual({ ...(first.body as object), update: null });
    expect((await rona.view()).pieces).toHaveLength(1);
  });
  test('a stale write is refused and says who changed what', async () => {
    const id = await rona.addChest();
    await rona.command('put', `/pieces/${id}`, { version: 0, ...chest(), name: 'Harbour chest' });
    const stale = await rona.agent
      .put(`/api/pieces/${id}`)
      .send({ commandId: randomUUID(), version: 0, ...chest(), name: 'Other' });
    expect(stale.status).toBe(409);
    expect(stale.body).toMatchObject({
      code: 'STALE_VERSION',
      detail: expect.stringMatching(/Rona changed it: Changed Harbour chest/) as string,
    });
    expect((await rona.view()).pieces[0]!.name).toBe('Harbour chest');
  });
  test('of two writes at the same moment one wins and the other is told', async () => {
    const id = await rona.addChest();
    const write = (name: string) =>
      rona.agent.put(`/api/pieces/${id}`).send({ commandId: randomUUID(), version: 0, ...chest(), name });
    const answers = await Promise.all([write('A'), write('B')]);
    expect(answers.map((a) => a.status).sort((a, b) => a - b)).toEqual([200, 409]);
  });
  test('undo takes a step back and restores the plan of before', async () => {
    await rona.addChest();
    const before = await rona.view();
    const answer = await rona.command('post', `/steps/${encodeURIComponent(stepOf(before, 'take-apart').id)}/start`, {
      version: 0,
      by: 'owner',
    });
    await rona.command('post', `/changes/${answer.change.id}/undo`);
    const after = await rona.view();
    expect(stepOf(after, 'take-apart').state).toEqual({ kind: 'planned' });
    expect(after.plan).toEqual(before.plan);
    expect(after.changes.find((c) => c.id === answer.change.id)!.undoneBy).not.toBeNull();
    const again = await rona.agent.post(`/api/changes/${answer.change.id}/undo`).send({ commandId: randomUUID() });
    expect(again.body).toMatchObject({ code: 'ALREADY_UNDONE' });
  });
  test('undoing a new piece that was worked on since names the later work and offers to undo both', async () => {
    const id = randomUUID();
    const added = await rona.command('post', '/pieces', { id, ...chest() });
    const v = await rona.view();
    await rona.command('post', `/steps/${encodeURIComponent(stepOf(v, 'take-apart').id)}/start`, {
      version: 0,
      by: 'owner',
    });
    const blocked = await rona.agent.post(`/api/changes/${added.change.id}/undo`).send({ commandId: randomUUID() });
    expect(blocked.status).toBe(409);
    expect(blocked.body).toMatchObject({
      code: 'UNDO_BLOCKED',
      dependents: [{ summary: expect.stringMatching(/Started/) as string }],
    });
    expect((await rona.view()).pieces).toHaveLength(1);
    await rona.command('post', `/changes/${added.change.id}/undo`, { withDependents: true });
    expect((await rona.view()).pieces).toHaveLength(0);
  });
  test('a piece taken out of the shop leaves the plan, and comes back by undo', async () => {
    const id = await rona.addChest();
    const out = await rona.command('delete', `/pieces/${id}`, { version: 0 });
    expect(Object.keys((await rona.view()).plan.steps)).toHaveLength(0);
    await rona.command('post', `/changes/${out.change.id}/undo`);
    const v = await rona.view();
    expect(v.pieces[0]!.active).toBe(true);
    holds(v);
  });
  test('every change is announced with a growing revision', async () => {
    const from = shop.announced.length;
    await rona.addChest();
    await rona.addChest();
    expect(shop.announced.slice(from)).toEqual([1, 2]);
  });
});

describe('the shop', () => {
  test('shorter hours, a day off and a block move the plan; removing the last person is refused', async () => {
    await rona.addChest();
    const before = await rona.view();
    const owner = before.shop.people[0]!;
    const morning = [{ from: 540, until: 720 }];
    const hours = {
      weekly: [morning, morning, morning, morning, morning, [], []],
      exceptions: [{ date: '2026-03-03', shifts: [] }],
      blocks: [{ title: 'Market', on: { weekday: 2 }, from: 540, until: 600 }],
    };
    await rona.command('put', '/shop/people/owner', { version: 0, name: 'Rona', hours, skills: owner.skills });
    const after = await rona.view();
    const id = before.pieces[0]!.id;
    expect(after.plan.ready[id]!).toBeGreaterThan(before.plan.ready[id]!);
    holds(after);
    const refused = await rona.agent.delete('/api/shop/people/owner').send({ commandId: randomUUID() });
    expect(refused.body).toMatchObject({ fields: { id: 'A shop needs at least one person.' } });
  });
  test('a block on the bench is worked around', async () => {
    await rona.addChest();
    const before = await rona.view();
    const first = before.plan.steps[stepOf(before, 'take-apart').id]!;
    const weekly = Array.from({ length: 7 }, () => [{ from: 0, until: 1440 }]);
    const blocks = [{ title: 'Neighbour’s boat', on: { date: '2026-03-02' }, from: 0, until: 1440 }];
    const { id: _id, ...bench } = before.shop.stations.find((s) => s.id === 'bench')!;
    await rona.command('put', '/shop/stations/bench', {
      ...bench,
      version: 0,
      hours: { weekly, exceptions: [], blocks },
    });
    const after = await rona.view();
    // The bench is taken all Monday: what needs it begins on Tuesday morning.
    expect(first.start).toBeLessThan(MONDAY_9 + 480);
    expect(after.plan.steps[stepOf(after, 'take-apart').id]!.start).toBe(MONDAY_9 + 1440);
    holds(after);
  });
  test('a hold keeps a step back until its day, and letting it go brings the step forward', async () => {
    await rona.addChest();
    let v = await rona.view();
    const id = stepOf(v, 'scuff').id;
    const until = MONDAY_9 + 7 * 1440;
    await rona.command('post', `/steps/${encodeURIComponent(id)}/problem`, {
      version: 0,
      by: 'owner',
      kind: 'hold',
      title: 'the client’s word',
      until,
    });
    v = await rona.view();
    expect(v.plan.steps[id]!.start).toBeGreaterThanOrEqual(until);
    holds(v);
    await rona.command('post', `/steps/${encodeURIComponent(stepOf(v, 'hold-1').id)}/done`, {
      version: 0,
      by: 'owner',
    });
    v = await rona.view();
    expect(v.plan.steps[id]!.start).toBeLessThan(until);
    holds(v);
  });
  test('a colder garage makes drying longer', async () => {
    await rona.addChest();
    const before = await rona.view();
    await rona.command('put', '/shop/places/garage', {
      version: 0,
      name: 'Garage',
      typical: { high_c: 15, low_c: 13.5, humidityAtHigh_pct: 60, humidityAtLow_pct: 70 },
    });
    const after = await rona.view();
    const coat = stepOf(after, 'paint-1').id;
    const wet = (v: WorkshopView) => v.plan.steps[coat]!.dry.recoat! - v.plan.steps[coat]!.end;
    expect(wet(after)).toBeGreaterThan(wet(before));
    holds(after);
  });
});
