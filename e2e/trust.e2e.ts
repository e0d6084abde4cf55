import { createHash, randomUUID } from 'node:crypto';
import { expect, type Page, test } from '@playwright/test';
import { enterDemo, Mokume } from './support/mokume.ts';

const NOW = '2026-03-10T11:12:00Z';
let mokume: Mokume;
test.beforeEach(async () => {
  mokume = await Mokume.create();
  await mokume.start(NOW);
});
test.afterEach(() => mokume.stop());
const demo = (page: Page, path = '/plan') => enterDemo(page, mokume.address, path);
type Seen = {
  readonly changes: readonly { readonly id: string; readonly summary: string; readonly undoneBy: string | null }[];
  readonly pieces: readonly { readonly id: string; readonly name: string; readonly version: number }[];
  readonly plan: { readonly ready: Readonly<Record<string, number>> };
  readonly shop: object;
};
const viewOf = async (page: Page) => (await (await page.request.get(`${mokume.address}/api/view`)).json()) as Seen;
/** A digest of all there is, whatever the order of its keys, without the counters that every write moves on. */
const whatIs = async (page: Page) => {
  const { pieces, plan, shop } = await viewOf(page);
  const bare = pieces.map((p) => ({ ...p, version: 0, stepVersions: null }));
  const sorted = (_: string, v: unknown): unknown =>
    v !== null && typeof v === 'object' && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v;
  return createHash('sha256')
    .update(JSON.stringify({ pieces: bare, plan, shop }, sorted))
    .digest('hex');
};

test('two people edit one piece: what one saved and the other changed too is shown both ways, and what is kept holds', async ({
  page,
  browser,
}) => {
  await demo(page, '/pieces/bookcase/edit');
  const name = page.getByLabel('Name of the piece');
  await name.fill('Tall bookcase');
  const other = await browser.newContext();
  const desk = await other.newPage();
  await demo(desk, '/pieces/bookcase/edit');
  await desk.getByLabel('Name of the piece').fill('Oak bookcase');
  await desk.getByLabel('Pickup').fill('2026-03-25T17:00');
  await desk.getByRole('button', { name: 'Save and plan again' }).click();
  await expect(desk.getByRole('heading', { name: 'Oak bookcase' })).toBeVisible();

  const both = page.getByRole('alert').filter({ hasText: 'Somebody changed this while you did' });
  await expect(both.getByRole('row', { name: /Name Oak bookcase Tall bookcase/ })).toBeVisible();
  // What only the other changed is here already; nothing is sent before it is decided.
  await expect(page.getByLabel('Pickup')).toHaveValue('2026-03-25T17:00');
  await expect(page.getByRole('button', { name: 'Save and plan again' })).toBeDisabled();
  await both.getByRole('button', { name: 'Keep mine' }).click();
  await page.getByRole('button', { name: 'Save and plan again' }).click();
  await expect(page.getByRole('heading', { name: 'Tall bookcase' })).toBeVisible();

  await other.close();
});
test('of two who edit one piece, theirs is taken', { tag: '@long' }, async ({ page, browser }) => {
  await demo(page, '/pieces/bookcase/edit');
  const name = page.getByLabel('Name of the piece');
  await name.fill('Mine');
  const other = await browser.newContext();
  const desk = await other.newPage();
  await demo(desk, '/pieces/bookcase/edit');
  await desk.getByLabel('Name of the piece').fill('Theirs');
  await desk.getByRole('button', { name: 'Save and plan again' }).click();
  await expect(desk.getByRole('heading', { name: 'Theirs' })).toBeVisible();
  const both = page.getByRole('alert').filter({ hasText: 'Somebody changed this while you did' });
  await both.getByRole('button', { name: 'Take theirs' }).click();
  await expect(name).toHaveValue('Theirs');
  await other.close();
});

