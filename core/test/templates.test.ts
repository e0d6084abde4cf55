import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  dimensionFaults,
  findingsToAsk,
  measuresOf,
  readFormula,
  spaceOf,
  type Survey,
  TEMPLATES,
  templateById,
  zonesOf,
} from '../src/index.ts';

const usual = (id: string) => Object.fromEntries(measuresOf(templateById.get(id)!).map((m) => [m.key, m.usual]));
const area = (id: string, zone: string, more: object = {}, include: string[] = []) =>
  zonesOf(templateById.get(id)!, { ...usual(id), ...more }, { include, areas: {}, own: [] }).zones.find(
    (z) => z.id === zone,
  )!.area_m2;

describe('templates', () => {
  test('each asks for two to five measurements and gives areas from them that a formula explains', () => {
    expect(TEMPLATES.length).toBeGreaterThanOrEqual(17);
    for (const t of TEMPLATES) {
      expect(t.measures.length, t.id).toBeLessThanOrEqual(5);
      const { zones, faults } = zonesOf(t, usual(t.id));
      expect(faults, t.id).toEqual({});
      for (const z of zones) {
        expect(z.area_m2, `${t.id} ${z.id}`).toBeGreaterThan(0.01);
        expect(z.formula, `${t.id} ${z.id}`).toMatch(/×|π|pi/);
      }
      expect(dimensionFaults(t, usual(t.id)), t.id).toEqual([]);
    }
  });
  // Geometry: lateral surface of a cylinder, pi d h.
  test('eight turned legs 5 cm thick and 0.8 m tall are 1.005 m², beside the apron', () => {
    const apron = 4 * (1.1 + 0.35) * 0.1;
    expect(area('console', 'base', { spindles: 8 }) - apron).toBeCloseTo(8 * Math.PI * 0.05 * 0.8, 9);
  });
  test('a frame 60 by 90 with an 8 cm rail: twice round, face and edge', () => {
    expect(area('mirror', 'frame')).toBeCloseTo(2 * (0.6 + 0.9) * 0.11, 9);
  });
  test('the back, the inside and the edges count only when asked for', () => {
    const ids = (include: string[]) =>
      zonesOf(templateById.get('chest-of-drawers')!, usual('chest-of-drawers'), {
        include,
        areas: {},
        own: [],
      }).zones.map((z) => z.id);
    expect(ids([])).toEqual(['body', 'drawers', 'top']);
    expect(ids(['back'])).toContain('back');
    expect(area('chest-of-drawers', 'back', {}, ['back'])).toBeCloseTo(0.9 * 0.85, 9);
  });
  test('any size within the bounds gives areas that grow with it', () => {
    fc.assert(
      fc.property(fc.constantFrom(...TEMPLATES), fc.double({ min: 1.05, max: 1.6, noNaN: true }), (t, by) => {
        const grown = Object.fromEntries(
          measuresOf(t).map((m) => [m.key, m.kind === 'length' ? m.usual * by : m.usual]),
        );
        const sum = (d: object) => zonesOf(t, d as never).zones.reduce((n, z) => n + z.area_m2, 0);
        return sum(grown) > sum(usual(t.id));
      }),
    );
  });
  test('three alike are three times the area; a set is counted by its own number', () => {
    expect(area('bedside', 'body', { set: 3 })).toBeCloseTo(3 * area('bedside', 'body'), 9);
    expect(measuresOf(templateById.get('chair-set')!).map((m) => m.key)).not.toContain('set');
    expect(spaceOf(templateById.get('chair-set')!, { parts: 6 })).toEqual({ bench: 1, rack: 3 });
  });
  test('an own zone and a changed formula are taken; a wrong one is told at its zone', () => {
    const chest = templateById.get('chest-of-drawers')!;
    const choice = {
      include: [],
      areas: { top: 'width * depth + 0.1' },
      own: [{ id: 'plinth', name: 'Plinth', group: 'body' as const, area: '2 × (width + depth) × 0.1' }],
    };
    const { zones, faults } = zonesOf(chest, usual('chest-of-drawers'), choice);
    expect(faults).toEqual({});
    expect(zones.find((z) => z.id === 'top')).toMatchObject({ isEdited: true, area_m2: 0.9 * 0.45 + 0.1 });
    expect(zones.find((z) => z.id === 'plinth')!.area_m2).toBeCloseTo(0.27, 9);
    for (const [formula, words] of [
      ['width *', /cannot be read/],
      ['length * 2', /“length” is not known/],
      ['width - 5', /gives -4\.10 m²/],
      ['width / 0', /gives no m²/],
      ['', /Enter a formula/],
      ['alert(1)', /not known|cannot be read/],
      ['width.constructor', /not known|cannot be read/],
      ['width * 9999', /Enter a formula that gives/],
    ] as const)
      expect(
        zonesOf(chest, usual('chest-of-drawers'), { include: [], areas: { top: formula }, own: [] }).faults['top'],
        formula,
      ).toMatch(words);
  });
  test('a formula is arithmetic and nothing else', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 99 }),
        fc.integer({ min: 1, max: 99 }),
        fc.integer({ min: 1, max: 99 }),
        (a, b, c) => {
          const read = readFormula(`${a} + ${b} * (${c} - width) / 2`, ['width']);
          expect(read.kind === 'formula' && read.valueAt({ width: 3 })).toBeCloseTo(a + (b * (c - 3)) / 2, 9);
        },
      ),
    );
  });
});

describe('the survey asks only what matters', () => {
  const survey = (more: Partial<Survey>): Survey => ({
    wood: 'softwood',
    finish: 'raw',
    layers: 0,
    findings: [],
    ...more,
  });
  const asks = (id: string, more: Partial<Survey>) => findingsToAsk(templateById.get(id)!, survey(more));
  test('knots of softwood, veneer of veneer, runners of drawers, lead of old paint', () => {
    expect(asks('chest-of-drawers', {})).toContain('knots');
    expect(asks('chest-of-drawers', {})).not.toContain('lifting-veneer');
    expect(asks('chest-of-drawers', { wood: 'veneer' })).toContain('lifting-veneer');
    expect(asks('chest-of-drawers', {})).toContain('worn-runners');
    expect(asks('table', {})).not.toContain('worn-runners');
    expect(asks('table', {})).not.toContain('old-paint');
    expect(asks('table', { finish: 'pale-paint' })).toContain('old-paint');
    expect(asks('table', { age: 'old' })).toContain('animal-glue');
  });
  test('a zone of veneer makes the question matter, and what was ticked stays', () => {
    expect(asks('chest-of-drawers', { zones: { top: { wood: 'veneer' } } })).toContain('missing-veneer');
    expect(asks('table', { findings: ['worn-runners'] })).toContain('worn-runners');
  });
});
