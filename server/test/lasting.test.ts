import { randomUUID } from 'node:crypto';
import {
  applyUpdate,
  type ChangesPage,
  type LeftPieces,
  MOST_CHANGES,
  type PieceView,
  type ViewSince,
} from '@app/contract';
import { problemOf, verify } from '@app/core';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Planner } from '../src/jobs/planner.ts';
import { Keeper } from '../src/services/keeper.ts';
import { KeptShops } from '../src/services/keptShops.ts';
import { currentPlan, planNumbered, WHOLE_EVERY } from '../src/store/plans.ts';
import { Browser, MONDAY_9, openShop, type TestShop } from './shop.ts';

let shop: TestShop;
let rona: Browser;
let workshop: string;
beforeAll(async () => {
  shop = await openShop();
  rona = await Browser.owner(shop);
  workshop = (await rona.view()).workshop.id;
});
afterAll(() => shop.close());

type PlanKept = { readonly number: number; readonly whole: boolean; readonly bytes: number };
const plansKept = () =>
  shop.deps.sequelize.query<PlanKept>(
    `select number, plan is not null as whole, pg_column_size(coalesce(plan, difference)) as bytes
     from plans where workshop_id = $workshop order by number`,
    { bind: { workshop }, type: QueryTypes.SELECT },
  );
/** Moves a step by hand, back and forth: a plan each time. */
async function pin(piece: string, minutes: number): Promise<void> {
  const view = await rona.view();
  const { steps, stepVersions } = view.pieces.find((p) => p.id === piece)!;
  const last = steps.at(-1)!;
  const notBefore = view.now + 20 * 1440 + minutes;
  await rona.command('put', `/steps/${last.id}/pin`, { version: stepVersions[last.id], pin: { notBefore } });
}

describe('plans that were', () => {
  test('are kept as what they changed, with a whole one every so often; each is found again as it was', async () => {
    const free = { promised: false, due: null };
    const chest = await rona.addChest(randomUUID(), free);
    await rona.addChest(randomUUID(), { name: 'Second', ...free });
    const was = new Map<number, unknown>();
    for (let k = 0; k < WHOLE_EVERY + 3; k++) {
      await pin(chest, k * 5);
      const { number, plan } = await currentPlan(workshop);
      was.set(number, plan);
      expect(plan).toEqual((await rona.view()).plan);
    }
    const kept = await plansKept();
    expect(kept.filter((p) => p.whole && p.number > 4).map((p) => p.number)).toEqual([WHOLE_EVERY]);
    expect(kept[0]!.whole).toBe(true);
    expect(kept.map((p) => p.number)).toEqual(kept.map((_, i) => i + 1));
    for (const [number, plan] of was) expect(await planNumbered(workshop, number)).toEqual(plan);
    expect(await planNumbered(workshop, 0)).toBeNull();
  });
  test('take a fraction of whole ones', async () => {
    const kept = await plansKept();
    const mean = (list: readonly PlanKept[]) => list.reduce((n, p) => n + p.bytes, 0) / list.length;
    expect(mean(kept.filter((p) => !p.whole))).toBeLessThan(mean(kept.filter((p) => p.whole)) / 4);
  });
  test('of which one is neither whole nor a difference, or both, the database itself refuses', async () => {
    const put = (plan: string, difference: string) =>
      shop.deps.sequelize.query(
        `insert into plans (workshop_id, number, made_at, plan, difference) values ('${workshop}', 9000, now(), ${plan}, ${difference})`,
      );
    await expect(put('null', 'null')).rejects.toThrow(/plans_whole_or_difference/);
    await expect(put(`'{}'`, `'{}'`)).rejects.toThrow(/plans_whole_or_difference/);
  });
});