test(
  'what is refused inside an open dialog is said inside it, and stays until it is dealt with',
  { tag: '@long' },
  async ({ page }) => {
    await demo(page);
    // A step that somebody else does in the same moment.
    await page
      .getByTestId('lane-Blanket box')
      .getByRole('button', { name: /^Put together/ })
      .focus();
    await page.keyboard.press('Enter');
    const sheet = page.getByRole('dialog');
    await page.route('**/api/steps/**', (route) =>
      route.fulfill({
        status: 409,
        contentType: 'application/problem+json',
        json: {
          type: 'about:blank',
          title: 'Someone changed this in the meantime.',
          status: 409,
          code: 'STALE_VERSION',
        },
      }),
    );
    for (const [open, press] of [
      [null, 'Done'],
      [null, 'Start'],
      [null, 'Not yet: 1 h more'],
      [null, 'A day more'],
      ['Hold it: waiting for someone or something', 'Hold until then'],
      ['Move it: not before, at, by whom', 'Set and plan around it'],
    ] as const) {
      if (open) await sheet.getByText(open).click();
      if (press === 'Hold until then') await sheet.getByLabel('Waits for').fill('two hinges');
      await sheet.getByRole('button', { name: press, exact: true }).click();
      // It is the last of its piece: what comes before it is still to do.
      if (press === 'Done' || press === 'Start') await sheet.getByRole('button', { name: 'Still to do' }).click();
      const refusal = sheet.getByRole('alert').filter({ hasText: 'Someone changed this' });
      await expect(refusal).toBeVisible();
      await refusal.getByRole('button', { name: 'Close this message' }).click();
      await expect(refusal).toHaveCount(0);
    }
    await page.keyboard.press('Escape');
    await expect(sheet).toHaveCount(0);
    // No toast says it where nobody looks.
    await expect(page.locator('[data-sonner-toast][data-type=error]')).toHaveCount(0);

    // In the panels of the plan as well.
    await page.route('**/api/planning', (route) =>
      route.fulfill({
        status: 422,
        contentType: 'application/problem+json',
        json: { type: 'about:blank', title: 'No correct plan follows from this.', status: 422, code: 'PLAN_REFUSED' },
      }),
    );
    await page.getByRole('button', { name: 'What matters' }).click();
    await page.getByRole('button', { name: 'Keep', exact: true }).click();
    await expect(
      page.getByRole('complementary').getByRole('alert').filter({ hasText: 'No correct plan follows' }),
    ).toBeVisible();
  },
);

test(
  'ten steps back on the desk and ten forward on the phone come through the very same shops',
  { tag: '@long' },
  async ({ page }) => {
    await demo(page, '/history');
    const states = [await whatIs(page)];
    const gone = ['bookcase', 'bedstead', 'washstand'];
    for (let n = 0; n < 10; n++) {
      const mix = { name: `Mix ${n}`, hex: '#3f5c74', parts: [{ name: 'Blue', parts: 1 }] };
      const ids = { commandId: randomUUID(), consent: true };
      const { pieces } = await viewOf(page);
      const piece = pieces.find((p) => p.id === gone[0]);
      const made =
        n % 3 === 0
          ? await page.request.post(`${mokume.address}/api/plan/afresh`, { data: ids })
          : n % 3 === 1
            ? await page.request.post(`${mokume.address}/api/shop/mixes`, { data: { ...ids, ...mix } })
            : await page.request.delete(`${mokume.address}/api/pieces/${gone.shift()!}`, {
                data: { ...ids, version: piece!.version },
              });
      expect(made.status()).toBe(200);
      states.push(await whatIs(page));
    }
    const top = page
      .getByRole('list', { name: /^Changes/ })
      .getByRole('listitem')
      .first();
    const step = async (name: 'Step back' | 'Step forward', at: number) => {
      const before = await top.innerText();
      await page.getByRole('button', { name: new RegExp(`^${name}`) }).click();
      await expect.poll(() => top.innerText()).not.toBe(before);
      expect(await whatIs(page)).toBe(states[at]);
    };
    for (let n = 9; n >= 0; n--) await step('Step back', n);
    await page.setViewportSize({ width: 390, height: 844 });
    for (let n = 1; n <= 10; n++) await step('Step forward', n);
    await expect(page.getByRole('button', { name: /^Step forward/ })).toBeDisabled();
  },
);

