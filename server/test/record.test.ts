import type { FoundRecord } from '@app/contract';
import { colourDifference } from '@app/core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { Browser, MONDAY_9, openShop, type TestShop } from './shop.ts';

let shop: TestShop;
let rona: Browser;
beforeAll(async () => {
  shop = await openShop();
  shop.clock.at = MONDAY_9;
  rona = await Browser.owner(shop);
  await rona.addChest(undefined, { name: 'Slate chest' });
  await rona.addChest(undefined, { name: 'Rust chest', client: 'Quill', brief: await briefIn('#8f4517') });
  for (const name of ['Slate chest', 'Rust chest']) await layAll(name);
  const slate = (await rona.view()).pieces.find((p) => p.name === 'Slate chest')!;
  await rona.command('delete', `/pieces/${slate.id}`, { version: slate.version });
});
afterAll(() => shop.close());

async function briefIn(hex: string): Promise<object> {
  const [first] = (await rona.view()).pieces;
  return {
    ...first!.brief,
    body: { name: 'Rust', hex },
    looks: [{ kind: 'distressed', zones: ['body'], level: 'light' }],
  };
}
async function layAll(name: string): Promise<void> {
  const piece = async () => (await rona.view()).pieces.find((p) => p.name === name)!;
  for (const step of (await piece()).steps.filter((s) => s.hands > 0).slice(0, 8)) {
    const at = (await rona.view()).plan.steps[step.id]!.end;
    shop.clock.at = Math.max(shop.clock.at, at);
    const version = (await piece()).stepVersions[step.id];
    const outcome = step.outcomes[0]?.id;
    await rona.command('post', `/steps/${encodeURIComponent(step.id)}/done`, { version, by: 'owner', outcome });
  }
}
const found = async (query: Record<string, string>): Promise<FoundRecord> =>
  (await rona.agent.get(`/api/record?${new URLSearchParams(query).toString()}`).expect(200)).body as FoundRecord;
const names = async (query: Record<string, string>) => (await found(query)).pieces.map((p) => p.name);

test('a colour near the one that was laid finds its piece, also when it has left, with its coats counted', async () => {
  const { pieces } = await found({ hex: '#41607a' });
  expect(pieces).toMatchObject([{ name: 'Slate chest' }]);
  expect(pieces[0]!.leftAt).not.toBeNull();
  const laid = pieces[0]!.coats.find((c) => c.colour === '#3f5c74')!;
  expect(laid.coats).toBeGreaterThanOrEqual(1);
  expect(laid.litres).toBeGreaterThan(0);
  expect(await names({ hex: '#11dd22' })).toEqual([]);
});
test('near is what somebody would still call that colour: up to a difference of ten, and no further', async () => {
  const shades = ['#3f5c74', '#45637c', '#4d6c86', '#56768f', '#5f8099', '#688aa4', '#7295af'];
  const far = shades.map((hex) => colourDifference(hex, '#3f5c74'));
  expect([far.some((d) => d > 0 && d <= 10), far.some((d) => d > 10)]).toEqual([true, true]);
  for (const [i, hex] of shades.entries())
    expect((await names({ hex })).includes('Slate chest'), `${hex} ${far[i]}`).toBe(far[i]! <= 10);
});
test('a word finds by name, client and what was done; products and people narrow it down', async () => {
  expect(await names({ word: 'quill' })).toEqual(['Rust chest']);
  expect((await names({ word: 'wash' })).sort()).toEqual(['Rust chest', 'Slate chest']);
  expect((await names({ product: 'matt-paint' })).sort()).toEqual(['Rust chest', 'Slate chest']);
  expect(await names({ product: 'hemp-oil' })).toEqual([]);
  expect(await names({ look: 'distressed' })).toEqual(['Rust chest']);
  expect(await names({ look: 'stencil' })).toEqual([]);
  expect(await names({ person: 'nobody' })).toEqual([]);
  expect(await names({ person: 'owner', word: 'rust' })).toEqual(['Rust chest']);
});
test('nobody finds what is of another workshop', async () => {
  const other = await Browser.owner(shop, 'other');
  expect((await other.agent.get('/api/record?word=chest').expect(200)).body).toEqual({ pieces: [], isAll: true });
});
