import { randomUUID } from 'node:crypto';
import { mixedColour, problemOf, verify } from '@app/core';
import type { WorkshopView } from '@app/contract';
import sharp from 'sharp';
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
  for (const [name, hex, on_hand_litres] of [
    ['White', '#f4f4f0', 1],
    ['Grey', '#5b6770', 0.143],
  ] as const)
    await rona.command('post', '/shop/paints', { name, hex, product: 'matt-paint', on_hand_litres });
});

const holds = (v: WorkshopView) => expect(verify(problemOf(v.shop, v.pieces, v.now), v.plan)).toEqual([]);
const canOf = (v: WorkshopView, name: string) => v.shop.paints.find((p) => p.name === name)!;
const partOf = (v: WorkshopView, name: string, litres: number) => ({ paint: canOf(v, name).id, name, litres });
const cup = (v: WorkshopView, grey: number, more: object = {}) => ({
  id: randomUUID(),
  name: 'Dusk',
  hex: '#a8adb0',
  product: 'matt-paint',
  parts: [partOf(v, 'White', 0.163), partOf(v, 'Grey', grey)],
  water_litres: 0.054,
  stands: 'window sill',
  ...more,
});
const refused = async (method: 'post' | 'put', path: string, body: object) => {
  const { revision } = await rona.view();
  const answer = await rona.agent[method](`/api${path}`).send({ commandId: randomUUID(), ...body });
  expect(answer.status).toBeGreaterThanOrEqual(400);
  expect((await rona.view()).revision).toBe(revision);
  return (answer.body as { fields?: Record<string, string>; detail?: string }) ?? {};
};

describe('a cup', () => {
  test('stands on the shelf with its parts, and what is in it is out of its cans; undone, all is back', async () => {
    const v = await rona.view();
    const answer = await rona.command('post', '/cups', cup(v, 0.1));
    const after = await rona.view();
    expect(canOf(after, 'Dusk')).toMatchObject({
      on_hand_litres: expect.closeTo(0.317) as number,
      made: { at: MONDAY_9, stands: 'window sill', water_litres: 0.054 },
    });
    expect(canOf(after, 'White').on_hand_litres).toBeCloseTo(0.837);
    expect(canOf(after, 'Grey').on_hand_litres).toBeCloseTo(0.043);
    await rona.command('post', `/changes/${answer.change.id}/undo`);
    expect((await rona.view()).shop.paints).toEqual(v.shop.paints);
  });
  test('has one photo: a new one takes the place of the old; undone, the old one is back; a can from a shop has none', async () => {
    await rona.command('post', '/cups', cup(await rona.view(), 0.1));
    const picture = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#a8adb0' } })
      .png()
      .toBuffer();
    const path = (name: string, v: WorkshopView) => `/api/cups/${canOf(v, name).id}/photo`;
    const photograph = async (name: string, file = picture) =>
      rona.agent
        .post(path(name, await rona.view()))
        .field({ commandId: randomUUID() })
        .attach('photo', file, 'cup.png');
    const photoOf = async () => canOf(await rona.view(), 'Dusk').made?.photo;
    await photograph('Dusk').then((a) => expect(a.status).toBe(201));
    const first = await photoOf();
    const { body } = await photograph('Dusk');
    const second = await photoOf();
    expect(second).not.toBe(first);
    await rona.agent.get(`/api/photos/${second!}`).expect(200).expect('content-type', 'image/webp');
    await rona.agent.get(`/api/photos/${first!}`).expect(404);
    await rona.command('post', `/changes/${(body as { change: { id: string } }).change.id}/undo`);
    expect(await photoOf()).toBe(first);
    await rona.agent.get(`/api/photos/${first!}`).expect(200);
    const { revision } = await rona.view();
    expect((await photograph('White')).status).toBe(400);
    expect((await photograph('Dusk', Buffer.from('no picture'))).status).toBe(415);
    expect((await rona.view()).revision).toBe(revision);
  });
  test('of which a can has too little is refused with how much is missing', async () => {
    const { fields } = await refused('post', '/cups', cup(await rona.view(), 0.163));
    expect(fields).toEqual({ parts: 'You have 20 mL too little of Grey.' });
  });
  test.each([
    ['of nothing', { parts: [{ paint: null, name: 'White', litres: 0 }] }, 'parts', /nothing/],
    ['with no parts', { parts: [] }, 'parts', /nothing/],
    ['mostly of water', { water_litres: 1.1 }, 'parts', /80 %/],
    ['dead before it is made', { alive_until: MONDAY_9 }, 'alive_until', /dead/],
    ['of no product', { product: 'gone' }, 'product', /list/],
    ['from a can that is not there', { parts: [{ paint: 'gone', name: 'Gone', litres: 0.1 }] }, 'paint', /shelf/],
  ])('%s is refused at its field', async (_, more, field, words) => {
    const { fields } = await refused('post', '/cups', cup(await rona.view(), 0.1, more));
    expect(fields![field]).toMatch(words);
  });
  test('is chosen for a coat, kept for it by the plan, and taken from when the coat is laid', async () => {
    await rona.addChest();
    await rona.command('post', '/cups', cup(await rona.view(), 0.1));
    let v = await rona.view();
    const coat = v.pieces[0]!.steps.find((s) => s.key === 'paint-1')!;
    const version = v.pieces[0]!.stepVersions[coat.id];
    await rona.command('put', `/steps/${encodeURIComponent(coat.id)}/can`, { version, paint: canOf(v, 'Dusk').id });
    v = await rona.view();
    const chosen = v.pieces[0]!.steps.find((s) => s.key === 'paint-1')!;
    expect(chosen).toMatchObject({ colour: '#a8adb0', product: 'matt-paint' });
    const uses = problemOf(v.shop, v.pieces, v.now).pieces[0]!.steps.find((s) => s.id === coat.id)!.uses;
    expect(uses).toEqual({ stock: canOf(v, 'Dusk').id, litres: chosen.litres });
    holds(v);
    for (const key of ['take-apart', 'wash', 'scuff', 'paint-1']) {
      v = await rona.view();
      const s = v.pieces[0]!.steps.find((x) => x.key === key)!;
      shop.clock.at = v.plan.steps[s.id]!.end;
      const seen = (await rona.view()).pieces[0]!.stepVersions[s.id];
      await rona.command('post', `/steps/${encodeURIComponent(s.id)}/done`, { version: seen, by: 'owner' });
    }
    expect(canOf(await rona.view(), 'Dusk').on_hand_litres).toBeCloseTo(Math.max(0, 0.317 - chosen.litres), 3);
  });
});

