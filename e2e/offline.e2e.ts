import { expect, type Page, test } from '@playwright/test';
import { enterDemo, Mokume } from './support/mokume.ts';

// The app is kept by its service worker only where that is looked at; elsewhere it would fetch all of it for every test.
test.use({ serviceWorkers: 'allow' });

let mokume: Mokume;
const NOW = '2026-03-10T11:12:00Z';
test.beforeEach(async () => {
  mokume = await Mokume.create();
  await mokume.start(NOW);
});
test.afterEach(() => mokume.stop());

const portOf = () => ({ MOKUME_PORT: new URL(mokume.address).port });
const away = (page: Page) => page.getByText(/Mokume cannot be reached just now\. You see the shop as it was/);
const sign = (page: Page) => page.getByRole('banner').getByRole('button', { name: /not yet sent|to decide/ });

/** Into the demo, and until the browser has kept all of the app. */
async function keptDemo(page: Page, path: string): Promise<void> {
  await enterDemo(page, mokume.address, path);
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  // What the page shows is kept two seconds after it last changed.
  await page.waitForTimeout(2100);
}

const changesOf = async (page: Page): Promise<string[]> => {
  const view = (await (await page.request.get(`${mokume.address}/api/view`)).json()) as {
    changes: { summary: string }[];
  };
  return view.changes.map((c) => c.summary);
};

test('taps made while the server is away are shown as not yet sent, can be taken back, outlive a reload, and are sent once', async ({
  page,
}) => {
  await keptDemo(page, '/today');
  const card = page.getByRole('region', { name: 'Ines' });
  const title = await card.locator('p.text-step').first().innerText();
  const port = portOf();
  await mokume.stop();
  await expect(away(page)).toBeVisible();
  await card.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(sign(page)).toHaveText('1 not yet sent');
  await expect(page.getByRole('main').getByTestId('not-sent')).toContainText(title);
  // The next step is in hand already.
  await expect(card.locator('p.text-step').first()).not.toHaveText(title);

  await page.reload();
  await expect(away(page)).toBeVisible();
  await expect(sign(page)).toHaveText('1 not yet sent');
  await expect(page.getByRole('main').getByTestId('not-sent')).toContainText(title);

  // Taken back it never happened; tapped once more it waits again.
  await sign(page).click();
  await page
    .getByRole('region', { name: 'Not yet sent' })
    .first()
    .getByRole('button', { name: 'Take it back' })
    .click();
  await expect(sign(page)).toHaveCount(0);
  await expect(card.locator('p.text-step').first()).toHaveText(title);
  await card.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(sign(page)).toHaveText('1 not yet sent');

  await mokume.start(NOW, port);
  await expect(sign(page)).toHaveCount(0);
  await expect(away(page)).toHaveCount(0);
  const sent = (await changesOf(page)).filter((s) => s.startsWith(`“${title}” done`));
  expect(sent).toHaveLength(1);
  await page.reload();
  await expect(page.getByTestId('not-sent')).toHaveCount(0);
  expect((await changesOf(page)).filter((s) => s.startsWith(`“${title}” done`))).toHaveLength(1);
});

test(
  'what somebody else noted meanwhile is said in a sentence, and the painter decides',
  { tag: '@long' },
  async ({ page, browser }) => {
    await keptDemo(page, '/today');
    const card = page.getByRole('region', { name: 'Ines' });
    const title = await card.locator('p.text-step').first().innerText();
    // This phone loses its network; the server does not.
    await page.context().setOffline(true);
    await card.getByRole('button', { name: 'Done', exact: true }).click();
    await expect(sign(page)).toHaveText('1 not yet sent');
    const other = await browser.newContext({ serviceWorkers: 'block' });
    const desk = await other.newPage();
    await enterDemo(desk, mokume.address, '/today');
    await desk.getByRole('region', { name: 'Ines' }).getByRole('button', { name: 'Done', exact: true }).click();
    await expect(desk.getByRole('region', { name: 'Last tap' })).toContainText(`“${title}” done on Rush chairs ×6.`);
    await page.context().setOffline(false);
    await expect(sign(page)).toHaveText('1 to decide');
    const told = page.getByRole('main').getByTestId('refused-tap');
    await expect(told).toContainText(/was not taken: meanwhile it was noted as done by .+ at 11:12/);
    await told.getByRole('button', { name: /^It was/ }).click();
    await expect(sign(page)).toHaveCount(0);
    expect((await changesOf(page))[0]).toContain('Corrected: ');
    await other.close();
  },
);

