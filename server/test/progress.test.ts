import { randomUUID } from 'node:crypto';
import { bodesWell, openBefore, problemOf, verify } from '@app/core';
import type { CommandAnswer, WorkshopView } from '@app/contract';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { Browser, MONDAY_9, openShop, type TestShop } from './shop.ts';

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
const litresOf = (v: WorkshopView) => v.shop.paints.find((p) => p.name === 'Slate')!.on_hand_litres;

async function tell(key: string, what: string, more: object = {}): Promise<CommandAnswer> {
  const v = await rona.view();
  const { id } = stepOf(v, key);
  const version = v.pieces[0]!.stepVersions[id] ?? 0;
  return rona.command('post', `/steps/${encodeURIComponent(id)}/${what}`, { version, by: 'owner', ...more });
}
async function refused(key: string, what: string, more: object): Promise<{ detail?: string; fields?: object }> {
  const v = await rona.view();
  const { id } = stepOf(v, key);
  const body = { commandId: randomUUID(), version: v.pieces[0]!.stepVersions[id] ?? 0, by: 'owner', ...more };
  const answer = await rona.agent.post(`/api/steps/${encodeURIComponent(id)}/${what}`).send(body);
  expect(answer.status).toBeGreaterThanOrEqual(400);
  expect((await rona.view()).revision).toBe(v.revision);
  return answer.body as { detail?: string; fields?: object };
}
/** Everything before the first coat is done, each step when it was planned to end. */
async function upToTheFirstCoat(): Promise<void> {
  for (const key of ['take-apart', 'wash', 'scuff']) {
    shop.clock.at = (await rona.view()).plan.steps[stepOf(await rona.view(), key).id]!.end;
    await tell(key, 'done');
  }
  shop.clock.at = (await rona.view()).plan.steps[stepOf(await rona.view(), 'paint-1').id]!.start;
}
const can = (name: string, more: object = {}) =>
  rona.command('post', '/shop/paints', { name, hex: '#3f5c74', product: 'matt-paint', on_hand_litres: 1, ...more });

describe('while a step is under way', () => {
  test('laid down, what is left of it is planned again, and going on takes only that', async () => {
    await rona.addChest();
    await tell('take-apart', 'start');
    const whole = stepOf(await rona.view(), 'take-apart').work_minutes;
    shop.clock.at += 10;
    await tell('take-apart', 'progress', { kind: 'pause' });
    let v = await rona.view();
    expect(stepOf(v, 'take-apart').state).toEqual({ kind: 'planned', worked: { minutes: 10 } });
    const { start, end } = v.plan.steps[stepOf(v, 'take-apart').id]!;
    expect(end - start).toBe(Math.ceil((whole - 10) / 5) * 5);
    holds(v);
    await tell('take-apart', 'start');
    shop.clock.at += 5;
    await tell('take-apart', 'done');
    v = await rona.view();
    expect(stepOf(v, 'take-apart').state).toMatchObject({ kind: 'done', worked: { minutes: 10 } });
    holds(v);
  });
  test('longer than thought moves what follows; a coat cannot be laid down half way', async () => {
    await rona.addChest();
    await upToTheFirstCoat();
    await tell('paint-1', 'start');
    const before = (await rona.view()).plan.steps[stepOf(await rona.view(), 'paint-1').id]!.end;
    const answer = await tell('paint-1', 'progress', { kind: 'longer', minutes: 30 });
    expect(answer.change.summary).toMatch(/takes 30\smin longer/);
    const v = await rona.view();
    expect(v.plan.steps[stepOf(v, 'paint-1').id]!.end).toBe(before + 30);
    holds(v);
    expect((await refused('paint-1', 'progress', { kind: 'pause' })).detail).toContain('one go');
    expect((await refused('paint-1', 'progress', { kind: 'parts', parts: 1 })).fields).toHaveProperty('parts');
  });
  test('of six chairs four are done: the rest is foretold at that pace, and all six are no part', async () => {
    await rona.addChest(undefined, {
      template: 'chair-set',
      dimensions: { width: 0.45, depth: 0.45, height: 0.9, parts: 6 },
      due: MONDAY_9 + 40 * 1440,
    });
    const v0 = await rona.view();
    const first = v0.pieces[0]!.steps.filter((s) => s.hands > 0).sort(
      (a, b) => v0.plan.steps[a.id]!.start - v0.plan.steps[b.id]!.start,
    )[0]!;
    shop.clock.at = v0.plan.steps[first.id]!.start;
    await tell(first.key, 'start');
    shop.clock.at += 40;
    await tell(first.key, 'progress', { kind: 'parts', parts: 4 });
    const v = await rona.view();
    expect(v.plan.steps[first.id]!.end).toBe(shop.clock.at + 20);
    holds(v);
    expect((await refused(first.key, 'progress', { kind: 'parts', parts: 6 })).fields).toHaveProperty('parts');
    await tell(first.key, 'progress', { kind: 'pause' });
    expect(stepOf(await rona.view(), first.key).state).toMatchObject({ kind: 'planned', worked: { parts: 4 } });
  });
  test('what has not been started cannot be laid down', async () => {
    await rona.addChest();
    expect((await refused('take-apart', 'progress', { kind: 'pause' })).detail).toContain('Start');
  });
});

