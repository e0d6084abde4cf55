import { expect, type Page, test } from '@playwright/test';
import { enterDemo, Mokume, startOwn } from './support/mokume.ts';

let mokume: Mokume;
test.beforeAll(async () => {
  mokume = await Mokume.create();
  await mokume.start('2026-03-10T11:12:00Z');
});
test.afterAll(() => mokume.stop());

const demo = (page: Page, path: string) => enterDemo(page, mokume.address, path);

test('the route is changed by its painter: coats, a struck step, a dragged row; then compared and put back', async ({
  page,
}) => {
  await demo(page, '/pieces/bedstead/route');
  const row = (key: string) => page.getByTestId(`row-${key}`);
  await row('paint-2')
    .getByRole('button', { name: /^\d+ ?Paint, coat 2/ })
    .click();
  await expect(page.getByText('Two coats: the colour hides this ground.')).toBeVisible();
  await page.getByLabel('Coats of paint').selectOption('3');
  await expect(row('paint-3')).toBeVisible();
  await expect(page.getByText('3 coats of paint')).toBeVisible();

  // Left out with a reason: the caution and what is lost stay in sight, and the conflict offers to put it back.
  await row('scuff')
    .getByRole('button', { name: /^\d+ ?Scuff sand/ })
    .click();
  await page.getByLabel('Leave it out, because').fill('sanded by the client');
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(row('scuff')).toBeHidden();
  await expect(page.getByText(/sanded by the client\. Lost: Paint holds/)).toBeVisible();
  const conflicts = page.getByRole('list', { name: 'What does not go together' });
  await expect(conflicts).toContainText('Without sanding the first coat may not hold.');
  await conflicts.getByRole('button', { name: 'Put it back' }).click();
  await expect(row('scuff')).toBeVisible();

  // Dragged by keyboard: the first coat of clear goes one row up.
  const handle = row('clear-body-1').getByRole('button', { name: /^Move Clear coat/ });
  await handle.focus();
  await page.keyboard.press('Space');
  await page.waitForTimeout(200);
  await page.keyboard.press('ArrowUp');
  await page.waitForTimeout(200);
  await page.keyboard.press('Space');
  await expect(page.getByText(/^Moved “Clear coat 1 of \d” behind “/)).toBeVisible();
  await page.getByRole('button', { name: /^Put back: Moved/ }).click();

  await page.getByRole('button', { name: 'Save and plan again' }).click();
  await expect(page.getByTestId('step-paint-3')).toBeVisible();
  await page.getByRole('link', { name: 'Change the route' }).click();
  await page.getByRole('button', { name: 'Put all back' }).click();
  await page.getByRole('button', { name: 'Save and plan again' }).click();
  await expect(page.getByTestId('step-paint-3')).toBeHidden();
});

test('a step of one’s own is added, and a film over wax is refused in words with a fix that changes the route', async ({
  page,
}) => {
  await demo(page, '/pieces/night-table/route');
  await page
    .getByTestId('row-buff-wax')
    .getByRole('button', { name: /^\d+ ?Buff the wax/ })
    .click();
  await page.getByText('Add a step behind it').click();
  await page.getByLabel('What is done').fill('One clear coat for luck');
  await page.getByLabel('Kind').selectOption({ label: 'A coat of clear' });
  await page.getByRole('button', { name: 'Add the step' }).click();
  const conflicts = page.getByRole('list', { name: 'What does not go together' });
  await expect(conflicts).toContainText('A film does not hold on wax: it peels like skin.');
  await conflicts.getByRole('button', { name: 'Leave that step out' }).first().click();
  await expect(conflicts).toBeHidden();
});

test('a finish is kept as a recipe and fits another piece', { tag: '@long' }, async ({ page }) => {
  await demo(page, '/pieces/bookcase/route');
  await page.getByLabel('Keep this finish as').fill('Chalk on knots');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Added Chalk on knots in the shop')).toBeVisible();
  await page.goto(`${mokume.address}/pieces/new`);
  await page.getByRole('button', { name: 'Wardrobe' }).click();
  await page.getByLabel('By recipe').selectOption({ label: 'Chalk on knots' });
  await expect(page.getByLabel('Colour: name')).toHaveValue('Chalk cliff');
});

test('a house rule is changed with both arguments and what it costs in sight', async ({ page }) => {
  await demo(page, '/house');
  const seal = page.getByRole('group', { name: 'Protect bodies with film or wax?' });
  await expect(seal).toContainText('no film ever goes over it');
  await expect(seal).toContainText(/\d.* · \d.*\sh · .* L \(.*\)/);
  await seal.getByRole('radio', { name: /^Wax/ }).check({ force: true });
  await page.getByRole('button', { name: 'Save the house rules' }).click();
  await expect(page.getByText(/Changed the house rules/)).toBeVisible();
  await page.getByLabel('Find a rule').fill('knots');
  await expect(page.getByText('two coats of shellac primer.').first()).toBeVisible();
});

