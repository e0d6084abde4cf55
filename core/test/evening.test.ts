import { describe, expect, test } from 'vitest';
import {
  EMPTY_PLAN,
  eveningOf,
  firstShop,
  layingOut,
  nextWorkAfter,
  type Plan,
  type ShelfPaint,
  type ShopPiece,
  type ShopStep,
  type WorkState,
} from '../src/index.ts';
import { at, step } from './fixtures/smallShop.ts';

const shop = firstShop('Europe/Berlin', 'Rona');
const SLATE: ShelfPaint = {
  id: 'slate',
  name: 'Slate',
  hex: '#3f5c74',
  product: 'matt-paint',
  on_hand_litres: 0.3,
  can_litres: 1,
  can_cents: null,
  lead_days: 2,
};
const shopStep = (key: string, more: Partial<ShopStep> = {}): ShopStep =>
  ({
    ...step(key),
    id: `p.${key}`,
    key,
    acts: [],
    hands: 1,
    state: { kind: 'planned' },
    after: [],
    pin: {},
    ...more,
  }) as ShopStep;
const coat = (key: string, more: Partial<ShopStep> = {}) =>
  shopStep(key, { product: 'matt-paint', coat: 'paint', colour: '#3f5c74', method: 'brush', litres: 0.2, ...more });
const done = (until: number): WorkState => ({ kind: 'done', from: until - 30, until, by: ['owner'] });
const pieceOf = (steps: readonly ShopStep[], atHand: readonly string[] = []) =>
  ({ id: 'p', name: 'Chest', active: true, due: null, steps, atHand }) as unknown as ShopPiece & { atHand: string[] };
const planWith = (starts: Record<string, number>, dry: Record<string, object> = {}): Plan => ({
  ...EMPTY_PLAN,
  steps: Object.fromEntries(
    Object.entries(starts).map(([key, start]) => [
      `p.${key}`,
      { start, end: start + 30, people: ['owner'], stations: ['bench'], dry: dry[key] ?? {} },
    ]),
  ),
});

describe('laying out', () => {
  const lay = (
    steps: readonly ShopStep[],
    plan: Plan,
    more: Partial<typeof shop> = {},
    atHand: readonly string[] = [],
  ) => layingOut({ shop: { ...shop, ...more }, pieces: [pieceOf(steps, atHand)], plan }, at(1, 0), at(2, 0));
  const two = [coat('one'), coat('two')];
  const plan = planWith({ one: at(1, 9), two: at(1, 13) });

  test('coats of one paint are one cup, and one brush', () => {
    const [table] = lay(two, plan);
    expect(table!.cups).toMatchObject([{ coats: 2, can: null, portions: [{ litres: 0.4 }] }]);
    expect(table!.things.map((t) => [t.item.words, t.steps])).toEqual([['Brush', 2]]);
    expect(table!.steps.map((s) => s.step)).toEqual(['p.one', 'p.two']);
  });
  test('another colour is another cup and another brush', () => {
    const [table] = lay([coat('one'), coat('two', { colour: '#112233' })], plan);
    expect(table!.cups).toHaveLength(2);
    expect(table!.things).toHaveLength(2);
  });
  test('what has no colour is told apart by what it is for: a brush for primer, another for clear coat', () => {
    const plain = (key: string, product: string) => coat(key, { product, coat: 'clear', colour: null });
    const [table] = lay([plain('one', 'water-clear'), plain('two', 'shellac-primer')], plan);
    expect(table!.things.flatMap(({ item: i }) => (i.product ? [[i.words, i.product]] : []))).toEqual([
      ['Brush', 'water-clear'],
      ['Brush', 'shellac-primer'],
    ]);
  });
  test('a lamp is laid out for raking light, not for a photograph or a smell', () => {
    const look = (act: ShopStep['acts'][number]) =>
      lay([shopStep('look', { acts: [act] })], planWith({ look: at(1, 9) }))[0]!.things.map((t) => t.item.id);
    expect(look({ do: 'look', light: 'raking' })).toContain('lamp');
    expect(look({ do: 'look' })).not.toContain('lamp');
  });
  test('what the can lacks by then is told while it can still be bought, and not when there is enough', () => {
    expect(lay(two, plan, { paints: [SLATE] })[0]!.cups[0]!.short_litres).toBeCloseTo(0.1);
    expect(lay(two, plan, { paints: [{ ...SLATE, on_hand_litres: 0.4 }] })[0]!.cups[0]!.short_litres).toBe(0);
  });
  test('what nobody said is here stands as missing, and no longer once it was said', () => {
    const sand = shopStep('sand', { acts: [{ do: 'abrade', to: 'dull', grits: [220] }] } as Partial<ShopStep>);
    const missing = (atHand: readonly string[]) =>
      lay([sand], planWith({ sand: at(1, 9) }), {}, atHand)[0]!.things.find((t) => t.item.id === 'P220')!.missingFor;
    expect(missing([])).toEqual(['p']);
    expect(missing(['abrasive-220'])).toEqual([]);
  });
  test('only what is planned within the day, from its first minute to its last', () => {
    const steps = (start: number) => lay([coat('one')], planWith({ one: start })).length;
    expect([steps(at(1, 0) - 1), steps(at(1, 0)), steps(at(2, 0) - 1), steps(at(2, 0))]).toEqual([0, 1, 1, 0]);
  });
  test('the next work is the first step of another day', () => {
    const pieces = [pieceOf([coat('one'), coat('two')])];
    expect(nextWorkAfter(pieces, plan, at(1, 10))).toBe(at(1, 13));
    expect(nextWorkAfter(pieces, plan, at(2, 0))).toBeNull();
  });
});

