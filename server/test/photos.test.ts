import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { afterAll, beforeAll, expect, test } from 'vitest';
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
test('the 40th photo of a piece is kept, the 41st refused in words; one taken away makes room', async () => {
  const full = await rona.addChest();
  const small = await picture(8, 8);
  for (let n = 0; n < 40; n++) await send(small, full).expect(201);
  const answer = await send(small, full).expect(400);
  expect(answer.body.fields).toEqual({ photo: 'A piece keeps at most 40 photos. Take one away first.' });
  expect(await photos(full)).toHaveLength(40);
  await rona.command('delete', `/photos/${(await photos(full))[0]!.id}`);
  await send(small, full).expect(201);
});

test('what is no picture is refused with what to do, and nothing of it is kept', async () => {
  const before = await photos();
  const answer = await send(Buffer.from('not a picture')).expect(415);
  expect(answer.body.code).toBe('NOT_A_PICTURE');
  expect(await photos()).toEqual(before);
});
