import { expect, test } from 'vitest';
import { EMPTY_PLAN, type Plan, shelfDemand, type ShelfPaint, type ShopPiece, type ShopStep } from '../src/index.ts';
import { at, step } from './fixtures/smallShop.ts';

const can: ShelfPaint = {
  id: 'slate',
  name: 'Slate',
  hex: '#3F5C74',
  product: 'matt-paint',
  on_hand_litres: 0.5,
  can_litres: 1,
  can_cents: 3000,
  lead_days: 2,
};
const coat = (id: string, more: Partial<ShopStep> = {}) =>
  ({ ...step(id), product: 'matt-paint', colour: '#3f5c74', litres: 0.4, ...more }) as ShopStep;
const pieceOf = (steps: readonly ShopStep[], more: Partial<ShopPiece> = {}) =>
  ({ id: 'p', name: 'Chest', active: true, steps, ...more }) as ShopPiece;
const planOf = (starts: Record<string, number>): Plan => ({
  ...EMPTY_PLAN,
  steps: Object.fromEntries(
    Object.entries(starts).map(([id, start]) => [id, { start, end: start + 60, people: [], stations: [], dry: {} }]),
  ),
});
const two = [pieceOf([coat('one'), coat('two')])];
const plan = planOf({ one: at(0, 9), two: at(1, 9) });
const short = (paint: ShelfPaint, pieces = two) =>
  shelfDemand({ paints: [paint], products: [] }, pieces, plan)[0]!.short;

test('the coat that finds too little in the can is named, with how much is missing', () => {
  expect(shelfDemand({ paints: [can], products: [] }, two, plan)[0]!.needed_litres).toBeCloseTo(0.8);
  expect(short(can)).toMatchObject({ piece: 'p', step: 'two', at: at(1, 9) });
  expect(short(can)!.litres).toBeCloseTo(0.3);
});
test('a can that comes by the minute the coat starts is there for it, one that comes a minute later is not', () => {
  const coming = (t: number) => short({ ...can, deliveries: [{ at: t, litres: 1 }] });
  expect(coming(at(1, 9))).toBeNull();
  expect(coming(at(1, 9) + 1)).toMatchObject({ step: 'two' });
});
test('a can that comes too late does not make the next coat short as well: only what is missing in the end is asked for', () => {
  const late = short({ ...can, deliveries: [{ at: at(2, 9), litres: 0.2 }] })!;
  expect(late.litres).toBeCloseTo(0.3);
});
test('exactly enough is enough', () => {
  expect(short({ ...can, on_hand_litres: 0.8 })).toBeNull();
  expect(short({ ...can, on_hand_litres: 0.79 })).toMatchObject({ step: 'two' });
});
test('coats already on, pieces that left and other colours or products take nothing', () => {
  const done = { kind: 'done', from: at(0, 9), until: at(0, 10), by: ['ada'] } as const;
  const none = (s: ShopStep, more: Partial<ShopPiece> = {}) =>
    expect(shelfDemand({ paints: [can], products: [] }, [pieceOf([s], more)], plan)[0]!.needed_litres).toBe(0);
  none(coat('one', { state: done }));
  none(coat('one', { colour: '#ffffff' }));
  none(coat('one', { product: 'clear-satin' }));
  none(coat('one'), { active: false });
});
test('coats are served in the order they are planned, not in the order they are listed', () => {
  const swapped = shelfDemand({ paints: [can], products: [] }, two, planOf({ one: at(3, 9), two: at(1, 9) }))[0]!;
  expect(swapped.short).toMatchObject({ step: 'one', at: at(3, 9) });
});
