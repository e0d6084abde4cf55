// First screen, cold, on loopback: a new browser, empty cache, from the address to a plan one can use; and what is sent.
import { randomUUID } from 'node:crypto';
import { chromium } from '@playwright/test';
import { chromiumOptions } from '../scripts/lib/chromium.mjs';

const address = process.argv[2];
const times = [];
let script = 0;
let later = 0;
for (let run = 0; run < 5; run++) {
  const browser = await chromium.launch(chromiumOptions());
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const signIn = await context.request.post(`${address}/api/session/demo`, { data: {} });
  if (!signIn.ok()) throw new Error('the demo sign-in failed');
  const page = await context.newPage();
  const start = performance.now();
  await page.goto(`${address}/plan`);
  await page.getByTestId('lane-Settle').getByRole('button').first().waitFor();
  times.push(performance.now() - start);
  script = await scriptsOf(page);
  await page.waitForTimeout(1500);
  later = (await scriptsOf(page)) - script;
  await browser.close();
}
times.sort((a, b) => a - b);
const agreement = await timeAgreement();
console.log('| what | aim | median | worst |\n| --- | --- | --- | --- |');
console.log(
  `| plan on screen and usable, cold, loopback | 1500 ms | ${times[2].toFixed(0)} ms | ${times[4].toFixed(0)} ms |`,
);
console.log(`| script of the first view, packed | 250 kB | ${(script / 1000).toFixed(0)} kB | - |`);
console.log(`| script fetched once it is drawn: the core’s thread, sheets | - | ${(later / 1000).toFixed(0)} kB | - |`);
console.log(`| a change in one browser shows in another | 1000 ms | ${agreement.toFixed(0)} ms | - |`);

/** Bytes of script that came over the line, each file once: two threads run the same one. */
function scriptsOf(page) {
  return page.evaluate(() => {
    const scripts = performance
      .getEntriesByType('resource')
      .filter((e) => e.initiatorType === 'script' || e.name.endsWith('.js'));
    return [...new Map(scripts.map((e) => [e.name, e.encodedBodySize])).values()].reduce((n, size) => n + size, 0);
  });
}

/** From a command sent elsewhere to its words on the screen of another browser of the same shop. */
async function timeAgreement() {
  const browser = await chromium.launch(chromiumOptions());
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.request.post(`${address}/api/session/demo`, { data: {} });
  const page = await context.newPage();
  await page.goto(`${address}/plan`);
  await page.getByTestId('last-change').waitFor();
  const before = await page.getByTestId('last-change').textContent();
  const start = performance.now();
  await context.request.post(`${address}/api/plan/afresh`, { data: { commandId: randomUUID() } });
  await page.waitForFunction(
    (old) => document.querySelector('[data-testid="last-change"]')?.textContent !== old,
    before,
  );
  const took = performance.now() - start;
  await browser.close();
  return took;
}
