import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { inShop } from '../../../test/inShop.tsx';
import { ImportProducts } from './ImportProducts.tsx';
import { MixesSection } from './MixesSection.tsx';
import { MixCup } from './MixCup.tsx';
import { PaintsSection } from './PaintsSection.tsx';

afterEach(cleanup);
const shop = {
  products: [],
  paints: [],
  mixes: [
    {
      id: 'm',
      name: 'Harbour',
      hex: '#7f8a8e',
      note: '',
      parts: [
        { name: 'Cliff', parts: 5 },
        { name: 'Petrol', parts: 2 },
        { name: 'Oxblood', parts: 1 },
      ],
    },
  ],
};
const view = { shop, versions: { 'mixes/m': 4 } } as never;

describe('a mix by parts', () => {
  test('0.4 L at 5:2:1 is 250, 100 and 50 mL, and any other batch is made the same', async () => {
    const { user } = inShop(<MixesSection />, { view });
    for (const ml of ['250 mL', '100 mL', '50 mL']) expect(screen.getByText(ml)).toBeInTheDocument();
    await user.clear(screen.getByLabelText(/^For litres/));
    await user.type(screen.getByLabelText(/^For litres/), '1,6');
    for (const ml of ['1000 mL', '400 mL', '200 mL']) expect(screen.getByText(ml)).toBeInTheDocument();
  });
  test('is saved with the version it was read at', async () => {
    const { user, command } = inShop(<MixesSection />, { view });
    await user.clear(screen.getByLabelText('Parts of Petrol'));
    await user.type(screen.getByLabelText('Parts of Petrol'), '2,5');
    await user.click(screen.getByRole('button', { name: 'Save Harbour' }));
    expect(command).toHaveBeenCalledWith(
      'PUT',
      '/shop/mixes/m',
      expect.objectContaining({ version: 4, parts: expect.arrayContaining([{ name: 'Petrol', parts: 2.5 }]) as never }),
    );
  });
  test.each([
    ['Parts of Cliff', 'many'],
    ['Parts of Cliff', '-1'],
    ['Part 1', ' '],
    ['Hex', 'grey'],
  ])('%s of “%s” is told and cannot be saved', async (label, typed) => {
    const { user, command } = inShop(<MixesSection />, { view });
    const field = screen.getByLabelText((words) => words.startsWith(label));
    await user.clear(field);
    await user.type(field, typed);
    expect((await screen.findAllByRole('alert')).length).toBeGreaterThan(0);
    await user.click(screen.getByRole('button', { name: 'Save Harbour' }));
    expect(command).not.toHaveBeenCalled();
  });
});

describe('products from a file', () => {
  const head = 'name;family;base;touch_h;recoat_h;topcoat_h;use_d;cure_d';
  const give = async (text: string) => {
    const onDone = vi.fn();
    const shown = inShop(<ImportProducts onDone={onDone} />, { view });
    await shown.user.upload(screen.getByLabelText('CSV file'), new File([text], 'mine.csv', { type: 'text/csv' }));
    return { ...shown, onDone };
  };
  test('semicolons and decimal commas are read; nothing is sent before it is looked at', async () => {
    const { user, command } = await give(`${head}\nBarn red;paint;water;0,5;2;12;3;30\nSlow;primer;oil;4;24;48;7;30\n`);
    expect(await screen.findByText(/2 can be brought in: Barn red, Slow/)).toBeInTheDocument();
    expect(command).not.toHaveBeenCalled();
    await user.click(screen.getByRole('button', { name: 'Bring in 2' }));
    expect(command).toHaveBeenCalledWith('POST', '/products', {
      products: [
        expect.objectContaining({ name: 'Barn red', stages_minutes: expect.objectContaining({ touch: 30 }) as never }),
        expect.objectContaining({ name: 'Slow' }),
      ],
    });
  });
  test('faulty lines are told by number, the good ones stay', async () => {
    await give(`${head}\nGood;paint;water;1;2;12;3;30\n\nBad;potion;water;1;2;12;3;30\n`);
    expect(await screen.findByText(/^Line 4: Bad: family “potion”/)).toBeInTheDocument();
    expect(screen.getByRole('button', { name: 'Bring in 1' })).toBeEnabled();
  });
  test('other columns, an empty file and ten thousand rows are each told, and nothing can be brought in', async () => {
    const rows = Array.from({ length: 10_000 }, (_, i) => `P${i};paint;water;1;2;12;3;30`).join('\n');
    for (const [text, words] of [
      ['colour;price\nred;4\n', /Missing: name, family/],
      ['', /Missing: name/],
      [`${head}\n${rows}`, /has 10000 rows; bring in at most 500/],
    ] as const) {
      await give(text);
      expect(await screen.findByText(words)).toBeInTheDocument();
      expect(screen.queryByRole('button', { name: /Bring in/ })).toBeNull();
      cleanup();
    }
  });
});

