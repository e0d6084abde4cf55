import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import type { ReactNode } from 'react';
import { inShop } from '../../../test/inShop.tsx';
import { AreaSum } from './AreaSum.tsx';
import { FilmSum } from './FilmSum.tsx';
import { FindSum } from './FindSum.tsx';
import { GritSum } from './GritSum.tsx';
import { HandleSum } from './HandleSum.tsx';
import { HardwareCostSum } from './HardwareCostSum.tsx';
import { MixSum } from './MixSum.tsx';
import { PaintSum } from './PaintSum.tsx';
import { PriceSum } from './PriceSum.tsx';
import { SheetSum } from './SheetSum.tsx';
import { StripSum } from './StripSum.tsx';
import { WorthSum } from './WorthSum.tsx';

afterEach(cleanup);

/** A label also holds its hint; what comes before it must be the words. */
const exactly = (label: string) => (words: string) => words.startsWith(label);

/** Opens one sum, types figures by label, and reads the answer as a person would. */
function answerOf(sum: ReactNode, typed: Readonly<Record<string, string>> = {}, units?: 'metric' | 'us') {
  inShop(sum, units ? { units } : {});
  for (const [label, value] of Object.entries(typed))
    fireEvent.change(screen.getByLabelText(exactly(label)), { target: { value } });
  return screen.getByRole('status').textContent ?? '';
}

describe('paint for an area', () => {
  const some = { 'Area, m²': '4.5', Coats: '2', 'Lost, %': '10', 'Can, litres': '0.75' };
  test('4.5 m² twice at 10 m²/L with a tenth lost is 1 L: two cans of 0.75 L, half a litre over', () => {
    const said = answerOf(<PaintSum />, some);
    expect(said).toMatch(/^1(\.0)? L/);
    expect(said).toContain('2 cans, 0.50 L left over.');
  });
  test('what is not drawn of many cans is said', () => {
    const of = (area: string) =>
      answerOf(<PaintSum />, { ...some, 'Lost, %': '0', Coats: '1', 'Area, m²': area, 'Can, litres': '1' });
    expect(of('140')).not.toContain('more');
    cleanup();
    expect(of('150')).toMatch(/and 1 more.*15 cans/);
  });
  test('the cheapest way to buy it may be the larger can', () => {
    const said = answerOf(<PaintSum />, {
      ...some,
      'Cans sold as (size at price), to find the cheapest': '0.5 at 14.50; 1 at 26; 2.5 at 49',
    });
    expect(said).toMatch(/Cheapest: 1 × 1(\.0)? L, 26\.00/);
  });
  test('feet and quarts for a shop that uses them: 48.4 ft² is 4.5 m², 1 L is 1.06 qt', () => {
    const said = answerOf(
      <PaintSum />,
      { 'Area, ft²': '48.44', Coats: '2', 'Lost, %': '10', 'Can, quarts': '1' },
      'us',
    );
    expect(said).toMatch(/2 cans/);
    expect(said).not.toMatch(/\bL\b/);
  });
  test.each([
    [{ 'Can, litres': '0' }, 'Can: enter more than 0.'],
    [{ 'Lost, %': '100' }, 'Lost: enter 0 to 99 %.'],
    [{ Coats: '1.5' }, 'Coats: enter a whole number.'],
    [{ 'Area, m²': '-2' }, 'Area: enter 0 or more.'],
    [
      { 'Cans sold as (size at price), to find the cheapest': '0.5 at 0' },
      'Cans: enter them like 0.5 at 14.50; 1 at 26.',
    ],
    [
      { 'Cans sold as (size at price), to find the cheapest': '1 at 1; 2 at 2; 3 at 3; 4 at 4; 5 at 5; 6 at 6' },
      'Cans: give at most 5 sizes.',
    ],
    [
      { 'Cans sold as (size at price), to find the cheapest': 'half a litre' },
      'Cans: enter them like 0.5 at 14.50; 1 at 26.',
    ],
  ])('%o is answered with what to enter', (typed, words) => {
    expect(answerOf(<PaintSum />, typed)).toBe(words);
  });
  test('a comma is a decimal point, and letters are told at the field', () => {
    expect(answerOf(<PaintSum />, { ...some, 'Area, m²': '4,5' })).toMatch(/^1(\.0)? L/);
    cleanup();
    answerOf(<PaintSum />, { Coats: 'two' });
    expect(screen.getByText('Enter a number.')).toBeInTheDocument();
  });
});

