import { expect, test } from '@playwright/test';
import { enterDemo, Mokume } from './support/mokume.ts';

let mokume: Mokume;
test.beforeAll(async () => {
  mokume = await Mokume.create();
  await mokume.start('2026-03-10T11:12:00Z');
});
test.afterAll(() => mokume.stop());
test.use({ viewport: { width: 390, height: 844 } });

test(
  'on a phone: a cup is mixed from leftovers near a colour, refused while a can has too little, chosen for a coat, and made again',
  { tag: '@long' },
  async ({ page }) => {
    await enterDemo(page, mokume.address, '/shelf');
    await page.getByRole('button', { name: 'Near a colour…' }).click();
    const near = page.getByRole('group', { name: 'Near a colour' });
    await near.getByLabel('Choose the wanted colour').fill('#92b09a');
    const best = near.getByRole('listitem').first();
    await expect(best).toContainText('1 Bottle : 1 Chalk cliff');
    await best.getByRole('button', { name: 'Mix this' }).click();

    const cup = page.getByRole('group', { name: 'Mix a cup' });
    await cup.getByRole('textbox', { name: 'mL', exact: true }).first().fill('900');
    await expect(cup.getByRole('alert')).toHaveText('You have 150 mL too little of Bottle.');
    await cup.getByLabel('Name of the cup').fill('Sage');
    await cup.getByRole('button', { name: 'Put the cup on the shelf' }).click();
    await expect(cup.getByText('You have 150 mL too little of Bottle.').last()).toBeVisible();
    await cup.getByRole('textbox', { name: 'mL', exact: true }).first().fill('200');
    await cup.getByRole('button', { name: '+ 5 mL' }).first().click();
    await cup.getByLabel('Where it stands').fill('left of the sink');
    await cup.getByRole('button', { name: 'Put the cup on the shelf' }).click();
    await expect(cup).toBeHidden();
    const sage = page.getByRole('listitem').filter({ hasText: 'left of the sink' });
    await expect(sage).toContainText('210 mL Bottle + 200 mL Chalk cliff');
    // What was done is said, but not over a field somebody types into.
    const said = page.locator('.mokume-toast').filter({ hasText: 'Sage' });
    await expect(said).toBeVisible();
    await sage.getByLabel('Make again, L').focus();
    await expect(said).toBeHidden();
    await sage.getByLabel('Make again, L').blur();

    // It is a paint like any other: chosen for a coat, and the plan keeps it for that.
    await page.goto(`${mokume.address}/pieces/plan-chest`);
    await page
      .getByRole('button', { name: /Paint, coat 2 of 2/ })
      .first()
      .click();
    const sheet = page.getByRole('dialog');
    await sheet.getByLabel('Laid from this can or cup').selectOption({ label: 'Sage, 0.41 L left' });
    await sheet.getByRole('button', { name: 'Lay it from this one' }).click();
    await expect(page.getByText(/is laid from Sage/).first()).toBeVisible();
    await sheet.getByRole('button', { name: 'Close' }).click();

    // Made again to scale, it begins with its parts.
    await page.goto(`${mokume.address}/shelf`);
    await sage.getByLabel('Make again, L').fill('0.81');
    await sage.getByRole('button', { name: 'Make it' }).click();
    await expect(cup.getByRole('textbox', { name: 'mL', exact: true }).first()).toHaveValue('410');
    await cup.getByRole('button', { name: 'Leave' }).click();

    await page
      .getByLabel('Photo of Sage')
      .setInputFiles({ name: 'cup.png', mimeType: 'image/png', buffer: await page.screenshot() });
    await expect(page.getByRole('img', { name: 'The cup Sage' })).toBeVisible();
  },
);
