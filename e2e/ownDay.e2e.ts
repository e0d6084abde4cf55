import { randomUUID } from 'node:crypto';
import type { WorkshopView } from '@app/contract';
import { expect, test } from '@playwright/test';
import { Mokume, startOwn } from './support/mokume.ts';

test.use({ viewport: { width: 390, height: 844 } });

// A second shop, made through the interface, on a phone.
test('a day in a shop of one’s own: started, takes longer, laid down, gone on with, done, a fault rescued, ill from now', async ({
  page,
}) => {
  const mokume = await Mokume.create();
  await mokume.start('2026-03-02T08:05:00Z');
  await startOwn(page, mokume.address, { name: 'Shop', zone: 'Europe/Berlin', units: 'metric' });
  await page.goto(`${mokume.address}/pieces/new`);
  await page.getByRole('button', { name: 'Chest of drawers' }).click();
  await page.getByLabel('Name of the piece').fill('Chest');
  await page.getByRole('button', { name: 'Put it in the plan' }).click();
  await expect(page.getByTestId('lane-Chest')).toBeVisible();
  await page.goto(`${mokume.address}/today`);
  const card = page.getByRole('region', { name: 'Rona' });
  await card.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(card.getByText(/under way since/)).toBeVisible();
  await card.getByRole('button', { name: 'Takes longer…' }).click();
  await card.getByRole('group', { name: 'How much longer' }).getByRole('button', { name: '+ 15 min' }).click();
  await expect(page.getByRole('region', { name: 'Last tap' })).toContainText('takes 15 min longer');
  await card.getByRole('button', { name: 'Pause' }).click();
  await card.getByRole('button', { name: 'Go on' }).click();
  await card.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Last tap' })).toContainText('done on Chest');

  await card.getByText('Done today: 1').click();
  await card.getByRole('button', { name: 'Look…' }).click();
  await card
    .getByRole('listitem')
    .filter({ hasText: 'A loose moulding' })
    .last()
    .getByRole('button', { name: 'Fault' })
    .click();
  await expect(page.getByRole('region', { name: 'Last tap' })).toContainText('something is loose');
  await expect(card.getByText('Glue or pin it, clamp').first()).toBeVisible();

  // What comes next shows all that the hands will need, and what holding it would cost is said before it is held.
  await card.getByRole('button', { name: /^Next/ }).click();
  const needs = card.getByRole('group', { name: /needs$/ });
  await expect(needs.getByText('The whole piece')).toBeVisible();
  await needs.getByRole('button', { name: /hold it/ }).click();
  await page.getByText('Hold it: waiting for someone').click();
  await expect(page.getByText(/Waiting costs/)).toBeVisible();
  await page.keyboard.press('Escape');

  await page.locator('summary').filter({ hasText: 'When the day breaks' }).click();
  await page.getByRole('button', { name: 'Sander ran away…' }).click();
  await expect(page.getByLabel('What has to be done again')).toContainText('Chest: ');
  await page.getByRole('button', { name: 'It is so: plan around it' }).click();
  await expect(page.getByRole('region', { name: 'Last tap' })).toContainText('on Chest is done again');
  await page.getByRole('button', { name: 'Ill today' }).click();
  const preview = page.getByRole('group', { name: 'What it would move' });
  await expect(preview.getByRole('list', { name: 'What moves' })).toContainText('Chest');
  await preview.getByRole('button', { name: 'It is so: plan around it' }).click();
  await expect(page.getByText(/Away today:/)).toBeVisible();
  await page.getByRole('region', { name: 'Last tap' }).getByRole('button', { name: 'Undo this' }).click();
  await expect(page.getByText(/Away today:/)).toBeHidden();
  await mokume.stop();
});

test(
  'wax left on too long: it is counted down, comes first when it would close, and afterwards says so',
  { tag: '@long' },
  async ({ page }) => {
    const mokume = await Mokume.create();
    await mokume.start('2026-03-02T08:05:00Z');
    const port = { MOKUME_PORT: new URL(mokume.address).port };
    await startOwn(page, mokume.address, { name: 'Shop', zone: 'Europe/Berlin', units: 'metric' });
    await page.goto(`${mokume.address}/pieces/new`);
    await page.getByRole('button', { name: 'Box or chest with lid' }).click();
    await page.getByLabel('Name of the piece').fill('Toy box');
    await page.getByRole('radio', { name: 'Wax', exact: true }).last().check({ force: true });
    await page.getByRole('button', { name: 'Put it in the plan' }).click();
    await expect(page.getByTestId('lane-Toy box')).toBeVisible();
    // All up to the wax is done at once; how each is tapped is another test's.
    const view = async () => (await (await page.request.get(`${mokume.address}/api/view`)).json()) as WorkshopView;
    const { steps } = (await view()).pieces[0]!;
    for (const { id, outcomes } of steps.slice(0, steps.findIndex((s) => s.key === 'wax') + 1)) {
      const version = (await view()).pieces[0]!.stepVersions[id];
      const data = { commandId: randomUUID(), version, by: 'owner', outcome: outcomes[0]?.id };
      expect((await page.request.post(`${mokume.address}/api/steps/${id}/done`, { data })).status()).toBe(200);
    }
    const card = page.getByRole('region', { name: 'Rona' });
    await page.goto(`${mokume.address}/today`);
    await expect(page.getByText('Closes 9:25')).toBeVisible();
    await mokume.start('2026-03-02T08:22:00Z', port);
    await page.goto(`${mokume.address}/today`);
    await expect(card.getByText('Wipe off excess wax').first()).toBeVisible();
    await expect(card.getByText('Window closes 9:25, in 3 min')).toBeVisible();
    await mokume.start('2026-03-02T08:50:00Z', port);
    await page.goto(`${mokume.address}/today`);
    await expect(card.getByText('Window closed 9:25; look at the surface first')).toBeVisible();
    await mokume.stop();
  },
);