test('products come from a file: bad lines are told by number, good ones looked at and brought in', async ({
  page,
}) => {
  await demo(page, '/shelf');
  await page.getByRole('button', { name: 'From or to a CSV file' }).click();
  const csv = [
    'name;family;base;touch_h;recoat_h;topcoat_h;use_d;cure_d;spread_m2_per_l',
    'Höfn matt;paint;water;0,5;2;12;3;30;11',
    'Wrong;potion;water;1;2;3;4;5;6',
  ].join('\r\n');
  // Windows Latin, decimal commas, semicolons: as an office program saves it.
  await page
    .getByLabel('CSV file')
    .setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(csv, 'latin1') });
  await expect(page.getByRole('alert')).toContainText('Line 3: Wrong: family “potion” is not one of');
  await expect(page.getByText('1 can be brought in: Höfn matt')).toBeVisible();
  await page.getByRole('button', { name: 'Bring in 1' }).click();
  await expect(page.getByRole('button', { name: /Höfn matt/ })).toBeVisible();
  await page.goto(`${mokume.address}/pieces/new`);
  await page.getByRole('button', { name: 'Box or chest' }).click();
  await page.getByRole('combobox', { name: /^Paint/ }).selectOption({ label: 'Höfn matt' });
  await expect(page.getByRole('complementary', { name: 'What it takes' })).toContainText('Höfn matt');
});

test('the arrival sheet: a photo, a mark on the damage, and the client’s word', { tag: '@long' }, async ({ page }) => {
  await demo(page, '/pieces/settle/arrival');
  const picture = await page.screenshot();
  await page.getByLabel('Photo of the front').setInputFiles({ name: 'p.png', mimeType: 'image/png', buffer: picture });
  await page.getByRole('button', { name: 'Mark damage on this photo' }).click();
  await page.getByLabel('What is damaged here').fill('left foot split');
  await page.getByRole('button', { name: 'Mark it' }).click();
  await expect(page.getByText('left foot split')).toBeVisible();
  await page.getByRole('button', { name: 'We agree' }).click();
  await expect(page.getByText(/Agreed by Maro on screen, today/)).toBeVisible();
});

test('a test on Today asks what it showed, and the route goes on from there', async ({ page }) => {
  await demo(page, '/pieces/bedstead');
  await page.getByTestId('step-lead-test').click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByText('What did it show?')).toBeVisible();
  await sheet.getByRole('button', { name: 'No lead found' }).click();
  await expect(page.getByText(/done on Bedstead: no lead found/).first()).toBeVisible();
  await expect(page.getByTestId('step-scuff')).not.toContainText('lead');
});

test('at the flea market: five taps give the highest price to pay', { tag: '@long' }, async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await demo(page, '/find');
  await page.getByRole('button', { name: 'Sideboard' }).click();
  await page.getByRole('button', { name: /^Sound/ }).click();
  await page.getByRole('button', { name: '400', exact: true }).click();
  await page.getByRole('button', { name: 'a month', exact: true }).click();
  await page.getByRole('button', { name: '15', exact: true }).click();
  await expect(page.getByRole('status')).toContainText(/At most \d+/);
  await page.getByRole('button', { name: '40', exact: true }).first().click();
  await expect(page.getByRole('status')).toContainText('Leave it there');
  await context.close();
});

// The two-minute run: nothing but taps, three measurements, a name; in the demo and in the second shop.
for (const shop of [
  { name: 'Quay shop', zone: 'Europe/Lisbon', units: 'metric' },
  { name: 'Back Garage', zone: 'Pacific/Auckland', units: 'us' },
] as const)
  test(
    `a newcomer gets a chest with a stained top and a chair set from nothing to a route: ${shop.name}`,
    { tag: '@long' },
    async ({ page }) => {
      await startOwn(page, mokume.address, shop);
      await page.getByRole('link', { name: 'Add a piece' }).click();
      await page.getByRole('button', { name: 'Chest of drawers' }).click();
      await page.getByLabel(/^Width/).fill(shop.units === 'us' ? '38' : '96');
      await page.getByRole('button', { name: 'Knots' }).click();
      await page.getByRole('radio', { name: 'Stained wood' }).check({ force: true });
      await page.getByLabel('Colour: hex').fill('#f4f2ec');
      const aside = page.getByRole('complementary', { name: 'What it takes' });
      await expect(aside).toContainText('Knots under a pale colour: two coats of shellac primer');
      await expect(aside).toContainText(shop.units === 'us' ? 'fl oz' : ' L');
      // A wish that does not go together is said where it is made, and one tap mends it.
      await page.getByText('Sheen, use, refusals').click();
      await page.getByRole('group', { name: 'Primer' }).getByRole('radio', { name: 'Never' }).check({ force: true });
      await expect(aside).toContainText('Knots come through a pale colour as yellow rings.');
      await aside.getByRole('button', { name: 'Prime after all' }).first().click();
      await expect(aside).toContainText('Prime, coat 2 of 2');
      await page.getByRole('button', { name: 'Put it in the plan' }).click();
      await expect(page.getByTestId('lane-Chest of drawers')).toBeVisible();
      await page.getByRole('link', { name: 'New piece' }).click();
      await page.getByRole('button', { name: 'Chair set' }).click();
      await page.getByRole('button', { name: 'Put it in the plan' }).click();
      await expect(page.getByTestId('lane-Chair set')).toBeVisible();
    },
  );
