// A large shop in the browser: the plan opened cold, scrolled, a step dragged, a promise asked. node bench/largePlan.mjs ADDRESS
import { promised, sizeOf, visitor } from './visitor.mjs';

const address = process.argv[2];
const rows = [];
const opened = [];
for (let run = 0; run < 3; run++) {
  const { browser, page } = await visitor(address, 'large');
  const start = performance.now();
  await page.goto(`${address}/plan`);
  await page.locator('[data-testid^="lane-"]').first().waitFor();
  opened.push(performance.now() - start);
  await browser.close();
}
opened.sort((a, b) => a - b);
rows.push(['the plan opened, cold', '2000 ms', `${opened[1].toFixed(0)} ms`, `${opened[2].toFixed(0)} ms`]);

const { browser, page } = await visitor(address, 'large');
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
const atOnce = await promised(page, address, 0);
const read = await promised(page, address, 2000);
rows.push([
  'the chances of a new piece',
  '1000 ms',
  `${read.first.toFixed(0)} ms`,
  `${read.count} rehearsals ${read.all.toFixed(0)} ms`,
]);
rows.push(['the same, chosen the moment the page is there', '', `${atOnce.first.toFixed(0)} ms`, '']);
const sized = await sizeOf(page, address);
await browser.close();
console.log(`| ${sized}, in the browser | aim | median | worst |\n| --- | --- | --- | --- |`);
for (const row of rows) console.log(`| ${row.join(' | ')} |`);

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
