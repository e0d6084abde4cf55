import { describe, expect, test } from 'vitest';
import {
  coatsToHide,
  conflictsOf,
  type FinishRow,
  readColour,
  routeFaults,
  templateById,
  TEMPLATES,
  zonesOf,
} from '../src/index.ts';
import {
  coatsOf,
  type Given,
  heldBy,
  inputOf,
  isBefore,
  keysOf,
  OAK,
  routeOf,
  SLATE,
  stepOf,
  WHITE,
  YELLOW,
} from './fixtures/pieces.ts';

const row = (
  id: string,
  zones: readonly string[],
  treatment: FinishRow['treatment'],
  more: Partial<FinishRow> = {},
) => ({
  id,
  zones,
  treatment,
  ...more,
});
const PALE = { name: 'pale green', hex: '#dfe6d3' };
const painted = (colour: typeof PALE, product = 'matt-paint') => ({ kind: 'paint', product, colour }) as const;

describe('the inside of the doors', () => {
  const given: Given = {
    template: 'wardrobe',
    zones: { include: ['door-insides'], areas: {}, own: [] },
    brief: { rows: [row('insides', ['door-insides'], painted(PALE))] },
  };
  const r = routeOf(given);
  test('is a part of its own: counted when it is wished, painted in its own colour, and the faces in theirs', () => {
    expect(routeOf({ template: 'wardrobe' }).zones.map((z) => z.id)).not.toContain('door-insides');
    // As large as their faces: the wardrobe's usual 1.0 by 1.9 m, of which doors take four fifths.
    const zone = (id: string) => r.zones.find((z) => z.id === id)!.area_m2;
    expect(zone('door-insides')).toBeCloseTo(zone('doors'), 9);
    expect(coatsOf(r, 'paint', 'door-insides').map((s) => s.colour)).toEqual([PALE.hex, PALE.hex]);
    expect(coatsOf(r, 'paint', 'doors').every((s) => s.colour === SLATE.hex)).toBe(true);
    expect(stepOf(r, 'wash').zones).toContain('door-insides');
  });
  test('its route meets every surface as it needs it', () => {
    expect(routeFaults(inputOf(given), r)).toEqual([]);
    expect(conflictsOf(inputOf(given), []).filter((c) => c.severity === 'stop')).toEqual([]);
  });
});

// Everything asserted here is common practice unless a source is named.
describe('a hutch with paler shelves, paper on their backs, an oiled work top and stained drawer fronts', () => {
  const given: Given = {
    template: 'hutch',
    survey: { wood: 'hardwood', finish: 'varnish', layers: 1, age: 'old', cloth: 'clean' },
    brief: {
      top: { kind: 'oil' },
      rows: [
        row('shelves', ['shelves'], painted(PALE)),
        row('backs', ['shelf-backs'], painted(PALE)),
        row('fronts', ['fronts'], { kind: 'stain', colour: OAK, coats: 2 }),
      ],
      looks: [
        { kind: 'decoupage', zones: ['shelf-backs'] },
        { kind: 'distressed', level: 'light' },
      ],
    },
  };
  const r = routeOf(given);
  test('has no conflict, and no step meets a surface it must not meet', () => {
    expect(conflictsOf(inputOf(given), []).filter((c) => c.severity === 'stop')).toEqual([]);
    expect(routeFaults(inputOf(given), r)).toEqual([]);
  });
  test('pale over dark gets its primer, the blue body none; each row its own coats', () => {
    expect(coatsOf(r, 'primer', 'shelves')).toHaveLength(1);
    expect(coatsOf(r, 'primer', 'body')).toHaveLength(0);
    expect(coatsOf(r, 'paint', 'shelves').map((s) => s.colour)).toEqual([PALE.hex, PALE.hex]);
    expect(coatsOf(r, 'paint', 'body').every((s) => s.colour === SLATE.hex)).toBe(true);
    expect(coatsOf(r, 'paint', 'fronts')).toEqual([]);
  });
  test('painted shelves are washed and sealed because they are painted', () => {
    expect(stepOf(r, 'wash').zones).toEqual(expect.arrayContaining(['shelves', 'shelf-backs']));
    expect(coatsOf(r, 'clear', 'shelves').length).toBeGreaterThan(0);
  });
  test('fronts and work top are bared, scuffing is for what is painted', () => {
    const bared = r.steps
      .filter((s) => s.acts.some((a) => a.do === 'abrade' && a.to === 'bare'))
      .flatMap((s) => s.zones);
    expect(bared.sort()).toEqual(['fronts', 'top']);
    expect(stepOf(r, 'scuff').zones).toEqual(expect.arrayContaining(['body', 'shelves', 'shelf-backs']));
  });
  test('two stains, conditioned, taped when dry, sealed; the top oiled and never filmed', () => {
    expect(coatsOf(r, 'stain', 'fronts')).toHaveLength(2);
    expect(isBefore(r, 'wipe-conditioner-fronts', 'stain-fronts')).toBe(true);
    expect(stepOf(r, 'tape').after).toContainEqual(expect.objectContaining({ step: 'stain-fronts', from: 'topcoat' }));
    expect(coatsOf(r, 'oil', 'top')).toHaveLength(2);
    expect(coatsOf(r, 'clear', 'top')).toEqual([]);
  });
  test('the paper lies on the backs alone, over their last coat and under the seal', () => {
    expect(stepOf(r, 'paper').zones).toEqual(['shelf-backs']);
    expect(heldBy(r, 'paper')).toContain('paint-backs-2');
    const at = r.steps.findIndex((s) => s.key === 'paper');
    expect(r.steps.slice(0, at).filter((s) => s.coat === 'clear' && s.zones.includes('shelf-backs'))).toEqual([]);
    expect(r.steps.slice(at).some((s) => s.coat === 'clear' && s.zones.includes('shelf-backs'))).toBe(true);
  });
});