describe('a can on its way', () => {
  const noon = Date.UTC(2026, 2, 12, 11) / 60_000; // 12:00 in Berlin, before its clocks change
  const straw = {
    id: 's',
    name: 'Straw',
    hex: '#c9a53c',
    product: 'matt-paint',
    on_hand_litres: 0.5,
    can_litres: 2.5,
    can_cents: null,
    lead_days: 2,
    deliveries: [{ at: noon, litres: 1 }],
  };
  const shelf = {
    shop: { ...shop, paints: [straw], timeZone: 'Europe/Berlin', products: [] },
    pieces: [],
    plan: { steps: {} },
    versions: { 'paints/s': 2 },
    workshop: { units: 'metric' },
  } as never;
  const open = async () => {
    const { user, command } = inShop(<PaintsSection />, { view: shelf });
    await user.click(screen.getByRole('button', { name: /^Straw:/ }));
    return { user, command };
  };
  const sent = (command: { mock: { calls: unknown[][] } }) => command.mock.calls[0]?.[2] as Record<string, unknown>;

  test('stays when something else of the paint is changed', async () => {
    const { user, command } = await open();
    await user.clear(screen.getByLabelText('Days to get one'));
    await user.type(screen.getByLabelText('Days to get one'), '4');
    await user.click(screen.getByRole('button', { name: 'Save Straw' }));
    expect(sent(command)).toMatchObject({ lead_days: 4, deliveries: [{ at: noon, litres: 1 }] });
  });
  test.each(['1e9', '366', '-1', 'soon'])(
    'days of which there are no so many (%s) are told at their field',
    async (days) => {
      const { user } = await open();
      await user.clear(screen.getByLabelText('Days to get one'));
      await user.type(screen.getByLabelText('Days to get one'), days);
      expect(await screen.findByText('Whole days, or empty.')).toBeInTheDocument();
      expect(screen.getByRole('button', { name: 'Save Straw' })).toBeInTheDocument();
    },
  );
  test('a can that takes a year comes in a year', async () => {
    const { user, command } = await open();
    await user.clear(screen.getByLabelText('Days to get one'));
    await user.type(screen.getByLabelText('Days to get one'), '365');
    await user.click(screen.getByRole('button', { name: 'Another' }));
    await user.click(screen.getByRole('button', { name: 'Save Straw' }));
    const { deliveries } = sent(command) as { deliveries: { at: number }[] };
    expect(deliveries[1]!.at).toBeGreaterThan(deliveries[0]!.at + 300 * 1440);
  });
  test('is on the shelf once it is here', async () => {
    const { user, command } = await open();
    await user.click(screen.getByRole('button', { name: 'It is here' }));
    expect(sent(command)).toMatchObject({ on_hand_litres: 1.5, deliveries: [] });
  });
  test('without a day or an amount cannot be saved', async () => {
    const { user, command } = await open();
    await user.clear(screen.getByLabelText('Delivery 1, litres'));
    await user.click(screen.getByRole('button', { name: 'Save Straw' }));
    expect(await screen.findByText(/Each can needs the day it comes/)).toBeInTheDocument();
    expect(command).not.toHaveBeenCalled();
  });
  test.each([
    ['at noon it comes that day', noon, 1, 'Order by Wed: a new can takes 1 day.'],
    ['in the morning it has to be there the day before', noon - 60, 1, 'Order by Tue: a new can takes 1 day.'],
    ['sooner than it can come', noon, 5, 'A new can takes 5 days: too late for that day, order it now.'],
  ])('needed %s', (_, at, lead_days, words) => {
    const coat = {
      id: 'p.paint',
      title: 'Paint',
      product: 'matt-paint',
      colour: '#c9a53c',
      litres: 1,
      zones: ['base'],
    };
    const pieces = [{ id: 'p', name: 'Chest', active: true, steps: [{ ...coat, state: { kind: 'planned' } }] }];
    const paints = [{ ...straw, lead_days, deliveries: [] }];
    const plan = { steps: { 'p.paint': { start: at, end: at + 30 } } };
    inShop(<PaintsSection />, {
      view: { ...(shelf as object), shop: { ...(shelf as { shop: object }).shop, paints }, pieces, plan } as never,
    });
    expect(screen.getByText(/runs short by/).closest('li')).toHaveTextContent(words);
  });
});

test('what cannot be read in a cup is said at its field, counts as nothing poured, and stays as it was typed', async () => {
  const paint = (id: string, name: string, hex: string) => ({
    id,
    name,
    hex,
    product: 'matt-paint',
    on_hand_litres: 1,
    can_litres: 1,
    can_cents: null,
    lead_days: null,
    deliveries: [],
  });
  const paints = [paint('s', 'Straw', '#c9a53c'), paint('w', 'Chalk', '#f0ede2')];
  const view = { shop: { ...shop, paints }, versions: {}, workshop: { units: 'metric' } } as never;
  const begun = { key: 'fresh', name: '', product: null, parts: [], water_litres: 0 };
  const { user, container } = inShop(<MixCup begun={begun} onDone={() => {}} />, { view });
  const first = () => screen.getAllByRole('textbox', { name: /^mL/ })[0]!;
  await user.type(first(), 'abc');
  expect(screen.getByRole('alert')).toHaveTextContent('Enter 0 or more.');
  expect(container.innerHTML).not.toContain('NaN');
  await user.click(screen.getByRole('radio', { name: 'teaspoons' }));
  expect(screen.getByDisplayValue('abc')).toBeInTheDocument();
  await user.click(screen.getByRole('radio', { name: 'mL' }));
  await user.click(screen.getAllByRole('button', { name: /^\+/ })[0]!);
  expect(Number((first() as HTMLInputElement).value)).toBeGreaterThan(0);
  expect(screen.queryByRole('alert')).toBeNull();
});
