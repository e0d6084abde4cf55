import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  earliestReady,
  type Plan,
  planAfresh,
  ProblemKeeper,
  problemOf,
  queryPlan,
  readyInParts,
  replan,
  ResourceCache,
  type ShopPiece,
  type ShopStep,
  simulate,
  startTimes,
  startTimesIn,
  Verifier,
  verify,
  WHOLE,
} from '../src/index.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';

const said = (s: ShopStep, until: number, by: string): ShopStep => ({
  ...s,
  state: { kind: 'done', from: until - s.work_minutes, until, by: s.hands === 0 ? [] : [by] },
});
/** The first step still to come of a piece is said to be done now. */
function tapped(all: readonly ShopPiece[], k: number, now: number, by: string): readonly ShopPiece[] {
  const piece = all[k % all.length]!;
  const step = piece.steps.find((s) => s.state.kind === 'planned');
  if (!step) return all;
  const steps = piece.steps.map((s) => (s === step ? said(s, now, by) : s));
  return all.map((p) => (p === piece ? { ...p, steps } : p));
}

/**
 * Days on which a warm plan was once another: what is over was booked where it had been, the floor from the morning on, and a piece that was to be
 * ready before now was ready later than that only where the morning was still known.
 */
const day = (...taps: readonly (readonly [number, number])[]) => taps.map(([piece, wait]) => ({ piece, wait }));
const FOUND: [number, { piece: number; wait: number }[]][] = [
  [4, day([9, 143], [11, 20], [9, 14], [15, 45], [0, 163], [12, 65])],
  [4739, day([16, 6], [19, 176], [8, 148], [10, 186], [1, 189], [2, 88], [0, 105])],
  [2, day([9, 69], [7, 95], [3, 29])],
];