describe('somebody who looks again', () => {
  test('is told what happened since, change by change, until it is what anybody sees', async () => {
    const before = await rona.view();
    await rona.addChest();
    await rona.command('post', '/shop/mixes', { name: 'Dusk', hex: '#3f5c74', parts: [{ name: 'Blue', parts: 1 }] });
    const { updates } = (await rona.agent.get(`/api/view/since/${before.revision}`)).body as ViewSince;
    expect(updates!.map((u) => u.revision)).toEqual([before.revision + 1, before.revision + 2]);
    const after = updates!.reduce((view, u) => applyUpdate(view, u.update, u.revision)!, before);
    expect(after).toEqual(await rona.view());
  });
  test('and has all is told nothing; of what is too long ago, or of another’s future, the view is asked for', async () => {
    const { revision } = await rona.view();
    const since = async (n: number | string) => (await rona.agent.get(`/api/view/since/${n}`)).body as ViewSince;
    expect(await since(revision)).toEqual({ updates: [] });
    expect(await since(revision - 500)).toEqual({ updates: null });
    expect(await since(revision + 1)).toEqual({ updates: null });
    expect((await rona.agent.get('/api/view/since/yesterday')).status).toBe(400);
    expect((await rona.agent.get('/api/view/since/9999999999')).status).toBe(400);
  });
  test('sees the same from memory as from the database', async () => {
    const fresh = new KeptShops(shop.deps.sequelize);
    const kept = (await shop.deps.shops.now(workshop))!;
    expect(await fresh.now(workshop)).toEqual(kept);
    // What another program wrote there shows at once.
    await shop.deps.sequelize.query(
      `update workshops set revision = revision + 1, name = 'Barn' where id = '${workshop}'`,
    );
    expect((await rona.view()).workshop.name).toBe('Barn');
  });
  test('fifty at once who look first read the shop once', async () => {
    const fresh = new KeptShops(shop.deps.sequelize);
    const all = await Promise.all(Array.from({ length: 50 }, () => fresh.now(workshop)));
    expect(new Set(all).size).toBe(1);
  });
});

describe('pieces that left', () => {
  let gone: string[];
  beforeAll(async () => {
    gone = [];
    for (let k = 0; k < 53; k++) {
      const id = await rona.addChest(randomUUID(), { name: `Gone ${k}`, due: null, promised: false });
      shop.clock.at += 3;
      await rona.command('delete', `/pieces/${id}`, { version: 0 });
      gone.unshift(id);
    }
  }, 60_000);
  const page = async (query = '') => (await rona.agent.get(`/api/left${query}`)).body as LeftPieces;

  test('are not in the view, and are read a page at a time, the last first', async () => {
    const { pieces } = await rona.view();
    expect(pieces.filter((p) => gone.includes(p.id))).toEqual([]);
    const first = await page();
    expect(first.pieces.map((p) => p.id)).toEqual(gone.slice(0, 50));
    expect(first.isAll).toBe(false);
    const last = first.pieces.at(-1)!;
    const second = await page(`?leftAt=${last.leftAt}&id=${last.id}`);
    expect(second).toMatchObject({ isAll: true });
    expect(second.pieces.map((p) => p.id)).toEqual(gone.slice(50));
    expect(first.pieces[0]).toMatchObject({ name: 'Gone 52', kind: 'client', client: 'Maro', leftAt: shop.clock.at });
  });
  test('can each be looked at whole, by people of their shop only', async () => {
    const piece = (await rona.agent.get(`/api/pieces/${gone[0]}`)).body as PieceView;
    expect(piece).toMatchObject({ name: 'Gone 52', active: false, leftAt: shop.clock.at });
    expect(piece.steps.length).toBeGreaterThan(5);
    const other = await Browser.owner(shop, 'other');
    expect((await other.agent.get(`/api/pieces/${gone[0]}`)).status).toBe(404);
    expect(((await other.agent.get('/api/left')).body as LeftPieces).pieces).toEqual([]);
  });
  test('have nothing tapped or changed on them until their leaving is undone', async () => {
    const { steps, version } = (await rona.agent.get(`/api/pieces/${gone[0]}`)).body as PieceView;
    const tries = [
      ['post', `/steps/${steps[0]!.id}/done`, { version: 0, by: 'owner' }],
      ['post', `/steps/${steps[0]!.id}/start`, { version: 0, by: 'owner' }],
      ['post', `/steps/${steps[0]!.id}/problem`, { version: 0, by: 'owner', kind: 'not-dry' }],
      ['put', `/steps/${steps[0]!.id}/pin`, { version: 0, pin: {} }],
      ['put', `/pieces/${gone[0]}/edits`, { version, edits: [] }],
      ['put', `/pieces/${gone[0]}/arrival`, { version, sheet: { marks: [], remarks: '', agreed: null } }],
      ['delete', `/pieces/${gone[0]}`, { version }],
    ] as const;
    for (const [method, path, body] of tries) {
      const answer = await rona.agent[method](`/api${path}`).send({ commandId: randomUUID(), ...body });
      expect([path, answer.status, (answer.body as { code: string }).code]).toEqual([path, 409, 'PIECE_LEFT']);
    }
    const left = (await rona.view()).changes.find((c) => c.summary.startsWith('Took Gone 52'))!;
    await rona.command('post', `/changes/${left.id}/undo`, { withDependents: false });
    const back = (await rona.view()).pieces.find((p) => p.id === gone[0])!;
    expect(back).toMatchObject({ active: true, leftAt: null });
    await rona.command('post', `/steps/${steps[0]!.id}/done`, { version: 0, by: 'owner' });
  });
});

