import { expect, type Page, test } from '@playwright/test';
import { enterDemo, Mokume } from './support/mokume.ts';

let mokume: Mokume;
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  mokume = await Mokume.create();
  await mokume.start('2026-03-10T11:12:00Z');
});
test.afterAll(() => mokume.stop());

const demo = (page: Page, path = '/plan') => enterDemo(page, mokume.address, path);

test('the demo shows a dozen lanes, the late promise in a sentence with its reason, and a bleed-through, a hold and a cold night', async ({
  page,
}) => {
  await page.goto(mokume.address);
  await page.getByRole('button', { name: /Look round the demo/ }).click();
  await expect(page.getByTestId(/^lane-/)).toHaveCount(12);
  await expect(page.getByText(/Wardrobe misses .* the client was told that date/)).toBeVisible();
  await expect(page.getByText(/On its way: .*waiting for Aske to approve the colour sample/)).toBeVisible();
  await expect(page.getByText(/waiting: Aske to approve/)).toBeAttached();
  await expect(page.getByText('bleed-through: primer again')).toBeAttached();
  await expect(page.getByText(/cold$/).first()).toBeVisible();

  // Wherever it is scrolled to, no edge cuts a word; what a long hold waits for goes along.
  const grain = page.getByTestId('grain');
  const gutter = (await page.getByTestId('lane-Wardrobe').getByRole('button').first().boundingBox())!.width;
  const cut = () =>
    grain.evaluate((box, left) => {
      const edge = box.getBoundingClientRect();
      const words = [...box.querySelectorAll<SVGTextElement>('[data-row] > svg > g > text, .sticky > svg text')];
      return words.flatMap((word) => {
        const at = word.getBoundingClientRect();
        const isSeen = at.right > edge.left + left && at.left < edge.left + box.clientWidth;
        const isCut = at.left < edge.left + left || at.right > edge.left + box.clientWidth;
        // A letter in a box is cut with its box.
        const isWord = word.textContent.length > 1;
        return isWord && isSeen && isCut && getComputedStyle(word).opacity !== '0' ? [word.textContent] : [];
      });
    }, gutter);
  for (const by of [0, 37, 211, 500]) {
    await grain.evaluate((box, x) => box.scrollBy(x, 0), by);
    await expect.poll(cut).toEqual([]);
  }
});

test(
  'a chair set added to the running shop goes round the others; undo takes it out again',
  { tag: '@long' },
  async ({ page }) => {
    await demo(page, '/pieces/new');
    await page.getByRole('button', { name: 'Chair set' }).click();
    await page.getByLabel('Chairs').fill('6');
    await page.getByRole('button', { name: 'Loose joints' }).click();
    await page.getByLabel('Name of the piece').fill('Kitchen chairs');
    await expect(page.getByTestId('earliest')).toBeVisible();
    const promised = (await page.getByTestId('earliest').textContent()) ?? '';
    await page.getByRole('button', { name: 'Put it in the plan' }).click();
    const lane = page.getByTestId('lane-Kitchen chairs');
    await expect(lane).toBeVisible();
    await expect(page.getByTestId('last-change')).toContainText('Added Kitchen chairs');
    // What the preview promised is what the plan gives, and nothing else moved.
    await expect(page.getByTestId('last-change')).toContainText(`Kitchen chairs will be ready ${promised}.`);
    await page.getByTestId('last-change').getByRole('button', { name: 'Undo' }).click();
    await expect(lane).toBeHidden();
  },
);

test('two open browsers agree without a reload', { tag: '@long' }, async ({ browser }) => {
  const [one, two] = await Promise.all([browser.newPage(), browser.newPage()]);
  await demo(two, '/today');
  const view = (await (await two.request.get(`${mokume.address}/api/view`)).json()) as {
    pieces: { id: string; steps: { key: string; title: string; state: { kind: string; by?: string[] } }[] }[];
  };
  const [at] = view.pieces.flatMap((p) =>
    p.steps.filter((s) => s.state.kind === 'started' && s.state.by?.[0] === 'ines').map((s) => ({ piece: p.id, ...s })),
  );
  const { piece, key, title } = at!;
  await demo(one, `/pieces/${piece}`);
  const running = two.getByRole('region', { name: 'Ines' }).getByText(title).first();
  await expect(running).toBeVisible();
  await one.getByTestId(`step-${key}`).click();
  await one.getByRole('dialog').getByRole('button', { name: 'Done', exact: true }).click();
  // How soon is measured by the benchmark, not here.
  await expect(running).toBeHidden();
  await one.close();
  await two.close();
});

test('a step is started from Today with one tap and taken back with another', async ({ page }) => {
  await demo(page, '/today');
  const teo = page.getByRole('region', { name: 'Teo' });
  const done = teo.getByRole('button', { name: 'Done', exact: true });
  const last = page.getByRole('region', { name: 'Last tap' });
  await done.click();
  // A tap on its way takes the place of the one before, which cannot be taken back for it by mistake.
  await expect(last).toContainText('“Paint, coat 1 of 2, Petrol” done on Birthday sideboard');
  // It is said once.
  await expect(page.getByRole('listitem').filter({ hasText: 'done on' })).toBeHidden();
  await last.getByRole('button', { name: 'Undo this' }).click();
  await expect(last).toContainText('Undid: ');
  const box = await done.boundingBox();
  expect(box!.height).toBeGreaterThanOrEqual(48);
});

test(
  'from the keyboard a step is opened, pinned not before a time, and the plan goes round it; an impossible time is refused in words',
  { tag: '@long' },
  async ({ page }) => {
    await demo(page);
    const step = page.getByTestId('lane-Blanket box').getByRole('button', { name: /^Put together/ });
    const before = await step.getAttribute('aria-label');
    await step.focus();
    await page.keyboard.press('Enter');
    const sheet = page.getByRole('dialog');
    await sheet.getByText('Move it: not before, at, by whom').press('Enter');
    await sheet.getByRole('radio', { name: 'Exactly at' }).check({ force: true });
    await sheet.getByLabel('Starts at').fill('2026-03-17T03:00');
    await sheet.getByRole('button', { name: 'Set and plan around it' }).click();
    await expect(page.getByText(/cannot start at the time it was pinned to/)).toBeVisible();
    await sheet.getByRole('radio', { name: 'Not before' }).check({ force: true });
    await sheet.getByLabel('Not before').last().fill('2026-03-17T14:00');
    await sheet.getByRole('button', { name: 'Set and plan around it' }).click();
    await expect(sheet).toBeHidden();
    await expect(step).not.toHaveAttribute('aria-label', before!);
    await page.getByTestId('last-change').getByRole('button', { name: 'Undo' }).click();
    await expect(step).toHaveAttribute('aria-label', before!);
  },
);
