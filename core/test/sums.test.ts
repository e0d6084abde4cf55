import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  aerosolsFor,
  batchOf,
  centredEdges,
  cheapestCans,
  hardwareCosts,
  HAIR_LITRES,
  hardwareToBuy,
  holeFit,
  holesAt,
  litres,
  pieceSums,
  PRODUCT_COLUMNS,
  productById,
  PRODUCTS,
  productsFromTable,
  productToRow,
  quoteFor,
  sheetsFor,
  stripperRounds,
  usualChemistry,
  worthDoing,
} from '../src/index.ts';
import { coatsOf, routeOf, WHITE } from './fixtures/pieces.ts';

// Counted by hand: common practice.
describe('sheets of paper, transfer and inlay', () => {
  const sheet = { width: 0.5, height: 0.7, repeat: 0, gap: 0, uses: 1 };
  test('four drawer fronts of 80 by 18 cm: two strips each, three strips from a sheet', () => {
    expect(sheetsFor([{ width: 0.8, height: 0.18, count: 4 }], sheet)).toEqual({ pieces: 8, sheets: 3 });
  });
  test('small panels share a sheet, laid the way that gives more', () => {
    expect(sheetsFor([{ width: 0.23, height: 0.34, count: 4 }], sheet).sheets).toBe(1);
    expect(sheetsFor([{ width: 0.34, height: 0.23, count: 4 }], sheet).sheets).toBe(1);
    expect(sheetsFor([{ width: 0.35, height: 0.16, count: 6 }], sheet).sheets).toBe(1);
    expect(sheetsFor([{ width: 0.35, height: 0.16, count: 7 }], sheet).sheets).toBe(2);
  });
  test('where the pattern must match, strips are cut at whole repeats: two of 18 cm at a repeat of 32, not three', () => {
    expect(sheetsFor([{ width: 0.4, height: 0.18, count: 6 }], { ...sheet, repeat: 0.32 }).sheets).toBe(3);
  });
  test('a panel larger than a sheet is turned the better way', () => {
    expect(sheetsFor([{ width: 0.7, height: 0.45, count: 4 }], sheet)).toEqual({ pieces: 4, sheets: 4 });
  });
  test('a pattern that must match is not turned and is cut at whole repeats', () => {
    expect(sheetsFor([{ width: 0.5, height: 1.3, count: 1 }], sheet).sheets).toBe(2);
    expect(sheetsFor([{ width: 0.5, height: 1.3, count: 1 }], { ...sheet, repeat: 0.4 }).sheets).toBe(4);
  });
  test('an inlay sheet laid three times is bought once', () => {
    expect(sheetsFor([{ width: 0.5, height: 0.7, count: 3 }], { ...sheet, uses: 3 })).toEqual({ pieces: 3, sheets: 1 });
  });
  test('what is bought always covers the panels, and is never more sheets than pieces', () => {
    const size = fc.double({ min: 0.05, max: 3, noNaN: true });
    fc.assert(
      fc.property(size, size, fc.integer({ min: 1, max: 5 }), (width, height, count) => {
        const { pieces, sheets } = sheetsFor([{ width, height, count }], sheet);
        expect(sheets).toBeLessThanOrEqual(pieces);
        return sheets * 0.5 * 0.7 >= width * height * count - 1e-9;
      }),
    );
  });
  test('the joints come evenly from the middle', () => {
    expect(centredEdges(1.2, 0.5, 0).map((x) => Math.round(x * 100) / 100)).toEqual([-0.15, 0.35, 0.85]);
  });
  test('a sheet of no width, and one that can be laid no times, are refused', () => {
    expect(() => sheetsFor([], { ...sheet, width: 0 })).toThrow(/sheet width: 0/);
    expect(() => sheetsFor([], { ...sheet, uses: 0 })).toThrow(/uses: 0/);
  });
});

