import { describe, expect, test } from 'vitest';
import {
  type Brief,
  buildRoute,
  dimensionFaults,
  editedRoute,
  type RouteEdit,
  isSheer,
  PRODUCTS,
  productFaults,
  readColour,
  type RouteStep,
  type Survey,
  templateById,
} from '../index.ts';

const SLATE = { name: 'slate', hex: '#3f5c74' };
const WHITE = { name: 'white', hex: '#f7f6f2' };
const YELLOW = { name: 'straw', hex: '#d9b021' };
const PLAIN: Survey = { wood: 'softwood', finish: 'raw', layers: 0, findings: [] };
const BRIEF: Brief = {
  paint: 'matt-paint',
  body: SLATE,
  top: { kind: 'same' },
  prime: 'auto',
  sealer: 'clear',
  method: 'brush',
  hardware: 'clean',
};
const CHEST = { width: 0.9, depth: 0.45, height: 0.85, parts: 4 };
const STAINED: Brief['top'] = { kind: 'stain', colour: { name: 'oak', hex: '#8a6238' } };

const route = (survey: Partial<Survey> = {}, brief: Partial<Brief> = {}, people = 1) =>
  buildRoute({
    template: templateById.get('chest-of-drawers')!,
    dimensions: CHEST,
    survey: { ...PLAIN, ...survey },
    brief: { ...BRIEF, ...brief },
    means: { people, sprayer: true },
  });
const keys = (r: { steps: readonly RouteStep[] }) => r.steps.map((s) => s.key);
const find = (r: { steps: readonly RouteStep[] }, key: string) => r.steps.find((s) => s.key === key)!;
const coats = (r: { steps: readonly RouteStep[] }, coat: RouteStep['coat']) => r.steps.filter((s) => s.coat === coat);

// Order of work, counts and waits below: common practice of the trade.
describe('a painted chest of drawers', () => {
  test('every step has a reason and waits only for steps before it', () => {
    const r = route(
      {
        finish: 'dark-paint',
        layers: 3,
        findings: ['grime', 'knots', 'loose-joints', 'gouges', 'old-paint', 'missing-hardware'],
      },
      { top: STAINED, sealer: 'wax' },
    );
    const seen = new Set<string>();
    for (const s of r.steps) {
      expect(s.reason.length).toBeGreaterThan(15);
      for (const l of s.after) expect(seen, `${s.key} waits for ${l.step}`).toContain(l.step);
      seen.add(s.key);
    }
  });
  test('the order is take apart, wash, scuff, paint, seal, put together', () => {
    const k = keys(route());
    const order = [
      'take-apart',
      'wash',
      'scuff',
      'paint-1',
      'paint-2',
      'clear-body-1',
      'denib-body-2',
      'clear-body-2',
      'assemble',
    ];
    expect(k.filter((x) => order.includes(x))).toEqual(order);
  });
  test('bare sound wood under a strong colour needs no primer and two coats', () => {
    const r = route();
    expect(coats(r, 'primer')).toHaveLength(0);
    expect(coats(r, 'paint')).toHaveLength(2);
  });
  test('knots under a pale colour get two coats of shellac primer, under a strong colour one', () => {
    expect(coats(route({ findings: ['knots'] }, { body: WHITE }), 'primer').map((s) => s.product)).toEqual([
      'shellac-primer',
      'shellac-primer',
    ]);
    expect(coats(route({ findings: ['knots'] }), 'primer')).toHaveLength(1);
  });
  test('a bleeder, an odour and red wood are held back with shellac; a slick foil gets a bonding primer', () => {
    for (const survey of [{ findings: ['bleeds'] }, { findings: ['odour'] }, { wood: 'red-wood' }] as const)
      expect(coats(route(survey), 'primer')[0]?.product).toBe('shellac-primer');
    expect(coats(route({ finish: 'foil', layers: 1 }), 'primer')[0]?.product).toBe('bonding-primer');
  });
  // Counts: common practice (white over dark without primer three to four, yellows four).
  test('white without primer takes three coats over varnish, four over dark paint, over primer two; yellow takes four', () => {
    expect(coats(route({ finish: 'varnish', layers: 1 }, { body: WHITE, prime: 'no' }), 'paint')).toHaveLength(3);
    expect(coats(route({ finish: 'dark-paint', layers: 1 }, { body: WHITE, prime: 'no' }), 'paint')).toHaveLength(4);
    expect(coats(route({ finish: 'varnish', layers: 1 }, { body: WHITE }), 'paint')).toHaveLength(2);
    expect(coats(route({}, { body: YELLOW }), 'paint')).toHaveLength(4);
  });
  test('refusing a needed primer is said, with what is risked', () => {
    expect(route({ wood: 'red-wood' }, { prime: 'no' }).notes.join(' ')).toMatch(/At risk: red or tannin-rich/);
  });
  test('sprayed coats are three thin ones with the sprayer and the spray spot; without a sprayer they are brushed and that is said', () => {
    const sprayed = coats(route({}, { method: 'spray' }), 'paint');
    expect(sprayed).toHaveLength(3);
    expect(sprayed.every((s) => s.tool === 'sprayer' && s.needs.some((n) => n.kind === 'spray'))).toBe(true);
    const brushed = buildRoute({
      template: templateById.get('chest-of-drawers')!,
      dimensions: CHEST,
      survey: PLAIN,
      brief: { ...BRIEF, method: 'spray' },
      means: { people: 1, sprayer: false },
    });
    expect(brushed.steps.every((s) => s.tool === null)).toBe(true);
    expect(brushed.notes.join(' ')).toMatch(/no sprayer/);
  });
  test('old paint is tested for lead first, and the caution stands beside sanding', () => {
    const r = route({ finish: 'pale-paint', layers: 2, findings: ['old-paint'] });
    expect(r.steps[0]!.key).toBe('lead-test');
    expect(find(r, 'scuff').caution).toMatch(/lead/i);
  });
  test('droppings are wetted before they are touched', () => {
    const r = route({ findings: ['droppings'] });
    expect(r.steps[0]!.key).toBe('disinfect');
    expect(r.steps[0]!.caution).toMatch(/never dry-sweep/);
  });
  test('grime is washed twice, and the second wash follows without waiting for the first to dry', () => {
    const second = find(route({ findings: ['grime'] }), 'wash-2');
    expect(second.after).toEqual([{ step: 'wash-1', from: 'end', min_minutes: 10, max_minutes: null }]);
  });
  test('wax goes on overnight after paint, is wiped after 15 to 20 minutes and buffed next day, and no film goes over it', () => {
    const r = route({}, { sealer: 'wax' });
    expect(find(r, 'wax').after).toContainEqual({
      step: 'paint-2',
      from: 'topcoat',
      min_minutes: 0,
      max_minutes: null,
    });
    expect(find(r, 'wipe-wax').after).toEqual([{ step: 'wax', from: 'end', min_minutes: 15, max_minutes: 20 }]);
    expect(find(r, 'buff-wax').after).toContainEqual({
      step: 'wax',
      from: 'recoat',
      min_minutes: 0,
      max_minutes: null,
    });
    expect(coats(r, 'clear')).toHaveLength(0);
  });
  test('four drawers soak their hardware overnight while the paint dries', () => {
    expect(find(route(), 'hardware-clean').after[0]!.min_minutes).toBeGreaterThanOrEqual(600);
    expect(keys(route({}, { hardware: 'keep' }))).not.toContain('hardware-clean');
  });
  test('a missing handle makes the assembly wait a week for the post', () => {
    const r = route({ findings: ['missing-hardware'] });
    expect(find(r, 'hardware-order')).toMatchObject({ hands: 0, work_minutes: 0 });
    expect(find(r, 'fittings-match').after.map((l) => l.step)).toContain('hardware-order');
    expect(find(r, 'assemble').after.map((l) => l.step)).toContain('fittings-match');
  });
});

