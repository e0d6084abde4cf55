import { expect, type Page, test } from '@playwright/test';
import { enterDemo, Mokume } from './support/mokume.ts';

let mokume: Mokume;
const NOW = '2026-03-10T11:12:00Z';
test.beforeEach(async () => {
  mokume = await Mokume.create();
  await mokume.start(NOW);
});
test.afterEach(() => mokume.stop());
test.use({ viewport: { width: 390, height: 844 }, serviceWorkers: 'allow' });

/** A camera that sees a red board. */
const withCamera = (page: Page) =>
  page.addInitScript(() => {
    const see = async () => {
      const canvas = document.createElement('canvas');
      canvas.width = 640;
      canvas.height = 480;
      const draw = () => {
        const c = canvas.getContext('2d')!;
        c.fillStyle = '#a02020';
        c.fillRect(0, 0, 640, 480);
        requestAnimationFrame(draw);
      };
      draw();
      return canvas.captureStream(10);
    };
    Object.defineProperty(navigator, 'mediaDevices', { value: { getUserMedia: see } });
  });
const card = (page: Page) => page.getByRole('region', { name: 'Teo' });

test(
  'photo and Done in one tap, cut off and back: the step is done, its picture stands in the story once',
  { tag: '@long' },
  async ({ page }) => {
    await withCamera(page);
    await enterDemo(page, mokume.address, '/today');
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    await page.waitForTimeout(1100);
    const port = { MOKUME_PORT: new URL(mokume.address).port };
    await mokume.stop();
    await expect(page.getByText(/Mokume cannot be reached just now/)).toBeVisible();
    await card(page).getByRole('button', { name: 'Photo, and Done' }).click();
    const sheet = page.getByRole('dialog');
    await sheet.getByRole('radio', { name: 'Left side' }).check({ force: true });
    await sheet.getByLabel('A line to it').fill('a run at the foot');
    await sheet.getByRole('button', { name: 'Photo and Done' }).click();
    await expect(sheet).toBeHidden();
    await expect(page.getByRole('banner').getByRole('button', { name: '1 not yet sent' })).toBeVisible();
    await page.reload();
    await expect(page.getByRole('banner').getByRole('button', { name: '1 not yet sent' })).toBeVisible();
    await mokume.start(NOW, port);
    await expect(page.getByRole('banner').getByRole('button', { name: /not yet sent/ })).toBeHidden({
      timeout: 30_000,
    });

    await page.goto(`${mokume.address}/pieces/sideboard`);
    const picture = page.getByRole('img', { name: /^Left side: Paint, coat 1 of 2/ });
    await expect(picture).toHaveCount(1);
    await expect(page.getByText('a run at the foot')).toBeVisible();
    await picture.scrollIntoViewIfNeeded();
    await expect.poll(() => picture.evaluate((i: HTMLImageElement) => i.naturalWidth)).toBe(640);
  },
);

test('the photo of the same side as it came lies over the camera', { tag: '@long' }, async ({ page }) => {
  await withCamera(page);
  await enterDemo(page, mokume.address, '/pieces/sideboard/arrival');
  await page.getByLabel('Photo of the front').setInputFiles({
    name: 'front.png',
    mimeType: 'image/png',
    buffer: await page.screenshot(),
  });
  await expect(page.getByRole('img', { name: 'front as it came' }).first()).toBeVisible();
  await page.goto(`${mokume.address}/today`);
  await card(page).getByRole('button', { name: 'Photo, and Done' }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByLabel('Camera')).toBeVisible();
  const ghost = sheet.getByRole('img', { name: 'Front as it came, laid over the camera' });
  await expect(ghost).toHaveCSS('opacity', '0.4');
  await sheet.getByRole('radio', { name: 'Back' }).check({ force: true });
  await expect(ghost).toBeHidden();
});

test('what was done is made again on another piece, and found by its colour', { tag: '@long' }, async ({ page }) => {
  await enterDemo(page, mokume.address, '/pieces/blanket-box');
  await page.getByRole('button', { name: 'Make it again…' }).click();
  await expect(page).toHaveURL(/\/pieces\/new\?recipe=/);
  await expect(page.getByText('Mallow').first()).toBeVisible();
  await page.goto(`${mokume.address}/pieces`);
  await page.getByPlaceholder('any').fill('#9a6078');
  const found = page.getByRole('list', { name: 'Found' });
  await expect(found.getByRole('link', { name: 'Blanket box' })).toBeVisible();
  await expect(found).toContainText('1 × Matt decorative paint, 230 mL');
});
test(
  'a strip of a tried colour is photographed wet while Mokume is away; back, its photo stands beside it, also after a reload',
  { tag: '@long' },
  async ({ page }) => {
    await enterDemo(page, mokume.address, '/pieces/bookcase');
    await page.getByRole('button', { name: 'Try a colour' }).click();
    await page.getByRole('button', { name: 'Add the strip' }).click();
    const picture = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
      'base64',
    );
    await page.context().setOffline(true);
    await page
      .getByLabel(/Photo, wet/)
      .first()
      .setInputFiles({ name: 'strip.png', mimeType: 'image/png', buffer: picture });
    await expect(page.getByText(/not yet sent/i).first()).toBeVisible();
    await page.context().setOffline(false);
    const kept = page.getByRole('img', { name: /, wet$/ });
    await expect(kept).toBeVisible();
    await page.reload();
    await expect(kept).toBeVisible();
    await expect(page.getByText('wet again')).toBeVisible();
  },
);