describe('wet film', () => {
  // wet = dry × (100 + thinner) / volume solids: the usual formula of wet film gauges (ASTM D4414), from memory.
  test('40 µm dry at 38 % solids thinned by a tenth is 116 µm wet', () => {
    expect(
      answerOf(<FilmSum />, { 'Dry film wanted, µm': '40', 'Volume solids, %': '38', 'Thinned by, %': '10' }),
    ).toContain('116 µm wet');
  });
  test('1.5 mil dry at half solids, unthinned, is 3.0 mil wet', () => {
    expect(
      answerOf(<FilmSum />, { 'Dry film wanted, mil': '1.5', 'Volume solids, %': '50', 'Thinned by, %': '0' }, 'us'),
    ).toContain('3.0 mil wet');
  });
  test('paint without solids is refused', () => {
    expect(answerOf(<FilmSum />, { 'Volume solids, %': '0' })).toBe('Volume solids: enter 1 to 100 %.');
  });
});

describe('mix by parts', () => {
  test('0.4 L at 3:1 is 300 mL and 100 mL', () => {
    const said = answerOf(<MixSum />, { 'Batch, litres': '0.4', Parts: '3:1' });
    expect(said).toContain('300 mL');
    expect(said).toContain('100 mL');
  });
  test('in fluid ounces the ratio is seen in the figures, in a cup as in a bucket', async () => {
    inShop(<MixSum />, { units: 'us' });
    // 0.42 quarts are 13.44 fluid ounces (32 to the quart): three parts to one.
    expect(await screen.findByText('10.1 fl oz')).toBeInTheDocument();
    expect(screen.getByText('3.4 fl oz')).toBeInTheDocument();
    fireEvent.change(screen.getByLabelText('Batch, quarts'), { target: { value: '2' } });
    expect(await screen.findByText('48.0 fl oz')).toBeInTheDocument();
    expect(screen.getByText('16.0 fl oz')).toBeInTheDocument();
  });
  test('a usual mix is one tap', async () => {
    const { user } = inShop(<MixSum />);
    await user.clear(screen.getByLabelText(exactly('Batch, litres')));
    await user.type(screen.getByLabelText(exactly('Batch, litres')), '0.9');
    await user.click(screen.getByRole('button', { name: /8:1/ }));
    expect(screen.getByRole('status')).toHaveTextContent(/800 mL.*100 mL/);
  });
  test.each([
    ['0:0', 'Parts: not all can be 0.'],
    ['3', 'Parts: enter them like 3:1 or 2:1:1.'],
    ['three:one', 'Parts: enter them like 3:1 or 2:1:1.'],
  ])('parts of %s are answered with what to enter', (parts, words) => {
    expect(answerOf(<MixSum />, { Parts: parts })).toBe(words);
  });
});

describe('grit ladder', () => {
  // A step up to about 1.5 times the number takes the scratches out, beyond 2 it leaves them. Common practice.
  test.each([
    ['80-120-180-220', 0],
    ['80-220', 1],
    ['80-120-320', 1],
  ])('%s: steps too far %i', (grits, tooFar) => {
    answerOf(<GritSum />, { 'Grits, coarse to fine': grits });
    expect(screen.queryAllByText(/too far/)).toHaveLength(tooFar);
  });
  test('one grit is no ladder', () => {
    expect(answerOf(<GritSum />, { 'Grits, coarse to fine': '120' })).toBe('Enter grits like 80-120-180-220.');
  });
});

describe('handles and holes', () => {
  const four = { Fronts: '4', 'On each': '2', 'On hand': '7', Spare: '1', 'Old spacing, mm': '96' };
  test('eight wanted, seven there, one spare: two to buy, into the old holes', () => {
    const said = answerOf(<HandleSum />, { ...four, 'New spacing, mm': '96' });
    expect(said).toContain('Buy 2');
    expect(said).toContain('New handles go into the old holes.');
  });
  test('holes sit evenly about the quarters of the front', () => {
    const said = answerOf(<HandleSum />, { ...four, 'Front wide, mm': '800', 'New spacing, mm': '100' });
    expect(said).toContain('Holes at 150.0 mm, 250.0 mm, 550.0 mm, 650.0 mm from the left edge');
  });
  test('2 mm to the side the 5 mm holes overlap by 3: plug before drilling', () => {
    expect(answerOf(<HandleSum />, { ...four, 'New spacing, mm': '100' })).toContain('overlap by 3.0 mm: plug');
  });
  test('16 mm to the side they stay 11 mm clear: fill and drill', () => {
    expect(answerOf(<HandleSum />, { ...four, 'New spacing, mm': '64' })).toContain('11.0 mm clear');
  });
  test('a front is ten metres wide at most', () => {
    expect(answerOf(<HandleSum />, { ...four, 'Front wide, mm': '10000' })).toContain('Buy 2');
    cleanup();
    expect(answerOf(<HandleSum />, { ...four, 'Front wide, mm': '10001' })).toBe('Lengths: enter at most 10000.0 mm.');
  });
  test('a handle wider than its front is refused', () => {
    expect(answerOf(<HandleSum />, { ...four, 'Front wide, mm': '150', 'New spacing, mm': '96' })).toMatch(
      /wider than the front/,
    );
  });
});