describe('a stained top', () => {
  test('under three layers of paint it is stripped in two rounds, scraped inside the window, and rests overnight before sanding', () => {
    const r = route({ finish: 'dark-paint', layers: 3 }, { top: STAINED });
    expect(keys(r).filter((k) => k.startsWith('strip'))).toEqual(['strip-patch', 'strip-1', 'strip-2']);
    expect(find(r, 'scrape-2').after).toEqual([{ step: 'strip-2', from: 'end', min_minutes: 30, max_minutes: 60 }]);
    expect(find(r, 'sand-top').after).toContainEqual({
      step: 'scrape-2',
      from: 'sand',
      min_minutes: 0,
      max_minutes: null,
    });
  });
  test('grits climb 80-120-180-220; veneer starts at 120', () => {
    expect(find(route({ finish: 'varnish', layers: 1 }, { top: STAINED }), 'sand-top').title).toContain(
      '80-120-180-220',
    );
    expect(find(route({ wood: 'veneer', finish: 'varnish', layers: 1 }, { top: STAINED }), 'sand-top').title).toContain(
      '120-180-220',
    );
  });
  test('softwood is conditioned and wiped after 20 minutes; hardwood is not', () => {
    expect(find(route({}, { top: STAINED }), 'wipe-conditioner').after[0]).toMatchObject({ min_minutes: 20 });
    expect(keys(route({ wood: 'hardwood' }, { top: STAINED }))).not.toContain('condition-top');
  });
  test('it dries overnight before the paint beside it is masked, and gets three clear coats sanded between', () => {
    const r = route({}, { top: STAINED });
    expect(find(r, 'tape').after).toContainEqual({
      step: 'stain-top',
      from: 'topcoat',
      min_minutes: 0,
      max_minutes: null,
    });
    expect(find(r, 'paint-1').after.map((l) => l.step)).toContain('tape');
    expect(r.steps.filter((s) => s.key.startsWith('clear-top'))).toHaveLength(3);
    expect(keys(r)).toContain('denib-top-3');
  });
  test('the primer and the paint stay off it', () => {
    const r = route({ findings: ['knots'] }, { top: STAINED });
    for (const s of r.steps.filter((x) => x.coat === 'primer' || x.coat === 'paint'))
      expect(s.zones).not.toContain('top');
  });
});

