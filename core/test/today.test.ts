import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  type Alarm,
  alarmsOf,
  dryingFilms,
  EMPTY_PLAN,
  expectedAtPace,
  firstShop,
  handsOf,
  mixOf,
  minutesLeft,
  partsOf,
  type Plan,
  portionsOf,
  problemOf,
  productById,
  readyByPlace,
  type ShopPiece,
  type ShopStep,
  takenOf,
  type Window,
  windowsOf,
  workedBy,
  type WorkState,
} from '../src/index.ts';
import { at, step } from './fixtures/smallShop.ts';

const done = (from: number, until: number): WorkState => ({ kind: 'done', from, until, by: ['owner'] });
const pieceOf = (...steps: ShopStep[]): ShopPiece =>
  ({
    id: 'p',
    name: 'Chest',
    kind: 'client',
    arrival: 0,
    due: null,
    promised: false,
    active: true,
    steps,
  }) as ShopPiece;
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
const planWith = (steps: Plan['steps']): Plan => ({ ...EMPTY_PLAN, steps });
const place = (start: number, end: number, dry = {}) => ({ start, end, people: ['owner'], stations: [], dry });

describe('windows', () => {
  const wax = shopStep('wax', { product: 'clear-wax', coat: 'wax', state: done(at(0, 9), at(0, 10)) });
  const wipe = shopStep('wipe', { after: [{ step: 'wax', from: 'end', min_minutes: 15, max_minutes: 20 }] });
  const plan = planWith({ 'p.wax': place(at(0, 9), at(0, 10)), 'p.wipe': place(at(0, 10) + 15, at(0, 10) + 25) });
  const windows = (now: number, ...steps: ShopStep[]) =>
    windowsOf({ pieces: [pieceOf(...steps)], products: [], plan }, now);

  test('a window is told from when its last forerunner is done until it is used', () => {
    expect(windows(at(0, 10), wax, wipe)).toMatchObject([
      { step: 'p.wipe', opens: at(0, 10) + 15, closes: at(0, 10) + 20, rescue: null },
    ]);
    expect(windows(at(0, 10), { ...wax, state: { kind: 'planned' } }, wipe)).toEqual([]);
    expect(windows(at(0, 10), wax, { ...wipe, state: done(0, 1) })).toEqual([]);
  });
  test('what only had to wait is told until it may begin, and not a minute longer', () => {
    const later = { ...wipe, after: [{ ...wipe.after[0]!, max_minutes: null }] };
    expect(windows(at(0, 10) + 14, wax, later)).toHaveLength(1);
    expect(windows(at(0, 10) + 15, wax, later)).toEqual([]);
  });
  test('a coat that may be laid over only so long without sanding says what a later start costs', () => {
    const long = [...productById.values()].find((p) => p.recoatMax_minutes !== null && p.family === 'clear')!;
    const first = shopStep('clear-1', { product: long.id, coat: 'clear', state: done(at(0, 9), at(0, 10)) });
    const second = shopStep('clear-2', {
      product: long.id,
      coat: 'clear',
      after: [{ step: 'clear-1', from: 'recoat', min_minutes: 0, max_minutes: null }],
    });
    const dry = planWith({ 'p.clear-1': place(at(0, 9), at(0, 10), { recoat: at(0, 12) }) });
    const [w] = windowsOf({ pieces: [pieceOf(first, second)], products: [], plan: dry }, at(0, 11));
    expect(w).toMatchObject({ opens: at(0, 12), closes: at(0, 10) + long.recoatMax_minutes!, rescue: { minutes: 15 } });
  });
  test('a film is drying up to its last minute', () => {
    const next = shopStep('buff', { after: [{ step: 'wax', from: 'recoat', min_minutes: 0, max_minutes: null }] });
    const dry = planWith({ 'p.wax': place(at(0, 9), at(0, 10), { recoat: at(0, 12), handle: at(0, 18) }) });
    const films = (now: number) => dryingFilms({ pieces: [pieceOf(wax, next)], products: [], plan: dry }, now);
    expect(films(at(0, 12) - 1)).toMatchObject([{ step: 'p.wax', ready: at(0, 12), next: 'p.buff', isLaid: true }]);
    expect(films(at(0, 12))).toEqual([]);
  });
});

