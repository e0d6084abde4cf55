import { expect, type Locator, type Page, test } from '@playwright/test';
import { enterDemo, Mokume } from './support/mokume.ts';

let mokume: Mokume;
test.beforeAll(async () => {
  mokume = await Mokume.create();
  await mokume.start('2026-03-10T11:12:00Z');
});
test.afterAll(() => mokume.stop());

/** More than any screen of the demo has stops before what is looked for. */
const MOST_TABS = 160;

/** Goes on from where the focus is, as somebody without a mouse does, until it is where it should be. */
async function tabTo(page: Page, wanted: Locator): Promise<void> {
  const one = wanted.first();
  await expect(one).toBeVisible();
  for (let n = 0; n < MOST_TABS; n++) {
    if (await one.evaluate((e) => e === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`${String(wanted)} is not reached by ${MOST_TABS} tabs`);
}
async function press(page: Page, wanted: Locator): Promise<void> {
  await tabTo(page, wanted);
  await page.keyboard.press('Enter');
}

test(
  'by Tab alone: work takes longer, paper is here, a step is left out and put back, a client is asked',
  { tag: '@long' },
  async ({ page }) => {
    await enterDemo(page, mokume.address, '/today');
    const teo = page.getByRole('region', { name: 'Teo' });
    await press(page, teo.getByRole('button', { name: 'Takes longer…' }));
    await press(page, teo.getByRole('group', { name: 'How much longer' }).getByRole('button', { name: '+ 15 min' }));
    await expect(page.getByRole('region', { name: 'Last tap' })).toContainText('takes 15 min longer');

    await page.goto(`${mokume.address}/evening`);
    const paper = page
      .getByRole('region', { name: 'Table of Ines' })
      .getByRole('listitem')
      .filter({ hasText: 'Paper P320' });
    await press(page, paper.getByRole('button', { name: 'It is here' }));
    await expect(paper.getByRole('button', { name: 'It is here' })).toHaveCount(0);

    await page.goto(`${mokume.address}/pieces/bedstead/route`);
    const row = page.getByTestId('row-scuff');
    await press(page, row.getByRole('button', { name: /^\d+ ?Scuff sand/ }));
    await tabTo(page, page.getByLabel('Leave it out, because'));
    await page.keyboard.type('sanded by the client');
    await press(page, page.getByRole('button', { name: 'Leave it out' }));
    await expect(row).toBeHidden();
    await press(
      page,
      page.getByRole('list', { name: 'What does not go together' }).getByRole('button', { name: 'Put it back' }),
    );
    await expect(row).toBeVisible();

    await page.goto(`${mokume.address}/pieces/sideboard`);
    await press(page, page.getByRole('button', { name: 'Ask or tell…' }));
    const form = page.getByRole('group', { name: 'Ask or tell the client' });
    await tabTo(page, form.getByLabel('Question'));
    await page.keyboard.type('Keep the brass knobs?');
    await press(page, form.getByRole('button', { name: 'Make the page' }));
    await expect(page.getByRole('listitem').filter({ hasText: 'Keep the brass knobs?' }).first()).toBeVisible();
  },
);