test(
  'of a half-done piece the form, its page and the plan say one date, before saving and after',
  { tag: '@long' },
  async ({ page }) => {
    await demo(page, '/pieces/sideboard');
    const ready = page.getByRole('definition').first();
    const before = await ready.innerText();
    await page.getByRole('link', { name: 'Change', exact: true }).click();
    const earliest = page.getByTestId('earliest');
    // Nothing is changed yet: the form forecasts from what is done, and so says what the plan says.
    await expect(earliest).toHaveText(before);
    const price = page.getByRole('region', { name: 'What the change costs' });
    await expect(price).toHaveCount(0);
    // A stencil alone would be done while the hardware is still to come.
    for (const look of ['Blended colours', 'Stencil', 'Metal leaf'])
      await page.getByRole('button', { name: look, exact: true }).click();
    await expect(page.getByText('Looking for room in the plan…')).toHaveCount(0);
    await page.waitForTimeout(800);
    const forecast = await earliest.innerText();
    expect(forecast).not.toBe(before);
    // The change of mind has its price in hours, money and days.
    await expect(price).toContainText(/h more at the bench.*with tax.*ready/);
    await page.getByRole('button', { name: 'Save and plan again' }).click();
    const consent = page.getByRole('button', { name: 'Do it, I will tell the client' });
    await expect(page.getByRole('heading', { name: 'Birthday sideboard' }).or(consent).first()).toBeVisible();
    if (await consent.isVisible()) await consent.click();
    await expect(page.getByRole('link', { name: 'Change the route' })).toBeVisible();
    await expect(ready).toHaveText(forecast);
    await page.getByRole('navigation', { name: 'Main' }).getByRole('link', { name: 'Plan' }).click();
    const { plan, pieces } = await viewOf(page);
    const id = pieces.find((p) => p.name === 'Birthday sideboard')!.id;
    const said = new Intl.DateTimeFormat('en-GB', {
      hour: 'numeric',
      minute: '2-digit',
      timeZone: 'Europe/Lisbon',
    }).format(plan.ready[id]! * 60_000);
    expect(forecast).toContain(said.replace(/^0/, ''));
  },
);

test(
  'somebody ill at noon with a coat under way: it is finished by who can, or ended where it stood, and Today says who is away',
  { tag: '@long' },
  async ({ page }) => {
    await demo(page, '/today');
    // The next coat that is one go and whose ground is done: it is under way, or is begun now by whom the plan has for it.
    type Step = {
      id: string;
      key: string;
      title: string;
      coat: string | null;
      splittable: boolean;
      after: { step: string }[];
      state: { kind: string };
    };
    const shown = (await (await page.request.get(`${mokume.address}/api/view`)).json()) as {
      shop: { people: { id: string; name: string }[] };
      pieces: { id: string; steps: Step[] }[];
      plan: { steps: Record<string, { start: number; people: string[] }> };
    };
    const [next] = shown.pieces
      .flatMap((p) =>
        p.steps
          .filter((s) => s.coat !== null && !s.splittable && s.state.kind !== 'done' && shown.plan.steps[s.id])
          .filter((s) => s.after.every((l) => p.steps.find((x) => x.key === l.step)?.state.kind !== 'planned'))
          .map((s) => ({ piece: p.id, key: s.key, coat: s.title, kind: s.state.kind, ...shown.plan.steps[s.id]! })),
      )
      .sort((x, y) => x.start - y.start);
    const { piece, key, coat, kind } = next!;
    await page.goto(`${mokume.address}/pieces/${piece}`);
    await page.getByTestId(`step-${key}`).click();
    if (kind === 'planned') await page.getByRole('dialog').getByRole('button', { name: 'Start', exact: true }).click();
    await page.goto(`${mokume.address}/today`);
    const { name } = shown.shop.people.find((p) => p.id === next!.people[0])!;
    const card = page.getByRole('region', { name });
    await expect(card.getByText(coat).first()).toBeVisible();
    await expect(card.getByText(/under way since/).first()).toBeVisible();
    await card.getByRole('button', { name: 'goes home now' }).click();
    const consent = page.getByRole('button', { name: 'Do it, I will tell the client' });
    await expect(
      card
        .getByText(/^away today/)
        .or(consent)
        .first(),
    ).toBeVisible();
    if (await consent.isVisible()) await consent.click();
    await expect(card.getByText(/^away today, back/)).toBeVisible();
    const told = page.getByText(new RegExp(`${name} went with about \\d+ min of`)).first();
    await expect(told).toContainText(coat);
    await expect(told).toContainText(/finishes it at once|it ended where it stood/);
    // It never lasts until she is back.
    const view = (await (await page.request.get(`${mokume.address}/api/view`)).json()) as {
      pieces: { steps: { id: string; title: string; state: { kind: string } }[] }[];
      plan: { steps: Record<string, { end: number }> };
      now: number;
    };
    const step = view.pieces.flatMap((p) => p.steps).find((s) => s.state.kind === 'started' && s.title === coat)!;
    expect(view.plan.steps[step.id]!.end - view.now).toBeLessThan(4 * 60);
  },
);

