import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { enterDemo, Mokume } from './support/mokume.ts';

let mokume: Mokume;
test.beforeAll(async () => {
  mokume = await Mokume.create();
  await mokume.start('2026-03-10T11:12:00Z');
});
test.afterAll(() => mokume.stop());

/** Each is a drawing or a form of its own kind; the others are made of the same parts and are in the long run. */
const FIRST = ['/plan', '/today', '/pieces/new', '/shelf'];
const VIEWS = {
  light: [
    '/plan',
    '/today',
    '/pieces',
    '/pieces/wardrobe',
    '/pieces/new',
    '/pieces/bedstead/route',
    '/pieces/settle/arrival',
    '/shelf',
    '/house',
    '/evening',
    '/history',
    '/find',
    '/shop',
    '/sums',
  ],
  dark: [...FIRST, '/pieces/wardrobe', '/pieces/bedstead/route', '/shop', '/history'],
} as const;

/** What opens over or beside a view: where, how it is opened, and what it is by then. */
const PANELS: readonly (readonly [path: string, open: (page: Page) => Promise<void>, shown: string])[] = [
  ['/plan', (p) => p.keyboard.press('Control+k'), 'dialog[aria-label="Find anything"]'],
  ['/plan', (p) => p.keyboard.press('?'), 'dialog[aria-label="Keys"]'],
  ['/plan', (p) => p.getByRole('button', { name: 'Shop', exact: true }).click(), '#shop-menu:popover-open'],
  ['/plan', (p) => p.getByRole('button', { name: 'What if…' }).click(), 'aside'],
  [
    '/plan',
    (p) => p.getByRole('button', { name: 'What matters' }).click(),
    'aside[aria-label="What matters in a plan"]',
  ],
  ['/plan', (p) => p.getByRole('button', { name: 'Why?' }).first().click(), 'aside[aria-label^="Why"]'],
  ['/today', (p) => p.getByRole('button', { name: 'Problem…' }).first().click(), 'dialog[open]'],
  ['/today', (p) => p.getByRole('button', { name: 'Earlier…' }).first().click(), 'main section[aria-label="Ines"]'],
  ['/shop', (p) => p.getByRole('button', { name: /^Ines/ }).click(), 'section[aria-label="Ines"]'],
  ['/shop', (p) => p.getByRole('button', { name: /^Long bench/ }).click(), 'section[aria-label="Long bench"]'],
  ['/shelf', (p) => p.getByRole('button', { name: 'Add a paint' }).click(), 'main'],
];

const isLong = process.env['MOKUME_LONG'] !== undefined;
type RunOnly = { readonly type: 'tag' | 'rule'; readonly values: string[] };
const EVERYTHING: RunOnly = { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'] };
/** The dark scheme is the same page in other colours. */
const COLOURS: RunOnly = { type: 'rule', values: ['color-contrast', 'link-in-text-block'] };

/**
 * Faults by view, each with the first places it was found at; WCAG 2.0 to 2.2, A and AA. The pages have no frames, so
 * the check runs in the page itself, which takes half the time.
 */
async function faults(page: Page, path: string, runOnly: RunOnly = EVERYTHING, part = 'html'): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .include(part)
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'], runOnly })
    .analyze();
  const places = (nodes: (typeof violations)[number]['nodes']) =>
    nodes
      .map((n) => n.target.join(' '))
      .slice(0, 3)
      .join(' | ');
  return violations.map((v) => `${path}: ${v.id}: ${places(v.nodes)}`);
}

test('no accessibility fault on the welcome', async ({ page }) => {
  await page.goto(mokume.address);
  await page.getByRole('heading', { level: 1 }).waitFor();
  expect(await faults(page, 'welcome')).toEqual([]);
});

for (const scheme of ['light', 'dark'] as const)
  test(
    `no accessibility fault on any view, ${scheme}`,
    { tag: scheme === 'dark' ? '@long' : [] },
    async ({ browser }) => {
      const context = await browser.newContext({ colorScheme: scheme, viewport: { width: 1280, height: 800 } });
      const page = await context.newPage();
      await enterDemo(page, mokume.address, '/today');
      const found: string[] = [];
      for (const path of isLong ? VIEWS[scheme] : FIRST) {
        await page.goto(`${mokume.address}${path}`);
        await page.getByRole('heading', { level: 1 }).waitFor();
        found.push(...(await faults(page, path, scheme === 'dark' ? COLOURS : EVERYTHING)));
      }
      // The panels are in the long run.
      let here = '';
      const panels = isLong ? PANELS : [];
      for (const [path, open, shown] of panels) {
        if (here !== path) await page.goto(`${mokume.address}${path}`);
        here = path;
        await page.getByText('Boat-shed workshop').first().waitFor();
        await open(page);
        await page.locator(shown).first().waitFor();
        // What lies beside or over the view is looked at alone; the view has been.
        found.push(...(await faults(page, `${path} ${shown}`, scheme === 'dark' ? COLOURS : EVERYTHING, shown)));
        await page.keyboard.press('Escape');
      }
      expect(found).toEqual([]);
      await context.close();
    },
  );