// Geometry.
describe('handles and their holes', () => {
  test('six drawers with two knobs and ten in the tray: buy two and one spare; none missing, none bought', () => {
    expect(hardwareToBuy({ fronts: 6, perFront: 2, onHand: 10, spare: 1 })).toBe(3);
    expect(hardwareToBuy({ fronts: 6, perFront: 2, onHand: 12, spare: 1 })).toBe(0);
  });
  test('96 on 96 fits, 128 on 96 is drilled anew, 100 on 96 must be plugged, a long plate covers', () => {
    expect(holeFit(96, 96, 5)).toEqual({ kind: 'fits' });
    expect(holeFit(96, 128, 5)).toEqual({ kind: 'redrill', clear_mm: 11 });
    expect(holeFit(96, 100, 5)).toEqual({ kind: 'plug', overlap_mm: 3 });
    expect(holeFit(96, 128, 5, 160)).toEqual({ kind: 'covered' });
  });
  test('two handles of 96 mm on an 800 mm front sit at a quarter and three quarters', () => {
    expect(holesAt(800, 96, 2)).toEqual([152, 248, 552, 648]);
    expect(holesAt(400, 0, 1)).toEqual([200]);
    expect(() => holesAt(80, 96, 1)).toThrow(/wider than the front/);
  });
  test('cleaning eight handles at ten minutes each against new ones at 7: with the hour at 24 the old ones win', () => {
    const [first, second] = hardwareCosts(
      [
        { name: 'new', pieces: 8, each_cents: 700, minutes: 20 },
        { name: 'clean', pieces: 8, each_cents: 0, minutes: 80 },
      ],
      2400,
    );
    expect(first).toMatchObject({ cents: 3200, option: { name: 'clean' } });
    expect(second!.cents).toBe(6400);
  });
});

describe('cans', () => {
  test('1.1 L is cheapest as a litre and a quarter when two litres cost more', () => {
    const sizes = [
      { litres: 2.5, cents: 6500 },
      { litres: 1, cents: 3200 },
      { litres: 0.25, cents: 1200 },
    ];
    expect(cheapestCans(litres(1.1), sizes)).toEqual({ counts: [0, 1, 1], cents: 4400, litres: 1.25 });
  });
  test('a dear size among cheap ones hides nothing: one of the first and one of the last, not three of the last', () => {
    const sizes = [
      { litres: 1, cents: 1000 },
      { litres: 1, cents: 9000 },
      { litres: 0.7, cents: 600 },
    ];
    expect(cheapestCans(litres(1.6), sizes)).toMatchObject({ counts: [1, 0, 1], cents: 1600 });
  });
  test('a cent decides, also between two ways to hold the same', () => {
    const cents = (one: number, two: number) =>
      cheapestCans(litres(2), [
        { litres: 1, cents: one },
        { litres: 2, cents: two },
        { litres: 0.5, cents: 9000 },
      ]).counts;
    expect(cents(1000, 2001)).toEqual([2, 0, 0]);
    expect(cents(1000, 1999)).toEqual([0, 1, 0]);
    // Two of the first hold as much as one of the second for a cent less, and then a half is missing.
    const sizes = [
      { litres: 1, cents: 1000 },
      { litres: 2, cents: 2001 },
      { litres: 0.5, cents: 600 },
    ];
    expect(cheapestCans(litres(2.5), sizes)).toMatchObject({ counts: [2, 0, 1], cents: 2600 });
  });
  test('agrees with trying every number of cans', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.array(
          fc.record({ litres: fc.constantFrom(0.25, 0.5, 1, 2.5), cents: fc.integer({ min: 100, max: 9000 }) }),
          {
            minLength: 1,
            maxLength: 3,
          },
        ),
        (need, sizes) => {
          const found = cheapestCans(litres(need), sizes);
          expect(found.litres).toBeGreaterThanOrEqual(need - 1e-6);
          expect(found.cents).toBe(cheapestByTrying(need, sizes));
        },
      ),
      { numRuns: 60 },
    );
  });
  test('a hundred litres out of cans that all cost alike by the litre are found without trying them all', () => {
    const sizes = [0.01, 0.02, 0.03].map((l) => ({ litres: l, cents: l * 10_000 }));
    const { cents, litres: held } = cheapestCans(litres(100), sizes);
    expect(cents).toBe(1_000_000);
    expect(held).toBeCloseTo(100, 6);
  });
  test('a hair above what one can holds is rounding, more is another can', () => {
    const sizes = [{ litres: 2.5, cents: 6500 }];
    for (const hair of [2e-9, 0.9 * HAIR_LITRES]) expect(cheapestCans(litres(2.5 + hair), sizes).counts).toEqual([1]);
    expect(cheapestCans(litres(2.5 + 1.1 * HAIR_LITRES), sizes).counts).toEqual([2]);
  });
  test('no size at all, and a can that holds or costs nothing, are refused', () => {
    expect(() => cheapestCans(litres(1), [])).toThrow(/at least one size/);
    for (const size of [
      { litres: 0, cents: 100 },
      { litres: 1, cents: 0 },
    ])
      expect(() => cheapestCans(litres(1), [size])).toThrow(/each holds and costs/);
  });
  // Common practice: one to two square metres a can; one round for one or two layers.
  test('a chest of 2.4 m² inside takes two aerosol cans; four layers take two rounds of stripper', () => {
    expect(aerosolsFor(2.4, 1)).toBe(2);
    expect([1, 2, 3, 4].map(stripperRounds)).toEqual([1, 1, 2, 2]);
  });
});

