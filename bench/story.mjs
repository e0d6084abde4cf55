// How fast a piece's story opens in a shop of many photos: node bench/story.mjs ADDRESS
import { chromium } from '@playwright/test';
import { chromiumOptions } from '../scripts/lib/chromium.mjs';

const address = process.argv[2];
const browser = await chromium.launch(chromiumOptions());
const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const data = { name: 'photos', password: 'long enough to sign in' };
if (!(await context.request.post(`${address}/api/session`, { data })).ok()) throw new Error('the sign-in failed');
const page = await context.newPage();
await page.goto(`${address}/pieces`);
await page.getByRole('main').getByRole('link').first().waitFor();
const view = await (await context.request.get(`${address}/api/view`)).json();
const texts = [];
const pictures = [];
for (const { id } of view.pieces.slice(0, 12)) {
  await page.goto(`${address}/pieces`);
  const link = page.locator(`main a[href="/pieces/${id}"]`).first();
  await link.waitFor();
  await page.waitForTimeout(2_500);
  const start = await page.evaluate(() => performance.now());
  await link.evaluate((a) => a.click());
  const opened = await page.evaluate(
    () =>
      new Promise((resolve) => {
        const when = { story: null, picture: null };
        const look = () => {
          const heading = [...document.querySelectorAll('h2')].some((h) => h.textContent === 'Its story');
          if (heading) when.story ??= performance.now();
          const seen = [...document.querySelectorAll('img')].find((i) => i.complete && i.naturalWidth > 0);
          if (seen) when.picture ??= performance.now();
          if (when.story !== null && when.picture !== null) resolve(when);
          else requestAnimationFrame(look);
        };
        look();
      }),
  );
  texts.push(opened.story - start);
  pictures.push(opened.picture - start);
}
await browser.close();
const row = (list) => {
  list.sort((a, b) => a - b);
  return `${list[Math.floor(list.length / 2)].toFixed(0)} ms | ${list.at(-1).toFixed(0)} ms`;
};
console.log(
  '| 60 pieces with 40 photos each, in the browser | aim | median | worst of 12 |\n| --- | --- | --- | --- |',
);
console.log(`| a piece’s story opens | 300 ms | ${row(texts)} |`);
console.log(`| its first picture is there | - | ${row(pictures)} |`);
