import { randomUUID } from 'node:crypto';
import { crc32 } from 'node:zlib';
import sharp from 'sharp';
import { bodesWell, openBefore } from '@app/core';
import type { CommandAnswer } from '@app/contract';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { sound } from './examples.ts';
import { Browser, openShop, type TestShop } from './shop.ts';

let shop: TestShop;
let rona: Browser;
let chest: string;
beforeAll(async () => {
  shop = await openShop();
  rona = await Browser.owner(shop);
  chest = await rona.addChest();
});
afterAll(() => shop.close());

const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#8a6238' } })
    .png()
    .toBuffer();
/** A small file that says it is so many pixels. Source: the PNG format's IHDR chunk, ISO/IEC 15948. */
async function bomb(width: number, height: number): Promise<Buffer> {
  const png = await picture(8, 8);
  png.writeUInt32BE(width, 16);
  png.writeUInt32BE(height, 20);
  png.writeUInt32BE(crc32(png.subarray(12, 29)), 29);
  return png;
}
const send = (file: Buffer, piece = chest) =>
  rona.agent
    .post(`/api/pieces/${piece}/photos`)
    .field('commandId', randomUUID())
    .field('side', 'front')
    .attach('photo', file, 'front.png');
const photos = async (piece = chest) => (await rona.view()).pieces.find((p) => p.id === piece)!.photos;

test('a photo is kept with its longest edge at most 1600 pixels, upright or lying; a small one is not blown up', async () => {
  for (const [width, height] of [
    [1601, 900],
    [900, 1601],
    [1600, 900],
    [40, 30],
  ] as const)
    await send(await picture(width, height)).expect(201);
  expect((await photos()).map((p) => Math.max(p.width, p.height))).toEqual([1600, 1600, 1600, 40]);
});

test.each([
  [
    'a drawing',
    Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/></svg>'),
  ],
  ['a GIF', Buffer.from('R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7', 'base64')],
  ['text', Buffer.from('no picture')],
  ['nothing', Buffer.alloc(0)],
])('%s is no photo', async (_, file) => {
  const piece = await rona.addChest();
  const answer = await send(file, piece);
  expect([answer.status, (answer.body as { code: string }).code]).toEqual([415, 'NOT_A_PICTURE']);
});
test('the 150th photo of a piece is kept, the 151st refused in words; one taken away makes room', async () => {
  const full = await rona.addChest();
  const small = await picture(8, 8);
  await send(small, full).expect(201);
  // As many more as there is room for but one, each a copy of it.
  await shop.deps.sequelize.query(
    `insert into photos (workshop_id, id, piece_id, side, kind, width, height, taken_at, picture, removed)
     select workshop_id, id || '-' || n, piece_id, side, kind, width, height, taken_at, picture, false
     from photos, generate_series(1, 148) n where piece_id = $piece`,
    { bind: { piece: full } },
  );
  await send(small, full).expect(201);
  const answer = await send(small, full).expect(400);
  expect(answer.body.fields).toEqual({ photo: 'A piece keeps at most 150 photos and clips. Take one away first.' });
  expect(await photos(full)).toHaveLength(150);
  await rona.command('delete', `/photos/${(await photos(full))[0]!.id}`);
  await send(small, full).expect(201);
});

test('what is no picture is refused with what to do, and nothing of it is kept', async () => {
  const before = await photos();
  const answer = await send(Buffer.from('not a picture')).expect(415);
  expect(answer.body.code).toBe('NOT_A_PICTURE');
  expect(await photos()).toEqual(before);
});

