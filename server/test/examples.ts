import { randomUUID } from 'node:crypto';
import type { WorkshopView } from '@app/contract';
import { HOUSE_DEFAULTS, ORDINARY_WEEK, PLANNING_DEFAULTS, PRODUCTS } from '@app/core';
import sharp from 'sharp';
import type supertest from 'supertest';
import type { Route } from '../src/routes/route.ts';
import { type Browser, chest } from './shop.ts';

/** What is there to be asked about: a shop with a piece, its steps, a photo, a change, and something in each of its tables. */
export type Here = { readonly ids: Readonly<Record<string, string>>; readonly view: WorkshopView };
type Example = (here: Here) => object;

export const keyOf = (r: Route) => `${r.method} ${r.path}`;
const DEVICE = { endpoint: 'https://push.example.com/d/1' };
const hours = { weekly: ORDINARY_WEEK, exceptions: [], blocks: [] };
const version =
  (table: string): Example =>
  ({ ids, view }) => ({ version: view.versions[`${table}/${ids[table]}`] });
const stepVersion: Example = ({ ids, view }) => ({
  version: view.pieces.find((p) => p.id === ids['pieces'])!.stepVersions[ids['steps']!],
});
const pieceVersion: Example = ({ ids, view }) => ({
  version: view.pieces.find((p) => p.id === ids['pieces'])!.version,
});
const shopVersion: Example = ({ view }) => ({ version: view.workshop.version });
const ROWS: Readonly<Record<string, object>> = {
  people: { name: 'Bo', hours, skills: { prep: 1 } },
  stations: { name: 'Second bench', kind: 'bench', capacity: 1, climate: 'garage' },
  tools: { name: 'Sprayer', capacity: 1 },
  places: { name: 'Loft', typical: { high_c: 20, low_c: 15, humidityAtHigh_pct: 50, humidityAtLow_pct: 60 } },
  paints: { name: 'Slate', hex: '#3f5c74', product: 'matt-paint', on_hand_litres: 1 },
  mixes: { name: 'Dusk', hex: '#3f5c74', parts: [{ name: 'Blue', parts: 1 }] },
  recipes: { name: 'Plain', brief: chest().brief, edits: [] },
};
const own = { ...PRODUCTS.find((p) => p.id === 'matt-paint')!, id: 'own-matt', name: 'Own matt' };

/** A small photo. */
export const picture: Buffer = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#888' } })
  .png()
  .toBuffer();

/** Seconds of silence as a sound file (8000 bytes a second). Source: the RIFF wave format, from memory. */
export function sound(seconds: number): Buffer {
  const data = Buffer.alloc(seconds * 8000, 128);
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + data.length, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(8000, 24);
  head.writeUInt32LE(8000, 28);
  head.writeUInt16LE(1, 32);
  head.writeUInt16LE(8, 34);
  head.write('data', 36);
  head.writeUInt32LE(data.length, 40);
  return Buffer.concat([head, data]);
}