describe('a chair with a cane seat and a cabinet with glass doors', () => {
  const chair: Given = {
    template: 'chair',
    survey: { finish: 'varnish', zones: { seats: { wood: 'cane' } } },
    brief: { top: { kind: 'keep' } },
  };
  test('the seat is covered first, uncovered last, and counts for no paint, wash or wax', () => {
    const r = routeOf(chair);
    expect(stepOf(r, 'cover-cane').zones).toEqual(['seats']);
    expect(isBefore(r, 'cover-cane', 'wash') && isBefore(r, 'paint-2', 'uncover-cane')).toBe(true);
    const wet = r.steps.filter((s) => s.product !== null && s.zones.includes('seats'));
    expect(wet).toEqual([]);
    expect(routeFaults(inputOf(chair), r)).toEqual([]);
  });
  test('glass asked to be painted is told by name, and covered all the same', () => {
    const glass: Given = {
      template: 'cabinet',
      survey: { zones: { doors: { wood: 'glass' } } },
      brief: { rows: [row('r', ['doors'], painted(PALE))] },
    };
    expect(keysOf(routeOf(glass))).toContain('cover-glass');
    const conflict = conflictsOf(inputOf(glass), []).find((x) => x.id === 'row-on-no-wood')!;
    expect(conflict.fix.brief?.rows).toEqual([]);
  });
  test.each(['cane', 'cloth', 'stone', 'glass'] as const)('%s is never sanded, whatever the house does', (wood) => {
    const r = routeOf({
      template: 'chair',
      survey: { finish: 'dark-paint', layers: 3, age: 'new', zones: { seats: { wood } } },
      brief: { house: { sand: 'bare' } },
    });
    expect(r.steps.filter((s) => s.dusty && s.zones.includes('seats'))).toEqual([]);
  });
  test('rusty metal is brushed and gets a metal primer, the wood beside it what wood gets', () => {
    const r = routeOf({
      survey: { finish: 'varnish', zones: { body: { wood: 'metal', findings: ['rust'] } } },
      brief: { body: WHITE },
    });
    expect(coatsOf(r, 'primer', 'body').map((s) => s.product)).toEqual(['metal-primer']);
    expect(coatsOf(r, 'primer', 'drawers').map((s) => s.product)).toEqual(['stain-blocker']);
  });
});

