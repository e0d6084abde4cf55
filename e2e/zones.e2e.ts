import { expect, test, type Page } from '@playwright/test';
import { Mokume, startOwn } from './support/mokume.ts';

// A shop made through the interface: from nothing to a piece whose parts become different things.
async function newPiece(page: Page, mokume: Mokume, kind: RegExp): Promise<void> {
  await page.goto(`${mokume.address}/pieces/new`);
  await page.getByRole('button', { name: kind }).click();
  await page.getByRole('radio', { name: 'Varnish' }).check({ force: true });
}
/** By its lane in the plan, once it is there. */
async function openPiece(page: Page, name: string): Promise<void> {
  const lane = page.getByTestId(`lane-${name}`);
  await expect(lane).toBeVisible();
  await page.goto(`${new URL(page.url()).origin}/pieces`);
  const link = page.getByRole('link', { name: new RegExp(name) }).first();
  await expect(link).toBeVisible();
  await page.goto(`${new URL(page.url()).origin}${(await link.getAttribute('href'))!}`);
}
const part = (page: Page, name: string) => page.getByRole('region', { name: `Different: ${name}` });
const makeDifferent = (page: Page, name: string) =>
  page.getByRole('group', { name: 'Make a part different' }).getByRole('button', { name, exact: true }).click();

for (const [where, width, height] of [
  ['desk', 1280, 800],
  ['phone', 390, 844],
] as const)
  test(
    `on a ${where}: a hutch with paler shelves, paper on their backs, an oiled work top and stained fronts`,
    { tag: '@long' },
    async ({ page }) => {
      await page.setViewportSize({ width, height });
      const mokume = await Mokume.create();
      await mokume.start('2026-03-02T08:00:00Z');
      await startOwn(page, mokume.address, { name: 'Zones', zone: 'Europe/Berlin', units: 'metric' });
      await newPiece(page, mokume, /Hutch/);
      await page.getByRole('radio', { name: 'Oiled wood' }).first().check({ force: true });

      await makeDifferent(page, 'Shelves');
      await part(page, 'Shelves').getByRole('button', { name: 'Backs of the shelves' }).click();
      const pale = part(page, 'Shelves, Backs of the shelves');
      await pale.getByRole('textbox', { name: /hex/ }).fill('#dfe6d3');
      await makeDifferent(page, 'Doors and drawers');
      await part(page, 'Doors and drawers').getByRole('radio', { name: 'Stained wood' }).check({ force: true });

      await page.getByRole('button', { name: 'Paper', exact: true }).click();
      const paper = page.getByRole('listitem', { name: '1. Paper' });
      await paper.getByText('On everything painted like the body').click();
      await paper.getByRole('button', { name: 'Backs of the shelves' }).click();

      const aside = page.getByRole('complementary', { name: 'What it takes' });
      await expect(aside.getByRole('img', { name: /Worktop: oil, oil/ })).toBeVisible();
      const route = aside.getByRole('list', { name: 'Route' });
      await expect(route).toContainText('Stain the doors and drawers');
      await expect(route).toContainText('Lay the paper in adhesive, coat over, backs of the shelves');
      await expect(route).toContainText('Tape off the doors and drawers and worktop');
      await expect(aside.getByTestId('earliest')).toContainText(/\d/);
      await expect(aside.getByRole('button', { name: /Put a|Prime|Leave/ })).toHaveCount(0);

      await page.getByLabel('Name of the piece').fill('Pantry hutch');
      await page.getByRole('button', { name: 'Put it in the plan' }).click();
      await openPiece(page, 'Pantry hutch');
      await expect(page.getByText('Paint the shelves and backs of the shelves, coat 1 of 2').first()).toBeVisible();
      await mokume.stop();
    },
  );

test(
  'a chair with a cane seat and a cabinet with glass doors: covered, never painted; what cannot be is told with a way out',
  { tag: '@long' },
  async ({ page }) => {
    const mokume = await Mokume.create();
    await mokume.start('2026-03-02T08:00:00Z');
    await startOwn(page, mokume.address, { name: 'Materials', zone: 'Europe/Berlin', units: 'metric' });
    await newPiece(page, mokume, /^Chair$/);
    await page.getByText('A part of it is different').click();
    await page
      .getByRole('listitem')
      .filter({ hasText: 'Seat' })
      .getByLabel('Made of')
      .selectOption({ label: 'Cane or rush' });
    const route = page.getByRole('list', { name: 'Route' });
    await expect(route).toContainText('Vacuum the cane or rush and cover it with film and tape');
    await expect(page.getByRole('img', { name: /Seat: covered, no wood/ })).toBeVisible();

    await newPiece(page, mokume, /^Cabinet/);
    await page.getByText('A part of it is different').click();
    await page
      .getByRole('listitem')
      .filter({ hasText: 'Doors' })
      .getByLabel('Made of')
      .selectOption({ label: 'Glass or mirror' });
    await makeDifferent(page, 'Doors');
    await expect(page.getByText('Glass, cane, cloth and stone are covered and cleaned')).toBeVisible();
    await page.getByRole('button', { name: 'Leave it as it is' }).click();
    await expect(page.getByText('Glass, cane, cloth and stone are covered and cleaned')).toHaveCount(0);
    await expect(part(page, 'Doors')).toHaveCount(0);

    // A panel cut out of the body, larger than what is left of it, is told by name.
    await page.getByText('Only a piece of a zone is different').click();
    await page.getByRole('combobox', { name: 'What', exact: true }).selectOption('A panel');
    await page.getByRole('button', { name: 'Make it a part' }).click();
    await expect(part(page, 'A panel: body')).toBeVisible();
    await page.getByText('How the areas are worked out', { exact: true }).click();
    await page.getByRole('textbox', { name: 'Area', exact: true }).fill('4 * width * height');
    await expect(page.getByText(/more than is left of body\. Make it smaller by/).first()).toBeVisible();
    await mokume.stop();
  },
);

test(
  'a step taken out of a route that leaves wax under paint is told in the editor, by zone, with the way back',
  { tag: '@long' },
  async ({ page }) => {
    const mokume = await Mokume.create();
    await mokume.start('2026-03-02T08:00:00Z');
    await startOwn(page, mokume.address, { name: 'Routes', zone: 'Europe/Berlin', units: 'metric' });
    await page.goto(`${mokume.address}/pieces/new`);
    await page.getByRole('button', { name: /^Bookcase/ }).click();
    await page.getByRole('radio', { name: 'Wax', exact: true }).first().check({ force: true });
    await page.getByLabel('Name of the piece').fill('Waxed shelf');
    await page.getByRole('button', { name: 'Put it in the plan' }).click();
    await openPiece(page, 'Waxed shelf');
    await page.goto(`${page.url()}/route`);
    await page
      .getByTestId('row-dewax')
      .getByRole('button', { name: /^\d+ ?Take the old wax/ })
      .click();
    await page.getByLabel(/^Leave it out, because/).fill('no time');
    await page.getByRole('button', { name: 'Leave it out' }).click();
    await expect(page.getByText('The old wax is still there: nothing holds on it.').first()).toBeVisible();
    await expect(
      page
        .getByText(/wax/)
        .filter({ hasText: /paint|nothing holds/i })
        .first(),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Put it back' }).first().click();
    await expect(page.getByText('The old wax is still there: nothing holds on it.')).toHaveCount(0);
    await mokume.stop();
  },
);
