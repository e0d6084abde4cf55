import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { enterDemo, Mokume } from './support/mokume.ts';

test('a client is asked: as a file that needs nothing, and by a link on which they choose once; taken away it opens nothing', async ({
  page,
  browser,
}) => {
  const mokume = await Mokume.create();
  await mokume.start('2026-03-10T11:12:00Z', { MOKUME_PUBLIC_URL: 'http://127.0.0.1' });
  await enterDemo(page, mokume.address, '/pieces/sideboard');
  await page.getByRole('button', { name: 'Ask or tell…' }).click();
  const form = page.getByRole('group', { name: 'Ask or tell the client' });
  await form.getByLabel('Question').fill('Keep the brass knobs?');
  await form.getByLabel('Answers to choose from').fill('Keep them\nNew ones');
  await form.getByRole('button', { name: 'Make the page' }).click();
  // Then what is listed below it moves up.
  await expect(form).toBeHidden();
  const asked = page
    .locator('section')
    .filter({ has: page.getByRole('heading', { name: 'Ask or tell the client' }) })
    .getByRole('listitem')
    .filter({ hasText: 'Keep the brass knobs?' });

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    asked.getByRole('link', { name: 'Page as a file' }).click(),
  ]);
  expect(await readFile(await download.path(), 'utf8')).toMatch(/Birthday sideboard[\s\S]*Keep the brass knobs\?/);

  const link = new URL((await asked.getByRole('link', { name: 'Link', exact: true }).getAttribute('href'))!).pathname;
  // Somebody with nothing but the link.
  const client = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await client.goto(`${mokume.address}${link}`);
  await client.getByLabel('Something to add, or to ask back').fill('they were my aunt’s');
  await client.getByRole('button', { name: 'Keep them' }).click();
  await expect(client.getByText(/Answered.*Keep them they were my aunt’s/)).toBeVisible();
  await expect(client.getByRole('button')).toHaveCount(0);

  // It stands at the piece without a reload.
  await expect(asked).toContainText('The client');
  await expect(asked).toContainText('they were my aunt’s');
  await asked.getByRole('button', { name: 'Take the link away' }).click();
  await expect(asked.getByRole('link', { name: 'Link', exact: true })).toBeHidden();
  await client.reload();
  await expect(client.getByRole('alert')).toContainText('not valid any more');
  await mokume.stop();
});