describe('older changes', () => {
  test('are read a page at a time, all of them or those of one piece, without a gap', async () => {
    const { changes, revision } = await rona.view();
    expect(changes).toHaveLength(MOST_CHANGES);
    const all = [...changes];
    for (let isAll = false; !isAll;) {
      const page = (await rona.agent.get(`/api/changes?before=${all.at(-1)!.number}`)).body as ChangesPage;
      all.push(...page.changes);
      ({ isAll } = page);
    }
    expect(all[0]!.number).toBe(revision);
    expect(all.map((c) => c.number)).toEqual([...all].map((c) => c.number).sort((a, b) => b - a));
    expect(all.at(-1)!.number).toBe(1);
    const one = all.findLast((c) => c.piece !== null)!.piece!;
    const own = (await rona.agent.get(`/api/changes?piece=${one}`)).body as ChangesPage;
    expect(own.changes.map((c) => c.id)).toEqual(
      all
        .filter((c) => c.piece === one)
        .slice(0, 50)
        .map((c) => c.id),
    );
  });
});

const SOON = { timeout: 10_000 };

describe('a plan behind the clock', () => {
  test('is pushed once, however many look at once, and not again until something is due again', async () => {
    const mine = await Browser.owner(shop, 'pushed');
    await mine.addChest(randomUUID(), { arrival: shop.clock.at, due: null, promised: false });
    const before = await mine.view();
    const first = Math.min(...Object.values(before.plan.steps).map((s) => s.start));
    shop.clock.at = Math.max(shop.clock.at, first) + 30;
    const views = await Promise.all(Array.from({ length: 20 }, () => mine.view()));
    const last = await mine.view();
    expect(last.revision).toBe(before.revision + 1);
    expect(last.changes[0]).toMatchObject({ madeBy: 'clock', by: 'Mokume' });
    expect(views.filter((v) => v.revision === last.revision).length).toBeGreaterThan(0);
    await shop.keeper.push(last.workshop.id);
    expect((await mine.view()).revision).toBe(last.revision);
    // Nor by two keepers that both saw it overdue: who has the shop's turn second finds nothing left to do.
    shop.clock.at += 24 * 60;
    const { id } = last.workshop;
    await Promise.all([new Keeper(shop.deps).push(id), new Keeper(shop.deps).push(id)]);
    expect((await mine.view()).revision).toBe(last.revision + 1);
  });
  test('of a clock that was a year ahead for one look is planned from today again as soon as the clock is right', async () => {
    const mine = await Browser.owner(shop, 'ahead');
    await mine.addChest(randomUUID(), { arrival: shop.clock.at, due: null, promised: false });
    const right = shop.clock.at;
    shop.clock.at = right + 365 * 1440;
    // A look waits only a moment for the plan to be pushed; on a busy machine the next one has it.
    const firstStart = async () => Math.min(...Object.values((await mine.view()).plan.steps).map((s) => s.start));
    await expect.poll(firstStart, SOON).toBeGreaterThan(right + 360 * 1440);
    shop.clock.at = right;
    await expect.poll(firstStart, SOON).toBeLessThan(right + 7 * 1440);
    const near = await mine.view();
    expect(near.changes[0]!.summary).toBe('The clock had been ahead: planned again from now');
    const [step] = near.pieces[0]!.steps;
    await mine.command('post', `/steps/${step!.id}/done`, { version: 0, by: 'owner' });
    expect((await mine.view()).pieces[0]!.steps[0]!.state.kind).toBe('done');
  });
});

