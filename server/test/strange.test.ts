import { randomUUID } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import { type AddressInfo, connect } from 'node:net';
import { ORDINARY_WEEK } from '@app/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ROUTES } from '../src/routes/table.ts';
import type { Route } from '../src/routes/route.ts';
import { bodyFor, furnish, type Here, keyOf, pathOf, picture } from './examples.ts';
import { Browser, chest, openShop, type TestShop } from './shop.ts';

let shop: TestShop;
let rona: Browser;
let here: Here;
let server: Server;
beforeAll(async () => {
  shop = await openShop();
  rona = await Browser.owner(shop);
  here = await furnish(rona);
  server = createServer(shop.app).listen(0, '127.0.0.1');
});
afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await shop.close();
});
const codeOf = (answer: { body: unknown }) => (answer.body as { code?: string }).code;
const post = (path: string, body: string, type = 'application/json') =>
  rona.agent.post(`/api${path}`).set('content-type', type).send(body);

/** The same numbers each run: multiply with carry, enough to mix requests. */
function numbers(seed: number): (below: number) => number {
  let [a, b] = [seed, 987_654_321];
  return (below) => {
    a = (36_969 * (a & 65_535) + (a >>> 16)) >>> 0;
    b = (18_000 * (b & 65_535) + (b >>> 16)) >>> 0;
    return (((a << 16) + b) >>> 0) % below;
  };
}
/** What no form sends, in any field. */
const STRANGE: readonly unknown[] = [
  null,
  '',
  'x'.repeat(5000),
  '\u0000',
  'half \ud800 a pair',
  '__proto__',
  'constructor',
  'toString',
  '../../etc',
  "'; drop table plans; --",
  -1,
  0.5,
  1e308,
  Number.MAX_SAFE_INTEGER,
  2 ** 31,
  true,
  [],
  [[[[[[]]]]]],
  ['constructor'],
  {},
  { length: 3 },
  { toString: 'no' },
  { valueOf: null, a: 1 },
  Array.from({ length: 400 }, () => 'x'),
  { weekly: 'no', exceptions: {}, blocks: 3 },
];
/** A body with something strange at a random place of it. */
function spoilt(body: unknown, pick: (below: number) => number): unknown {
  const isInside = typeof body === 'object' && body !== null && Object.keys(body).length > 0 && pick(4) > 0;
  if (!isInside) return STRANGE[pick(STRANGE.length)];
  const copy = (Array.isArray(body) ? [...(body as unknown[])] : { ...body }) as Record<string, unknown>;
  const keys = Object.keys(copy);
  const key = pick(12) === 0 ? ['constructor', 'hasOwnProperty', '', 'sparkle'][pick(4)]! : keys[pick(keys.length)]!;
  if (pick(9) === 0) delete copy[key];
  else copy[key] = spoilt(copy[key], pick);
  return copy;
}

const asked = ROUTES.filter((r) => r.answer !== 'events' && !r.path.startsWith('/session'));
const COUNT = process.env['MOKUME_LONG'] ? 5000 : 150;

