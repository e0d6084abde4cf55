import { randomUUID } from 'node:crypto';
import { expect, type Page, test } from '@playwright/test';
import { Mokume, startOwn } from './support/mokume.ts';

// The demo's own pieces, every kind of trouble among them, entered into a shop that measures in inches and quarts.
const NOW = '2026-03-10T15:12:00Z';
type DemoPiece = Readonly<Record<string, unknown>> & { readonly id: string; readonly client: string | null };

/** A figure in a metric unit, or the name of one. */
const METRIC =
  /(?<![\w#])(?:\d+(?:[.,]\d+)?(?:[–-]\d+(?:[.,]\d+)?)?\s?(?:mm|cm|m²|m2|mL|ml|L|°C|kg|g|km|m)(?![\w/])|\d\s?m²\/L|\b(?:mm|cm)\b|(?:litres?|liters?|millilitres?|metres?|centimetres?|millimetres?|celsius)\b)/giu;

/** All of the demo's pieces, each with all its pages, are looked through in the long run. */

async function textOf(page: Page): Promise<string> {
  return page.evaluate(() => {
    for (const d of document.querySelectorAll('details')) d.open = true;
    const spoken = [...document.querySelectorAll('[aria-label], [title], [placeholder]')].flatMap((e) =>
      ['aria-label', 'title', 'placeholder'].map((a) => e.getAttribute(a) ?? ''),
    );
    return `${document.body.innerText}\n${spoken.join('\n')}\n${[...document.querySelectorAll('option, svg text')].map((e) => e.textContent).join('\n')}`;
  });
}

test('a shop in inches and quarts meets no metric word on any view', { tag: '@long' }, async ({ page }) => {
  const mokume = await Mokume.create();
  await mokume.start(NOW);
  // What the demo has, read before signing in as somebody else.
  await page.request.post(`${mokume.address}/api/session/demo`, { data: {} });
  const demo = (await (await page.request.get(`${mokume.address}/api/view`)).json()) as {
    pieces: readonly DemoPiece[];
    shop: { readonly paints: readonly { readonly id: string }[] };
  };
  await page.request.delete(`${mokume.address}/api/session`);
  await startOwn(page, mokume.address, { name: 'Back garage', zone: 'America/Denver', units: 'us' });
  const ids: string[] = [];
  for (const p of demo.pieces) {
    const id = randomUUID();
    const { template, dimensions, survey, brief, zoneChoice, kind, client, name, arrival, due, edits } =
      p as never as Record<string, unknown>;
    const answer = await page.request.post(`${mokume.address}/api/pieces`, {
      data: {
        commandId: randomUUID(),
        id,
        template,
        dimensions,
        survey,
        brief,
        zoneChoice,
        kind,
        client,
        name,
        arrival,
        due,
        edits,
        promised: false,
      },
    });
    expect(answer.status()).toBe(201);
    ids.push(id);
  }
  for (const { id: _id, ...paint } of demo.shop.paints)
    await page.request.post(`${mokume.address}/api/shop/paints`, { data: { commandId: randomUUID(), ...paint } });

  const found: string[] = [];
  // How to go back to metric is offered in its own words, and nowhere else.
  const OFFERED = 'Metric: cm, litres, °C';
  const look = async (where: string) => {
    await page.waitForTimeout(200);
    const text = (await textOf(page)).replaceAll(OFFERED, '');
    for (const m of text.matchAll(METRIC))
      found.push(
        `${where}: …${text.slice(Math.max(0, m.index - 40), m.index + m[0].length + 20).replace(/\s+/g, ' ')}…`,
      );
  };
  const paths = ['/today', '/plan', '/pieces', '/shelf', '/house', '/find', '/sums', '/shop', '/history', '/evening'];
  for (const path of paths) {
    await page.goto(mokume.address + path);
    await look(path);
  }
  for (const id of ids)
    for (const part of ['', '/edit', '/route', '/arrival']) {
      await page.goto(`${mokume.address}/pieces/${id}${part}`);
      await look(`piece${part}`);
    }
  await page.goto(`${mokume.address}/pieces/new`);
  await page.getByRole('button', { name: 'Chest of drawers' }).click();
  await look('/pieces/new');
  await page.goto(`${mokume.address}/shop`);
  for (const part of [/^Air of/, /^Bench/, /^Rona/, /^Name, units/]) {
    await page.getByRole('button', { name: part }).first().click();
    await look(`/shop ${String(part)}`);
  }
  await page.goto(`${mokume.address}/shelf`);
  await page.getByRole('button', { name: 'Add a paint' }).click();
  await look('/shelf, a new paint');
  await page.getByRole('button', { name: 'Add a product' }).click();
  await look('/shelf, a new product');
  expect([...new Set(found)]).toEqual([]);
  // Defaults are round numbers of inches.
  await page.goto(`${mokume.address}/pieces/new`);
  await expect(page.getByLabel('Width, in')).toHaveValue(/^\d+$/);
  await mokume.stop();
});
