import { expect, test } from '@playwright/test';
import { Mokume, startOwn } from './support/mokume.ts';

// The second shop: one person, a garage, US units, southern hemisphere, a zone with a clock change.
test('a one-person garage in US units in Auckland gets from nothing to a believable first plan', async ({ page }) => {
  const mokume = await Mokume.create();
  await mokume.start('2026-03-30T20:30:00Z'); // Tuesday 31 March, 9:30 in Auckland; its clocks go back on Sunday
  await startOwn(page, mokume.address, { name: 'Back Garage', zone: 'Pacific/Auckland', units: 'us' });
  await page.getByRole('link', { name: 'Add a piece' }).click();
  await page.getByRole('button', { name: 'Chest of drawers' }).click();
  await expect(page.getByLabel('Width, in')).toHaveValue('35');
  await page.getByLabel('Width, in').fill('40');
  await page.getByRole('radio', { name: 'Stained wood' }).check({ force: true });
  await page.getByRole('radio', { name: 'Pale paint' }).check({ force: true });
  await page.getByLabel('Name of the piece').fill('First chest');
  await page.getByLabel('Pickup').fill('2026-04-17T16:00');
  const aside = page.getByRole('complementary', { name: 'What it takes' });
  await expect(aside).toContainText('fl oz');
  await expect(aside).toContainText('Scrape and wash off the top');
  await expect(page.getByTestId('earliest')).toContainText(/am|pm/);
  await page.getByRole('button', { name: 'Put it in the plan' }).click();
  await expect(page.getByText('Every date fits.')).toBeVisible();

  // A chair set beside it; the one pair of hands fills one piece's drying with the other's work.
  await page.getByRole('link', { name: 'New piece' }).click();
  await page.getByRole('button', { name: 'Chair set' }).click();
  await page.getByLabel('Name of the piece').fill('Chairs');
  await page.getByRole('button', { name: 'Put it in the plan' }).click();
  await expect(page.getByTestId(/^lane-/)).toHaveCount(2);

  // The browser stands in Tokyo; the shop's clock and hours are Auckland's.
  await page.getByRole('link', { name: 'Today' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('9:30 am');
  await expect(page.getByRole('region', { name: 'Rona' })).toContainText('Photograph each side');

  // Shorter hours and a colder garage through the interface: the plan follows.
  await page.goto(`${mokume.address}/shop`);
  await page.getByRole('button', { name: /^Air of Garage/ }).click();
  await page.getByLabel('Coldest °F').fill('52');
  await page.getByRole('button', { name: 'Save air' }).click();
  await expect(page.getByText('Changed Garage in the shop')).toBeVisible();
  await page.getByRole('button', { name: /^Rona/ }).click();
  await page.getByLabel('Mon', { exact: true }).fill('off');
  await page.getByRole('button', { name: 'Save Rona' }).click();
  await expect(page.getByText('Changed Rona in the shop')).toBeVisible();
  await page.getByLabel('Tue', { exact: true }).fill('late-ish');
  await expect(page.getByRole('alert')).toContainText('Like 9–12:30, 1–5');
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(page.getByTestId('lane-First chest')).toBeVisible();
  await mokume.stop();
});

test('what cannot be right is said at its field, and what was entered stays', { tag: '@long' }, async ({ page }) => {
  const mokume = await Mokume.create();
  await mokume.start('2026-03-02T08:00:00Z');
  await startOwn(page, mokume.address, { name: 'Shop', zone: 'Europe/Berlin', units: 'metric' });
  await page.getByRole('link', { name: 'Add a piece' }).click();
  await page.getByRole('button', { name: 'Bookcase' }).click();
  await page.getByLabel('Width, cm').fill('-90');
  await expect(page.getByRole('alert')).toContainText('Enter 10 to 350 cm');
  await page.getByLabel('Width, cm').fill('90');
  // A figure without which no route can be built is said at its field, and the form stands.
  await page.getByRole('button', { name: 'Paper', exact: true }).click();
  await page.getByLabel('Laid how often').fill('twice');
  await expect(page.getByRole('alert')).toContainText('Enter how often a sheet is laid, 1 to 5.');
  await page.getByLabel('Laid how often').fill('2');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByLabel('Name of the piece').fill('<b>Shelves</b>');
  await page.getByLabel('Pickup').fill('2026-02-01T16:00');
  await expect(page.getByRole('alert')).toContainText('Pickup is before it arrives');
  await expect(page.getByRole('button', { name: 'Put it in the plan' })).toBeDisabled();
  await page.getByLabel('Pickup').fill('2026-04-01T16:00');
  await page.getByRole('button', { name: 'Put it in the plan' }).click();
  await expect(page.getByTestId('lane-<b>Shelves</b>')).toContainText('<b>Shelves</b>');
  await mokume.stop();
});
