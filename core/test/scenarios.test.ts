import { describe, expect, test } from 'vitest';
import { productById, type Brief, learn, type Look, type Refusal } from '../src/index.ts';
import {
  heldBy,
  coatsOf,
  type Given,
  inputOf,
  isBefore,
  keysOf,
  OAK,
  routeOf,
  SLATE,
  STAINED,
  stepOf,
  WHITE,
  YELLOW,
} from './fixtures/pieces.ts';

const SAGE = { name: 'sage', hex: '#b9cfc6' };
const PLUM = { name: 'plum', hex: '#56394f' };
const wash = (colour = WHITE): Brief['top'] => ({ kind: 'wash', colour });
const brief = (...looks: Look[]): Given['brief'] => ({ looks });
const gap = (r: ReturnType<typeof routeOf>, key: string, after: string) =>
  stepOf(r, key)
    .after.filter((l) => l.step === after)
    .sort((a, b) => b.min_minutes - a.min_minutes)[0];
const products = (r: ReturnType<typeof routeOf>, coat: 'primer' | 'paint' | 'clear' | 'wax' | 'oil') =>
  coatsOf(r, coat).map((s) => s.product);

// Invented pieces, one for each look and finding. What is asserted is common practice of the trade; safety facts
// after the published sources named beside the rules.
describe('pieces an experienced painter would recognise', () => {
  test('1 pine chest with knots, to become white: shellac twice, white that does not yellow, nothing sanded finer than 180', () => {
    const r = routeOf({ findings: ['knots'], brief: { body: WHITE } });
    expect(products(r, 'primer')).toEqual(['shellac-primer', 'shellac-primer']);
    expect(new Set(products(r, 'clear'))).toEqual(new Set(['acrylic-clear']));
    expect(stepOf(r, 'scuff').title).toMatch(/120-180/);
    expect(stepOf(r, 'prime-1').caution).toMatch(/vapour/);
  });
  test('2 mahogany sideboard, pale, from a smoker’s house: three washes, the cloth is a test, two coats of shellac', () => {
    const r = routeOf({
      template: 'sideboard',
      survey: { wood: 'red-wood', finish: 'varnish', layers: 1 },
      findings: ['nicotine'],
      brief: { body: SAGE },
    });
    expect(keysOf(r).filter((k) => k.startsWith('wash-'))).toHaveLength(3);
    expect(isBefore(r, 'wash-3', 'white-cloth')).toBe(true);
    expect(stepOf(r, 'white-cloth').outcomes.reduce((n, o) => n + o.likely, 0)).toBeCloseTo(1, 9);
    expect(products(r, 'primer').slice(0, 2)).toEqual(['shellac-primer', 'shellac-primer']);
  });
  test('3 six rush chairs in straw yellow: four coats by brush, turned after the first, the set dries on the rack', () => {
    const r = routeOf({ template: 'chair-set', dimensions: { parts: 6 }, brief: { body: YELLOW } });
    expect(coatsOf(r, 'paint')).toHaveLength(4);
    expect(stepOf(r, 'paint-1').method).toBe('brush');
    expect(isBefore(r, 'paint-1', 'flip') && isBefore(r, 'flip', 'paint-2')).toBe(true);
    expect(gap(r, 'flip', 'paint-1')).toMatchObject({ from: 'handle' });
    expect(stepOf(r, 'paint-1').needs).toContainEqual({ kind: 'rack', units: 3, span: 'wet' });
  });
  test('4 foil wardrobe, oxblood: dulled not sanded, bonding primer tinted, two people to put it together', () => {
    const r = routeOf({
      template: 'wardrobe',
      survey: { wood: 'laminate', finish: 'foil' },
      means: { people: 2 },
      brief: { body: { name: 'oxblood', hex: '#6e2f3a' } },
    });
    expect(stepOf(r, 'scuff').title).toMatch(/^Dull the shine/);
    expect(products(r, 'primer')).toEqual(['bonding-primer']);
    expect(stepOf(r, 'prime-1').title).toMatch(/tinted grey/);
    expect(stepOf(r, 'assemble')).toMatchObject({ hands: 2 });
    expect(stepOf(r, 'assemble').caution).toMatch(/anchor kit/);
  });
  test('5 a foil cabinet distressed: wet, inside its window, because sanding would show chipboard', () => {
    const r = routeOf({
      template: 'cabinet',
      survey: { wood: 'laminate', finish: 'foil' },
      brief: brief({ kind: 'distressed', level: 'medium' }),
    });
    expect(keysOf(r)).not.toContain('distress');
    expect(gap(r, 'distress-wet', 'paint-2')).toMatchObject({ min_minutes: 30, max_minutes: 120 });
  });
  test('6 old painted blanket box: lead is tested before any dust, and a positive test stops it', () => {
    const given: Given = { template: 'box', survey: { finish: 'dark-paint', layers: 3, age: 'old' } };
    const r = routeOf(given);
    expect(isBefore(r, 'lead-test', 'scuff')).toBe(true);
    expect(stepOf(r, 'scuff').caution).toMatch(/lead/i);
    const survey = learn(
      inputOf(given).survey,
      stepOf(r, 'lead-test').outcomes.find((o) => o.id === 'positive')!.learns,
    );
    const stopped = routeOf({ ...given, survey });
    expect(stepOf(stopped, 'lead-stop')).toMatchObject({ hands: 0 });
    expect(stopped.steps.filter((s) => s.dusty && s.phase === 'sand')).toEqual([]);
  });
  test('7 the same box tested negative goes on without the test', () => {
    const r = routeOf({ template: 'box', survey: { finish: 'dark-paint', layers: 3, age: 'old', lead: 'negative' } });
    expect(keysOf(r)).not.toContain('lead-test');
    expect(stepOf(r, 'scuff').caution).not.toMatch(/lead/i);
  });
  test('8 a dresser whose dye comes off on the rag after the test gets two coats of shellac it did not have before', () => {
    const given: Given = { template: 'hutch', survey: { finish: 'varnish', age: 'old' }, brief: { body: WHITE } };
    const before = routeOf(given);
    expect(keysOf(before)).toContain('white-cloth');
    const survey = learn(
      inputOf(given).survey,
      stepOf(before, 'white-cloth').outcomes.find((o) => o.id === 'dye')!.learns,
    );
    expect(products(routeOf({ ...given, survey }), 'primer')).toEqual(['shellac-primer', 'shellac-primer']);
  });
  test('9 a musty chest: inside cleaned twice, sealed with aerosol shellac, smelled again after a night', () => {
    const r = routeOf({ findings: ['odour'] });
    expect(keysOf(r)).toEqual(expect.arrayContaining(['inside-first', 'inside-last', 'seal-odour', 'odour-check']));
    expect(stepOf(r, 'seal-odour').caution).toMatch(/two aerosol cans/);
    expect(products(r, 'primer')).toEqual(['shellac-primer', 'shellac-primer']);
  });
  test('10 mouse droppings in a cupboard: wetted before anything is moved', () => {
    const r = routeOf({ template: 'cabinet', findings: ['droppings'] });
    expect(r.steps[0]!.key).toBe('disinfect');
    expect(r.steps[0]!.caution).toMatch(/never dry-sweep/);
  });
  test('11 woodworm: treated, kept apart two days, before any repair', () => {
    const r = routeOf({ findings: ['insects', 'loose-joints'] });
    expect(isBefore(r, 'insect-rest', 'glue')).toBe(true);
    expect(gap(r, 'insect-rest', 'treat-insects')!.min_minutes).toBe(2880);
  });
  test('12 plan chest, stained top over three layers of paint: patch first, two rounds, a night, no grit skipped', () => {
    const r = routeOf({ survey: { finish: 'dark-paint', layers: 3 }, brief: { top: STAINED } });
    expect(isBefore(r, 'strip-patch', 'strip-1')).toBe(true);
    expect(gap(r, 'scrape-2', 'strip-2')).toMatchObject({ min_minutes: 30, max_minutes: 60 });
    expect(gap(r, 'sand-top', 'scrape-2')).toMatchObject({ from: 'sand' });
    // A night after a stripper wash. Common practice.
    expect(productById.get(stepOf(r, 'scrape-2').product!)!.stages_minutes.sand).toBe(720);
    expect(stepOf(r, 'strip-1').caution).toMatch(/burns skin/);
  });
  test('13 the patch shows burnt wood: the top is painted like the rest, stripped no further, and the brief is told', () => {
    const given: Given = { survey: { finish: 'dark-paint', layers: 3 }, brief: { top: STAINED } };
    const patch = stepOf(routeOf(given), 'strip-patch');
    const survey = learn(inputOf(given).survey, patch.outcomes.find((o) => o.id === 'poor')!.learns);
    const r = routeOf({ ...given, survey });
    expect(keysOf(r)).not.toContain('stain-top');
    expect(coatsOf(r, 'paint').every((s) => s.zones.includes('top'))).toBe(true);
    const good = routeOf({ ...given, survey: learn(inputOf(given).survey, { topWood: 'good' }) });
    expect(keysOf(good)).toContain('stain-top');
    expect(keysOf(good)).not.toContain('strip-patch');
  });
  test('13b one zone used harder than the rest gets its own three coats, in words of its own', () => {
    const r = routeOf({ brief: { use: { drawers: 'hard' } } });
    expect(coatsOf(r, 'clear', 'drawers')).toHaveLength(3);
    expect(coatsOf(r, 'clear', 'body')).toHaveLength(2);
    expect(new Set(keysOf(r)).size).toBe(r.steps.length);
    expect(coatsOf(r, 'clear', 'top')).toHaveLength(3);
    // The first two are laid on everything in one go; the third only where it is needed.
    expect(stepOf(r, 'clear-body-2').zones).toContain('body');
    expect(stepOf(r, 'clear-body-3').zones).not.toContain('body');
    expect(stepOf(r, 'clear-body-3').title).toBe('Clear coat 3 of 3, drawer fronts, top');
  });
  test('14 oak table, oiled for a kitchen: sanded to 320, pure oil, wiped inside 15 to 25 minutes, rags warned of', () => {
    const r = routeOf({
      template: 'table',
      survey: { wood: 'hardwood', finish: 'varnish', layers: 1 },
      brief: { top: { kind: 'oil' }, food: true },
    });
    expect(stepOf(r, 'sand-top').title).toMatch(/120-180-240-320/);
    expect(products(r, 'oil')).toEqual(['tung-oil', 'tung-oil']);
    expect(gap(r, 'wipe-oil-top-1', 'oil-top-1')).toMatchObject({ min_minutes: 15, max_minutes: 25 });
    expect(stepOf(r, 'oil-top-1').caution).toMatch(/catch fire by themselves/);
  });
  test('15 veneered bureau with lifting and missing veneer: clamped overnight, corners built up, sanding gentle', () => {
    const r = routeOf({
      template: 'desk',
      survey: { wood: 'veneer', finish: 'varnish' },
      findings: ['lifting-veneer', 'missing-veneer'],
      brief: { top: STAINED },
    });
    expect(keysOf(r)).toEqual(expect.arrayContaining(['veneer-down', 'patch-veneer', 'form-edge']));
    expect(stepOf(r, 'sand-top').title).toMatch(/120-180-220/);
    expect(gap(r, 'sand-top', 'patch-veneer')).toMatchObject({ from: 'sand' });
  });
  test('16 curled veneer: pressed overnight before the cement', () => {
    const r = routeOf({ survey: { wood: 'veneer', finish: 'varnish' }, findings: ['curled-veneer'] });
    expect(gap(r, 'cement-veneer', 'press-veneer')!.min_minutes).toBe(720);
  });
  test('17 swollen chipboard shelf: levelled, sealed, then primed', () => {
    const r = routeOf({ template: 'bookcase', survey: { wood: 'mdf', finish: 'foil' }, findings: ['swollen-board'] });
    expect(isBefore(r, 'level-board-foil', 'seal-board') && isBefore(r, 'seal-board', 'prime-1')).toBe(true);
  });
  test('18 an alligatored varnish is sanded level; alligatored paint comes off', () => {
    const v = routeOf({ survey: { finish: 'varnish', layers: 1 }, findings: ['cracked-finish'] });
    expect(stepOf(v, 'scuff').title).toMatch(/80-120-180/);
    const p = routeOf({ survey: { finish: 'dark-paint', layers: 2 }, findings: ['cracked-finish'] });
    expect(keysOf(p)).toContain('strip-body-1');
  });
  test('19 worn drawer runners are turned before the drawers are painted, and waxed at the end', () => {
    const r = routeOf({ findings: ['worn-runners'] });
    expect(isBefore(r, 'runners', 'paint-1') && isBefore(r, 'paint-2', 'wax-runners')).toBe(true);
    expect(gap(r, 'wax-runners', 'clear-body-3')).toMatchObject({ from: 'handle' });
    expect(gap(r, 'inside-last', 'denib-body-3')).toBeDefined();
  });
  test('20 distressed over a red under-colour: on the edges first, shellac ten minutes, rubbed when dry', () => {
    const r = routeOf({
      brief: { ...brief({ kind: 'distressed', level: 'heavy' }), under: { name: 'red', hex: '#8a2f2a' } },
    });
    expect(isBefore(r, 'under', 'under-seal') && isBefore(r, 'under-seal', 'paint-1')).toBe(true);
    expect(gap(r, 'paint-1', 'under-seal')).toMatchObject({ from: 'topcoat' });
    expect(isBefore(r, 'paint-2', 'distress') && isBefore(r, 'distress', 'clear-body-1')).toBe(true);
  });
  test('21 chippy powder paint over varnish: no primer, mixed the same day, rested, sealed with a film not wax', () => {
    const r = routeOf({
      survey: { finish: 'varnish' },
      brief: { ...brief({ kind: 'chippy' }), paint: 'powder-paint', sealer: 'wax' },
    });
    expect(coatsOf(r, 'primer')).toHaveLength(0);
    expect(gap(r, 'paint-1', 'mix-powder')!.min_minutes).toBe(10);
    expect(coatsOf(r, 'wax')).toHaveLength(0);
    expect(coatsOf(r, 'clear').length).toBeGreaterThan(0);
  });
  test('22 blended blues: base dry eight hours, then blended wet, and never sprayed', () => {
    const r = routeOf({ brief: brief({ kind: 'blended', colour: { name: 'sky', hex: '#8fb3c9' } }) });
    expect(gap(r, 'blend', 'paint-2')!.min_minutes).toBeGreaterThanOrEqual(480);
    expect(stepOf(r, 'blend').method).toBe('brush');
  });
  test('23 glazed over matt paint: a clear coat between, and a night under it', () => {
    const r = routeOf({ brief: brief({ kind: 'glazed', colour: OAK }) });
    expect(isBefore(r, 'seal-under-glaze', 'glaze')).toBe(true);
    expect(gap(r, 'glaze', 'paint-2')!.min_minutes).toBe(720);
  });
  test('24 textured bench: stippled first, a night, then the coats', () => {
    const r = routeOf({ template: 'bench', brief: brief({ kind: 'textured' }) });
    expect(gap(r, 'paint-1', 'stipple')!.min_minutes).toBe(720);
  });
  test('25 stencils: flat over a dry base before the clear coat; raised paste is sealed before paint', () => {
    const flat = routeOf({ brief: brief({ kind: 'stencil', style: 'flat', colour: WHITE }) });
    expect(isBefore(flat, 'paint-2', 'stencil') && isBefore(flat, 'stencil', 'clear-body-1')).toBe(true);
    const raised = routeOf({ brief: brief({ kind: 'stencil', style: 'raised' }) });
    expect(isBefore(raised, 'paste-seal', 'paint-1')).toBe(true);
    const sealedBy = (refusals: readonly Refusal[]) => {
      const route = routeOf({ brief: { ...brief({ kind: 'stencil', style: 'raised' }), refusals } });
      const { product, method } = route.steps.find((s) => s.key === 'paste-seal')!;
      return [product, method];
    };
    expect(sealedBy([])).toEqual(['shellac-sealer', 'aerosol']);
    expect(sealedBy(['no-shellac'])).toEqual(['bonding-primer', 'brush']);
  });
  test('26 a silk-screened pattern is laid over a base that has dried', () => {
    const r = routeOf({ brief: brief({ kind: 'stencil', style: 'silk-screen' }) });
    expect(stepOf(r, 'stencil').title).toMatch(/Silk-screen/);
    expect(gap(r, 'stencil', 'paint-2')!.min_minutes).toBeGreaterThanOrEqual(240);
  });
  test('27 a big transfer: two people when there are two, before the sealer, the night after the paint', () => {
    const r = routeOf({ means: { people: 2 }, brief: { ...brief({ kind: 'transfer', big: true }), sealer: 'wax' } });
    expect(stepOf(r, 'transfer')).toMatchObject({ hands: 2 });
    expect(isBefore(r, 'transfer', 'wax')).toBe(true);
    const headsAndTails = routeOf({ brief: brief({ kind: 'transfer', big: true }) });
    expect(headsAndTails.notes.join(' ')).toMatch(/second pair of hands/);
  });
  test('28 papered drawer fronts: adhesive, trimmed dry, then sealed', () => {
    const r = routeOf({ brief: brief({ kind: 'decoupage' }) });
    expect(gap(r, 'trim-paper', 'paper')).toMatchObject({ from: 'sand' });
    expect(isBefore(r, 'trim-paper', 'clear-body-1')).toBe(true);
  });
  test('29 a paint inlay: into the wet coat within ten minutes, peeled after a night, sealed in one pass', () => {
    const r = routeOf({ brief: brief({ kind: 'inlay' }) });
    expect(gap(r, 'inlay-lay', 'inlay-coat')).toMatchObject({ min_minutes: 0, max_minutes: 10 });
    expect(gap(r, 'inlay-peel', 'inlay-lay')!.min_minutes).toBe(720);
    expect(r.notes.join(' ')).toMatch(/one loaded pass/);
  });
  test('30 mouldings go on before the primer; metallic edges come last of all', () => {
    const r = routeOf({ findings: ['knots'], brief: brief({ kind: 'mouldings' }, { kind: 'metallic' }) });
    expect(isBefore(r, 'mouldings', 'prime-1')).toBe(true);
    expect(keysOf(r).at(-1)).toBe('metallic');
  });
  test('31 a washed pine top: two thin layers, raised grain smoothed, three clear coats', () => {
    const r = routeOf({ brief: { top: wash() } });
    expect(isBefore(r, 'wash-top-1', 'wash-top-2') && isBefore(r, 'wash-top-2', 'denib-stain')).toBe(true);
    expect(keysOf(r).filter((k) => k.startsWith('clear-top'))).toHaveLength(3);
  });
  test('32 an oil stain keeps waterborne clear away for its full drying', () => {
    const r = routeOf({ survey: { wood: 'hardwood' }, brief: { top: { kind: 'stain', colour: OAK, oilStain: true } } });
    expect(gap(r, 'clear-top-1', 'stain-top')).toMatchObject({ from: 'topcoat' });
    expect(stepOf(r, 'stain-top').product).toBe('gel-stain');
  });
  test('33 a client who wants to see a board, the first coat and the top waits three times, each before what it decides', () => {
    const r = routeOf({
      kind: 'client',
      brief: { top: STAINED, approvals: ['sample-board', 'first-coat', 'top-as-it-is'] },
    });
    expect(isBefore(r, 'sample-approval', 'paint-1')).toBe(true);
    expect(heldBy(r, 'paint-2')).toContain('first-coat-approval');
    expect(isBefore(r, 'top-approval', 'stain-top')).toBe(true);
  });
  test('34 sprayed corner cupboard: masked and tried on card, three thin coats, cleaned out after', () => {
    const r = routeOf({ template: 'cabinet', brief: { method: 'spray' }, means: { sprayer: true } });
    expect(isBefore(r, 'mask', 'paint-1')).toBe(true);
    expect(coatsOf(r, 'paint').every((s) => s.tool === 'sprayer')).toBe(true);
    expect(stepOf(r, 'clean-sprayer').work_minutes).toBe(20);
    expect(stepOf(r, 'paint-1').caution).toMatch(/no flames/);
  });
  test('35 replaced handles: old holes filled before the paint, the order runs beside the work', () => {
    const r = routeOf({ brief: { hardware: 'replace' } });
    expect(isBefore(r, 'redrill', 'paint-1')).toBe(true);
    expect(stepOf(r, 'paint-1').after.map((l) => l.step)).not.toContain('hardware-order');
    expect(heldBy(r, 'drill')).toContain('hardware-order');
    expect(heldBy(r, 'clear-body-3')).not.toContain('hardware-order');
    const here = routeOf({ brief: { hardware: 'replace', fittingsDays: 0 } });
    expect(keysOf(here)).not.toContain('hardware-order');
  });
  test('36 repainted hardware is primed, painted and sealed while the piece dries', () => {
    const r = routeOf({ brief: { hardware: 'repaint' } });
    expect(isBefore(r, 'hardware-prime', 'hardware-paint') && isBefore(r, 'hardware-paint', 'hardware-seal')).toBe(
      true,
    );
    expect(stepOf(r, 'hardware-prime').zones).toEqual(['hardware-coat']);
  });
  test('37 a hutch whose shelves are painted another colour than the body, each with its own count of coats', () => {
    const r = routeOf({
      template: 'hutch',
      zones: { include: [], areas: {}, own: [] },
      brief: { body: PLUM, inside: 'paint', insideColour: YELLOW },
    });
    expect(coatsOf(r, 'paint', 'shelves')).toHaveLength(4);
    expect(coatsOf(r, 'paint', 'fronts')).toHaveLength(2);
  });
  test('38 drawers of red wood in a pine carcass: only they get the shellac', () => {
    const r = routeOf({ survey: { zones: { drawers: { wood: 'red-wood' } } }, brief: { body: WHITE } });
    expect(coatsOf(r, 'primer').every((s) => s.zones.join() === 'drawers')).toBe(true);
    expect(coatsOf(r, 'paint').every((s) => s.zones.includes('body') && s.zones.includes('drawers'))).toBe(true);
  });
  test('39 a waxed night table used hard on top is waxed twice there', () => {
    const r = routeOf({ template: 'bedside', brief: { sealer: 'wax', top: { kind: 'paint', colour: SAGE } } });
    expect(coatsOf(r, 'wax', 'top')).toHaveLength(2);
    expect(coatsOf(r, 'wax', 'drawers')).toHaveLength(1);
  });
  test('39b a lid is opened, not lived on: a waxed box is waxed once all over, its lid twice when it serves as a seat', () => {
    const box = (use?: Brief['use']) => routeOf({ template: 'box', brief: { sealer: 'wax', ...(use ? { use } : {}) } });
    expect(coatsOf(box(), 'wax').map((s) => s.zones)).toEqual([['body', 'lid']]);
    for (const use of [{ lid: 'hard' }, { top: 'hard' }] as const) {
      expect(coatsOf(box(use), 'wax', 'lid')).toHaveLength(2);
      expect(coatsOf(box(use), 'wax', 'body')).toHaveLength(1);
    }
  });
  test('39c the top rails of a bed are used as the rest of it is; said to be used hard they get a third clear coat', () => {
    const coats = (use: Brief['use']) => coatsOf(routeOf({ template: 'bed', brief: { use } }), 'clear', 'caps').length;
    expect(coats({})).toBe(2);
    expect(coats({ caps: 'hard' })).toBe(3);
  });
  test('40 a pair of bedside cabinets takes twice the paint of one', () => {
    const litres = (set: number) =>
      coatsOf(routeOf({ template: 'bedside', dimensions: { set } }), 'paint').reduce((n, s) => n + s.litres, 0);
    expect(litres(2) / litres(1)).toBeCloseTo(2, 9);
  });
  test('41 dark over light costs two coats, light over dark without primer three or four', () => {
    const coats = (body: typeof SLATE, finish: 'pale-paint' | 'dark-paint') =>
      coatsOf(routeOf({ survey: { finish, layers: 1 }, brief: { body, prime: 'no' } }), 'paint').length;
    expect(coats(SLATE, 'pale-paint')).toBe(2);
    expect(coats(SAGE, 'dark-paint')).toBe(3);
    expect(coats(WHITE, 'dark-paint')).toBe(4);
  });
});