test(
  'every tab opens while the server is away, also one that was never looked at',
  { tag: '@long' },
  async ({ page }) => {
    await keptDemo(page, '/plan');
    await mokume.stop();
    await expect(away(page)).toBeVisible();
    const main = page.getByRole('navigation', { name: 'Main' });
    for (const [tab, sight] of [
      ['Shelf', 'On the shelf'],
      ['Pieces', '12 pieces'],
      ['Today', '11:12'],
    ] as const) {
      await main.getByRole('link', { name: tab }).click();
      await expect(page.getByText(sight).first()).toBeVisible();
    }
    for (const path of ['/shop', '/house', '/sums', '/pieces/new', '/find']) {
      await page.goto(mokume.address + path);
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
      await expect(away(page)).toBeVisible();
    }
  },
);

test(
  'a form that cannot be sent keeps what was entered and says so beside its button',
  { tag: '@long' },
  async ({ page }) => {
    await keptDemo(page, '/pieces/new');
    await page.getByRole('button', { name: 'Chest of drawers' }).click();
    const port = portOf();
    await mokume.stop();
    await expect(away(page)).toBeVisible();
    await page.getByRole('button', { name: 'Put it in the plan' }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'cannot be reached' })).toBeVisible();
    await page.reload();
    await expect(page.getByText(/You began this today/)).toBeVisible();
    await mokume.start(NOW, port);
    await expect(away(page)).toHaveCount(0);
    await page.getByRole('button', { name: 'Put it in the plan' }).click();
    await expect(page.getByTestId('lane-Chest of drawers')).toBeVisible();
  },
);

test(
  'a draft of a new piece outlives a reload, Back and another tab; it can be let go',
  { tag: '@long' },
  async ({ page }) => {
    await keptDemo(page, '/plan');
    await page.getByRole('banner').getByRole('link', { name: 'New piece' }).click();
    await page.getByRole('button', { name: 'Chest of drawers' }).click();
    const name = page.getByLabel('Name of the piece');
    await name.fill('Window bench');
    await page.reload();
    await expect(name).toHaveValue('Window bench');
    await page.goBack();
    await expect(page.getByTestId('grain')).toBeVisible();
    await page.goForward();
    await expect(name).toHaveValue('Window bench');
    await page.getByRole('navigation', { name: 'Main' }).getByRole('link', { name: 'Shelf' }).click();
    await page.getByRole('banner').getByRole('link', { name: 'New piece' }).click();
    await expect(name).toHaveValue('Window bench');
    await page.getByRole('button', { name: 'Start afresh' }).click();
    await expect(page.getByLabel('Name of the piece')).toHaveCount(0);

    // Notes of an arrival and changes of a route as well.
    await page.goto(`${mokume.address}/pieces/bookcase/arrival`);
    const notes = page.getByLabel('Anything else agreed');
    await notes.fill('A scratch on the plinth');
    await page.reload();
    await expect(notes).toHaveValue('A scratch on the plinth');
    await page.goto(`${mokume.address}/pieces/bookcase/route`);
    await page
      .getByTestId('row-assemble')
      .getByRole('button', { name: /^\d+ ?Put together/ })
      .click();
    await page.getByLabel('Leave it out, because').fill('put together by the client');
    await page.getByRole('button', { name: 'Leave it out' }).click();
    await expect(page.getByRole('button', { name: 'Save and plan again' })).toBeEnabled();
    await page.reload();
    await expect(page.getByText(/You began this today/)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Save and plan again' })).toBeEnabled();
  },
);

test('a part that cannot be fetched says so in its place, with the ways on', { tag: '@long' }, async ({ browser }) => {
  const context = await browser.newContext({ serviceWorkers: 'block' });
  const page = await context.newPage();
  await enterDemo(page, mokume.address, '/plan');
  await page.route(/ShelfScreen/, (route) => route.abort());
  const main = page.getByRole('navigation', { name: 'Main' });
  await main.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByRole('heading', { name: 'This part of Mokume could not be fetched' })).toBeVisible();
  // The frame stays, so every other tab is one tap away.
  await main.getByRole('link', { name: 'Plan' }).click();
  await expect(page.getByTestId('grain')).toBeVisible();
  await page.unroute(/ShelfScreen/);
  await context.close();
});
