import { describe, expect, test } from 'vitest';
import { boughtOf, consumablesOf, PRODUCTS, sheetsFor, stepsOf, toGet } from '../src/index.ts';
import { type Given, inputOf, OAK, routeOf, STAINED, WHITE } from './fixtures/pieces.ts';

const products = new Map(PRODUCTS.map((p) => [p.id, p]));
const countsOf = (given: Given) => {
  const { template, dimensions, brief } = inputOf(given);
  return consumablesOf({ route: routeOf(given), template, dimensions, brief, products });
};
const amount = (given: Given, id: string) => countsOf(given).find((c) => c.id === id)?.amount ?? 0;

// Every figure: common practice.
describe('what a route uses up beside paint', () => {
  test('papers by grit, for the area that is sanded with them', () => {
    const given: Given = { survey: { finish: 'varnish' }, brief: { top: STAINED } };
    const grits = countsOf(given)
      .filter((c) => c.id.startsWith('abrasive'))
      .map((c) => c.id);
    expect(grits).toEqual(['abrasive-80', 'abrasive-120', 'abrasive-180', 'abrasive-220', 'abrasive-320']);
    const small = amount({ ...given, dimensions: { width: 0.5 } }, 'abrasive-180');
    expect(amount({ ...given, dimensions: { width: 2 } }, 'abrasive-180')).toBeGreaterThan(small);
  });
  test('one brush for each colour that is blended', () => {
    const plain = amount({}, 'brushes');
    const blended = amount({ brief: { looks: [{ kind: 'blended', colour: OAK, colours: [WHITE, OAK] }] } }, 'brushes');
    expect(blended).toBeGreaterThanOrEqual(plain + 3);
  });
  test('tape round what keeps its face, film over what is no wood', () => {
    expect(amount({}, 'tape')).toBe(0);
    // A top of 0.90 × 0.45 m: the edge of a square of that area is 2.55 m.
    expect(amount({ brief: { top: STAINED } }, 'tape')).toBe(3);
    expect(amount({ template: 'chair', survey: { zones: { seats: { wood: 'cane' } } } }, 'film')).toBeGreaterThan(0.2);
  });
  test('rags for what is wiped off: waxing takes more than rolling', () => {
    expect(amount({ brief: { sealer: 'wax' } }, 'rags')).toBeGreaterThan(
      amount({ brief: { sealer: 'clear' } }, 'rags'),
    );
  });
  test('cans of stripper by the litres of all rounds', () => {
    const stripped: Given = { survey: { finish: 'dark-paint', layers: 4, age: 'new' }, brief: { top: STAINED } };
    const litres = routeOf(stripped)
      .steps.filter((s) => s.product === 'stripper-gel')
      .reduce((n, s) => n + s.litres, 0);
    expect(amount(stripped, 'stripper-cans')).toBe(Math.ceil(litres / 0.75));
    expect(amount({}, 'stripper-cans')).toBe(0);
  });
  test('sheets are laid out on as many panels as the zone has', () => {
    const papered = (shelves: number) =>
      countsOf({
        template: 'hutch',
        dimensions: { shelves },
        brief: {
          rows: [
            { id: 'b', zones: ['shelf-backs'], treatment: { kind: 'paint', product: 'matt-paint', colour: WHITE } },
          ],
          looks: [{ kind: 'decoupage', zones: ['shelf-backs'] }],
        },
      }).find((c) => c.id === 'sheets-paper')!;
    // 1.20 × 0.95 m of back in three strips 1.20 m wide and 32 cm tall: two sheets of 60 × 45 cm each.
    expect(papered(3)).toMatchObject({ amount: 6 });
    expect(papered(3).use).toMatch(/^6 pieces/);
    expect(papered(5).use).toMatch(/^10 pieces/);
  });
  test('a pack of eight, laid on nine places: two packs, or one when a sheet is laid twice', () => {
    const sized = (uses: number) =>
      countsOf({
        template: 'hutch',
        dimensions: { shelves: 3, width: 1.05, height: 1.714 },
        brief: {
          rows: [
            { id: 'b', zones: ['shelf-backs'], treatment: { kind: 'paint', product: 'matt-paint', colour: WHITE } },
          ],
          looks: [
            {
              kind: 'decoupage',
              zones: ['shelf-backs'],
              sheet: { width: 0.4, height: 0.3001, repeat: 0, pack: 8, uses },
            },
          ],
        },
      }).find((c) => c.id === 'sheets-paper')!;
    expect(sized(1)).toMatchObject({ amount: 2, name: 'Packs of 8 sheets' });
    expect(sized(1).use).toMatch(/^9 pieces of 40 cm × 30 cm.*; 7 uses are left over$/);
    expect(sized(2)).toMatchObject({ amount: 1 });
  });
  // Worked example of the trade: three backs of 1.05 × 0.30 m from sheets of 0.40 × 0.30 m, a pack of eight.
  test('nine sheets for three shelf backs, eight when one is laid twice', () => {
    const backs = [{ width: 1.05, height: 0.3, count: 3 }];
    const sheet = { width: 0.4, height: 0.3, repeat: 0, gap: 0, uses: 1 };
    expect(sheetsFor(backs, sheet)).toEqual({ pieces: 9, sheets: 9 });
    expect(sheetsFor(backs, { ...sheet, uses: 2 }).sheets).toBeLessThanOrEqual(8);
  });
});