/** A body each route takes; a route without one here fails the first test below. */
export const EXAMPLES: Readonly<Record<string, Example>> = {
  'get /session': () => ({}),
  'post /session': () => ({ name: 'rona', password: 'brush-and-roller' }),
  'post /session/demo': () => ({}),
  'delete /session': () => ({}),
  'post /session/password': () => ({ old: 'brush-and-roller', password: 'another-password' }),
  'post /workshops': () => ({
    workshopName: 'Shed',
    ownerName: 'Mo',
    signIn: `mo-${randomUUID()}`,
    password: 'brush-and-roller',
    timeZone: 'UTC',
    units: 'us',
  }),
  'get /view': () => ({}),
  'get /view/since/:id': () => ({}),
  'get /left': () => ({}),
  'get /pieces/:id': () => ({}),
  'get /changes': () => ({}),
  'get /record': () => ({}),
  'get /events': () => ({}),
  'post /pieces': () => ({ id: randomUUID(), ...chest() }),
  'put /pieces/:id': (h) => ({ ...pieceVersion(h), ...chest(), name: `Chest ${randomUUID().slice(0, 4)}` }),
  'put /pieces/:id/edits': (h) => ({ ...pieceVersion(h), edits: [{ op: 'minutes', step: 'wash', minutes: 45 }] }),
  'put /pieces/:id/at-hand': (h) => ({ ...pieceVersion(h), atHand: [randomUUID().slice(0, 8)] }),
  'put /pieces/:id/arrival': (h) => ({ ...pieceVersion(h), sheet: { marks: [], remarks: randomUUID(), agreed: null } }),
  'delete /pieces/:id': pieceVersion,
  'post /steps/:id/progress': (h) => ({ ...stepVersion(h), by: 'owner', kind: 'longer', minutes: 15 }),
  'post /steps/:id/differently': (h) => ({
    ...stepVersion(h),
    by: 'owner',
    kind: 'spilled',
    paint: h.ids['paints'],
    litres: 0.001,
  }),
  'post /steps/:id/start': (h) => ({ ...stepVersion(h), by: 'owner' }),
  'post /steps/:id/done': (h) => ({ ...stepVersion(h), by: 'owner' }),
  'post /steps/:id/problem': (h) => ({ ...stepVersion(h), by: 'owner', kind: 'not-dry' }),
  'put /steps/:id/pin': (h) => ({ ...stepVersion(h), pin: { notBefore: h.view.now + 1440 } }),
  'post /plan/afresh': () => ({}),
  'post /plan/improve': () => ({}),
  'post /plan/adopt': () => ({ proposal: randomUUID() }),
  'post /changes/:id/undo': () => ({ withDependents: true }),
  'post /pieces/:id/photos': () => ({ side: 'front' }),
  'post /steps/:id/look': (h) => ({ ...stepVersion(h), by: 'owner', look: 'loose', outcome: 'fault' }),
  'post /steps/:id/found': (h) => ({ ...stepVersion(h), by: 'owner', minutes: 15, words: 'a loose foot' }),
  'post /steps/:id/photo': () => ({ by: 'owner', side: 'left', note: 'a scratch' }),
  'post /steps/:id/clip': () => ({ by: 'owner' }),
  'delete /photos/:id': () => ({}),
  'get /photos/:id': () => ({}),
  'put /workshop': (h) => ({
    ...shopVersion(h),
    name: `Garage ${randomUUID().slice(0, 4)}`,
    units: 'metric',
    timeZone: 'Europe/Berlin',
  }),
  'put /planning': (h) => ({
    ...shopVersion(h),
    ...PLANNING_DEFAULTS,
    frozen_hours: h.view.shop.planning!.frozen_hours === 5 ? 6 : 5,
  }),
  'put /house': (h) => ({ ...shopVersion(h), house: { ...HOUSE_DEFAULTS } }),
  'put /products/:id': () => ({ product: own }),
  'post /products': () => ({ products: [{ ...own, name: randomUUID().slice(0, 8) }] }),
  'delete /products/:id': () => ({}),
  'put /shop/places/:id/series': (h) => ({
    ...version('places')(h),
    series: { from: 0, temperature_c: [Math.round(Math.random() * 20)], humidity_pct: [50] },
  }),
  'post /cups': () => ({
    id: randomUUID(),
    name: 'Dusk',
    hex: '#445566',
    product: 'matt-paint',
    parts: [{ paint: null, name: 'Tester', litres: 0.1 }],
  }),
  'post /cups/:id/photo': () => ({}),
  'post /cups/pour': (h) => ({ from: h.ids['leftovers'], into: h.ids['paints'] }),
  'put /steps/:id/can': ({ ids, view }) => ({
    version: view.pieces.find((p) => p.id === ids['pieces'])!.stepVersions[ids['coats']!],
    paint: ids['paints'],
  }),
  'put /pieces/:id/trials': (h) => ({
    ...pieceVersion(h),
    trials: { tried: [{ id: randomUUID(), name: 'Dusk', hex: '#445566' }] },
  }),
  'post /pieces/:id/asks': (h) => ({ ...pieceVersion(h), id: randomUUID(), question: 'Which blue?', choices: ['a'] }),
  'post /pieces/:id/asks/answer': (h) => ({ ask: h.ids['asks'], choice: 'a' }),
  'post /pieces/:id/asks/revoke': (h) => ({ ask: h.ids['asks'] }),
  'get /pieces/:id/asks/file': () => ({}),
  'get /client/:id': () => ({}),
  'post /client/:id': () => ({ choice: 'a' }),
  'post /day-breaks': () => ({ what: { kind: 'lost', days: 1 } }),
  'post /steps/:id/lesson': ({ ids, view }) => ({
    version: view.pieces.find((p) => p.id === ids['pieces'])!.stepVersions[ids['coats']!],
    by: 'owner',
    verdict: 'with-care',
  }),
  'get /own-book': () => ({}),
  'post /own-book': () => ({ about: 'pace', isOwn: true }),
  'get /calendar': () => ({}),
  'post /calendar': () => ({}),
  'delete /calendar': () => ({}),
  'get /calendar/:id.ics': () => ({}),
  'get /notifications': () => ({}),
  'post /notifications': () => ({ ...DEVICE, p256dh: 'p'.repeat(87), auth: 'a'.repeat(22) }),
  'delete /notifications': () => ({ ...DEVICE }),
  'get /helpers': () => ({}),
  'get /copies': () => ({}),
  'delete /helpers/:id': () => ({}),
  'post /helpers': () => ({ signIn: `h-${randomUUID()}`, password: 'first-password', personId: 'owner' }),
  ...Object.fromEntries(
    Object.entries(ROWS).flatMap(([table, row]): [string, Example][] => [
      [`post /shop/${table}`, () => row],
      [
        `put /shop/${table}/:id`,
        (h) => ({ ...version(table)(h), ...row, name: `Renamed ${randomUUID().slice(0, 4)}` }),
      ],
      [`delete /shop/${table}/:id`, () => ({})],
    ]),
  ),
};