describe('the shelf follows what is laid', () => {
  test('a coat comes off the shelf when it is done, once, and goes back when that is undone', async () => {
    await rona.addChest();
    await can('Slate');
    await upToTheFirstCoat();
    const { litres } = stepOf(await rona.view(), 'paint-1');
    const answer = await tell('paint-1', 'done');
    expect(litresOf(await rona.view())).toBeCloseTo(1 - litres, 2);
    await tell('paint-1', 'done', { corrects: true, at: shop.clock.at - 10 });
    expect(litresOf(await rona.view())).toBeCloseTo(1 - litres, 2);
    await rona.command('post', `/changes/${answer.change.id}/undo`, { withDependents: true });
    expect(litresOf(await rona.view())).toBe(1);
  });
  test('no can holds less than nothing', async () => {
    await rona.addChest();
    await can('Slate', { on_hand_litres: 0.01 });
    await upToTheFirstCoat();
    await tell('paint-1', 'done');
    expect(litresOf(await rona.view())).toBe(0);
  });
  test('what was spilled is gone, no more than was there', async () => {
    await rona.addChest();
    await can('Slate');
    const paint = (await rona.view()).shop.paints[0]!.id;
    const answer = await tell('take-apart', 'differently', { kind: 'spilled', paint, litres: 0.25 });
    expect(answer.change.summary).toContain('250 mL of Slate spilled');
    expect(litresOf(await rona.view())).toBe(0.75);
    expect((await refused('take-apart', 'differently', { kind: 'spilled', paint: 'gone', litres: 1 })).fields).toEqual({
      paint: 'Choose a can from the shelf.',
    });
    expect((await refused('take-apart', 'differently', { kind: 'spilled', paint })).fields).toHaveProperty('litres');
    expect((await refused('take-apart', 'differently', { kind: 'spilled', paint, litres: 0 })).fields).toHaveProperty(
      'litres',
    );
  });
});

