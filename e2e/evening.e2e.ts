import { expect, test } from '@playwright/test';
import { enterDemo, Mokume } from './support/mokume.ts';

let mokume: Mokume;
test.beforeAll(async () => {
  mokume = await Mokume.create();
  await mokume.start('2026-03-10T15:12:00Z');
});
test.afterAll(() => mokume.stop());

test(
  'in the evening it says what is opened and unfinished; tomorrow’s tables are laid, and what is missing is red until it is here',
  { tag: '@long' },
  async ({ page }) => {
    await enterDemo(page, mokume.address, '/today');
    await page.getByRole('link', { name: 'Close the day, lay out the next' }).click();
    const tonight = page.locator('section').filter({ has: page.getByRole('heading', { name: 'This evening' }) });
    await expect(tonight.getByText('Lids on')).toBeVisible();
    await expect(tonight.getByText('Brushes, rollers and sprayer clean')).toBeVisible();
    await expect(tonight.getByText('still under way: finish it, or lay it down on Today').first()).toBeVisible();

    const table = page.getByRole('region', { name: 'Table of Ines' });
    const paper = table.getByRole('listitem').filter({ hasText: 'Paper P320' });
    const here = paper.getByRole('button', { name: 'It is here' });
    // The plan may still move right on its first look, and ask for another piece's paper too.
    await expect(async () => {
      if ((await here.count()) > 0) await here.first().click();
      await expect(here).toHaveCount(0, { timeout: 2000 });
    }).toPass();
  },
);