describe('a picture at a step', () => {
  const first = async () => {
    const v = await rona.view();
    const piece = v.pieces.find((p) => p.id === own)!;
    return { step: piece.steps.find((s) => s.hands > 0 && s.state.kind !== 'done')!, piece };
  };
  let own: string;
  beforeEach(async () => {
    own = await rona.addChest();
  });
  const take = async (what: 'photo' | 'clip', file: Buffer, more: Record<string, string> = {}) => {
    const { step, piece } = await first();
    return rona.agent
      .post(`/api/steps/${encodeURIComponent(step.id)}/${what}`)
      .field({ commandId: randomUUID(), version: String(piece.stepVersions[step.id]), by: 'owner', ...more })
      .attach('photo', file, 'file');
  };

  test('one tap is the photo and Done: one change, taken back as one, with step, side and words known', async () => {
    const { step } = await first();
    const answer = await take('photo', await picture(60, 40), {
      done: 'true',
      side: 'left',
      note: 'a run at the foot',
    });
    expect(answer.status).toBe(201);
    const piece = (await rona.view()).pieces.find((p) => p.id === own)!;
    expect(piece.steps.find((s) => s.id === step.id)!.state.kind).toBe('done');
    expect(piece.photos).toMatchObject([
      { step: step.id, side: 'left', kind: 'photo', note: 'a run at the foot', width: 60, at: shop.clock.at },
    ]);
    await rona.command('post', `/changes/${(answer.body as CommandAnswer).change.id}/undo`);
    const back = (await rona.view()).pieces.find((p) => p.id === own)!;
    expect(back.photos).toEqual([]);
    expect(back.steps.find((s) => s.id === step.id)!.state.kind).toBe('planned');
  });
  test('with what was forgotten before it, which comes as text beside the picture', async () => {
    const piece = (await rona.view()).pieces.find((p) => p.id === own)!;
    const coat = piece.steps.find((s) => s.key === 'paint-1')!;
    const open = openBefore(piece.steps, coat.id);
    const steps = open.map((s) => s.id);
    const outcomes = open.flatMap((s) => s.outcomes.filter(bodesWell).map((o) => ({ step: s.id, outcome: o.id })));
    const answer = await rona.agent
      .post(`/api/steps/${encodeURIComponent(coat.id)}/photo`)
      .field({ commandId: randomUUID(), version: String(piece.stepVersions[coat.id]), by: 'owner', done: 'true' })
      .field({ before: JSON.stringify({ steps, outcomes }) })
      .attach('photo', await picture(60, 40), 'file');
    expect(answer.status).toBe(201);
    const after = (await rona.view()).pieces.find((p) => p.id === own)!;
    expect(steps.length).toBeGreaterThan(1);
    for (const id of [...steps, coat.id]) expect(after.steps.find((s) => s.id === id)!.state.kind).toBe('done');
    expect(after.photos).toHaveLength(1);
    await rona.command('post', `/changes/${(answer.body as CommandAnswer).change.id}/undo`);
    const back = (await rona.view()).pieces.find((p) => p.id === own)!;
    expect(back.steps.every((s) => s.state.kind === 'planned')).toBe(true);
    expect(back.photos).toEqual([]);
  });
  test('turned upright, and where it was taken is not kept', async () => {
    const tilted = await sharp(await picture(60, 40))
      .withMetadata({ orientation: 6 })
      .withExifMerge({ IFD3: { GPSLatitude: '52/1 30/1 0/1', GPSLatitudeRef: 'N' } })
      .jpeg()
      .toBuffer();
    expect((await sharp(tilted).metadata()).exif).toBeDefined();
    await take('photo', tilted);
    const [photo] = (await rona.view()).pieces.find((p) => p.id === own)!.photos;
    expect([photo!.width, photo!.height]).toEqual([40, 60]);
    const kept = await rona.agent.get(`/api/photos/${photo!.id}`).expect(200);
    expect((await sharp(kept.body as Buffer).metadata()).exif).toBeUndefined();
  });
  test('a clip of a minute is kept as the sound it is; one of an hour, a picture, and noise are refused in words', async () => {
    expect((await take('clip', sound(60))).status).toBe(201);
    const [clip] = (await rona.view()).pieces.find((p) => p.id === own)!.photos;
    expect(clip).toMatchObject({ kind: 'clip', width: 0 });
    await rona.agent
      .get(`/api/photos/${clip!.id}`)
      .expect(200)
      .expect('content-type', /audio\/wav/);
    for (const file of [sound(63), sound(3600), await picture(9, 9), Buffer.from('no sound')]) {
      const answer = await take('clip', file);
      expect(answer.status).toBeGreaterThanOrEqual(400);
      expect(JSON.stringify(answer.body)).toMatch(/clip|sound|larger|big/i);
    }
  });
  test.each([
    ['of 40 MB', () => Buffer.alloc(40 * 1024 * 1024, 7)],
    ['that unfolds to more pixels than any camera makes', () => bomb(20_000, 20_000)],
    ['that is none', () => Buffer.from('no photo')],
  ])('a photo %s is refused in words, and the step is not done', async (_, file) => {
    const answer = await take('photo', await file(), { done: 'true' });
    expect(answer.status).toBeGreaterThanOrEqual(400);
    expect(answer.status).toBeLessThan(500);
    expect((answer.body as { title: string }).title.length).toBeGreaterThan(10);
    const { piece } = await first();
    expect(piece.photos).toEqual([]);
    expect(piece.steps.every((s) => s.state.kind !== 'done')).toBe(true);
  });
  test('done in the future, or by nobody, is refused and the photo is not kept either', async () => {
    const small = await picture(9, 9);
    for (const more of [{ at: String(shop.clock.at + 1) }, { by: 'nobody' }] as Record<string, string>[])
      expect((await take('photo', small, { done: 'true', ...more })).status).toBe(400);
    expect((await first()).piece.photos).toEqual([]);
  });
});
