// A large shop in the browser: the plan opened cold, scrolled, a step dragged, a promise asked. node bench/largePlan.mjs ADDRESS
import { chromium } from '@playwright/test';
import { chromiumOptions } from '../scripts/lib/chromium.mjs';

const address = process.argv[2];
const rows = [];
const opened = [];
for (let run = 0; run < 3; run++) {
  const { browser, page } = await visitor();
  const start = performance.now();
  await page.goto(`${address}/plan`);
  await page.locator('[data-testid^="lane-"]').first().waitFor();
  opened.push(performance.now() - start);
  await browser.close();
}
opened.sort((a, b) => a - b);
rows.push(['the plan opened, cold', '2000 ms', `${opened[1].toFixed(0)} ms`, `${opened[2].toFixed(0)} ms`]);

const { browser, page } = await visitor();
await page.goto(`${address}/plan`);
await page.locator('[data-testid^="lane-"]').first().waitFor();
// What the plan screen asks of the core is answered first; meanwhile two cores are busy.
await page.waitForTimeout(14_000);
for (const [words, x, y] of [
  ['down', 0, 30],
  ['across', 12, 0],
]) {
  const { fps, worst } = await scrolled(x, y);
  rows.push([`scrolling ${words}`, '50 a second', `${fps.toFixed(0)} a second`, `${worst.toFixed(0)} ms a frame`]);
}
const ghosts = [];
for (let n = 0; n < 8; n++) ghosts.push(await ghostAfter(n));
ghosts.sort((a, b) => a - b);
rows.push([
  'a drag’s ghost knows where it may go',
  '50 ms',
  `${ghosts[4].toFixed(0)} ms`,
  `${ghosts[7].toFixed(0)} ms`,
]);
const [atOnce] = await promised(0);
const [first, all] = await promised(2000);
rows.push([
  'the chances of a new piece',
  '1000 ms',
  `${first.toFixed(0)} ms`,
  `all 200 rehearsals ${all.toFixed(0)} ms`,
]);
rows.push(['the same, chosen the moment the page is there', '', `${atOnce.toFixed(0)} ms`, '']);
const sized = await size();
await browser.close();
console.log(`| ${sized}, in the browser | aim | median | worst |\n| --- | --- | --- | --- |`);
for (const row of rows) console.log(`| ${row.join(' | ')} |`);

async function size() {
  const { pieces } = await (await page.request.get(`${address}/api/view`)).json();
  return `${pieces.length} pieces, ${pieces.reduce((n, p) => n + p.steps.length, 0)} steps`;
}

async function visitor() {
  const one = await chromium.launch(chromiumOptions());
  const context = await one.newContext({ viewport: { width: 1280, height: 800 } });
  const data = { name: 'large', password: 'long enough to sign in' };
  const answer = await context.request.post(`${address}/api/session`, { data });
  if (!answer.ok()) throw new Error('the sign-in failed');
  return { browser: one, page: await context.newPage() };
}

/** Frames a second over two seconds of scrolling so many pixels a frame. */
function scrolled(x, y) {
  return page.evaluate(
    async ([dx, dy]) => {
      const el = document.querySelector('[data-testid="grain"]');
      el.scrollTo({ top: 0 });
      const frames = [];
      const start = performance.now();
      let last = start;
      await new Promise((done) => {
        const step = () => {
          const now = performance.now();
          frames.push(now - last);
          last = now;
          el.scrollBy(dx, dy);
          if (now - start < 2000) requestAnimationFrame(step);
          else done();
        };
        requestAnimationFrame(step);
      });
      el.scrollTo({ top: 0, left: 0 });
      return { fps: frames.length / 2, worst: frames.toSorted((a, b) => a - b).at(-2) };
    },
    [x, y],
  );
}

/** From taking hold of a step, which is then moved at once, until its ghost says whether it may stand there. */
async function ghostAfter(n) {
  const marks = page.locator('[data-testid^="lane-"] svg [role="button"]:not([aria-label*="done"])');
  const boxes = await marks.evaluateAll((all) => all.map((m) => m.getBoundingClientRect().toJSON()));
  // In sight: right of the names, below the axis, above the people.
  const box = boxes.filter((b) => b.x > 420 && b.x < 1150 && b.y > 150 && b.y + b.height < 440)[n * 2];
  await page.mouse.move(box.x + box.width / 2, box.y + box.height - 12);
  await page.evaluate(() => {
    globalThis.ghostAt = new Promise((done) => {
      let start = 0;
      addEventListener('pointerdown', () => (start = performance.now()), { capture: true, once: true });
      // Until the stretches are there where it may and may not go: more than its own two marks.
      const watch = new MutationObserver(() => {
        const ghost = document.querySelector('[data-testid="ghost"]');
        if ((ghost?.childElementCount ?? 0) <= 2) return;
        watch.disconnect();
        done(performance.now() - start);
      });
      watch.observe(document.body, { subtree: true, childList: true });
      setTimeout(() => done(Infinity), 5000);
    });
  });
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 40, box.y + box.height - 12, { steps: 2 });
  const took = await page.evaluate(() => globalThis.ghostAt);
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await page.waitForTimeout(300);
  return took;
}

/** From the last thing entered of a new piece until it says how sure each date is, and until all rehearsals are in. */
async function promised(readFor_ms) {
  await page.goto(`${address}/pieces/new`);
  await page.getByRole('button', { name: 'Chair set' }).waitFor();
  await page.waitForTimeout(readFor_ms);
  await page.getByRole('button', { name: 'Chair set' }).click();
  const start = performance.now();
  const said = page.getByText(/How sure each date is, from \d+ rehearsals/);
  await said.waitFor({ timeout: 30_000 });
  const first = performance.now() - start;
  await page.getByText('from 200 rehearsals').waitFor({ timeout: 30_000 });
  return [first, performance.now() - start];
}