describe('an evening', () => {
  const evening = (steps: readonly ShopStep[], plan: Plan, more: Partial<typeof shop> = {}) =>
    eveningOf(
      { shop: { ...shop, ...more }, pieces: [pieceOf(steps)], plan },
      at(0, 17),
      [at(0, 0), at(1, 0)],
      at(1, 9),
    );

  test('lids, and what cleans the brushes, are of what was opened today', () => {
    const today = evening([coat('one', { state: done(at(0, 16)) })], planWith({ one: at(0, 15) + 30 }));
    expect(today.opened).toEqual([{ product: 'matt-paint', colour: '#3f5c74' }]);
    expect(today.cleanUp).toEqual([{ with: 'water', products: [expect.any(String)] }]);
    expect(today.rags).toBe('wet');
    const yesterday = evening([coat('one', { state: done(at(0, 0) - 1) })], planWith({ one: at(0, 0) - 31 }));
    expect(yesterday.opened).toEqual([]);
  });
  test('water that washed something has no lid and cleans no brush', () => {
    const washed = shopStep('wash', { product: 'rinse-film', state: done(at(0, 16)) });
    const today = evening([washed], planWith({ wash: at(0, 15) }));
    expect([today.opened, today.cleanUp]).toEqual([[], []]);
    const spirit = shopStep('degrease', { product: 'white-spirit', state: done(at(0, 16)) });
    expect(evening([spirit], planWith({ degrease: at(0, 15) })).opened).toHaveLength(1);
  });
  test('after oil the rags are a danger', () => {
    const rags = (product: string) =>
      evening([coat('oil', { product, coat: 'oil', state: done(at(0, 16)) })], planWith({ oil: at(0, 15) })).rags;
    expect([rags('tung-oil'), rags('water-clear')]).toEqual(['oily', 'wet']);
  });
  test('cloths of a wash hang up too; where none was taken, there are none', () => {
    const of = (acts: ShopStep['acts']) =>
      evening([shopStep('s', { acts, state: done(at(0, 16)) })], planWith({ s: at(0, 15) })).rags;
    expect([of([{ do: 'wash' }]), of([{ do: 'buff' }]), of([{ do: 'turn' }]), of([])]).toEqual([
      'wet',
      'wet',
      null,
      null,
    ]);
  });
  test('what is begun and not finished is named, what is done is not', () => {
    const steps = [
      coat('running', { state: { kind: 'started', at: at(0, 16), by: ['owner'] } }),
      coat('laid', { state: { kind: 'planned', worked: { minutes: 10 } } }),
      coat('later'),
    ];
    expect(evening(steps, planWith({})).unfinished.map((u) => u.step)).toEqual(['p.running', 'p.laid']);
  });
  test('a film that dries over midnight in the cold says how long it stands still', () => {
    const [garage] = shop.places;
    const night = (low_c: number) => {
      const places = [{ ...garage!, typical: { ...garage!.typical, high_c: 14, low_c } }];
      const laid = coat('one', { state: done(at(0, 16)) });
      const plan = planWith({ one: at(0, 15) + 30 }, { one: { handle: at(1, 12) } });
      return evening([laid], plan, { places }).overnight[0]!.cold;
    };
    expect(night(12)).toBeNull();
    const cold = night(4)!;
    expect(cold.lowest_c).toBeLessThan(cold.below_c);
    expect(cold.hours).toBeGreaterThan(0);
    expect(cold.spans.reduce((n, s) => n + s.until - s.from, 0)).toBe(cold.hours * 60);
  });
  test('what is dry before midnight is nobody’s night', () => {
    const laid = coat('one', { state: done(at(0, 16)) });
    const until = (handle: number) => evening([laid], planWith({ one: at(0, 15) + 30 }, { one: { handle } })).overnight;
    expect(until(at(1, 0))).toEqual([]);
    expect(until(at(1, 0) + 1)).toHaveLength(1);
  });
});