describe('requests no form sends', () => {
  test(`${COUNT} of them are each refused in words or taken as harmless; none is a fault of the server`, async () => {
    const pick = numbers(20_261_127);
    const seen = new Map<number, number>();
    for (let k = 0; k < COUNT; k++) {
      const r: Route = asked[pick(asked.length)]!;
      // What ends or moves the whole shop would leave nothing to ask about.
      const body = JSON.stringify(
        spoilt({ ...bodyFor(r, here), ...(r.method === 'delete' ? { commandId: 'x' } : {}) }, pick),
      );
      const id = pick(5) === 0 ? ['%00', '%E0%A4%A', 'constructor', '..%2f..', 'x'.repeat(900)][pick(5)]! : null;
      const path = id === null ? pathOf(r, here.ids) : `/api${r.path.replace(':id', id)}`;
      const answer = r.takesPhoto
        ? await rona.agent
            .post(path)
            .field('side', String(STRANGE[pick(8)]))
            .attach('photo', picture, 'x.png')
        : await rona.agent[r.method](path)
            .set('content-type', 'application/json')
            .send(r.method === 'get' ? undefined : body);
      // A picture is answered as one.
      const said = (answer.text as string | undefined) ?? '';
      seen.set(answer.status, (seen.get(answer.status) ?? 0) + 1);
      expect(answer.status, `${keyOf(r)} ${path} ${body.slice(0, 300)} → ${said.slice(0, 300)}`).toBeLessThan(500);
      if (answer.status >= 400) {
        // A client with a link has no app: the page itself says what is wrong.
        const words = /html/.test(answer.type) ? said : (answer.body as { title?: string }).title;
        expect(words?.length, `${keyOf(r)} ${said}`).toBeGreaterThan(10);
        expect(said).not.toMatch(/node_modules|at .+:\d+:\d+|password_hash|select /i);
      }
    }
    // Had all been refused for one thing (signed out, a limit) nothing would have been tried.
    expect(seen.get(400) ?? 0).toBeGreaterThan(COUNT / 5);
    expect(seen.get(401) ?? 0).toBe(0);
    expect(seen.get(429) ?? 0).toBeLessThan(COUNT / 10);
    await rona.view();
  }, 900_000);

  test.each([
    ['/shop/mixes', '{"__proto__": {"a": 1}, "name": "x"}', 400, 'BAD_TEXT'],
    ['/shop/mixes', '{"constructor": {"a": 1}}', 400, 'BAD_TEXT'],
    ['/shop/mixes', `${'{"a":'.repeat(40)}1${'}'.repeat(40)}`, 400, 'BAD_TEXT'],
    [
      '/shop/mixes',
      '{"name": "half \\ud800 a pair", "hex": "#112233", "parts": [{"name": "B", "parts": 1}]}',
      400,
      null,
    ],
    ['/shop/mixes', '{"name": ', 400, 'BAD_JSON'],
    ['/shop/mixes', '[1, 2', 400, 'BAD_JSON'],
    ['/shop/mixes', '"text"', 400, 'BAD_JSON'],
    ['/pieces/%E0%A4%A', '{}', 400, 'BAD_REQUEST'],
    ['/changes/%00/undo', '{}', 400, 'BAD_TEXT'],
    ['/changes/%E0%A4%A/undo', '{}', 400, 'BAD_REQUEST'],
  ])('%s with %s', async (path, body, status, code) => {
    const answer = await post(path, body);
    expect(answer.status, answer.text).toBe(status);
    if (code) expect(codeOf(answer)).toBe(code);
  });

  test('a piece without its measurements is told so at their field', async () => {
    const { dimensions: _none, ...rest } = chest();
    const answer = await rona.agent.post('/api/pieces').send({ commandId: randomUUID(), id: randomUUID(), ...rest });
    expect([answer.status, (answer.body as { fields: object }).fields]).toEqual([
      400,
      { dimensions: 'Enter the measurements.' },
    ]);
  });

  test('a body in letters that are none, or packed wrong, is refused', async () => {
    expect((await post('/shop/mixes', '{}', 'application/json; charset=klingon')).status).toBe(400);
    const packed = await rona.agent
      .post('/api/shop/mixes')
      .set('content-type', 'application/json')
      .set('content-encoding', 'gzip')
      .send('no gzip');
    expect(packed.status).toBe(400);
  });

  test('a photo in parts that are broken, too many or named as another is refused', async () => {
    const path = `/api/pieces/${here.ids['pieces']}/photos`;
    const body = { commandId: randomUUID(), side: 'front' };
    const parts = (text: string) =>
      rona.agent.post(path).set('content-type', 'multipart/form-data; boundary=b').send(text);
    const broken = [
      '--b\r\nno header',
      '--b--',
      '',
      '--b\r\nContent-Disposition: form-data; name="photo"; filename="x"\r\n\r\nabc',
    ];
    for (const text of broken) expect((await parts(text)).status, text).toBe(400);
    expect((await rona.agent.post(path).set('content-type', 'multipart/form-data').send('x')).status).toBe(400);
    const two = await rona.agent
      .post(path)
      .field(body)
      .attach('photo', picture, 'a.png')
      .attach('photo', picture, 'b.png');
    expect(two.status).toBe(400);
    const many = rona.agent.post(path);
    for (let k = 0; k < 9; k++) void many.field(`f${k}`, 'x');
    expect((await many.attach('photo', picture, 'a.png')).status).toBe(400);
    const other = await rona.agent.post(path).field(body).attach('picture', picture, 'a.png');
    expect(other.status).toBe(400);
  });
});

describe('what is too much', () => {
  test('a list that is too long is refused before its items are looked at', async () => {
    const shift = { from: 600, until: 660 };
    const weekly = [Array.from({ length: 60_000 / 4 }, () => shift), ...ORDINARY_WEEK.slice(1)];
    const hours = { weekly, exceptions: [], blocks: [] };
    const body = { commandId: randomUUID(), name: 'Bo', hours, skills: { prep: 1 } };
    const started = process.cpuUsage();
    const answer = await rona.agent.post('/api/shop/people').send(body);
    const cpu_ms = process.cpuUsage(started).user / 1000;
    expect(answer.status).toBe(400);
    expect((answer.body as { fields: object }).fields).toEqual({ 'hours.weekly[0]': 'At most 6 are kept here.' });
    // Not a timing of how fast it is, but that it is not looked at item by item: that took twelve seconds.
    expect(cpu_ms).toBeLessThan(3000);
  });
  test('more values than any form sends are refused before any is', async () => {
    const answer = await rona.agent.post('/api/shop/mixes').send({ parts: Array.from({ length: 70_000 }, () => 1) });
    expect([answer.status, codeOf(answer)]).toEqual([400, 'BAD_TEXT']);
  });
  test('a year of hourly air is not too much', async () => {
    const every = (value: number) => Array.from({ length: 366 * 24 }, () => value);
    const series = { from: 0, temperature_c: every(15), humidity_pct: every(50) };
    const view = await rona.view();
    const place = view.shop.places[0]!.id;
    await rona.command('put', `/shop/places/${place}/series`, { version: view.versions[`places/${place}`], series });
  });
  test('a request that stops in its middle holds up nobody', async () => {
    const { port } = server.address() as AddressInfo;
    const socket = connect(port, '127.0.0.1');
    socket.write(
      'POST /api/session HTTP/1.1\r\nhost: localhost\r\ncontent-type: application/json\r\ncontent-length: 500\r\n\r\n{"name":',
    );
    await rona.view();
    socket.destroy();
    await rona.view();
  });
});

test('an asset or a picture that is not there is answered with 404, not with the page', async () => {
  expect((await rona.agent.get('/api/photos/none')).status).toBe(404);
  expect((await rona.agent.get('/api/nothing')).status).toBe(404);
});
