// node scripts/screenshots.mjs ADDRESS: the pictures in docs/screenshots, from the demo at a fixed clock.
import { chromium } from '@playwright/test';
import { chromiumOptions } from './lib/chromium.mjs';

const address = process.argv[2] ?? 'http://127.0.0.1:4170';
const browser = await chromium.launch(chromiumOptions());
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const SHOTS = [
  { name: 'plan', path: '/plan' },
  {
    name: 'step',
    path: '/plan',
    act: (p) =>
      p
        .getByTestId('lane-Wardrobe')
        .getByRole('button', { name: /^Paint, coat 1/ })
        .click(),
  },
  {
    name: 'plan-why',
    path: '/plan',
    act: async (p) => {
      await p.getByRole('button', { name: 'Why?' }).click();
      await p
        .getByTestId('alone')
        .getByText(/lone in the shop/)
        .waitFor();
    },
  },
  { name: 'plan-what-if', path: '/plan', act: whatIf },
  { name: 'today', path: '/today' },
  { name: 'pieces', path: '/pieces' },
  { name: 'piece', path: '/pieces/plan-chest', act: rehearsed },
  { name: 'new-piece', path: '/pieces/new', act: newChest },
  { name: 'route', path: '/pieces/bedstead/route', act: routeWithTrouble },
  { name: 'arrival', path: '/pieces/sideboard/arrival', act: photographed },
  { name: 'history', path: '/history', act: stepsBack },
  { name: 'house', path: '/house' },
  { name: 'shelf', path: '/shelf' },
  { name: 'evening', path: '/evening' },
  { name: 'shop', path: '/shop' },
  { name: 'phone-today', path: '/today', size: PHONE },
  { name: 'phone-piece', path: '/pieces/plan-chest', size: PHONE },
  { name: 'phone-find', path: '/find', size: PHONE, act: fiveTaps },
];

async function whatIf(page) {
  await page.getByRole('button', { name: 'What if…' }).click();
  await page.getByRole('list', { name: 'What moves' }).waitFor();
}

/** Some changes that move other pieces, the last of them taken back. */
async function stepsBack(page) {
  const { pieces, workshop } = await (await page.request.get(`${address}/api/view`)).json();
  const send = (method, path, body) =>
    page.request[method](`${address}/api${path}`, { data: { commandId: crypto.randomUUID(), consent: true, ...body } });
  const { version } = pieces.find((p) => p.id === 'corner-cupboard');
  await send('post', '/plan/afresh', {});
  await send('delete', '/pieces/corner-cupboard', { version });
  await send('put', '/planning', {
    version: workshop.version,
    frozen_hours: 24,
    preferences: { speed: 3, slack: 2, loads: 2, stability: 2 },
  });
  await page.getByRole('button', { name: /^Step back/ }).click();
  await page
    .getByText(/^Undid: /)
    .first()
    .waitFor();
  await page.getByRole('button', { name: /^Step back/ }).click();
  await page.waitForTimeout(9000);
}

async function newChest(page) {
  await page.getByRole('button', { name: 'Chest of drawers' }).click();
  await page.getByRole('radio', { name: 'Stained wood' }).check({ force: true });
  await page.getByRole('button', { name: 'Knots' }).click();
  await rehearsed(page);
}

/** Chances come from a few rehearsals first. */
async function rehearsed(page) {
  await page.getByText('from 200 rehearsals').waitFor({ timeout: 60_000 });
}

/** A clear coat put behind the paint where wax follows: what does not go together is told with its fix. */
async function routeWithTrouble(page) {
  await page
    .getByTestId('row-scuff')
    .getByRole('button', { name: /^\d+ ?Scuff/ })
    .click();
  await page.getByLabel('Leave it out, because').fill('the client wants it quick');
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await page
    .getByTestId('row-paint-2')
    .getByRole('button', { name: /^\d+ ?Paint/ })
    .click();
  await page.getByLabel('Coats of paint').selectOption('3');
}

/** A drawn stand-in for a photo of the piece's front. */
async function photographed(page) {
  const drawn = await page.evaluate(() => {
    const canvas = Object.assign(document.createElement('canvas'), { width: 1200, height: 900 });
    const c = canvas.getContext('2d');
    c.fillStyle = '#c9cdd2';
    c.fillRect(0, 0, 1200, 900);
    c.fillStyle = '#8c6239';
    c.fillRect(120, 260, 960, 460);
    c.strokeStyle = '#4a321c';
    c.lineWidth = 8;
    for (const x of [120, 440, 760]) c.strokeRect(x, 260, 320, 460);
    for (let y = 280; y < 720; y += 22) {
      c.lineWidth = 1.5;
      c.beginPath();
      c.moveTo(130, y);
      c.bezierCurveTo(400, y + 14, 700, y - 12, 1070, y + 6);
      c.stroke();
    }
    return canvas.toDataURL('image/png').split(',')[1];
  });
  const file = { name: 'front.png', mimeType: 'image/png', buffer: Buffer.from(drawn, 'base64') };
  await page.getByLabel('Photo of the front').setInputFiles(file);
  await page.getByRole('button', { name: 'Mark damage on this photo' }).click({ position: { x: 190, y: 110 } });
  await page.getByLabel('What is damaged here').fill('veneer chipped, 3 cm');
  await page.getByRole('button', { name: 'Mark it' }).click();
  await page.getByText('veneer chipped, 3 cm').waitFor();
  await page.waitForTimeout(9000);
}

async function fiveTaps(page) {
  for (const name of ['Sideboard', /^Sound/, '400', 'a month', '18'])
    await page
      .getByRole('button', { name, exact: typeof name === 'string' })
      .first()
      .click();
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
