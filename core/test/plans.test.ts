import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { planAfresh, planDiff, problemFaults, problemOf, replan, sayNoRoom, verify } from '../src/index.ts';
import { randomFrom, randomWorkshop } from './fixtures/randomWorkshop.ts';

const RUNS = process.env['MOKUME_LONG'] ? 2000 : 12;

describe('plans of random workshops', () => {
  test(`the verifier finds nothing wrong in ${RUNS} of them, nothing done moves, and little is left unplanned`, () => {
    let unplanned = 0;
    let steps = 0;
    for (let seed = 1; seed <= RUNS; seed++) {
      const { problem } = randomWorkshop(seed, 3 + (seed % 3));
      expect(problemFaults(problem), `seed ${seed}`).toEqual([]);
      const plan = planAfresh(problem);
      expect(verify(problem, plan), `seed ${seed}`).toEqual([]);
      unplanned += plan.unplanned.length;
      steps += Object.keys(plan.steps).length;
      for (const u of plan.unplanned) expect(sayNoRoom(u.reason).length).toBeGreaterThan(10);
    }
    // A few shops are truly too cold for clear coat or wax; a planner that gives up easily would leave far more.
    expect(unplanned / (steps + unplanned)).toBeLessThan(0.25);
  });

  test('where the floor is short, what stands there keeps its room, however the plan was found', () => {
    // In these shops a plan that forgets it would cost less, and be taken for the best.
    for (const [seed, pieces] of [
      [28, 4],
      [86, 6],
    ] as const) {
      const { problem } = randomWorkshop(seed, pieces);
      expect(verify(problem, planAfresh(problem)), `seed ${seed}`).toEqual([]);
    }
  });

  test('after a step ends late, early, or a person is away, the re-plan is feasible and moves nothing that happened', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100_000 }), fc.integer({ min: -60, max: 300 }), (seed, slip) => {
        const w = randomWorkshop(seed, 3);
        const plan = planAfresh(w.problem);
        const r = randomFrom(seed);
        const piece = w.pieces[Math.floor(r() * w.pieces.length)]!;
        const next = piece.steps
          .filter((s) => s.state.kind === 'planned' && s.hands > 0 && plan.steps[s.id])
          .sort((a, b) => plan.steps[a.id]!.start - plan.steps[b.id]!.start)[0];
        if (!next) return;
        const at = plan.steps[next.id]!;
        const until = Math.max(at.start + 1, at.end + slip);
        const now = until + 3;
        // Everything planned to start before is left untouched ("not started?"): only this step is tapped.
        const pieces = w.pieces.map((p) => ({
          ...p,
          steps: p.steps.map((s) =>
            s.id === next.id ? { ...s, state: { kind: 'done' as const, from: at.start, until, by: at.people } } : s,
          ),
        }));
        const later = problemOf(w.shop, pieces, now);
        const after = replan(later, plan, [piece.id]);
        expect(verify(later, after)).toEqual([]);
        expect(after.steps[next.id]!.end).toBe(until);
        expect(planDiff(later, after, after)).toEqual([]);
      }),
      { numRuns: process.env['MOKUME_LONG'] ? 1000 : 6, seed: 7 },
    );
  });

  test('the same workshop gives the same plan, whatever order its pieces, people and stations are listed in', () => {
    for (let seed = 1; seed <= 10; seed++) {
      const { problem } = randomWorkshop(seed, 4);
      const reversed = {
        ...problem,
        pieces: [...problem.pieces].reverse(),
        people: [...problem.people].reverse(),
        stations: [...problem.stations].reverse(),
      };
      expect(planAfresh(reversed)).toEqual(planAfresh(problem));
    }
  });

  test('planning again what did not change moves nothing', () => {
    for (let seed = 1; seed <= 10; seed++) {
      const { problem } = randomWorkshop(seed, 4);
      const plan = planAfresh(problem);
      expect(planDiff(problem, plan, replan(problem, plan)).filter((d) => d.readyAfter! > d.readyBefore!)).toEqual([]);
    }
  });
});