describe('after a start', () => {
  test('the shops that were worked in last are brought up to date and laid out before anybody looks', async () => {
    const ids: string[] = [];
    // After all that another test did while its clock was ahead.
    shop.clock.at += 400 * 1440;
    for (const name of ['east', 'west', 'north', 'south']) {
      shop.clock.at += 1440;
      const owner = await Browser.owner(shop, name);
      await owner.addChest(randomUUID(), { arrival: shop.clock.at, due: null, promised: false });
      ids.push((await owner.view()).workshop.id);
    }
    shop.clock.at += 7 * 1440;
    const laidOut: string[] = [];
    const solve: Planner['solve'] = (request) => {
      laidOut.push(request.workshopId);
      return shop.deps.planner.solve(request);
    };
    const planner = { ...shop.deps.planner, solve, isWarm: () => false };
    await new Keeper({ ...shop.deps, planner }).makeReady();
    expect([...new Set(laidOut)]).toEqual(ids.slice(1).reverse());
    for (const id of ids.slice(1)) {
      const kept = await shop.deps.shops.now(id);
      expect(kept!.view.changes[0]!.summary).toMatch(/has not been started/);
    }
  });
});

describe('a plan an earlier version made', () => {
  test('that breaks a rule this one has is made again at the start; one that keeps them stays', async () => {
    const [broken, sound] = [await Browser.owner(shop, 'broken'), await Browser.owner(shop, 'sound')];
    for (const b of [broken, sound])
      await b.addChest(randomUUID(), { arrival: shop.clock.at, due: null, promised: false });
    const [was, same] = [await broken.view(), await sound.view()];
    const { id } = was.workshop;
    const step = Object.keys(was.plan.steps)[0]!;
    // As if working hours had not been looked at then: in the middle of the night.
    await shop.deps.sequelize.query(
      `update plans set plan = jsonb_set(plan, '{steps,"${step}",start}', to_jsonb((plan #>> '{steps,"${step}",start}')::int + 1))
       where workshop_id = '${id}' and number = 1`,
    );
    await shop.deps.sequelize.query(
      `update workshops set rules = 1, revision = revision + 1 where id in ('${id}', '${same.workshop.id}')`,
    );
    await shop.keeper.planByNewRules();
    const now = await broken.view();
    expect(now.changes[0]!.summary).toMatch(/^Planned again: this version of Mokume keeps rules/);
    expect(verify(problemOf(now.shop, now.pieces, now.now), now.plan)).toEqual([]);
    expect((await sound.view()).revision).toBe(same.revision + 1);
    const { revision } = await broken.view();
    await shop.keeper.planByNewRules();
    expect((await broken.view()).revision).toBe(revision);
  });
});

describe('a busy shop', () => {
  test('holds up nobody: others look and change while a hundred commands wait for their turn', async () => {
    const busy = await Browser.owner(shop, 'busy');
    const calm = await Browser.owner(shop, 'calm');
    await busy.addChest(randomUUID(), { arrival: MONDAY_9, due: null, promised: false });
    const order: string[] = [];
    const mix = { name: 'Dusk', hex: '#3f5c74', parts: [{ name: 'Blue', parts: 1 }] };
    const waiting = Array.from({ length: 100 }, () =>
      busy.command('post', '/own-book', { about: 'pace', isOwn: true }).then(() => order.push('busy')),
    );
    await Promise.all([
      calm.view().then(() => order.push('look')),
      calm.command('post', '/shop/mixes', mix).then(() => order.push('change')),
    ]);
    const ahead = order.filter((x) => x === 'busy').length;
    expect(ahead).toBeLessThan(30);
    await Promise.all(waiting);
    expect((await busy.view()).revision).toBe(101);
  });
});