describe('treatments of a row', () => {
  const top = (treatment: FinishRow['treatment'], more: Partial<FinishRow> = {}) =>
    routeOf({ survey: { finish: 'varnish' }, brief: { rows: [row('r', ['top'], treatment, more)] } });
  test('a wash says its water and how long it is left; never wiped means no wiping', () => {
    const wiped = top({ kind: 'wash', colour: WHITE, coats: 3, water_pct: 70, left_minutes: 4 });
    expect(wiped.steps.filter((s) => s.coat === 'stain')).toHaveLength(3);
    expect(stepOf(wiped, 'wash-r-1').reason).toContain('70 % of water, wiped after 4 min');
    expect(stepOf(wiped, 'wash-r-1-wipe').after).toContainEqual(
      expect.objectContaining({ step: 'wash-r-1', min_minutes: 4, max_minutes: 9 }),
    );
    const never = top({ kind: 'wash', colour: WHITE, left_minutes: null });
    expect(keysOf(never).some((k) => k.endsWith('-wipe'))).toBe(false);
  });
  test('later rounds of a wash are quicker than the first', () => {
    const r = top({ kind: 'wash', colour: WHITE, coats: 2 });
    expect(stepOf(r, 'wash-r-2').work_minutes).toBeLessThanOrEqual(stepOf(r, 'wash-r-1').work_minutes);
  });
  test('wax alone: bare wood, two coats of wax, no film', () => {
    const r = top({ kind: 'wax' });
    expect(coatsOf(r, 'wax', 'top')).toHaveLength(2);
    expect(coatsOf(r, 'clear', 'top')).toEqual([]);
  });
  test('clear over bare wood: sanded bare, three coats where it is used hard, one where hardly', () => {
    expect(coatsOf(top({ kind: 'clear' }, { use: 'hard' }), 'clear', 'top')).toHaveLength(3);
    expect(stepOf(top({ kind: 'clear' }), 'sand-top').title).toContain('120-180-220');
  });
  test('kept as it is: neither sanded nor painted, taped beside the paint', () => {
    const r = top({ kind: 'keep' });
    expect(r.steps.filter((s) => s.dusty && s.zones.includes('top'))).toEqual([]);
    expect(stepOf(r, 'tape').zones).toEqual(['top']);
  });
  test('a row’s own paint, sheen and sealer are its own', () => {
    const r = top(painted(YELLOW, 'clay-paint'), { sheen: 'gloss', sealer: 'none' });
    expect(coatsOf(r, 'paint', 'top').every((s) => s.product === 'clay-paint')).toBe(true);
    expect(keysOf(r)).toContain('nib-paint-r');
    expect(keysOf(r)).not.toContain('nib-paint');
    expect(coatsOf(r, 'clear', 'top')).toEqual([]);
  });
});

describe('looks in order, several of a kind, each where it is wanted', () => {
  test('two stencils on two zones in two colours; a stencil takes spoonfuls, not a coat', () => {
    const r = routeOf({
      brief: {
        looks: [
          { kind: 'stencil', zones: ['drawers'], colour: WHITE },
          { kind: 'stencil', zones: ['top'], colour: YELLOW },
        ],
      },
    });
    expect(stepOf(r, 'stencil')).toMatchObject({ zones: ['drawers'], colour: WHITE.hex });
    expect(stepOf(r, 'stencil-2')).toMatchObject({ zones: ['top'], colour: YELLOW.hex });
    expect(stepOf(r, 'stencil').litres).toBeLessThan(0.2 * stepOf(r, 'paint-1').litres);
  });
  test('pattern then rub, or rub then pattern: as they stand in the list', () => {
    const order = (...kinds: ('stencil' | 'distressed')[]) =>
      routeOf({ brief: { looks: kinds.map((kind) => ({ kind })) } });
    expect(isBefore(order('stencil', 'distressed'), 'stencil', 'distress')).toBe(true);
    expect(isBefore(order('distressed', 'stencil'), 'distress', 'stencil')).toBe(true);
  });
  test('stripes: taped on paint dry overnight, pulled within the hour', () => {
    const r = routeOf({ brief: { looks: [{ kind: 'stripes' }] } });
    expect(stepOf(r, 'stripes-tape').after).toContainEqual(
      expect.objectContaining({ step: 'paint-2', min_minutes: 720 }),
    );
    expect(stepOf(r, 'stripes-pull').after).toContainEqual(
      expect.objectContaining({ step: 'stripes', max_minutes: 60 }),
    );
  });
  test('dark wax: clear wax first, taken back within a quarter of an hour to twenty minutes', () => {
    const r = routeOf({ brief: { looks: [{ kind: 'dark-wax' }], sealer: 'wax' } });
    expect(heldBy(r, 'dark-wax')).toContain('wax');
    expect(stepOf(r, 'dark-wax-back').after).toContainEqual(
      expect.objectContaining({ step: 'dark-wax', min_minutes: 15, max_minutes: 20 }),
    );
    const film = routeOf({ brief: { looks: [{ kind: 'dark-wax' }] } });
    expect(isBefore(film, 'clear-body-2', 'dark-wax-clear')).toBe(true);
  });
  test.each([
    [{ kind: 'dark-wax' }, 'dark-wax', 'dark-wax'],
    [{ kind: 'metallic' }, 'metallic', 'gilding-wax'],
    [{ kind: 'stencil', style: 'wax' }, 'stencil-wax', 'gilding-wax'],
  ] as const)('%o is laid with the wax that is chosen; what is no wax is not taken for one', (look, key, usual) => {
    const laidWith = (product?: string) =>
      stepOf(routeOf({ brief: { looks: [{ ...look, product }], sealer: 'wax' } }), key).product;
    expect(laidWith()).toBe(usual);
    expect(laidWith('spray-wax')).toBe('spray-wax');
    expect(laidWith('matt-paint')).toBe(usual);
    expect(laidWith('gone')).toBe(usual);
  });
  test('a full under-colour is sealed where both soften again, not where they do not', () => {
    const under = (paint: string) =>
      keysOf(routeOf({ brief: { paint, looks: [{ kind: 'under', full: true, colour: OAK }] } }));
    expect(under('matt-paint')).toContain('under-seal');
    expect(under('furniture-enamel')).not.toContain('under-seal');
  });
  test('up to six colours are blended, one brush each', () => {
    const r = routeOf({ brief: { looks: [{ kind: 'blended', colour: OAK, colours: [WHITE, YELLOW] }] } });
    expect(stepOf(r, 'blend').title).toBe('Blend oak, white and straw wet, in sections');
  });
  test('mouldings before the primer, or painted apart and put on after the last coat', () => {
    const first = routeOf({ survey: { finish: 'varnish' }, brief: { body: WHITE, looks: [{ kind: 'mouldings' }] } });
    expect(isBefore(first, 'mouldings', 'prime-1')).toBe(true);
    const late = routeOf({ brief: { looks: [{ kind: 'mouldings', late: true }] } });
    expect(isBefore(late, 'paint-2', 'mouldings')).toBe(true);
  });
});