describe('a chair set', () => {
  const chairs = (n: number) =>
    buildRoute({
      template: templateById.get('chair-set')!,
      dimensions: { parts: n, width: 0.45, depth: 0.42, height: 0.9 },
      survey: PLAIN,
      brief: BRIEF,
      means: { people: 1, sprayer: false },
    });
  test('six chairs take twice the paint of three and dry on the rack, not on the bench', () => {
    const litres = (r: ReturnType<typeof chairs>) =>
      r.steps.filter((s) => s.coat === 'paint').reduce((n, s) => n + s.litres, 0);
    expect(litres(chairs(6)) / litres(chairs(3))).toBeCloseTo(2, 6);
    const coat = find(chairs(6), 'paint-1');
    expect(coat.needs).toContainEqual({ kind: 'rack', units: 3, span: 'wet' });
    expect(coat.needs.some((n) => n.kind === 'bench' && n.span !== 'work')).toBe(false);
  });
  test('they have no drawers, so no hardware is soaked', () => {
    expect(keys(chairs(4))).not.toContain('hardware-soak');
  });
});

test('a large wardrobe is put together by two when there are two, else it asks for help', () => {
  const wardrobe = (people: number) =>
    buildRoute({
      template: templateById.get('cabinet')!,
      dimensions: { width: 1.2, depth: 0.6, height: 1.9, parts: 2 },
      survey: PLAIN,
      brief: BRIEF,
      means: { people, sprayer: false },
    });
  expect(find(wardrobe(2), 'assemble').hands).toBe(2);
  expect(find(wardrobe(1), 'assemble').hands).toBe(1);
  expect(wardrobe(1).notes.join(' ')).toMatch(/second pair of hands/);
});

test('negative, absurd and missing measurements are told by label and bound, and no route is built', () => {
  const template = templateById.get('chest-of-drawers')!;
  expect(dimensionFaults(template, { ...CHEST, width: -1 })).toEqual(['Width: enter 0.1 to 3.5 m.']);
  expect(dimensionFaults(template, { ...CHEST, height: 40 })[0]).toMatch(/^Height/);
  expect(dimensionFaults(template, { ...CHEST, parts: 2.5 })).toEqual(['Drawers: enter 1 to 24, a whole number.']);
  expect(() =>
    buildRoute({ template, dimensions: {}, survey: PLAIN, brief: BRIEF, means: { people: 1, sprayer: false } }),
  ).toThrow(/Width/);
});

test('every product of the library has its drying stages in order', () => {
  expect(PRODUCTS.flatMap(productFaults)).toEqual([]);
});

// Estimated light reflectance and lightness of sRGB grey: CIE 15.
test('colours are read as lightness and hue; a yellow is sheer, a navy is not', () => {
  expect(readColour('#808080').lightness).toBeCloseTo(53.6, 0);
  expect(isSheer(readColour(YELLOW.hex))).toBe(true);
  expect(isSheer(readColour('#27485c'))).toBe(false);
  expect(() => readColour('blue-ish')).toThrow(/blue-ish/);
});

describe('when a step goes wrong', () => {
  const changed = (...edits: RouteEdit[]) =>
    editedRoute(
      {
        template: templateById.get('chest-of-drawers')!,
        dimensions: CHEST,
        survey: PLAIN,
        brief: BRIEF,
        means: { people: 1, sprayer: true },
      },
      edits,
    );
  test('a failed coat is sanded back after a night and laid again, and everything that waited for it waits for the new one', () => {
    const after = changed({ op: 'redo', step: 'paint-1', round: 1 });
    expect(find(after, 'paint-2').after.map((l) => l.step)).toContain('paint-1-again-1');
    expect(find(after, 'paint-1-again-1').after[0]!.step).toBe('paint-1-sandback-1');
    expect(find(after, 'paint-1-sandback-1').after).toContainEqual({
      step: 'paint-1',
      from: 'end',
      min_minutes: 720,
      max_minutes: null,
    });
  });
  test('bleed-through brings one more coat of shellac before the next paint', () => {
    const after = changed({ op: 'block', step: 'paint-1', round: 1 });
    expect(find(after, 'paint-2').after.map((l) => l.step)).toContain('paint-1-block-1');
    expect(find(after, 'paint-1-block-1').product).toBe('shellac-primer');
  });
  test('a hold stands before the step it stops, and the step still waits for its own drying', () => {
    const after = changed({ op: 'hold', key: 'hold-1', before: 'paint-2', title: 'Wait for the sample' });
    expect(find(after, 'paint-2').after.map((l) => l.step)).toEqual(expect.arrayContaining(['paint-1', 'hold-1']));
    expect(find(after, 'hold-1')).toMatchObject({ hands: 0, work_minutes: 0 });
  });
});
