import { expect, test } from '@playwright/test';
import { enterDemo, Mokume } from './support/mokume.ts';

let mokume: Mokume;
test.beforeAll(async () => {
  mokume = await Mokume.create();
  await mokume.start('2026-03-10T11:12:00Z');
});
test.afterAll(() => mokume.stop());

test('on a phone Today, a piece and its log fit the width', { tag: '@long' }, async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await enterDemo(page, mokume.address, '/today');
  for (const path of ['/today', '/pieces', '/pieces/rush-chairs', '/find', '/pieces/settle/arrival']) {
    await page.goto(mokume.address + path);
    await page.getByRole('heading', { level: 1 }).waitFor();
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect(overflow, path).toBeLessThanOrEqual(0);
  }
  await context.close();
});

test('at the bench: paint, mixes, grits and what to pay for a find, and what cannot be is said', async ({ page }) => {
  await enterDemo(page, mokume.address, '/sums');
  const sum = (name: string) => page.locator('section').filter({ has: page.getByRole('heading', { name }) });
  await sum('Paint for an area').getByLabel('Area, m²').fill('5,4');
  await expect(sum('Paint for an area').getByRole('status')).toContainText('1.2 L');
  await expect(sum('Paint for an area').getByRole('status')).toContainText('3 cans, 0.30 L left over');
  await sum('Paint for an area').getByLabel('Lost, %').fill('100');
  await expect(sum('Paint for an area').getByRole('status')).toContainText('Lost: enter 0 to 99 %.');
  await sum('Mix by parts').getByLabel('Batch').fill('0.25');
  await expect(sum('Mix by parts').getByRole('status')).toContainText('188 mL');
  await sum('Mix by parts').getByLabel('Parts').fill('0:0');
  await expect(sum('Mix by parts').getByRole('status')).toContainText('not all can be 0');
  await sum('Grit ladder').getByLabel('Grits, coarse to fine').fill('80-220');
  await sum('Paint for an area').getByLabel('Lost, %').fill('10');
  await sum('Paint for an area')
    .getByLabel(/^Cans sold as/)
    .fill('0.5 at 14.50; 1 at 26; 2.5 at 49');
  await expect(sum('Paint for an area').getByRole('status')).toContainText(
    'Cheapest: 1 × 0.50 L and 1 × 1.0 L, 40.50.',
  );
  await expect(sum('Sheets of paper').getByRole('status')).toContainText('3 sheets');
  await sum('Handles and holes').getByLabel('New spacing, mm').fill('100');
  await expect(sum('Handles and holes').getByRole('status')).toContainText('overlap by 3.0 mm');
  await sum('Quote for a piece').getByRole('radio', { name: 'Markup' }).check({ force: true });
  await expect(sum('Quote for a piece').getByRole('status')).toContainText('269.69 net');
  await sum('Is it worth doing?').getByLabel('Sells for').fill('120');
  await expect(sum('Is it worth doing?').getByRole('status')).toContainText('Not worth doing');
  await expect(sum('Areas of a piece').getByRole('status')).toContainText('1.9 m² to paint outside');
  await expect(sum('Grit ladder').getByRole('status')).toContainText('too far');
  await expect(sum('What to pay for a find').getByRole('status')).toContainText('At most 57.00');
  await sum('What to pay for a find').getByLabel('It will sell for').fill('60');
  await expect(sum('What to pay for a find').getByRole('status')).toContainText('Leave it there');
});
test('what the log taught is planned with by one tap, and the sheet comes back by another', async ({ page }) => {
  await enterDemo(page, mokume.address, '/shop');
  const row = page.getByRole('listitem').filter({ hasText: 'the sheet says' });
  await expect(row).toContainText(/9\.\d m²\/L, the sheet says 10 m²\/L, 3 coats/);
  await row.getByRole('button', { name: 'Reckon with it' }).click();
  await expect(row).toContainText(/reckoned with 9\.\d m²\/L/);
  await row.getByRole('button', { name: 'Back to the sheet' }).click();
  await expect(row.getByRole('button', { name: 'Reckon with it' })).toBeVisible();
});
