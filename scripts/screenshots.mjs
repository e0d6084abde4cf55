// node scripts/screenshots.mjs ADDRESS: the pictures in docs/screenshots, from the demo at a fixed clock.
import { chromium } from '@playwright/test';
import { chromiumOptions } from './lib/chromium.mjs';

const address = process.argv[2] ?? 'http://127.0.0.1:4170';
const browser = await chromium.launch(chromiumOptions());
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const SHOTS = [
  { name: 'plan', path: '/plan' },
  { name: 'plan-dark', path: '/plan', scheme: 'dark' },
  {
    name: 'step',
    path: '/plan',
    act: (p) =>
      p
        .getByTestId('lane-Wardrobe')
        .getByRole('button', { name: /^Paint, coat 1/ })
        .click(),
  },
  { name: 'today', path: '/today' },
  { name: 'pieces', path: '/pieces' },
  { name: 'piece', path: '/pieces/plan-chest' },
  { name: 'new-piece', path: '/pieces/new', act: newChest },
  { name: 'shop', path: '/shop' },
  { name: 'phone-today', path: '/today', size: PHONE },
  { name: 'phone-piece', path: '/pieces/plan-chest', size: PHONE },
];

async function newChest(page) {
  await page.getByRole('button', { name: 'Chest of drawers' }).click();
  await page.getByRole('radio', { name: 'Stained wood' }).check({ force: true });
  await page.getByRole('button', { name: 'Knots' }).click();
}

async function shoot({ name, path, size = DESK, scheme = 'light', act }) {
  const context = await browser.newContext({ viewport: size, colorScheme: scheme });
  const page = await context.newPage();
  await page.goto(address);
  if (path) {
    await page.getByRole('button', { name: /Look round the demo/ }).click();
    await page.getByRole('banner').getByText('Boat-shed workshop').waitFor();
    await page.goto(address + path);
  }
  await page.getByRole('heading', { level: 1 }).waitFor({ state: 'attached' });
  await page.waitForTimeout(800);
  await act?.(page);
  await page.waitForTimeout(600);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await context.close();
}

await shoot({ name: 'welcome' });
for (const shot of SHOTS) await shoot(shot);
await browser.close();