function cheapestByTrying(need: number, sizes: readonly { litres: number; cents: number }[]): number {
  let best = Infinity;
  const most = Math.ceil(need / 0.25) + 1;
  const walk = (i: number, held: number, cents: number): void => {
    if (cents >= best) return;
    if (held >= need - HAIR_LITRES) best = cents;
    else if (i < sizes.length)
      for (let n = 0; n <= most; n++) walk(i + 1, held + n * sizes[i]!.litres, cents + n * sizes[i]!.cents);
  };
  walk(0, 0, 0);
  return best;
}

test('a mix is made again exactly, for any batch', () => {
  const mix = {
    parts: [
      { name: 'white', parts: 5 },
      { name: 'blue', parts: 2 },
      { name: 'umber', parts: 1 },
    ],
  };
  expect(batchOf(mix, litres(0.4)).map((p) => p.amount)).toEqual([0.25, 0.1, 0.05]);
  expect(() => batchOf({ parts: [{ name: 'white', parts: 0 }] }, litres(1))).toThrow(/not all 0/);
});

// Worked by hand from the definitions: margin = (P - C) / P, markup = (P - C) / C.
describe('a quote', () => {
  const costs = {
    bought_cents: 0,
    materials_cents: 4275,
    hardware_cents: 600,
    labour_minutes: 210,
    rate_centsPerHour: 2800,
  };
  test('146.75 at 40 % margin with 7.25 % tax is 262.31; a third down is 87.44, and the rest makes it up', () => {
    const q = quoteFor(costs, { by: 'margin', share: 0.4, tax: 0.0725, deposit: 1 / 3 });
    expect(q).toMatchObject({ cost: 14_675, net: 24_458, tax: 1773, total: 26_231, deposit: 8744, rest: 17_487 });
  });
  test('at 40 % markup it is 205.45', () => {
    expect(quoteFor(costs, { by: 'markup', share: 0.4, tax: 0, deposit: 0 }).net).toBe(20_545);
  });
  test('deposit and rest always make the total; a deposit of more than all is refused', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.9, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (share, deposit) => {
          const q = quoteFor(costs, { by: 'margin', share, tax: 0.2, deposit });
          return q.deposit + q.rest === q.total;
        },
      ),
    );
    expect(() => quoteFor(costs, { by: 'margin', share: 0.2, tax: 0, deposit: 1.2 })).toThrow(/deposit: 1.2/);
  });
  test('sold at 320 with 9.60 fee and 58.40 spent over 6.5 h earns 38.77 an hour: worth it at 25, barely at 60, not at 90', () => {
    const at = (wanted_centsPerHour: number) =>
      worthDoing({
        price_cents: 32_000,
        fee: 0.03,
        bought_cents: 3000,
        materials_cents: 2840,
        labour_minutes: 390,
        wanted_centsPerHour,
      });
    expect([at(2500), at(6000), at(9000)].map((w) => w.verdict)).toEqual(['yes', 'barely', 'no']);
    expect(at(2500).perHour_cents).toBe(3877);
    expect(at(3877).most_cents).toBeCloseTo(3000, -1);
  });
});

