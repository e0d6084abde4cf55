// Somebody who looks at a shop of `largeShop.ts` in a browser, and asks what can be promised for a new piece.
import { chromium } from '@playwright/test';
import { chromiumOptions } from '../scripts/lib/chromium.mjs';

/** Signed in as the owner of a shop. */
export async function visitor(address, name) {
  const browser = await chromium.launch(chromiumOptions());
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const answer = await context.request.post(`${address}/api/session`, {
    data: { name, password: 'long enough to sign in' },
  });
  if (!answer.ok()) throw new Error('the sign-in failed');
  return { browser, page: await context.newPage() };
}

export async function sizeOf(page, address) {
  const { pieces } = await (await page.request.get(`${address}/api/view`)).json();
  return `${pieces.length} pieces, ${pieces.reduce((n, p) => n + p.steps.length, 0)} steps`;
}

/** From the last thing entered of a new piece until it says how sure each date is, and until no more rehearsals are to come. */
export async function promised(page, address, readFor_ms) {
  await page.goto(`${address}/pieces/new`);
  // What was begun before is kept as a draft, and would be answered already.
  await page.evaluate(() => localStorage.clear());
  await page.reload();
  await page.getByRole('button', { name: 'Chair set' }).waitFor();
  await page.waitForTimeout(readFor_ms);
  await page.getByRole('button', { name: 'Chair set' }).click();
  const start = performance.now();
  const said = page.getByText(/How sure each date is, from \d+ rehearsals/);
  await said.waitFor({ timeout: 30_000 });
  const first = performance.now() - start;
  const countIn = async () => Number(/from (\d+)/.exec(await said.innerText())[1]);
  let [count, all] = [await countIn(), first];
  // A very large shop ends after ten seconds with fewer.
  while (count < 200 && performance.now() - start < 15_000) {
    await page.waitForTimeout(10);
    const now = await countIn();
    if (now === count) continue;
    count = now;
    all = performance.now() - start;
  }
  return { first, all, count };
}