test(
  'from the keyboard alone: the plan is a few tab stops, arrows go inside, panels take and give back the focus',
  { tag: '@long' },
  async ({ page }) => {
    await demo(page);
    const stops = await page.evaluate(() => {
      const reachable = [...document.querySelectorAll<HTMLElement>('main *')].filter(
        (e) =>
          e.tabIndex >= 0 &&
          (e.matches('a[href], button, input, select, [tabindex]') || e.getAttribute('tabindex') === '0') &&
          e.getClientRects().length > 0,
      );
      return reachable.length;
    });
    expect(stops).toBeLessThan(20);
    const grain = page.getByTestId('grain');
    await grain.focus();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowRight');
    const label = () => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? '');
    const step = await label();
    expect(step).toMatch(/, .+ to \d/);
    await page.keyboard.press('ArrowRight');
    expect(await label()).not.toBe(step);
    await page.keyboard.press('ArrowLeft');
    expect(await label()).toBe(step);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    expect(await label()).toBe(step);
    await page.keyboard.press('Escape');
    await expect(grain).toBeFocused();

    // Panels: focus goes in, Escape closes, focus comes back.
    const tool = page.getByRole('button', { name: 'What if…' });
    await tool.focus();
    await page.keyboard.press('Enter');
    const panel = page.getByRole('complementary');
    await expect(panel).toBeVisible();
    expect(await page.evaluate(() => document.activeElement?.closest('aside') !== null)).toBe(true);
    await page.keyboard.press('Escape');
    await expect(panel).toHaveCount(0);
    await expect(tool).toBeFocused();

    // ? lists the keys, Ctrl K finds anything, a single key goes to a screen.
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('Find anything');
    await page.keyboard.press('Escape');
    await page.keyboard.press('Control+k');
    await expect(page.getByRole('combobox')).toBeFocused();
    await page.keyboard.type('washst');
    await expect(page.getByRole('option').first()).toContainText('Washstand');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Washstand' })).toBeVisible();
    await expect(page).toHaveTitle('Washstand · Boat-shed workshop · Mokume');
    await page.keyboard.press('t');
    await expect(page).toHaveTitle(/^Today · /);
    // What is typed in a field is typed.
    await page.keyboard.press('n');
    await expect(page).toHaveTitle(/^New piece · /);
    await page.getByRole('button', { name: 'Chest of drawers' }).press('Enter');
    await page.getByLabel('Name of the piece').focus();
    await page.keyboard.type('tip');
    await expect(page).toHaveTitle(/^New piece · /);
  },
);

test(
  'from the keyboard alone a new piece is entered, started and done, and taken back',
  { tag: '@long' },
  async ({ page }) => {
    await demo(page, '/pieces/new');
    await page.getByRole('button', { name: 'Chest of drawers' }).focus();
    await page.keyboard.press('Enter');
    await page.getByLabel('Name of the piece').focus();
    await page.keyboard.press('Control+a');
    await page.keyboard.type('By keys');
    const save = page.getByRole('button', { name: 'Put it in the plan' });
    await expect(save).toBeEnabled();
    await save.focus();
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('grain')).toBeVisible();
    await expect(page.getByText(/Added By keys/).first()).toBeVisible();
    await page.keyboard.press('Control+z');
    await expect(page.getByText('Undid: Added By keys').first()).toBeVisible();
    await page.keyboard.press('Control+Shift+z');
    await expect(page.getByText('Put back: Added By keys').first()).toBeVisible();
    await page.keyboard.press('t');
    const done = page.getByRole('region', { name: 'Teo' }).getByRole('button', { name: 'Done', exact: true });
    await done.focus();
    await page.keyboard.press('Enter');
    await expect(page.getByText(/” done on/).first()).toBeVisible();
  },
);