describe('sheets', () => {
  const panel = { 'Panel wide, cm': '80', 'Panel tall, cm': '18', 'How many alike': '4' };
  const sheet = { 'Sheet wide, cm': '50', 'Sheet tall, cm': '70', 'Pattern repeats, cm': '0', 'Gap, cm': '0' };
  test('four drawer fronts of 80 × 18 from sheets of 50 × 70: eight pieces, three from a sheet', () => {
    const said = answerOf(<SheetSum />, { ...panel, ...sheet, 'Laid how often': '1' });
    expect(said).toContain('3 sheets');
    expect(said).toContain('8 pieces to cut and lay');
  });
  test('a stamp laid twice needs half as many', () => {
    expect(answerOf(<SheetSum />, { ...panel, ...sheet, 'Laid how often': '2' })).toContain('2 sheets');
  });
  test('a panel without height is refused', () => {
    expect(answerOf(<SheetSum />, { 'Panel tall, cm': '0' })).toMatch(/enter its height/);
  });
});

describe('money', () => {
  test('ways to settle the hardware come cheapest first: 24.00 cleaned, 34.80 repainted, 70.00 new', () => {
    answerOf(<HardwareCostSum />, { 'Pieces of hardware': '8', 'An hour costs': '24' });
    expect(screen.getAllByRole('listitem').map((li) => /\d+\.\d\d/.exec(li.textContent ?? '')?.[0])).toEqual([
      '24.00',
      '34.80',
      '70.00',
    ]);
  });
  const quote = {
    'Bought for': '30',
    Materials: '40',
    Hardware: '10',
    'Hands-on hours': '5',
    'An hour costs': '20',
    'Tax, %': '20',
    'Deposit, %': '50',
  };
  test('a cost of 180 with a quarter margin is 240 net, 288 with tax, half of it first', () => {
    const said = answerOf(<PriceSum />, { ...quote, 'Margin, %': '25' });
    expect(said).toContain('240.00 net, 288.00 with tax');
    expect(said).toContain('Deposit 144.00, rest 144.00.');
  });
  test('what is bought for 1,200 costs twelve hundred, not one and a fifth', () => {
    expect(answerOf(<PriceSum />, { ...quote, 'Bought for': '1,200', 'Margin, %': '0' })).toContain('1350.00 net');
    cleanup();
    expect(answerOf(<PriceSum />, { ...quote, 'Bought for': '1,20', 'Margin, %': '0' })).toContain('151.20 net');
  });
  test('the same share as markup is 225: margin is of the price, markup of the cost', async () => {
    const { user } = inShop(<PriceSum />);
    for (const [label, value] of Object.entries(quote)) {
      await user.clear(screen.getByLabelText(exactly(label)));
      await user.type(screen.getByLabelText(exactly(label)), value);
    }
    await user.click(screen.getByRole('radio', { name: 'Markup' }));
    expect(screen.getByRole('status')).toHaveTextContent('225.00 net');
  });
  test('nothing can be sold at a margin of 100 %', () => {
    expect(answerOf(<PriceSum />, { 'Margin, %': '100' })).toBe('Margin: enter 0 to 99 %.');
  });
  test('320 less booth, piece and materials leaves 189 for 6.5 h: 29.08 an hour', () => {
    const said = answerOf(<WorthSum />);
    expect(said).toMatch(/^Yes, worth doing/);
    expect(said).toContain('leaves 189.00');
    expect(said).toContain('29.08 an hour');
  });
  test('when it is not worth doing, the price at which it would be is said', () => {
    const said = answerOf(<WorthSum />, { 'Sells for': '150' });
    expect(said).toMatch(/^Not worth doing/);
    expect(said).toMatch(/buying price of (less than nothing|\d)/);
  });
  test('a find that sells for 240 in 30 days: at most 57', () => {
    expect(answerOf(<FindSum />)).toContain('At most 57.00');
  });
  test('and one to leave where it is', () => {
    expect(answerOf(<FindSum />, { 'It will sell for': '90' })).toContain('Leave it there');
  });
});