describe('done differently', () => {
  test('with another can: the record, the shelf and the route say what was really laid', async () => {
    await rona.addChest();
    await can('Slate');
    await can('Chalky grey', { hex: '#8a8f92', product: 'mineral-paint' });
    await upToTheFirstCoat();
    const other = (await rona.view()).shop.paints.find((p) => p.name === 'Chalky grey')!;
    await tell('paint-1', 'differently', { kind: 'can', paint: other.id });
    const v = await rona.view();
    expect(stepOf(v, 'paint-1')).toMatchObject({
      product: 'mineral-paint',
      colour: '#8a8f92',
      state: { kind: 'done' },
    });
    expect(litresOf(v)).toBe(1);
    expect(v.shop.paints.find((p) => p.id === other.id)!.on_hand_litres).toBeLessThan(1);
    expect(v.pieces[0]!.edits).toContainEqual({ op: 'product', step: 'paint-1', product: 'mineral-paint' });
    holds(v);
  });
  test('told afterwards, what the first can gave goes back into it', async () => {
    await rona.addChest();
    await can('Slate');
    await can('Other', { hex: '#445566' });
    await upToTheFirstCoat();
    await tell('paint-1', 'done');
    expect(litresOf(await rona.view())).toBeLessThan(1);
    const other = (await rona.view()).shop.paints.find((p) => p.name === 'Other')!;
    await tell('paint-1', 'differently', { kind: 'can', paint: other.id });
    expect(litresOf(await rona.view())).toBe(1);
    expect((await rona.view()).shop.paints.find((p) => p.id === other.id)!.on_hand_litres).toBeLessThan(1);
  });
  test('with the wrong colour: it is laid, and sanded back and laid again as the route says', async () => {
    await rona.addChest();
    await can('Rust', { hex: '#8f4517' });
    await upToTheFirstCoat();
    await tell('paint-1', 'differently', { kind: 'can', paint: (await rona.view()).shop.paints[0]!.id, isWrong: true });
    const v = await rona.view();
    expect(stepOf(v, 'paint-1').colour).toBe('#8f4517');
    expect(stepOf(v, 'paint-1-again-1')).toMatchObject({ colour: '#3f5c74', state: { kind: 'planned' } });
    holds(v);
  });
  test('only some parts: those are done, the rest is a step behind it, and the next coat waits for both', async () => {
    await rona.addChest();
    await upToTheFirstCoat();
    const { zones } = stepOf(await rona.view(), 'paint-1');
    await tell('paint-1', 'differently', { kind: 'zones', zones: [zones[0]] });
    const v = await rona.view();
    const rest = v.pieces[0]!.steps.find((s) => s.key.startsWith('rest-'))!;
    expect(stepOf(v, 'paint-1')).toMatchObject({ zones: [zones[0]], state: { kind: 'done' } });
    expect(rest).toMatchObject({ zones: zones.slice(1), product: 'matt-paint', coat: 'paint' });
    const start = (id: string) => v.plan.steps[id]!.start;
    expect(start(stepOf(v, 'paint-2').id)).toBeGreaterThanOrEqual(v.plan.steps[rest.id]!.dry.recoat!);
    holds(v);
    expect((await refused('paint-2', 'differently', { kind: 'zones', zones })).fields).toHaveProperty('zones');
    expect((await refused('paint-2', 'differently', { kind: 'zones', zones: [] })).fields).toHaveProperty('zones');
  });
  test('one coat more or fewer, down to those that are begun', async () => {
    await rona.addChest();
    const coats = (v: WorkshopView) => v.pieces[0]!.steps.filter((s) => /^paint-\d$/.test(s.key)).length;
    const usual = coats(await rona.view());
    await tell('paint-1', 'differently', { kind: 'coats', coats: 1 });
    expect(coats(await rona.view())).toBe(usual + 1);
    for (let n = usual; n >= 1; n--) await tell('paint-1', 'differently', { kind: 'coats', coats: -1 });
    expect(coats(await rona.view())).toBe(1);
    expect((await refused('paint-1', 'differently', { kind: 'coats', coats: -1 })).fields).toHaveProperty('coats');
    expect((await refused('take-apart', 'differently', { kind: 'coats', coats: 1 })).fields).toHaveProperty('coats');
    holds(await rona.view());
  });
});

