import { randomUUID } from 'node:crypto';
import { expect, type Page, test } from '@playwright/test';
import { enterDemo, Mokume } from './support/mokume.ts';

let mokume: Mokume;
const NOW = '2026-03-10T11:12:00Z';
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  mokume = await Mokume.create();
  await mokume.start(NOW);
});
test.afterAll(() => mokume.stop());
const demo = (page: Page, path = '/plan') => enterDemo(page, mokume.address, path);

test(
  'a piece that was fetched leaves the plan, stands among those that left, and comes back by undo',
  { tag: '@long' },
  async ({ page }) => {
    await demo(page, '/pieces');
    await page.getByRole('link', { name: /^Settle/ }).click();
    await page.getByRole('button', { name: /Out of the shop|it has left/ }).click();
    await expect(page.getByRole('heading', { name: '11 pieces' })).toBeVisible();
    await page.getByText('Pieces that left the shop').click();
    await expect(page.getByRole('heading', { name: 'March 2026' })).toBeVisible();
    await page.getByRole('link', { name: /^Settle/ }).click();
    await expect(page.getByText(/^Left the shop today/)).toBeVisible();
    await expect(page.getByRole('link', { name: 'Change', exact: true })).toHaveCount(0);
    await page
      .getByRole('main')
      .getByRole('listitem')
      .filter({ hasText: 'Took Settle out of the shop' })
      .getByRole('button', { name: 'Undo' })
      .click();
    await expect(page.getByRole('button', { name: /Out of the shop|it has left/ })).toBeVisible();
    await page.goto(`${mokume.address}/plan`);
    await expect(page.getByTestId('lane-Settle')).toBeVisible();
  },
);

test(
  'a page that is open says when Mokume is away, waits, and shows by itself what was changed meanwhile',
  { tag: '@long' },
  async ({ page, browser }) => {
    await demo(page, '/shelf');
    // The screen itself is there, not only its frame.
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    const away = page.getByText(/Mokume cannot be reached just now\. You see the shop as it was/);
    await expect(away).toHaveCount(0);
    const { port } = new URL(mokume.address);
    await mokume.stop();
    await expect(away).toBeVisible();
    await mokume.start(NOW, { MOKUME_PORT: port });
    const other = await browser.newContext();
    await other.request.post(`${mokume.address}/api/session/demo`, { data: {} });
    const mix = { commandId: randomUUID(), name: 'Wet slate', hex: '#3f5c74', parts: [{ name: 'Blue', parts: 1 }] };
    expect((await other.request.post(`${mokume.address}/api/shop/mixes`, { data: mix })).status()).toBe(200);
    await expect(away).toHaveCount(0);
    await expect(page.getByText('Wet slate').first()).toBeVisible();
    await other.close();
  },
);

test(
  'a helper’s sign-in is given and taken away; what they have open ends at once',
  { tag: '@long' },
  async ({ page, browser }) => {
    await demo(page, '/shop');
    await page.getByRole('button', { name: /^Teo/ }).click();
    const teo = page.getByRole('region', { name: 'Teo' });
    await teo.getByRole('button', { name: 'Give a sign-in…' }).click();
    await teo.getByLabel('Sign-in name').fill('teo');
    await teo.getByLabel('First password (10 or more)').fill('first-password');
    await teo.getByRole('button', { name: 'Make sign-in' }).click();
    await expect(teo.getByText('Signs in as teo')).toBeVisible();

    const context = await browser.newContext();
    const phone = await context.newPage();
    await phone.goto(mokume.address);
    await phone.getByRole('button', { name: 'I have a sign-in' }).click();
    await phone.getByLabel('Sign-in name').fill('teo');
    await phone.getByLabel('Password').fill('first-password');
    await phone.getByRole('button', { name: 'Sign in', exact: true }).click();
    await phone.getByLabel('The password you came in with').fill('first-password');
    await phone.getByLabel('New password').fill('my-own-password');
    await phone.getByRole('button', { name: 'Keep this password' }).click();
    await expect(phone.getByTestId('lane-Settle')).toBeVisible();

    await teo.getByRole('button', { name: 'Take the sign-in away…' }).click();
    await teo.getByRole('button', { name: 'Take it away' }).click();
    await expect(teo.getByRole('button', { name: 'Give a sign-in…' })).toBeVisible();
    await expect(phone.getByRole('button', { name: /Look round the demo/ })).toBeVisible();
    await context.close();
  },
);

test('the shop says when the last copy of everything was made', { tag: '@long' }, async ({ page }) => {
  await demo(page, '/shop');
  await expect(page.getByRole('heading', { name: 'Copies of everything' })).toBeVisible();
  await expect(page.getByText(/No copy yet|Last copy/)).toBeVisible();
});