describe('a product list', () => {
  const head = [...PRODUCT_COLUMNS];
  test('the library written out and read back is the same in every figure', () => {
    const { products, faults } = productsFromTable([head, ...PRODUCTS.map(productToRow)]);
    expect(faults).toEqual([]);
    const figures = (p: (typeof PRODUCTS)[number]) => ({
      ...p,
      chemistry: null,
      flammability: null,
      range: null,
      limits: [p.limits?.minTemperature_c ?? 0, p.limits?.maxHumidity_pct ?? 100],
    });
    expect(products.map(figures)).toEqual(PRODUCTS.map(figures));
  });
  test('a decimal comma is a point, missing times are filled from their neighbours, an id is made from the name', () => {
    const { products } = productsFromTable([
      ['name', 'family', 'base', 'touch_h', 'recoat_h', 'topcoat_h', 'use_d', 'cure_d'],
      ['Élan matt', 'paint', 'water', '0,5', '1,5', '12', '3', '30'],
    ]);
    expect(products[0]).toMatchObject({ id: 'elan-matt', chemistry: 'waterborne' });
    expect(products[0]!.stages_minutes).toMatchObject({ touch: 30, recoat: 90, sand: 90, handle: 720 });
  });
  test('what is mixed before use comes with its parts, and parts that are none are told', () => {
    const needed = ['name', 'family', 'base', 'touch_h', 'recoat_h', 'topcoat_h', 'use_d', 'cure_d'];
    const two = (mix: string) => ['Two-part', 'primer', 'none', '1', '2', '12', '3', '30', mix, 'hardener', '15', '6'];
    const table = [...needed, 'mix_parts', 'mixed_with', 'mix_rest_min', 'mix_life_h'];
    expect(productsFromTable([table, two('4 : 1')]).products[0]!.mixing).toEqual({
      with: 'hardener',
      parts: [4, 1],
      rest_minutes: 15,
      life_minutes: 360,
    });
    for (const mix of ['4', '4:0', 'four to one', '1:2:3'])
      expect(productsFromTable([table, two(mix)]).faults[0]!.words).toMatch(/is not like 2:1/);
  });
  // 1 m²/L is 40.7458 ft²/US gal; 50 °F is 10 °C: definitions.
  test('a list in US units gives the same product as one in metric', () => {
    const needed = ['name', 'family', 'base', 'touch_h', 'recoat_h', 'topcoat_h', 'use_d', 'cure_d'];
    const { products } = productsFromTable([
      [...needed, 'spread_ft2_per_gal', 'min_f'],
      ['Barn red', 'paint', 'water', '1', '2', '12', '3', '30', '400', '50'],
    ]);
    expect(products[0]!.spread_m2PerL).toBeCloseTo(9.817, 3);
    expect(products[0]!.limits!.minTemperature_c).toBeCloseTo(10, 9);
  });
  test('wrong columns, wrong kinds, impossible times and twins are told by line; the good rows are kept', () => {
    expect(
      productsFromTable([
        ['colour', 'price'],
        ['x', 'y'],
      ]).faults[0]!.words,
    ).toMatch(/Missing: name, family/);
    const needed = ['name', 'family', 'base', 'touch_h', 'recoat_h', 'topcoat_h', 'use_d', 'cure_d'];
    const { products, faults } = productsFromTable([
      needed,
      ['Good', 'paint', 'water', '1', '2', '12', '3', '30'],
      ['Bad', 'potion', 'water', '1', '2', '12', '3', '30'],
      ['Backwards', 'paint', 'water', '5', '2', '12', '3', '30'],
      ['Good', 'paint', 'water', '1', '2', '12', '3', '30'],
      ['Words', 'paint', 'water', 'soon', '2', '12', '3', '30'],
      ['', '', '', '', '', '', '', ''],
    ]);
    expect(products.map((p) => p.name)).toEqual(['Good']);
    expect(faults.map((f) => f.line)).toEqual([3, 4, 5, 6]);
    expect(faults[1]!.words).toMatch(/"recoat" \(120 min\) comes before "touch" \(300 min\)/);
  });
  test('a product comes back from the list as it was written, also one that dries otherwise than its base', () => {
    for (const product of PRODUCTS) {
      const { products, faults } = productsFromTable([[...PRODUCT_COLUMNS], productToRow(product)]);
      expect(faults).toEqual([]);
      const { id, family, base, chemistry, stages_minutes, recoatMax_minutes, mixing } = product;
      expect(products[0]).toMatchObject({ id, family, base, chemistry, stages_minutes, recoatMax_minutes, mixing });
    }
    expect(productById.get('contact-cement')!.chemistry).not.toBe(usualChemistry('oil', 'glue'));
  });
  test('how it dries may be said or left out, and what nobody knows is told', () => {
    const needed = ['name', 'family', 'base', 'dries', 'touch_h', 'recoat_h', 'topcoat_h', 'use_d', 'cure_d'];
    const glue = (dries: string) => productsFromTable([needed, ['G', 'glue', 'oil', dries, '1', '2', '12', '3', '30']]);
    expect(glue('').products[0]!.chemistry).toBe('reactive');
    expect(glue('solvent').products[0]!.chemistry).toBe('solvent');
    expect(glue('magic').faults[0]!.words).toMatch(/“magic” is not one of waterborne, reactive, solvent, clock/);
  });
  test('ten thousand rows are refused with what to do', () => {
    const rows = Array.from({ length: 10_000 }, (_, i) => [`x${i}`, 'paint', 'water', '1', '1', '1', '1', '1']);
    const needed = ['name', 'family', 'base', 'touch_h', 'recoat_h', 'topcoat_h', 'use_d', 'cure_d'];
    expect(productsFromTable([needed, ...rows]).faults[0]!.words).toMatch(/10000 rows; bring in at most 500/);
    // Spreadsheets write rows of nothing below what is filled in; those do not count.
    const blank = Array.from({ length: 50 }, () => needed.map(() => ' '));
    expect(productsFromTable([needed, ...rows.slice(0, 500), ...blank]).products).toHaveLength(500);
    expect(productsFromTable([needed, ...rows.slice(0, 501)]).faults[0]!.words).toMatch(/501 rows/);
  });
});

