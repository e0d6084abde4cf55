import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { brotliCompressSync } from 'node:zlib';
import type { Express } from 'express';
import supertest from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { appOf, Browser, openShop, type TestShop } from './shop.ts';

let shop: TestShop;
let app: Express;
let root: string;
const SCRIPT = 'export const coats = 2;\n'.repeat(200);
beforeAll(async () => {
  shop = await openShop();
  root = mkdtempSync(`${tmpdir()}/page-`);
  writeFileSync(`${root}/index.html`, '<!doctype html><title>Mokume</title>');
  mkdirSync(`${root}/assets`);
  writeFileSync(`${root}/assets/a.js`, SCRIPT);
  writeFileSync(`${root}/assets/a.js.br`, brotliCompressSync(SCRIPT));
  app = appOf(shop, { webRoot: root });
});
afterAll(async () => {
  rmSync(root, { recursive: true });
  await shop.close();
});

/** What the browser is told to fetch while it reads the page. */
async function aheadOf(browser: Browser): Promise<string | undefined> {
  const page = await browser.agent.get('/plan').expect(200);
  expect(page.text).toContain('Mokume');
  return (page.headers as Record<string, string>)['link'];
}

test('the workshop is fetched with the page for those who may read it, and for nobody else', async () => {
  const owner = await Browser.owner({ ...shop, app });
  expect(await aheadOf(owner)).toBe('</api/view>; rel=preload; as=fetch; crossorigin');
  expect(await aheadOf(new Browser(app))).toBeUndefined();
  // A refusal that was fetched ahead would be taken for the answer after the sign-in.
  await owner.agent.delete('/api/session').expect(200);
  expect(await aheadOf(owner)).toBeUndefined();
});
test('whoever must choose a password first is told nothing of the workshop ahead', async () => {
  const owner = await Browser.owner({ ...shop, app }, 'ada');
  const { people } = (await owner.view()).shop;
  await owner.command('post', '/helpers', { signIn: 'mo', password: 'first-password', personId: people[0]!.id });
  const helper = new Browser(app);
  await helper.agent.post('/api/session').send({ name: 'mo', password: 'first-password' }).expect(200);
  expect(await aheadOf(helper)).toBeUndefined();
});
test.each([
  ['br, gzip', 'br'],
  ['gzip', 'gzip'],
  ['identity', undefined],
])(
  'a script is sent to who takes %s packed as %s, for ever; one that is not there is no page',
  async (takes, packed) => {
    const script = await supertest(app).get('/assets/a.js').set('accept-encoding', takes).expect(200);
    const headers = script.headers as Record<string, string>;
    expect(headers['content-encoding']).toBe(packed);
    expect(headers['content-type']).toMatch(/javascript/);
    expect(headers['cache-control']).toMatch(/immutable/);
    await supertest(app).get('/assets/b.js').set('accept-encoding', takes).expect(404);
  },
);
test('the page comes also while the database is away', async () => {
  const owner = await Browser.owner({ ...shop, app }, 'ida');
  await shop.deps.sequelize.close();
  expect(await aheadOf(owner)).toBeUndefined();
});