describe('two cans poured together', () => {
  test('are one, in the colour they make; other products are not stirred together', async () => {
    let v = await rona.view();
    await rona.command('post', '/cups/pour', { from: canOf(v, 'Grey').id, into: canOf(v, 'White').id });
    v = await rona.view();
    expect(v.shop.paints).toHaveLength(1);
    expect(canOf(v, 'White')).toMatchObject({
      on_hand_litres: expect.closeTo(1.143) as number,
      hex: mixedColour([
        { hex: '#5b6770', amount: 0.143 },
        { hex: '#f4f4f0', amount: 1 },
      ]),
    });
    await rona.command('post', '/shop/paints', {
      name: 'Clear',
      hex: '#eeeeee',
      product: 'water-clear',
      on_hand_litres: 1,
    });
    v = await rona.view();
    const both = { from: canOf(v, 'Clear').id, into: canOf(v, 'White').id };
    expect((await refused('post', '/cups/pour', both)).fields).toHaveProperty('into');
    expect((await refused('post', '/cups/pour', { from: both.into, into: both.into })).fields).toHaveProperty('into');
  });
});

describe('colours tried', () => {
  const tried = (v: WorkshopView, verdict: string | null) => ({
    id: '0d5a4a4e-6a0c-4d0f-9d0f-5a4a4e6a0c4d',
    name: 'Dusk',
    hex: '#5b6770',
    paint: canOf(v, 'Grey').id,
    sealed: false,
    verdict,
  });
  const save = async (trials: object) => {
    const v = await rona.view();
    await rona.command('put', `/pieces/${v.pieces[0]!.id}/trials`, { version: v.pieces[0]!.version, trials });
    return rona.view();
  };
  test('until one is kept the first coat waits for the day it is decided; then the coats are laid in it', async () => {
    await rona.addChest();
    const by = MONDAY_9 + 5 * 1440;
    let v = await save({ decide_by: by, tried: [tried(await rona.view(), null)] });
    const start = (key: string) => v.plan.steps[v.pieces[0]!.steps.find((s) => s.key === key)!.id]!.start;
    expect(v.pieces[0]!.steps.map((s) => s.key)).toContain('hold-colour');
    expect(start('paint-1')).toBeGreaterThanOrEqual(by);
    expect(start('wash')).toBeLessThan(by);
    holds(v);
    v = await save({ decide_by: by, tried: [tried(v, 'keep')] });
    expect(v.pieces[0]!.steps.map((s) => s.key)).not.toContain('hold-colour');
    expect(start('paint-1')).toBeLessThan(by);
    expect(v.pieces[0]!.steps.filter((s) => s.coat === 'paint').map((s) => s.colour)).toEqual(['#5b6770', '#5b6770']);
    holds(v);
  });
  test('two kept, more than five, or a day gone by are refused', async () => {
    await rona.addChest();
    const v = await rona.view();
    const path = `/pieces/${v.pieces[0]!.id}/trials`;
    const { version } = v.pieces[0]!;
    const of = (n: number, verdict: string | null) =>
      Array.from({ length: n }, () => ({ ...tried(v, verdict), id: randomUUID() }));
    expect((await refused('put', path, { version, trials: { tried: of(2, 'keep') } })).fields).toHaveProperty('trials');
    await refused('put', path, { version, trials: { tried: of(6, null) } });
    const gone = { version, trials: { decide_by: MONDAY_9, tried: of(1, null) } };
    expect((await refused('put', path, gone)).fields).toHaveProperty('trials');
    await rona.command('put', path, { version, trials: { tried: of(5, 'no') } });
  });
  test('a strip keeps its photos, wet and dry; one of another piece is refused', async () => {
    const picture = await sharp({ create: { width: 12, height: 9, channels: 3, background: '#5b6770' } })
      .png()
      .toBuffer();
    const photoOf = async (piece: string, more: Record<string, string> = {}, status = 201) => {
      const id = randomUUID();
      const { steps } = (await rona.view()).pieces.find((p) => p.id === piece)!;
      const { id: coat } = steps.find((s) => s.coat === 'paint')!;
      await rona.agent
        .post(`/api/steps/${encodeURIComponent(coat)}/photo`)
        .field({ commandId: id, by: 'owner', side: 'front', note: 'Dusk tried, wet', ...more })
        .attach('photo', picture, 'strip.png')
        .expect(status);
      return id;
    };
    const [own, other] = [await rona.addChest(), await rona.addChest()];
    const [wet, strange] = [await photoOf(own), await photoOf(other)];
    const trials = async (more: object) => {
      const v = await rona.view();
      const { version } = v.pieces.find((p) => p.id === own)!;
      return { version, trials: { tried: [{ ...tried(v, null), ...more }] } };
    };
    const path = `/pieces/${own}/trials`;
    expect((await refused('put', path, await trials({ wet: strange }))).fields).toHaveProperty('trials');
    expect((await refused('put', path, await trials({ dry: randomUUID() }))).fields).toHaveProperty('trials');
    await rona.command('put', path, await trials({ wet }));
    const strip = async () => (await rona.view()).pieces.find((p) => p.id === own)!.trials.tried[0]!;
    expect(await strip()).toMatchObject({ wet, dry: null });
    // One tap keeps the photo and says which strip it shows, so that it can wait to be sent.
    const dry = await photoOf(own, { strip: (await strip()).id, look: 'dry' });
    expect(await strip()).toMatchObject({ wet, dry });
    const change = (await rona.view()).changes[0]!;
    await rona.command('post', `/changes/${change.id}/undo`);
    expect(await strip()).toMatchObject({ wet, dry: null });
    await photoOf(own, { strip: (await strip()).id }, 400);
    await photoOf(own, { strip: (await strip()).id, look: 'damp' }, 400);
    // The strip was taken away meanwhile: the photo is kept.
    const late = await photoOf(own, { strip: 'gone', look: 'dry' });
    expect((await rona.view()).pieces.find((p) => p.id === own)!.photos.map((p) => p.id)).toContain(late);
  });
});
