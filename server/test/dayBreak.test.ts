import { breakMoves, type DayBreak, type PieceMove, pinEffect, problemOf, verify } from '@app/core';
import type { WorkshopView } from '@app/contract';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest';
import { Browser, MONDAY_9, openShop, type TestShop } from './shop.ts';

let shop: TestShop;
let rona: Browser;
let count = 0;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());
beforeEach(async () => {
  shop.clock.at = MONDAY_9 + 120;
  rona = await Browser.owner(shop, `rona-${count++}`);
  const owner = (await rona.view()).shop.people[0]!;
  await rona.command('post', '/shop/people', { name: 'Jun', hours: owner.hours, skills: owner.skills });
  for (const name of ['First', 'Second']) await rona.addChest(undefined, { name });
});

/** The first hands-on step of a piece is done, so that it can have been ruined. */
async function doFirst(): Promise<void> {
  const [piece] = (await rona.view()).pieces;
  const step = piece!.steps.find((s) => s.key === 'take-apart')!;
  const body = { version: piece!.stepVersions[step.id], by: 'owner' };
  await rona.command('post', `/steps/${encodeURIComponent(step.id)}/start`, body);
  shop.clock.at += 30;
  const version = (await rona.view()).pieces[0]!.stepVersions[step.id];
  await rona.command('post', `/steps/${encodeURIComponent(step.id)}/done`, { version, by: 'owner' });
}

const holds = (v: WorkshopView) => expect(verify(problemOf(v.shop, v.pieces, v.now), v.plan)).toEqual([]);

test.each([
  ['ill from now', (v: WorkshopView): DayBreak => ({ kind: 'away', person: v.shop.people[0]!.id, from: 0, days: 1 })],
  ['away, nobody knows how long', (v) => ({ kind: 'away', person: v.shop.people[1]!.id, from: 1, days: null })],
  ['a lost day', () => ({ kind: 'lost', days: 1 })],
  ['a cold spell', () => ({ kind: 'colder', degrees: 8, days: 3 })],
  ['wanted sooner', (v) => ({ kind: 'sooner', piece: v.pieces[1]!.id, due: v.now + 4 * 1440 })],
  ['not come', (v) => ({ kind: 'not-come', piece: v.pieces[0]!.id, days: 3 })],
  ['ruined', (v) => ({ kind: 'rework', piece: v.pieces[0]!.id, step: 'take-apart' })],
] satisfies [string, (v: WorkshopView) => DayBreak][])(
  '%s: what was previewed is what happens, the plan holds, and one undo takes all of it back',
  async (_, of) => {
    await doFirst();
    const before = await rona.view();
    const what = of(before);
    const preview = breakMoves({ shop: before.shop, pieces: before.pieces }, before.plan, what, before.now)!;
    const answer = await rona.command('post', '/day-breaks', { what });
    const after = await rona.view();
    expect(after.plan.steps).toEqual(preview.plan.steps);
    const readyAfter = (moves: readonly PieceMove[]) => new Map(moves.map((m) => [m.piece, m.readyAfter]));
    expect(readyAfter(answer.change.moves)).toEqual(readyAfter(preview.moves));
    holds(after);
    await rona.command('post', `/changes/${answer.change.id}/undo`);
    const back = await rona.view();
    expect(back.shop).toEqual(before.shop);
    expect(back.plan.steps).toEqual(before.plan.steps);
  },
);
test('ill at noon with a wet coat under way: it is finished by somebody who can, never stretched over the night', async () => {
  const v = await rona.view();
  const [first] = v.pieces;
  for (const key of ['take-apart', 'wash', 'scuff']) {
    const now = await rona.view();
    const s = now.pieces.find((p) => p.id === first!.id)!.steps.find((x) => x.key === key)!;
    shop.clock.at = Math.max(shop.clock.at, now.plan.steps[s.id]!.end);
    const version = (await rona.view()).pieces.find((p) => p.id === first!.id)!.stepVersions[s.id];
    await rona.command('post', `/steps/${encodeURIComponent(s.id)}/done`, { version, by: 'owner' });
  }
  const seen = await rona.view();
  const coat = seen.pieces.find((p) => p.id === first!.id)!.steps.find((s) => s.key === 'paint-1')!;
  shop.clock.at = Math.max(shop.clock.at, seen.plan.steps[coat.id]!.start);
  const version = (await rona.view()).pieces.find((p) => p.id === first!.id)!.stepVersions[coat.id];
  await rona.command('post', `/steps/${encodeURIComponent(coat.id)}/start`, { version, by: 'owner' });
  shop.clock.at += 10;
  await rona.command('post', '/day-breaks', { what: { kind: 'away', person: 'owner', from: 0, days: 2 } });
  const after = await rona.view();
  const at = after.plan.steps[coat.id]!;
  const jun = after.shop.people.find((p) => p.name === 'Jun')!.id;
  expect(at.people).toContain(jun);
  expect(at.end - shop.clock.at).toBeLessThan(4 * 60);
  holds(after);
});
test('what a hold costs is what was said before it was set', async () => {
  const before = await rona.view();
  for (const [n, key] of ['wash', 'paint-1'].entries()) {
    const piece = before.pieces[n]!;
    const step = piece.steps.find((s) => s.key === key)!;
    const seen = await rona.view();
    const until = seen.plan.steps[step.id]!.start + 3 * 1440;
    const said = pinEffect(problemOf(seen.shop, seen.pieces, seen.now), seen.plan, step.id, { notBefore: until });
    expect(said.ready).toBeGreaterThan(said.before!);
    const body = { version: piece.stepVersions[step.id], by: 'owner', kind: 'hold', title: 'the client', until };
    await rona.command('post', `/steps/${encodeURIComponent(step.id)}/problem`, body);
    const after = await rona.view();
    expect(after.plan.ready[piece.id]).toBe(said.ready);
    holds(after);
  }
});
test('what cannot be is refused at its field; a helper may not', async () => {
  const send = (what: object) => rona.agent.post('/api/day-breaks').send({ commandId: randomUUID(), what });
  expect(
    (await send({ kind: 'sooner', piece: (await rona.view()).pieces[0]!.id, due: shop.clock.at })).body,
  ).toHaveProperty('fields.due');
  expect((await send({ kind: 'away' })).body).toHaveProperty('fields.person');
  expect((await send({ kind: 'away', person: 'gone', from: 0, days: 1 })).status).toBe(404);
  expect((await send({ kind: 'colder', days: 2 })).body).toHaveProperty('fields.degrees');
  const piece = (await rona.view()).pieces[0]!.id;
  expect((await send({ kind: 'rework', piece })).body).toHaveProperty('fields.step');
  // What nobody has begun cannot have been ruined.
  expect((await send({ kind: 'rework', piece, step: 'paint-1' })).status).toBe(404);
  for (const days of [0, 61]) expect((await send({ kind: 'lost', days })).status).toBe(400);
});
