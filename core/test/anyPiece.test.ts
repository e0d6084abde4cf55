import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { buildRoute, conflictsOf, productById, type Route, type RouteInput, type RouteStep } from '../src/index.ts';
import { anyPiece } from './fixtures/anyPiece.ts';

const RUNS = process.env['MOKUME_LONG'] ? 5000 : 50;

/** Checks something of the route of any piece; what fails is told with the piece. Every rule: common practice. */
function ofAnyRoute(words: string, check: (route: Route, input: RouteInput) => void) {
  test(words, () => {
    fc.assert(
      fc.property(anyPiece, (input) => {
        check(buildRoute(input), input);
      }),
      { numRuns: RUNS, seed: 11 },
    );
  });
}

const FILMS = new Set(['primer', 'paint', 'clear', 'stain']);
const coatsOn = (route: Route, zone: string) => route.steps.filter((s) => s.coat !== null && s.zones.includes(zone));

/** Every step that must be over before this one, by its links and theirs. */
function before(route: Route): ReadonlyMap<string, ReadonlySet<string>> {
  const all = new Map<string, Set<string>>();
  for (const s of route.steps) {
    const own = new Set<string>();
    for (const l of s.after) {
      own.add(l.step);
      for (const k of all.get(l.step) ?? []) own.add(k);
    }
    all.set(s.key, own);
  }
  return all;
}

/** Minutes from the end of one step to the earliest start of a later one, by the data sheets at 23 °C, people aside. */
function longestWait(route: Route, from: string, to: string): number {
  const ends = new Map<string, number>([[from, 0]]);
  for (const s of route.steps) {
    const waits = s.after.flatMap((l) => {
      const end = ends.get(l.step);
      if (end === undefined) return [];
      const product = route.steps.find((x) => x.key === l.step)!.product;
      const dries = l.from === 'end' || product === null ? 0 : productById.get(product)!.stages_minutes[l.from];
      return [end + dries + l.min_minutes];
    });
    if (waits.length === 0) continue;
    if (s.key === to) return Math.max(...waits);
    ends.set(s.key, Math.max(...waits) + s.work_minutes);
  }
  return -1;
}

describe('the shape of a route', () => {
  ofAnyRoute('keys are unique, each step has a reason and waits only for steps before it', ({ steps }) => {
    const seen = new Set<string>();
    for (const s of steps) {
      expect(seen).not.toContain(s.key);
      expect(s.reason.trim()).not.toBe('');
      expect(s.title.trim()).not.toBe('');
      for (const l of s.after) {
        expect(seen).toContain(l.step);
        if (l.max_minutes !== null) expect(l.max_minutes).toBeGreaterThan(l.min_minutes);
      }
      seen.add(s.key);
    }
  });
  ofAnyRoute('hands and minutes are those of a person, and a coat takes paint', ({ steps }) => {
    for (const s of steps) {
      if (s.hands > 0) expect(s.work_minutes, s.key).toBeGreaterThan(0);
      expect(s.work_minutes % 1, s.key).toBe(0);
      expect(s.litres, s.key).toBeGreaterThanOrEqual(0);
      const spreads = s.product !== null && productById.get(s.product)!.spread_m2PerL !== null;
      if (s.coat !== null && FILMS.has(s.coat) && spreads) expect(s.litres, s.key).toBeGreaterThan(0);
    }
  });
  ofAnyRoute('every step names zones or things that are there', ({ steps, zones }) => {
    const things = /^(papers|sample|sprayer|hardware|hardware-soak|hardware-coat|inside-air|drawers|mouldings)$/;
    for (const s of steps)
      for (const z of s.zones) expect(zones.some((x) => x.id === z) || things.test(z), `${s.key}: ${z}`).toBe(true);
  });
  test('the same piece has the same route', () => {
    fc.assert(
      fc.property(anyPiece, (input) => {
        expect(buildRoute(input)).toEqual(buildRoute(input));
      }),
      { numRuns: 60, seed: 5 },
    );
  });
});

