import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { enterDemo, Mokume } from './support/mokume.ts';

let mokume: Mokume;
test.beforeAll(async () => {
  mokume = await Mokume.create();
  await mokume.start('2026-03-10T11:12:00Z');
});
test.afterAll(() => mokume.stop());

const VIEWS = {
  light: ['welcome', '/plan', '/today', '/pieces', '/pieces/wardrobe', '/pieces/new', '/shop'],
  dark: ['/plan', '/today', '/pieces/wardrobe', '/shop'],
} as const;

for (const scheme of ['light', 'dark'] as const)
  test(`no accessibility fault on the main views, ${scheme}`, async ({ browser }) => {
    const context = await browser.newContext({ colorScheme: scheme, viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.goto(mokume.address);
    for (const path of VIEWS[scheme]) {
      if (path === '/plan') await enterDemo(page, mokume.address);
      else if (path !== 'welcome') await page.goto(mokume.address + path);
      await page.getByRole('heading', { level: 1 }).waitFor();
      const { violations } = await new AxeBuilder({ page })
        .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
        .analyze();
      expect(
        violations.map(
          (v) =>
            `${path}: ${v.id}: ${v.nodes
              .map((n) => n.target.join(' '))
              .slice(0, 3)
              .join(' | ')}`,
        ),
      ).toEqual([]);
    }
    await context.close();
  });

test('on a phone Today, a piece and its log fit the width', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await enterDemo(page, mokume.address, '/today');
  for (const path of ['/today', '/pieces', '/pieces/rush-chairs']) {
    await page.goto(mokume.address + path);
    await page.getByRole('heading', { level: 1 }).waitFor();
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect(overflow, path).toBeLessThanOrEqual(0);
  }
  await context.close();
});