describe('zones made on the spot', () => {
  const template = templateById.get('cabinet')!;
  const size = inputOf({ template: 'cabinet' }).dimensions;
  const own = { id: 'own-1', name: 'Panels', group: 'body', area: '0.4 * width * height', of: 'doors' } as const;
  const areas = (zones: ReturnType<typeof zonesOf>) => Object.fromEntries(zones.zones.map((z) => [z.id, z.area_m2]));
  test('what is cut out of a zone is taken off it: the piece keeps its area', () => {
    const before = areas(zonesOf(template, size));
    const after = areas(zonesOf(template, size, { include: [], areas: {}, own: [own] }));
    expect(after['doors']! + after['own-1']!).toBeCloseTo(before['doors']!, 9);
  });
  test('a cut larger than its zone, or out of a zone that is not there, is told by name', () => {
    const big = zonesOf(template, size, { include: [], areas: {}, own: [{ ...own, area: '2 * width * height' }] });
    expect(big.faults['own-1']).toMatch(/^Panels: this is more than is left of doors\. Make it smaller by \d/);
    const gone = zonesOf(template, size, { include: [], areas: {}, own: [{ ...own, of: 'back' }] });
    expect(gone.faults['own-1']).toMatch(/not on this piece/);
  });
  test('a flat top on turned legs is rolled, its legs are brushed', () => {
    const r = routeOf({ template: 'console', brief: { top: { kind: 'paint', colour: WHITE } } });
    expect(stepOf(r, 'paint-top-1').method).toBe('roll');
    expect(stepOf(r, 'paint-1').method).toBe('brush');
  });
  test('drawer sides, bottoms and runners are three zones; a console may have drawers, and need not', () => {
    const ids = (id: string) => templateById.get(id)!.zones.map((z) => z.id);
    expect(ids('chest-of-drawers')).toEqual(
      expect.arrayContaining(['edges', 'drawer-insides', 'drawer-bottoms', 'runners']),
    );
    const console_ = templateById.get('console')!;
    const { parts: _, ...without } = inputOf({ template: 'console' }).dimensions;
    expect(zonesOf(console_, without).faults).toEqual({});
    expect(keysOf(routeOf({ template: 'console', dimensions: { parts: 2 } }))).toContain('wax-runners');
  });
  test('every zone of every template has a shape and an area', () => {
    for (const t of TEMPLATES)
      for (const z of zonesOf(t, inputOf({ template: t.id }).dimensions).zones) {
        expect(z.area_m2, `${t.id}.${z.id}`).toBeGreaterThan(0);
        expect(['flat', 'curved']).toContain(z.shape);
      }
  });
});