describe('what is kept between plans', () => {
  test('changes no plan: a day of taps planned warm is the day planned cold, minute by minute', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9999 }),
        fc.array(fc.record({ piece: fc.nat(20), wait: fc.integer({ min: 0, max: 190 }) }), {
          minLength: 3,
          maxLength: 9,
        }),
        (seed, taps) => {
          const { shop, pieces, now: morning } = randomWorkshop(seed, 6);
          const keeper = new ProblemKeeper();
          const cache = new ResourceCache();
          const verifier = new Verifier();
          let [now, all]: [number, readonly ShopPiece[]] = [morning, pieces];
          let plan: Plan = planAfresh(problemOf(shop, all, now), null, 1);
          for (const { piece, wait } of taps) {
            now += wait;
            all = tapped(all, piece, now, shop.people[0]!.id);
            const touched = [all[piece % all.length]!.id];
            const cold = problemOf(shop, all, now);
            const warm = keeper.problemOf(shop, all, now);
            expect(warm).toEqual(cold);
            const next = replan(warm, plan, touched, undefined, { cache });
            // Compared as text: to print where two plans differ would take longer than all the planning.
            expect(JSON.stringify(next) === JSON.stringify(replan(cold, plan, touched))).toBe(true);
            expect(verifier.verify(warm, next)).toEqual([]);
            expect(verify(cold, next)).toEqual([]);
            plan = next;
          }
        },
      ),
      // Those that were found count as runs.
      { numRuns: FOUND.length + (process.env['MOKUME_LONG'] ? 300 : 0), endOnFailure: true, examples: FOUND },
    );
  }, 900_000);

  test('hides no fault: a step moved by a minute, to closed hours or to another person is found by a warm verifier too', () => {
    const { shop, pieces, now } = randomWorkshop(7);
    const problem = new ProblemKeeper().problemOf(shop, pieces, now);
    const plan = planAfresh(problem, null, 1);
    const verifier = new Verifier();
    expect(verifier.verify(problem, plan)).toEqual([]);
    const [id, at] = Object.entries(plan.steps).find(
      ([, p]) => p.people.length === 1 && p.stations.length === 1 && p.start > now && p.dry.recoat,
    )!;
    const moved = (how: Partial<typeof at>): Plan => ({ ...plan, steps: { ...plan.steps, [id]: { ...at, ...how } } });
    const wrongs = [
      moved({ start: at.start + 1 }),
      moved({ end: at.end + 30 }),
      moved({ people: ['nobody'] }),
      moved({ stations: at.stations.map(() => 'nowhere') }),
      moved({ dry: { ...at.dry, recoat: at.end + 99_999 } }),
    ];
    for (const [k, wrong] of wrongs.entries()) {
      const found = verifier.verify(problem, wrong).map((v) => v.rule);
      expect(found.length, `${k}`).toBeGreaterThan(0);
      expect(found).toEqual(verify(problem, wrong).map((v) => v.rule));
      expect(verifier.verify(problem, plan)).toEqual([]);
    }
  });

  test('answers where steps may start as a plan laid out anew does, question after question', () => {
    for (const seed of [3, 11, 19]) {
      const { shop, pieces, now } = randomWorkshop(seed, 5);
      const problem = problemOf(shop, pieces, now);
      const plan = planAfresh(problem, null, 1);
      const draft = queryPlan(problem, plan, new ResourceCache());
      const planned = problem.pieces.flatMap((p) =>
        p.steps.filter((s) => s.state.kind === 'planned' && plan.steps[s.id]),
      );
      for (const s of [...planned.slice(0, 12), ...planned.slice(0, 3)])
        expect(startTimesIn(draft, plan, s.id, now, now + 3 * 1440)).toEqual(
          startTimes(problem, plan, s.id, now, now + 3 * 1440),
        );
    }
  });

  test('nor does ending a run of a simulation once its piece is ready change when it is', () => {
    for (const seed of [2, 5, 23]) {
      const { shop, pieces, now } = randomWorkshop(seed, 6);
      const problem = problemOf(shop, pieces, now);
      const plan = planAfresh(problem, null, 1);
      const all = simulate(problem, plan, 5, seed);
      for (const [id, at] of all) expect(simulate(problem, plan, 5, seed, undefined, id)).toEqual(new Map([[id, at]]));
    }
  });

  test('nor what is kept between rehearsals, some days later, either', () => {
    const { shop, pieces, now } = randomWorkshop(5, 6);
    const keeper = new ProblemKeeper();
    const [asking, rehearsing] = [new ResourceCache(), new ResourceCache()];
    let plan = planAfresh(problemOf(shop, pieces, now), null, 1);
    for (const later of [0, 0, 2 * 1440 + 7]) {
      const problem = keeper.problemOf(shop, pieces, now + later);
      for (const { id } of problem.pieces) {
        const found = earliestReady(problem, plan, id, later > 0, asking);
        expect(found).toEqual(earliestReady(problem, plan, id, later > 0));
        if (found.kind !== 'ready') continue;
        const ready = (cache?: ResourceCache) =>
          [...readyInParts(problem, found.plan, id, 4, WHOLE, cache)].at(-1)!.soFar();
        expect(ready(rehearsing)).toEqual(ready());
        plan = found.plan;
      }
    }
  });

  test('is let go of when hours or air change: what was right before is looked at again', () => {
    const { shop, pieces, now } = randomWorkshop(7);
    const keeper = new ProblemKeeper();
    const cache = new ResourceCache();
    const verifier = new Verifier();
    const problem = keeper.problemOf(shop, pieces, now);
    const plan = planAfresh(problem, null, 1);
    expect(verifier.verify(problem, plan)).toEqual([]);
    const NEVER = { weekly: Array.from({ length: 7 }, () => []), exceptions: [], blocks: [] };
    const away = { ...shop, people: shop.people.map((p, i) => (i === 0 ? { ...p, hours: NEVER } : p)) };
    const without = keeper.problemOf(away, pieces, now);
    const first = shop.people[0]!.id;
    expect(verifier.verify(without, plan).some((v) => v.rule === 'hours' || v.rule === 'one-go')).toBe(true);
    replan(problem, plan, [], undefined, { cache });
    const next = replan(without, plan, [], undefined, { cache });
    expect(next).toEqual(replan(problemOf(away, pieces, now), plan, []));
    const planned = Object.values(next.steps).filter((p) => p.start >= now && p.people.includes(first));
    expect(planned).toEqual([]);
    // Only somebody's hours are other; places, products and air are the very same.
    const onlyHours = { ...problem, people: without.people };
    expect(verifier.verify(problem, plan)).toEqual([]);
    expect(verifier.verify(onlyHours, plan).map((v) => v.rule)).toEqual(verify(onlyHours, plan).map((v) => v.rule));
    expect(verify(onlyHours, plan).length).toBeGreaterThan(0);
    const cold = {
      ...shop,
      places: shop.places.map((p) => ({ ...p, typical: { ...p.typical, high_c: 4, low_c: 3 } })),
    };
    expect(verifier.verify(keeper.problemOf(cold, pieces, now), plan).map((v) => v.rule)).toContain('stage');
  });
});