describe('alarms', () => {
  const window = (opens: number, closes: number | null): Window => ({
    piece: 'p',
    step: 'p.s',
    opens,
    closes,
    rescue: null,
  });
  const told = (w: Window) => alarmsOf([w]).map(({ kind, at: when }) => [kind, when]);

  test('five minutes before it opens, when it opens, and twice before it closes', () => {
    expect(told(window(100, 400))).toEqual([
      ['soon', 95],
      ['opens', 100],
      ['closing', 370],
      ['last', 390],
    ]);
    expect(told(window(100, null))).toEqual([
      ['soon', 95],
      ['opens', 100],
    ]);
  });
  test('in a window of any length both warnings fall within it, in order, and no two alarms share an id', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e6 }), fc.integer({ min: 4, max: 5000 }), (opens, length) => {
        const alarms = alarmsOf([window(opens, opens + length)]);
        const when = (kind: Alarm['kind']) => alarms.find((a) => a.kind === kind)!.at;
        expect(when('closing')).toBeGreaterThanOrEqual(opens);
        expect(when('last')).toBeGreaterThanOrEqual(when('closing'));
        expect(when('last')).toBeLessThan(opens + length);
        expect(new Set(alarms.map((a) => a.id)).size).toBe(alarms.length);
      }),
    );
  });
});

describe('what is poured', () => {
  const matt = productById.get('matt-paint')!;
  test('straight from the can with a brush; thinned on top of it for the sprayer, half a cup a quart', () => {
    expect(portionsOf({ litres: 0.4, method: 'brush' }, matt)).toEqual([{ name: matt.name, litres: 0.4 }]);
    // Half a US cup in a US quart is an eighth. Source: NIST Handbook 44, appendix C.
    expect(portionsOf({ litres: 0.4, method: 'spray' }, matt)[1]).toEqual({ name: 'water', litres: 0.05 });
  });
  test('a wash is as much water as it says; powder paint is half water, and only the powder comes off the shelf', () => {
    const wash = { litres: 0.1, method: 'wipe', water_pct: 80 };
    expect(portionsOf(wash, productById.get('water-glaze')!).map((p) => p.litres)).toEqual([
      expect.closeTo(0.02),
      expect.closeTo(0.08),
    ]);
    const powder = productById.get('powder-paint')!;
    expect(takenOf({ litres: 0.3, method: 'brush' }, powder)).toBeCloseTo(0.15);
    expect(takenOf({ litres: 0.3, method: 'brush' }, undefined)).toBe(0.3);
  });
  test('what is poured is never less than what is laid', () => {
    for (const p of productById.values())
      for (const method of ['brush', 'roll', 'spray'])
        expect(portionsOf({ litres: 0.3, method }, p).reduce((n, x) => n + x.litres, 0)).toBeGreaterThan(0.2999);
  });
});

describe('what the hands take up', () => {
  const words = (more: Partial<ShopStep>) =>
    handsOf(shopStep('s', more), productById, (id) => id).items.map((i) => i.words);
  test('every paper of a sanding, and the mask for its dust', () => {
    const sand = { dusty: true, acts: [{ do: 'abrade', to: 'bare', grits: [80, 120] }] } as Partial<ShopStep>;
    expect(words(sand)).toEqual(['Dust mask', 'Paper P80', 'Paper P120']);
  });
  test('a roller comes with a brush for the edges; oil-based paint asks for fresh air', () => {
    expect(words({ product: 'matt-paint', coat: 'paint', method: 'roll' })).toEqual([
      'Roller',
      'Brush for edges and details',
    ]);
    const oil = [...productById.values()].find((p) => p.base === 'oil' && p.family === 'clear')!;
    expect(words({ product: oil.id, coat: 'clear', method: 'brush' })).toContain('Fresh air, no flame near');
  });
  test('mixing says how much of what: for the coats laid from it, not for those of the next mix', () => {
    const coat = (key: string) =>
      shopStep(key, { product: 'powder-paint', coat: 'paint', method: 'brush', litres: 0.2, colour: '#112233' });
    const mix = (key: string) => shopStep(key, { mixes: 'powder-paint' });
    const steps = [mix('m1'), coat('c1'), shopStep('rub'), coat('c2'), mix('m2'), coat('c3')];
    const half = (n: number, of: number) => mixOf(steps[n]!, steps, productById)!.portions.map((p) => p.litres / of);
    expect(half(0, 0.2)).toEqual([1, 1]);
    expect(half(4, 0.1)).toEqual([1, 1]);
    expect(mixOf(steps[0]!, steps, productById)).toMatchObject({
      product: 'powder-paint',
      litres: 0.4,
      colour: '#112233',
    });
    expect(mixOf(steps[1]!, steps, productById)).toBeNull();
    expect(mixOf(mix('m3'), [...steps, mix('m3')], productById)).toBeNull();
  });
  test('a brush is one for each colour', () => {
    const brush = (colour: string) =>
      handsOf(shopStep('s', { product: 'matt-paint', coat: 'paint', method: 'brush', colour }), productById, (id) => id)
        .items[0]!.id;
    expect(brush('#112233')).not.toBe(brush('#112234'));
  });
});

