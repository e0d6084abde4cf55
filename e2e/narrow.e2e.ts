import { expect, type Page, test } from '@playwright/test';
import { enterDemo, Mokume } from './support/mokume.ts';

let mokume: Mokume;
test.beforeAll(async () => {
  mokume = await Mokume.create();
  await mokume.start('2026-03-10T11:12:00Z');
});
test.afterAll(() => mokume.stop());
const demo = (page: Page, path = '/plan') => enterDemo(page, mokume.address, path);

const NARROW = [
  '/today',
  '/plan',
  '/pieces',
  '/pieces/new',
  '/pieces/wardrobe',
  '/pieces/wardrobe/edit',
  '/pieces/wardrobe/route',
  '/pieces/wardrobe/arrival',
  '/shelf',
  '/house',
  '/evening',
  '/history',
  '/find',
  '/shop',
  '/sums',
] as const;
test(
  'at 320 px and at 200 % zoom nothing has to be scrolled sideways, and every function is there',
  { tag: '@long' },
  async ({ page }) => {
    // 1280 by 800 at 200 % shows as much as 640 by 400 does.
    const sizes = [
      { width: 320, height: 640 },
      { width: 640, height: 400 },
    ];
    await demo(page, '/plan');
    for (const path of NARROW) {
      await page.goto(mokume.address + path);
      await expect(page.getByRole('main')).toBeVisible();
      for (const size of sizes) {
        await page.setViewportSize(size);
        await page.waitForTimeout(120);
        // The time axis itself may be scrolled: it is a drawing in two dimensions (WCAG 1.4.10).
        const wide = await page.evaluate(() =>
          [document.documentElement, ...document.querySelectorAll('main')]
            .filter((e) => e.scrollWidth > e.clientWidth + 1)
            .map((e) => `${e.tagName} ${e.scrollWidth} > ${e.clientWidth}`),
        );
        expect(wide, `${path} at ${size.width}`).toEqual([]);
      }
    }
    await page.goto(`${mokume.address}/plan`);
    for (const size of sizes) {
      await page.setViewportSize(size);
      for (const tool of ['Day', 'Week', 'Month', 'What if…', 'What matters', 'Plan afresh'])
        await expect(page.getByRole('button', { name: tool, exact: true })).toBeVisible();
      await page.getByRole('button', { name: 'More' }).click();
      for (const words of [/^History/, /^House rules/, /^Shop:/, /^Bench sums/, /^Shelf/, /find is worth/])
        await expect(page.getByRole('link', { name: words })).toBeVisible();
      await page.getByRole('button', { name: 'More' }).click();
    }
  },
);