describe('areas and stripping', () => {
  test('twice as deep a chest has more to paint, and no depth is refused by name', async () => {
    const outside = async (depth: string) => {
      const said = answerOf(<AreaSum />, { 'Depth, cm': depth });
      cleanup();
      return Number(/^([\d.]+) m² to paint outside/.exec(said)?.[1]);
    };
    expect(await outside('90')).toBeGreaterThan((await outside('45')) * 1.3);
    expect(answerOf(<AreaSum />, { 'Depth, cm': '0' })).toBe('Depth: enter more than 0.');
  });
  test('more layers take more rounds and the warning stands beside them', () => {
    const one = answerOf(<StripSum />, { 'Old layers': '1' });
    expect(one).toContain('in 1 round');
    cleanup();
    const many = answerOf(<StripSum />, { 'Old layers': '6' });
    expect(Number(/in (\d+) rounds/.exec(many)?.[1])).toBeGreaterThan(1);
    expect(many).toMatch(/gloves, goggles, fresh air/);
  });
});

const SUMS: readonly (readonly [string, () => ReactNode])[] = [
  ['area', () => <AreaSum />],
  ['wet film', () => <FilmSum />],
  ['find', () => <FindSum />],
  ['grits', () => <GritSum />],
  ['handles', () => <HandleSum />],
  ['hardware', () => <HardwareCostSum />],
  ['mix', () => <MixSum />],
  ['paint', () => <PaintSum />],
  ['price', () => <PriceSum />],
  ['sheets', () => <SheetSum />],
  ['stripping', () => <StripSum />],
  ['worth', () => <WorthSum />],
];
describe.each(SUMS)('the sum of %s', (_, sum) => {
  test.each(['metric', 'us'] as const)('finds no fault with what stands there first, %s', (units) => {
    inShop(sum(), { units });
    expect(screen.queryAllByRole('alert').map((a) => a.textContent)).toEqual([]);
  });
  test('answers whatever is typed in any of its fields, in words and figures, and in a drawing that can be drawn', () => {
    const { container } = inShop(sum());
    const sold = '0.01 at 1; 0.02 at 2; 0.03 at 3';
    for (const field of screen.getAllByRole('textbox')) {
      const first = (field as HTMLInputElement).value;
      for (const value of ['', 'abc', '-5', '0', '0.0001', '12,5', '99999', '1e9', '1e300', '8-12', sold]) {
        fireEvent.change(field, { target: { value } });
        expect(container.textContent).not.toMatch(/NaN|Infinity|undefined|\de\+\d|RangeError/);
        expect(container.querySelectorAll('*').length).toBeLessThan(3000);
      }
      fireEvent.change(field, { target: { value: first } });
    }
  });
});
test('a figure that has lost its point is told so at its field, and one just as large as any is not', () => {
  expect(answerOf(<PaintSum />, { 'Area, m²': '100001' })).toBe('Enter at most 100,000.');
  expect(screen.getByRole('alert')).toHaveTextContent('Enter at most 100,000.');
  cleanup();
  expect(answerOf(<PaintSum />, { 'Area, m²': '100000' })).toMatch(/^[\d,.]+ L/);
});
test('a panel is cut into at most a thousand pieces, and the cheapest cans are looked for up to twenty litres', () => {
  const sheet = { 'Sheet wide, cm': '10', 'Sheet tall, cm': '20', 'Panel tall, cm': '20', 'How many alike': '1' };
  expect(answerOf(<SheetSum />, { ...sheet, 'Panel wide, cm': '10000' })).toContain('1000 pieces to cut');
  cleanup();
  expect(answerOf(<SheetSum />, { ...sheet, 'Panel wide, cm': '10001' })).toMatch(/more than a thousand pieces/);
  cleanup();
  const cans = {
    Coats: '1',
    'Lost, %': '0',
    'Cans sold as (size at price), to find the cheapest': '0.01 at 1; 0.02 at 2',
  };
  expect(answerOf(<PaintSum />, { ...cans, 'Area, m²': '200' })).toMatch(/Cheapest: .*2000\.00/);
  cleanup();
  expect(answerOf(<PaintSum />, { ...cans, 'Area, m²': '200.1' })).toMatch(/Which cans are cheapest is said up to 20/);
});
