import { expect, type Page, test } from '@playwright/test';
import { enterDemo, Mokume } from './support/mokume.ts';

let mokume: Mokume;
const NOW = '2026-03-10T11:12:00Z';
test.beforeEach(async () => {
  mokume = await Mokume.create();
  await mokume.start(NOW);
});
test.afterEach(() => mokume.stop());

const MINUTE_MS = 60_000;
const alarm = (page: Page) => page.getByRole('dialog', { name: 'Alarm' });
const opensNext = (page: Page) => page.getByRole('status', { name: 'Opens next' });

/** The demo with a clock that runs: the server's stands still, so that the test decides when time passes. */
async function runningDemo(page: Page): Promise<void> {
  // The phone's own clock is a day wrong, which must not matter.
  await page.clock.install({ time: new Date('2026-03-09T02:00:00Z') });
  await page.route('**/api/view', async (route) => {
    const answer = await route.fetch().catch(() => null);
    if (!answer) return route.abort();
    await route.fulfill({ response: answer, json: { ...((await answer.json()) as object), clockIsFixed: false } });
  });
  await enterDemo(page, mokume.address, '/today');
}
async function minutesUntilItOpens(page: Page): Promise<number> {
  const words = await opensNext(page)
    .getByText(/^in \d+\smin$/)
    .first()
    .innerText();
  return Number(/\d+/.exec(words)![0]);
}
const pass = (page: Page, minutes: number) => page.clock.fastForward(minutes * MINUTE_MS);

test(
  'five minutes before a window opens and when it does the whole screen says so, after a reload and cut off as well',
  { tag: '@long' },
  async ({ page }) => {
    await runningDemo(page);
    await page.locator('summary').filter({ hasText: 'Alarms are off' }).click();
    await page.getByRole('button', { name: 'Switch alarms on' }).click();
    await expect(page.getByText('Alarms are on for this device')).toBeVisible();
    const left = await minutesUntilItOpens(page);
    await pass(page, left - 6);
    await expect(alarm(page)).toBeHidden();
    await pass(page, 1);
    await expect(alarm(page)).toContainText(/In 5\smin, at \d+:\d\d: Blanket box: Paint, coat 2 of 2/);
    // Nobody answered it: it is still said after a reload, by the server's time.
    await page.reload();
    await expect(opensNext(page)).toBeVisible();
    await pass(page, left - 5);
    await expect(alarm(page)).toContainText('In 5 min');
    await alarm(page).getByRole('button', { name: 'Heard' }).click();
    await expect(alarm(page)).toBeHidden();
    // Cut off from Mokume the timer runs on.
    await mokume.stop();
    await pass(page, 5);
    await expect(alarm(page)).toContainText(/Now: Blanket box: Paint, coat 2 of 2/);
    await alarm(page).getByRole('button', { name: 'Heard' }).click();
    await expect(alarm(page)).toBeHidden();
  },
);

test(
  'with another page in front a notification says it, and what is relied on is told honestly',
  { tag: '@long' },
  async ({ page }) => {
    await page.context().grantPermissions(['notifications']);
    await page.addInitScript(() => {
      const told: string[] = [];
      Object.assign(window, { told });
      class Told {
        static permission = 'granted';
        addEventListener() {}
        constructor(_title: string, { body }: { body: string }) {
          told.push(body);
        }
      }
      Object.assign(window, { Notification: Told });
      Object.defineProperty(document, 'hidden', { get: () => true });
    });
    await runningDemo(page);
    await page.locator('summary').filter({ hasText: 'Alarms are off' }).click();
    await expect(page.getByText('With this page closed: no notification')).toBeVisible();
    await page.getByRole('button', { name: 'Switch alarms on' }).click();
    const left = await minutesUntilItOpens(page);
    await pass(page, left);
    await expect
      .poll(() => page.evaluate(() => (window as unknown as { told: string[] }).told))
      .toEqual([expect.stringMatching(/^Now: Blanket box/)]);
  },
);

test(
  'a calendar is made, follows without signing in, and is taken away',
  { tag: '@long' },
  async ({ page, request }) => {
    await enterDemo(page, mokume.address, '/today');
    await page.locator('summary').filter({ hasText: 'Alarms are off' }).click();
    const calendar = page.getByRole('region', { name: 'Calendar' });
    await calendar.getByRole('button', { name: 'Make the calendar' }).click();
    const address = await calendar.getByText(/\.ics$/).innerText();
    const feed = await request.get(address);
    expect(feed.status()).toBe(200);
    expect(await feed.text()).toMatch(/BEGIN:VALARM[\s\S]*TRIGGER/);
    await calendar.getByRole('button', { name: 'Take it away' }).click();
    await expect(calendar.getByRole('button', { name: 'Make the calendar' })).toBeVisible();
    expect((await request.get(address)).status()).toBe(404);
  },
);

test(
  'with the page closed the browser’s delivery service has it said; a page that is seen says it itself',
  { tag: '@long' },
  async ({ browser }) => {
    const context = await browser.newContext({ serviceWorkers: 'allow', permissions: ['notifications'] });
    const page = await context.newPage();
    await enterDemo(page, mokume.address, '/today');
    const worker = context.serviceWorkers()[0] ?? (await context.waitForEvent('serviceworker'));
    await page.evaluate(() => navigator.serviceWorker.ready);
    // What a delivery service would do; this machine reaches none.
    const other = await context.newPage();
    const service = await context.newCDPSession(other);
    const registered = new Promise<string>((resolve) =>
      service.on('ServiceWorker.workerRegistrationUpdated', ({ registrations: [first] }) =>
        first ? resolve(first.registrationId) : undefined,
      ),
    );
    await service.send('ServiceWorker.enable');
    const registrationId = await registered;
    const deliver = (id: string, words: string) =>
      service.send('ServiceWorker.deliverPushMessage', {
        origin: mokume.address,
        registrationId,
        data: JSON.stringify({ id, words }),
      });
    const shown = () =>
      worker.evaluate(async () => {
        const { registration } = globalThis as unknown as { registration: ServiceWorkerRegistration };
        return (await registration.getNotifications()).map((n) => n.body).sort();
      });
    await page.bringToFront();
    await deliver('a.soon', 'In 5 min: Blanket box');
    await page.waitForTimeout(500);
    expect(await shown()).toEqual([]);
    await page.close();
    // However often the same alarm is delivered, it is shown once.
    const shownAfter = (id: string, words: string) => async () => {
      await deliver(id, words);
      return shown();
    };
    await expect.poll(shownAfter('a.soon', 'In 5 min: Blanket box')).toEqual(['In 5 min: Blanket box']);
    await expect.poll(shownAfter('a.opens', 'Now: Blanket box')).toEqual(['In 5 min: Blanket box', 'Now: Blanket box']);
    await context.close();
  },
);