describe('what a piece takes', () => {
  const route = routeOf({ brief: { body: WHITE } });
  const can = {
    id: 'white',
    name: 'White',
    hex: WHITE.hex.toUpperCase(),
    product: 'matt-paint',
    on_hand_litres: 0.1,
    can_litres: 0.25,
    can_cents: 1000,
    lead_days: null,
  };
  const sums = pieceSums(route.steps, route.zones, [can], productById);
  test('each coat has its surface, its way and its loss, and litres that follow from them', () => {
    const coat = sums.coats.find((c) => c.key === 'paint-1')!;
    expect(coat).toMatchObject({ method: 'roll', loss: 0.1 });
    // Practical spreading rate: area / (rate × (1 − loss)), ISO 23811.
    expect(coat.litres).toBeCloseTo(coat.area_m2 / (10 * 0.9), 9);
  });
  test('both coats together are set against the can on the shelf: what to buy, what is left, what it costs', () => {
    const paint = sums.products.find((p) => p.product === 'matt-paint')!;
    const need = coatsOf(route, 'paint').reduce((n, s) => n + s.litres, 0);
    expect(paint.litres).toBeCloseTo(need, 9);
    expect(paint.buy).toEqual({ cans: 2, left_litres: expect.closeTo(0.5 - (need - 0.1), 9) as number });
    expect(paint.cents).toBe(Math.round((need / 0.25) * 1000));
    expect(sums.materials_cents).toBe(paint.cents);
    expect(pieceSums(route.steps, route.zones, [], productById).materials_cents).toBe(0);
  });
});