describe('a step that is worked in several sittings', () => {
  const people = [{ id: 'owner', skills: { prep: 2 } }];
  const started = (more: object = {}) => ({ kind: 'started', at: at(0, 9), by: ['owner'], ...more }) as const;
  const sanding = (state: WorkState) => ({ work_minutes: 60, skill: 'prep', state }) as const;

  test('what was worked counts at the speed of who did it, and something is always left to do', () => {
    expect(workedBy(sanding(started()) as never, people, at(0, 9) + 10, 1)).toEqual({ minutes: 20 });
    expect(workedBy(sanding(started()) as never, people, at(0, 15), 1)).toEqual({ minutes: 55 });
    expect(minutesLeft(sanding({ kind: 'planned', worked: { minutes: 20 } }), people)).toBe(40);
    expect(minutesLeft(sanding({ kind: 'planned', worked: { minutes: 60 } }), people)).toBe(5);
  });
  test('of a set the finished parts count, not the clock', () => {
    const four = started({ parts: 4 });
    expect(workedBy(sanding(four) as never, people, at(0, 9) + 5, 6)).toEqual({ minutes: 40, parts: 4 });
  });
  test('at the pace of the parts finished in this sitting the end is foretold', () => {
    // Four in an hour, two to go: another half hour.
    expect(expectedAtPace(started(), 4, 6, at(0, 10))).toBe(at(0, 10) + 30);
    expect(expectedAtPace(started({ worked: { minutes: 20, parts: 2 } }), 4, 6, at(0, 10))).toBe(at(0, 11));
    const expected = { ...started(), expected: at(0, 10) };
    expect(minutesLeft(sanding(expected), people)).toBe(120);
  });
  test('a set of chairs has as many parts as chairs; doors count where nothing else is touched', () => {
    const chairs = { template: 'chair-set', dimensions: { parts: 6 } };
    expect(partsOf({ zones: ['frames'] }, chairs)).toBe(6);
    const hutch = { template: 'hutch', dimensions: { parts: 4, shelves: 3 } };
    expect(partsOf({ zones: ['fronts'] }, hutch)).toBe(4);
    expect(partsOf({ zones: ['fronts', 'body'] }, hutch)).toBe(1);
    expect(partsOf({ zones: ['body'] }, hutch)).toBe(1);
  });
});

test('a warm place is ready first, by the drying clock and not by a guess', () => {
  const shop = firstShop('Europe/Berlin', 'Rona');
  const [garage] = shop.places;
  const warm = {
    ...garage!,
    id: 'heater',
    name: 'By the heater',
    typical: { ...garage!.typical, high_c: 30, low_c: 30 },
  };
  const coat = shopStep('paint-1', { product: 'matt-paint', coat: 'paint' });
  const problem = problemOf({ ...shop, places: [garage!, warm] }, [pieceOf(coat)], at(0, 9));
  const [first, second] = readyByPlace(problem, 'p.paint-1', at(0, 10), 'recoat');
  expect([first!.place, second!.place]).toEqual(['heater', 'garage']);
  expect(first!.at).toBeLessThan(second!.at!);
  expect(first!.at).toBeGreaterThan(at(0, 10));
  expect(() => readyByPlace(problem, 'p.gone', at(0, 10), 'recoat')).toThrow('no step');
});