describe('what is to get for all pieces together', () => {
  const piece = (id: string, given: Given = {}, more: { active?: boolean; atHand?: string[] } = {}) => {
    const { template, dimensions, brief } = inputOf(given);
    const { zones, steps } = routeOf(given);
    const rest = { template: template.id, dimensions, brief, zones, steps: stepsOf(id, steps) };
    return { id, name: id, active: true, atHand: [] as string[], ...rest, ...more };
  };
  const of = (id: string, ...pieces: ReturnType<typeof piece>[]) =>
    toGet(pieces, products).find((w) => w.what.id === id);
  const stained: Given = { brief: { top: STAINED } };

  test('what is used up adds up; brushes are washed, so as many as the piece that takes most', () => {
    const each = [amount({}, 'roller-sleeves'), amount(stained, 'roller-sleeves')];
    expect(of('roller-sleeves', piece('a'), piece('b', stained))!.amount).toBe(each[0]! + each[1]!);
    const brushes = Math.max(amount({}, 'brushes'), amount(stained, 'brushes'));
    expect(of('brushes', piece('a'), piece('b', stained), piece('c'))).toMatchObject({
      amount: brushes,
      pieces: [{ id: 'a' }, { id: 'b' }, { id: 'c' }],
    });
  });
  test('it is rounded to what can be bought once, not for each piece', () => {
    // A top of 0.90 × 0.45 m takes 2.55 m of tape: three of them 7.65.
    expect(of('tape', piece('a', stained))!.amount).toBe(3);
    expect(of('tape', piece('a', stained), piece('b', stained), piece('c', stained))!.amount).toBe(8);
  });
  test.each([
    ['pieces', 0, 0],
    ['pieces', 0.01, 1],
    ['pieces', 2, 2],
    ['pieces', 2.0005, 2],
    ['pieces', 2.002, 3],
    ['metres', 7.65, 8],
    ['m²', 0.21, 0.3],
    ['m²', 0.3, 0.3],
  ] as const)('%s: of %d are bought %d', (unit, exact, bought) => {
    expect(boughtOf(unit, exact)).toBe(bought);
  });
  test('what somebody said is there, what left, and what is done asks for nothing', () => {
    expect(of('brushes', piece('a', {}, { atHand: ['brushes'] }))).toBeUndefined();
    expect(toGet([piece('a', {}, { active: false })], products)).toEqual([]);
    const a = piece('a');
    const done = a.steps.map((s) => ({ ...s, state: { kind: 'done', from: 0, until: 5, by: ['owner'] } as const }));
    expect(toGet([{ ...a, steps: done }], products)).toEqual([]);
  });
});