describe('coats by colour and ground', () => {
  // Counts: common practice (dark over primer 2, white over dark 3 to 4, yellows 4); contrast: CIEDE2000.
  test.each([
    ['slate over grey primer', SLATE.hex, '#8d9296', 2],
    ['white over white primer', WHITE.hex, '#e6e3da', 2],
    ['white over dark paint', WHITE.hex, '#3c3b39', 4],
    ['white over varnish', WHITE.hex, '#7a5230', 3],
    ['yellow over white primer', YELLOW.hex, '#e6e3da', 4],
    ['navy over white primer', '#1f2a4a', '#e6e3da', 2],
  ])('%s', (_, hex, ground, coats) => {
    expect(coatsToHide(hex, ground).coats).toBe(coats);
  });
  test('a yellow needs more than a grey of the very same lightness: hue counts, not lightness alone', () => {
    const grey = '#b4b4b4';
    expect(Math.abs(readColour(grey).lightness - readColour(YELLOW.hex).lightness)).toBeLessThan(3);
    expect(coatsToHide(YELLOW.hex, '#3c3b39').coats).toBeGreaterThan(coatsToHide(grey, '#3c3b39').coats);
  });
  test('the number and its reason are shown', () => {
    const r = routeOf({ survey: { finish: 'dark-paint', age: 'new' }, brief: { body: WHITE, prime: 'no' } });
    expect(r.notes.join(' ')).toMatch(/white over this ground: contrast \d+, so 4 coats/);
  });
  test('white goes under yellow, grey under navy', () => {
    const primer = (body: typeof WHITE) =>
      stepOf(
        routeOf({ survey: { finish: 'dark-paint', age: 'new' }, findings: ['gouges'], brief: { body } }),
        'prime-1',
      );
    expect(primer(YELLOW).title).toBe('Prime');
    expect(primer({ name: 'navy', hex: '#1f2a4a' }).title).toBe('Prime, tinted grey');
  });
});

describe('what earlier steps have left', () => {
  test('stripped pine is bare pine: no primer for the paint that is gone, shellac for what the stripper left', () => {
    const stripped = routeOf({
      survey: { finish: 'pale-paint', layers: 3, age: 'old', lead: 'negative' },
      findings: ['cracked-finish'],
    });
    expect(coatsOf(stripped, 'primer', 'body').map((s) => s.product)).toEqual(['shellac-primer']);
  });
  test('a blocker under a dark colour is painted over like any coat, under pale the next day', () => {
    const link = (body: typeof WHITE) => {
      const r = routeOf({ survey: { finish: 'varnish' }, findings: ['gouges'], brief: { body } });
      return stepOf(r, 'paint-1').after.find((l) => l.step === 'prime-1')!;
    };
    expect(link(SLATE)).toMatchObject({ from: 'recoat', min_minutes: 0 });
    expect(link(WHITE)).toMatchObject({ from: 'recoat', min_minutes: 600 });
    const bled = routeOf({
      survey: { finish: 'varnish', wood: 'hardwood' },
      findings: ['water-rings'],
      brief: { body: WHITE },
    });
    expect(stepOf(bled, 'paint-1').after.find((l) => l.step === 'prime-1')).toMatchObject({ from: 'topcoat' });
  });
  test('what is wet stays wet for whatever comes next, also behind a look that touches it', () => {
    const r = routeOf({ survey: { finish: 'raw' } });
    expect(stepOf(r, 'scuff').after).toContainEqual(expect.objectContaining({ step: 'wash', from: 'sand' }));
  });
  test('the caution for old lead stands beside everything that disturbs it, however the step is called', () => {
    const r = routeOf({
      survey: { finish: 'dark-paint', layers: 2, age: 'old' },
      findings: ['flaking'],
      brief: { looks: [{ kind: 'distressed' }], top: { kind: 'stain', colour: OAK } },
    });
    const disturbing = r.steps.filter((s) => s.acts.some((a) => ['abrade', 'scrape', 'heat', 'strip'].includes(a.do)));
    expect(disturbing.length).toBeGreaterThan(5);
    for (const s of disturbing) expect(s.caution, s.key).toMatch(/lead/i);
    for (const s of disturbing) expect(heldBy(r, s.key), s.key).toContain('lead-test');
  });
  test('lead found: nothing disturbs it; it is sealed in, and worn edges are painted on', () => {
    const r = routeOf({
      survey: { finish: 'dark-paint', layers: 2, age: 'old', lead: 'positive' },
      brief: { looks: [{ kind: 'distressed' }] },
    });
    expect(coatsOf(r, 'primer', 'body').map((s) => s.product)).toEqual(['bonding-primer']);
    expect(keysOf(r)).toContain('painted-wear');
    expect(r.notes.join(' ')).toMatch(/mostly allowed/);
  });
});
