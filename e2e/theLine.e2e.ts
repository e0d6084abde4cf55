import { expect, type Locator, type Page, test } from '@playwright/test';
import { Mokume, startOwn } from './support/mokume.ts';

// The line through the whole product: piece → route → verified plan → lane → late → moved with a reason → still there.
test('a chest of drawers gets a route, a plan and a lane; coat 1 two hours late moves the lane and says why; a restart keeps it all', async ({
  page,
}) => {
  const mokume = await Mokume.create();
  await mokume.start('2026-03-02T13:00:00Z'); // Monday 14:00 in Berlin
  await startOwn(page, mokume.address, { name: 'Line shop', zone: 'Europe/Berlin', units: 'metric' });

  await page.getByRole('link', { name: 'Add a piece' }).click();
  await page.getByRole('button', { name: 'Chest of drawers' }).click();
  await page.getByLabel('Width, cm').fill('95');
  await page.getByRole('radio', { name: 'Bare' }).check({ force: true });
  await page.getByLabel('Name of the piece').fill('Harbour chest');
  await page.getByLabel('Pickup').fill('2026-03-16T16:00');
  await expect(page.getByTestId('earliest')).toContainText(/^(Thu|Fri|Sat|Sun|Mon|Tue).* \d+:\d\d$/);
  await page.getByRole('button', { name: 'Put it in the plan' }).click();

  const lane = page.getByTestId('lane-Harbour chest');
  await expect(lane).toBeVisible();
  const coat2 = lane.getByRole('button', { name: /^Paint, coat 2/ });
  const before = (await coat2.getAttribute('aria-label')) ?? '';
  // Its first step is planned for this very minute; nobody is asked yet why it was not started.
  await page.goto(`${mokume.address}/today`);
  await expect(page.getByRole('region', { name: 'Rona' }).getByText('due now')).toBeVisible();
  await page.goto(`${mokume.address}/pieces`);
  await page.getByRole('link', { name: /Harbour chest/ }).click();
  const steps = page.getByTestId(/^step-/);
  await expect(steps.nth(8)).toBeVisible();
  const coat1Start = await startOf(page, 'step-paint-1');

  expect(coat1Start).toContain('tomorrow 9:20');

  // Everything before coat 1 went as planned; coat 1, planned to end at 9:45, ended at 12:00.
  await mokume.start('2026-03-03T11:05:00Z');
  await page.goto(`${mokume.address}/pieces`);
  await page.getByRole('link', { name: /Harbour chest/ }).click();
  for (const [key, at] of [
    ['arrival', '2026-03-02T14:10'],
    ['take-apart', '2026-03-02T14:25'],
  ] as const)
    await doneAt(page, `step-${key}`, at);
  // What comes between was forgotten: it is asked about, and done by the same tap.
  await doneAt(page, 'step-paint-1', '2026-03-03T12:00', async (sheet) => {
    const question = sheet.getByRole('group', { name: 'What comes before it' });
    await expect(question).toContainText('3 steps before it are not noted as done');
    await question.getByRole('button', { name: 'They are done too' }).click();
    await expect(question).toContainText('Say what it showed.');
    await question.getByLabel(/White cloth test.*what did it show/).selectOption('Clean');
    await question.getByRole('button', { name: 'They are done too' }).click();
  });
  for (const key of ['wash', 'white-cloth', 'scuff'])
    await expect(page.getByTestId(`step-${key}`).getByLabel('done')).toBeAttached();
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(page.getByTestId('last-change')).toContainText(
    '“Paint, coat 1 of 2, Slate blue” done on Harbour chest, and 3 steps before it',
  );
  await expect(page.getByTestId('last-change')).toContainText(/Harbour chest is ready .* (later|sooner)|moves to/);
  const moved = (await coat2.getAttribute('aria-label')) ?? '';
  expect(moved).not.toBe(before);
  await coat2.click();
  await expect(page.getByRole('dialog')).toContainText(/Waits for/);
  await page.keyboard.press('Escape');

  await mokume.start('2026-03-03T11:05:00Z');
  await page.goto(`${mokume.address}/plan`);
  await expect(lane).toBeVisible();
  expect(await coat2.getAttribute('aria-label')).toBe(moved);
  await mokume.stop();
});

async function startOf(page: Page, step: string): Promise<string> {
  return (await page.getByTestId(step).textContent()) ?? '';
}

async function doneAt(page: Page, step: string, at: string, answer?: (sheet: Locator) => Promise<void>): Promise<void> {
  await page.getByTestId(step).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByLabel('Started or done at').fill(at);
  // A test is done by saying what it showed.
  const done = sheet.getByRole('button', { name: 'Done', exact: true });
  await done
    .or(sheet.getByRole('button', { name: 'Clean', exact: true }))
    .first()
    .click();
  await answer?.(sheet);
  await expect(sheet).toBeHidden();
}