describe('a step ticked before others it waits for', () => {
  const doneOf = (v: WorkshopView, key: string) => {
    const { state } = stepOf(v, key);
    return state.kind === 'done' ? state : null;
  };
  const idsOf = (v: WorkshopView, ...keys: string[]) => keys.map((key) => stepOf(v, key).id);
  /** Long enough after the piece came for all of it to have been done. */
  const aWeekLater = async () => {
    await rona.addChest();
    shop.clock.at += 7 * 1440;
    return rona.view();
  };

  test('has those done too that are named, dry in time for it; one change, and one undo', async () => {
    await can('Slate');
    const v = await aWeekLater();
    const litres = litresOf(v);
    const steps = idsOf(v, 'take-apart', 'wash', 'scuff', 'paint-1');
    const { change } = await tell('paint-2', 'done', { before: { steps } });
    expect(change.summary).toBe('“Paint, coat 2 of 2, Slate” done on Chest, and 4 steps before it');
    const after = await rona.view();
    holds(after);
    const coat2 = doneOf(after, 'paint-2')!;
    const { dry, end } = v.plan.steps[stepOf(v, 'paint-1').id]!;
    expect(doneOf(after, 'paint-1')!.until).toBeLessThanOrEqual(coat2.from - (dry.recoat! - end));
    expect(doneOf(after, 'scuff')!.until).toBeLessThanOrEqual(doneOf(after, 'paint-1')!.from);
    expect(doneOf(after, 'wash')!.until).toBeLessThan(doneOf(after, 'scuff')!.from);
    // Nobody was there with a watch.
    expect(doneOf(after, 'wash')!.timed).toBeUndefined();
    expect(litresOf(after)).toBeLessThan(litres);
    await rona.command('post', `/changes/${change.id}/undo`);
    const undone = await rona.view();
    expect(undone.pieces[0]!.steps.map((s) => s.state.kind)).toEqual(v.pieces[0]!.steps.map((s) => s.state.kind));
    expect(litresOf(undone)).toBeCloseTo(litres, 9);
  });
  test('alone, when nothing else is named, and also when it is begun', async () => {
    const v = await aWeekLater();
    await tell('wash', 'done');
    expect(doneOf(await rona.view(), 'take-apart')).toBeNull();
    await tell('paint-1', 'start', { before: { steps: idsOf(v, 'scuff') } });
    const after = await rona.view();
    expect(doneOf(after, 'scuff')!.until).toBeLessThanOrEqual(shop.clock.at);
    expect(stepOf(after, 'paint-1').state.kind).toBe('started');
    expect(doneOf(after, 'take-apart')).toBeNull();
    holds(after);
  });
  test('leaves what somebody ticked meanwhile, what comes after it and what is of another piece as they are', async () => {
    const v = await aWeekLater();
    // Pieces are listed by id: this one comes last.
    const other = await rona.addChest('ffffffff-ffff-4fff-bfff-ffffffffffff', { name: 'Other' });
    await tell('wash', 'done', { at: v.now - 600 });
    const steps = [...idsOf(v, 'take-apart', 'wash', 'paint-2'), `${other}.wash`];
    await tell('scuff', 'done', { before: { steps } });
    const after = await rona.view();
    expect(doneOf(after, 'wash')!.until).toBe(v.now - 600);
    expect(doneOf(after, 'paint-2')).toBeNull();
    expect(after.pieces.find((p) => p.id === other)!.steps.every((s) => s.state.kind === 'planned')).toBe(true);
  });
  test('has a test among them say what it showed, or nothing of it is written', async () => {
    await rona.addChest(undefined, { survey: { wood: 'softwood', finish: 'pale-paint', layers: 2, findings: [] } });
    shop.clock.at += 7 * 1440;
    const v = await rona.view();
    const asked = v.pieces[0]!.steps.find((s) => s.key === 'scuff')!;
    const open = openBefore(v.pieces[0]!.steps, asked.id);
    const tests = open.filter((s) => s.outcomes.length > 0);
    expect(tests.length).toBeGreaterThan(0);
    const steps = open.map((s) => s.id);
    expect((await refused('scuff', 'done', { before: { steps } })).fields).toHaveProperty('outcome');
    const outcomes = tests.map((t) => ({ step: t.id, outcome: t.outcomes.find(bodesWell)!.id }));
    await tell('scuff', 'done', { before: { steps, outcomes } });
    const after = await rona.view();
    expect(openBefore(after.pieces[0]!.steps, asked.id)).toEqual([]);
    for (const t of tests) expect(doneOf(after, t.key)).not.toBeNull();
    holds(after);
  });
  test('is refused whole when the step was changed meanwhile', async () => {
    const v = await aWeekLater();
    await refused('paint-1', 'done', { version: 999, before: { steps: idsOf(v, 'wash') } });
    expect(doneOf(await rona.view(), 'wash')).toBeNull();
  });
});
