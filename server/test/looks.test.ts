import { randomUUID } from 'node:crypto';
import { problemOf, routeFaults, templateById, meansOf, verify } from '@app/core';
import type { WorkshopView } from '@app/contract';
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest';
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
  await rona.addChest();
});

const piece = (v: WorkshopView) => v.pieces[0]!;
const stepOf = (v: WorkshopView, key: string) => piece(v).steps.find((s) => s.key === key)!;
const holds = (v: WorkshopView) => {
  expect(verify(problemOf(v.shop, v.pieces, v.now), v.plan)).toEqual([]);
  const { template, dimensions, survey, brief, zoneChoice: zones, kind, steps } = piece(v);
  const input = {
    template: templateById.get(template)!,
    dimensions,
    survey,
    brief,
    zones,
    kind,
    means: meansOf(v.shop),
  };
  expect(routeFaults(input, { zones: piece(v).zones, steps })).toEqual([]);
};
async function tell(key: string, what: string, more: object) {
  const v = await rona.view();
  const { id } = stepOf(v, key);
  const version = piece(v).stepVersions[id] ?? 0;
  const body = { commandId: randomUUID(), version, by: 'owner', ...more };
  return rona.agent.post(`/api/steps/${encodeURIComponent(id)}/${what}`).send(body);
}
async function upTo(last: string): Promise<void> {
  for (const key of ['take-apart', 'wash', 'scuff', 'paint-1']) {
    shop.clock.at = (await rona.view()).plan.steps[stepOf(await rona.view(), key).id]!.end;
    expect((await tell(key, 'done', {})).status).toBe(200);
    if (key === last) return;
  }
}

test('what is found is sealed without shellac where the owner of the piece refuses it', async () => {
  rona = await Browser.owner(shop, 'refuses');
  await rona.addChest(randomUUID(), { brief: { ...chest().brief, refusals: ['no-shellac'] } });
  await upTo('wash');
  const told = await tell('wash', 'look', { look: 'dye-on-cloth', outcome: 'fault', consent: true });
  expect(told.status).toBe(200);
  const rescue = piece(await rona.view()).steps.filter((s) => s.key.startsWith('rescue-'));
  expect(rescue.map((s) => s.product)).toEqual(['stain-blocker', 'stain-blocker']);
});

test('a fault on one part is rescued there before the next coat, and the route and the plan hold', async () => {
  await upTo('paint-1');
  const { zones } = stepOf(await rona.view(), 'paint-1');
  expect((await tell('paint-1', 'look', { look: 'drips', outcome: 'fault', zones: [zones[0]] })).status).toBe(200);
  const v = await rona.view();
  const rescue = piece(v).steps.filter((s) => s.key.startsWith('rescue-'));
  expect(rescue.map((s) => s.zones)).toEqual([[zones[0]], [zones[0]]]);
  expect(v.plan.steps[stepOf(v, 'paint-2').id]!.start).toBeGreaterThanOrEqual(v.plan.steps[rescue[1]!.id]!.end);
  expect(stepOf(v, 'paint-1').state).toMatchObject({
    looked: [{ look: 'drips', outcome: 'fault', zones: [zones[0]] }],
  });
  holds(v);
});
test('fine and left as it is stay in the story and move nothing', async () => {
  await upTo('paint-1');
  const before = await rona.view();
  await tell('paint-1', 'look', { look: 'nibs', outcome: 'fine' });
  await tell('paint-1', 'look', { look: 'holidays', outcome: 'accepted' });
  const v = await rona.view();
  expect(v.plan).toEqual(before.plan);
  expect(stepOf(v, 'paint-1').state).toMatchObject({ looked: [{ outcome: 'fine' }, { outcome: 'accepted' }] });
});
test('a rescue that makes a told date late says so first, and is done when that is accepted', async () => {
  await upTo('paint-1');
  const v = await rona.view();
  const ready = v.plan.ready[piece(v).id]!;
  const { kind, client, template, dimensions, survey, brief, arrival, name } = piece(v);
  const fields = { kind, client, template, dimensions, survey, brief, arrival, name, promised: true, due: ready };
  await rona.command('put', `/pieces/${piece(v).id}`, { version: piece(v).version, ...fields });
  const refused = await tell('paint-1', 'look', { look: 'lap-marks', outcome: 'fault' });
  expect([refused.status, (refused.body as { code: string }).code]).toEqual([409, 'MOVES_PROMISE']);
  expect((refused.body as { moves: unknown[] }).moves.length).toBeGreaterThan(0);
  expect(stepOf(await rona.view(), 'paint-1').state).not.toHaveProperty('looked');
  const answer = await tell('paint-1', 'look', { look: 'lap-marks', outcome: 'fault', consent: true });
  expect(answer.status).toBe(200);
  expect(piece(await rona.view()).steps.map((s) => s.key)).toContain('paint-1-again-1');
  holds(await rona.view());
});
test('what is not done, or no look at all, is refused in words', async () => {
  const early = await tell('paint-1', 'look', { look: 'nibs', outcome: 'fine' });
  expect((early.body as { detail: string }).detail).toContain('Tap Done first');
  await upTo('take-apart');
  expect((await tell('take-apart', 'look', { look: 'gone', outcome: 'fine' })).body).toHaveProperty('fields.look');
  for (const minutes of [4, 10, 31])
    expect((await tell('wash', 'found', { minutes })).body).toHaveProperty('fields.minutes');
});
test('found while working is one tap: so many minutes more on the same parts, before what follows', async () => {
  await tell('take-apart', 'start', {});
  expect((await tell('take-apart', 'found', { minutes: 15, words: 'a loose foot' })).status).toBe(200);
  const v = await rona.view();
  const found = stepOf(v, 'found-1');
  expect(found).toMatchObject({ work_minutes: 15, title: 'Found while working: a loose foot' });
  holds(v);
});