describe('what no painter would do', () => {
  ofAnyRoute('no primer, paint, stain or clear coat over wax', (route) => {
    for (const z of route.zones) {
      const coats = coatsOn(route, z.id);
      const wax = coats.findIndex((s) => s.coat === 'wax');
      if (wax === -1) continue;
      expect(
        coats
          .slice(wax + 1)
          .filter((s) => FILMS.has(s.coat!) && !s.key.includes('touch'))
          .map((s) => s.key),
        z.id,
      ).toEqual([]);
    }
  });
  ofAnyRoute('two coats on one place never lie on each other undried: the later waits for the earlier', (route) => {
    const order = before(route);
    for (const z of route.zones) {
      const coats = coatsOn(route, z.id);
      coats
        .slice(1)
        .forEach((s, i) => expect(order.get(s.key), `${coats[i]!.key} before ${s.key}`).toContain(coats[i]!.key));
    }
  });
  ofAnyRoute('the data sheet’s wait stands between two coats, and the longer one before another product', (route) => {
    for (const z of route.zones) {
      const coats = coatsOn(route, z.id).filter((s) => s.product !== null);
      coats.slice(1).forEach((s, i) => {
        const under = coats[i]!;
        const sheet = productById.get(under.product!)!.stages_minutes;
        const queryPlan = under.product === s.product ? sheet.recoat : Math.min(sheet.topcoat, sheet.recoat);
        expect(longestWait(route, under.key, s.key), `${under.key} to ${s.key}`).toBeGreaterThanOrEqual(queryPlan);
      });
    }
  });
  ofAnyRoute('dry sanding of old paint that may hold lead waits for the test, and says so', (route, { survey }) => {
    const mayHold = survey.age !== 'new' && (survey.finish === 'pale-paint' || survey.finish === 'dark-paint');
    if (!mayHold) return;
    const lead = route.steps.find((s) => s.phase === 'test' && /lead/i.test(s.title));
    expect(lead, 'a lead test').toBeDefined();
    const order = before(route);
    for (const s of route.steps.filter((x) => x.dusty && x.phase !== 'hardware')) {
      expect(order.get(s.key), s.key).toContain(lead!.key);
      expect(s.caution, s.key).not.toBeNull();
    }
  });
  ofAnyRoute('nothing is washed after it is painted', (route) => {
    const order = before(route);
    const washed = route.steps.filter(
      (s) => s.phase === 'clean' && s.zones.some((z) => route.zones.some((x) => x.id === z)),
    );
    for (const w of washed)
      for (const s of route.steps.filter((x) => x.coat === 'paint' && x.zones.some((z) => w.zones.includes(z))))
        expect(order.get(w.key)!.has(s.key), `${w.key} after ${s.key}`).toBe(false);
  });
  ofAnyRoute('what the owner refused is not used, or its use is a conflict that stops', (route, input) => {
    const refused = new Set<string>(input.brief.refusals);
    const uses = (words: string, test: (s: RouteStep) => boolean) => {
      if (!refused.has(words) || !route.steps.some(test)) return;
      expect(
        conflictsOf(input, [])
          .filter((c) => c.severity === 'stop')
          .map((c) => c.words)
          .join(' '),
      ).toMatch(/refuses/);
    };
    uses('no-wax', (s) => s.coat === 'wax' || (s.product !== null && productById.get(s.product)!.base === 'wax'));
    uses('no-shellac', (s) => s.product?.includes('shellac') === true);
    uses('no-spray', (s) => s.method === 'spray');
  });
  ofAnyRoute('nobody sprays without a sprayer', (route, { means }) => {
    if (!means.sprayer) expect(route.steps.filter((s) => s.method === 'spray').map((s) => s.key)).toEqual([]);
  });
  ofAnyRoute('one person alone is never two pairs of hands without a word', (route, { means }) => {
    if (means.people > 1) return;
    const two = route.steps.filter((s: RouteStep) => s.hands > means.people);
    for (const s of two)
      expect(`${s.title} ${s.reason} ${s.caution ?? ''} ${route.notes.join(' ')}`).toMatch(/help|second/i);
  });
});

describe('size', () => {
  test('a piece of the same make a fifth larger never takes less paint or less time', () => {
    fc.assert(
      fc.property(anyPiece, (input) => {
        const larger = {
          ...input,
          dimensions: Object.fromEntries(
            Object.entries(input.dimensions).map(([k, v]) => [k, Number.isInteger(v) && v < 25 ? v : v * 1.2]),
          ),
        };
        const sum = (r: Route, of: 'litres' | 'work_minutes') => r.steps.reduce((n, s) => n + s[of], 0);
        const [a, b] = [buildRoute(input), buildRoute(larger)];
        expect(sum(b, 'litres')).toBeGreaterThanOrEqual(sum(a, 'litres') - 1e-9);
        expect(sum(b, 'work_minutes')).toBeGreaterThanOrEqual(sum(a, 'work_minutes'));
      }),
      { numRuns: RUNS, seed: 3 },
    );
  });
});