/** What `:id` is in an example: for rows that may be made under an id too. */
const ownedBy = (r: Route): string | null =>
  (/^\/steps\/:id\/(can|lesson)$/.test(r.path) ? 'coats' : r.path.startsWith('/cups/') ? 'cups' : r.owned) ??
  (r.path === '/view/since/:id' ? 'revision' : null) ??
  /^\/shop\/(\w+)\/:id$/.exec(r.path)?.[1] ??
  (r.path === '/products/:id' ? 'products' : null);
export const pathOf = (r: Route, ids: Readonly<Record<string, string>>) =>
  `/api${r.path.replace(':id', encodeURIComponent(ids[ownedBy(r) ?? ''] ?? ''))}`;

/** A shop in which each route has something to be about. */
export async function furnish(browser: Browser): Promise<Here> {
  const ids: Record<string, string> = { products: own.id };
  await browser.command('put', `/products/${own.id}`, { product: own });
  for (const [table, row] of Object.entries(ROWS)) await browser.command('post', `/shop/${table}`, row);
  await browser.command('post', '/shop/paints', { ...ROWS['paints'], name: 'Leftover' });
  // Whatever the examples before made late: it is furnished again in any case.
  ids['pieces'] = await browser.addChest(undefined, { consent: true });
  const photo = randomUUID();
  await browser.agent
    .post(`/api/pieces/${ids['pieces']}/photos`)
    .field({ commandId: photo, side: 'front' })
    .attach('photo', picture, 'front.png')
    .expect(201);
  ids['photos'] = photo;
  const ask = randomUUID();
  await browser.command('post', `/pieces/${ids['pieces']}/asks`, {
    id: ask,
    version: 0,
    question: 'Which?',
    choices: ['a'],
  });
  ids['asks'] = ask;
  const cup = randomUUID();
  const parts = [{ paint: null, name: 'Grey', litres: 0.1 }];
  const mixed = { id: cup, name: 'Stirred', hex: '#808080', product: 'matt-paint', parts };
  await browser.command('post', '/cups', mixed);
  const view = await browser.view();
  ids['steps'] = view.pieces.find((p) => p.id === ids['pieces'])!.steps[0]!.id;
  ids['changes'] = view.changes[0]!.id;
  ids['revision'] = String(view.revision);
  const last = (list: readonly { readonly id: string; readonly name: string }[], name: string) =>
    list.find((x) => x.name === name)!.id;
  ids['coats'] = view.pieces.find((p) => p.id === ids['pieces'])!.steps.find((s) => s.coat === 'paint')!.id;
  ids['leftovers'] = last(view.shop.paints, 'Leftover');
  ids['cups'] = cup;
  for (const table of ['people', 'stations', 'tools', 'places', 'paints', 'mixes', 'recipes'] as const)
    ids[table] = last(
      view.shop[table] as readonly { id: string; name: string }[],
      (ROWS[table] as { name: string }).name,
    );
  return { ids, view };
}

export function call(
  browser: supertest.Agent | ReturnType<typeof supertest>,
  r: Route,
  ids: Here['ids'],
  body: object,
) {
  const request = browser[r.method](pathOf(r, ids));
  if (!r.takesPhoto) return r.method === 'get' ? request : request.send(body);
  for (const [k, v] of Object.entries(body))
    void request.field(k, typeof v === 'object' ? JSON.stringify(v) : String(v));
  return r.path.endsWith('/clip')
    ? request.attach('photo', sound(1), 'clip.wav')
    : request.attach('photo', picture, 'front.png');
}
export const bodyFor = (r: Route, h: Here): object =>
  r.body === null ? {} : { commandId: randomUUID(), ...EXAMPLES[keyOf(r)]!(h) };
