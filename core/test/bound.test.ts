import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { lowerBoundsOf, type NeutralInstance, planAfresh, readyAlone, scoreOf, solveNeutral } from '../src/index.ts';
import { compileProblem } from '../src/planner/compile/compile.ts';
import { buildBest } from '../src/planner/build/construct.ts';
import { newDraft } from '../src/planner/build/draft.ts';
import { leastCosts } from '../src/planner/engine/bounds/headsAndTails.ts';
import { LowerBound } from '../src/planner/engine/bounds/lowerBound.ts';
import { costOfDone, costOfMissing, pieceCost, UNPLACED } from '../src/planner/engine/schedule/cost.ts';
import { randomFrom } from '../src/planner/engine/search/random.ts';
import { compile } from '../src/neutral/compile.ts';
import { after, at, piece as pieceOf, smallShop, step as stepOf } from './fixtures/smallShop.ts';
import { judge } from './fixtures/neutralJudge.ts';
import { piece, shop, step } from './fixtures/neutralShop.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';

const RUNS = process.env['MOKUME_LONG'] ? 500 : 3;
const load = (name: string) =>
  JSON.parse(readFileSync(new URL(`../../bench/instances/${name}.json`, import.meta.url), 'utf8')) as NeutralInstance;
const once = { seed: 1, evaluations: 400, isOver: () => false };

/** One person, one job a piece, all there from the start; times in slots. */
type Job = { readonly slots: number; readonly weight: number; readonly due?: number };
const oneBench = (jobs: readonly Job[]): NeutralInstance =>
  shop(
    jobs.map((j, k) =>
      piece(`p${k}`, [step(`s${k}`, j.slots, { skill: 'x', staff: 1, station: 'free' })], j.due ?? 4000, j.weight),
    ),
    {
      horizon: 20_000,
      calendars: { always: [[0, 20_000]] },
      staff: [{ id: 's', skills: ['x'], calendar: 'always' }],
    },
  );

const permutations = <T>(of: readonly T[]): T[][] =>
  of.length === 0
    ? [[]]
    : of.flatMap((first, n) => permutations(of.filter((_, m) => m !== n)).map((rest) => [first, ...rest]));

/** What jobs cost one after another, as the neutral format counts. */
function costInOrder(jobs: readonly Job[]): number {
  let at = 0;
  return jobs.reduce((cost, j) => {
    at += 5 * j.slots;
    return cost + j.weight * (at + 100 * Math.max(0, at - 5 * (j.due ?? 4000)));
  }, 0);
}

describe('what no plan can better', () => {
  // Proven optima of the neutral benchmark by a general constraint solver; job shops: Fisher & Thompson 1963, Lawrence 1984.
  test.each([
    ['tiny-1', 264850, 0.99],
    ['tiny-2', 346315, 1],
    ['knot-1', 60575, 0.8],
    ['knot-2', 312555, 0.95],
    ['small-1', 120645, 0.95],
    ['small-2', 358665, 0.4],
    ['ft06', 275, 0.9],
    ['la01', 3330, 1],
    ['ft10', 4650, 0.8],
  ])('%s: not above the proven optimum, and not far below', (name, optimum, least) => {
    const { bound } = solveNeutral(load(name), { ...once, evaluations: 0, boundRounds: 20 });
    expect(bound!).toBeLessThanOrEqual(optimum + 1e-6);
    expect(bound!).toBeGreaterThanOrEqual(optimum * least);
  });
  test('counts the hours of the only hands: many jobs for one person cannot all be first', () => {
    // Smith 1956: weighted flow on one machine is least by weight over time; common textbook result.
    const jobs = Array.from({ length: 30 }, (_, i) => ({ slots: 12 + ((i * 7) % 48), weight: 1 + ((i * 7) % 5) }));
    let at = 0;
    let best = 0;
    for (const j of [...jobs].sort((a, b) => b.weight / b.slots - a.weight / a.slots))
      best += j.weight * (at += 5 * j.slots);
    const instance = oneBench(jobs);
    const { bound, cost, plan } = solveNeutral(instance, { ...once, boundRounds: 30 });
    expect(judge(instance, plan).faults).toEqual([]);
    expect(cost).toBeGreaterThanOrEqual(best);
    expect(bound!).toBeLessThanOrEqual(best);
    const headsAndTails = jobs.reduce((n, j) => n + j.weight * 5 * j.slots, 0);
    expect(bound!).toBeGreaterThan(2 * headsAndTails);
  });
  test('of late jobs for one person it is below the best of all orders, and mostly near it', () => {
    const random = randomFrom(7);
    let share = 0;
    for (let n = 0; n < RUNS; n++) {
      const jobs = Array.from({ length: 6 }, () => ({
        slots: 6 + Math.floor(40 * random()),
        weight: 1 + Math.floor(4 * random()),
        due: Math.floor(120 * random()),
      }));
      const best = Math.min(...permutations(jobs).map(costInOrder));
      const { model } = compile(oneBench(jobs));
      const bound = new LowerBound(model);
      const together = bound.together((k, done) => costOfDone(model.pieces[k]!, done), 2 * best, 150);
      expect(together, `jobs ${n}`).toBeLessThanOrEqual(best + 1e-6);
      share += together / best / RUNS;
    }
    // Where one of them is late by little, a bound that may break work is far below: 0.36 at worst of 500, 0.79 on average.
    expect(share).toBeGreaterThan(0.7);
  });
  test('of a shop of one person with too much to do it is far above each piece alone', () => {
    const pieces = Array.from({ length: 12 }, (_, n) =>
      pieceOf(`chest-${n}`, [stepOf(`chest-${n}.paint`, { work_minutes: 240 })], { due: at(1, 17), promised: true }),
    );
    const problem = smallShop(pieces);
    const plan = planAfresh(problem);
    const limits = lowerBoundsOf(problem, plan);
    // Four hours each, alone ready on the first day.
    for (const ready of Object.values(readyAlone(problem, plan))) expect(ready).toBeLessThanOrEqual(at(0, 17));
    const { promisedLate, flow_minutes } = scoreOf(problem, plan);
    expect(promisedLate).toBeGreaterThan(0);
    expect(limits.promisedLate).toBeGreaterThan(0.6 * promisedLate);
    expect(limits.flow_minutes).toBeGreaterThan(0.8 * flow_minutes);
  });
  test(`in ${RUNS} workshops no piece is ready before it could be alone, and no plan is less late`, () => {
    for (let seed = 1; seed <= RUNS; seed++) {
      const { problem } = randomWorkshop(seed, 6);
      const plan = planAfresh(problem);
      const limits = lowerBoundsOf(problem, plan, 60);
      const alone = readyAlone(problem, plan);
      for (const [piece, ready] of Object.entries(plan.ready))
        expect(ready, `seed ${seed} ${piece}`).toBeGreaterThanOrEqual(alone[piece]!);
      const score = scoreOf(problem, plan);
      expect(limits.promisedLate, `seed ${seed}`).toBeLessThanOrEqual(score.promisedLate + 1e-6);
      expect(limits.otherLate, `seed ${seed}`).toBeLessThanOrEqual(score.otherLate + 1e-6);
      expect(limits.flow_minutes, `seed ${seed}`).toBeLessThanOrEqual(score.flow_minutes + 1e-6);
    }
  });
  test('a step that nobody can do has no place in any plan, and neither has what waits for it; others have', () => {
    const lift = stepOf('heavy.lift', { hands: 2, after: [after('heavy.prep')] });
    const heavy = pieceOf('heavy', [
      stepOf('heavy.prep'),
      lift,
      stepOf('heavy.paint', { after: [after('heavy.lift')] }),
    ]);
    const { model } = compileProblem(smallShop([heavy, pieceOf('light', [stepOf('light.prep')])]), null);
    const [most, least] = leastCosts(model);
    expect(most).toBe(costOfMissing(2) + costOfDone(model.pieces[0]!, model.slots));
    expect(least).toBeLessThan(UNPLACED);
  });
  test(`in ${RUNS} workshops no piece costs less in a plan than alone`, () => {
    for (let seed = 1; seed <= RUNS; seed++) {
      const { problem } = randomWorkshop(seed, 6);
      const draft = newDraft(problem, null);
      buildBest(draft, 2);
      const costs = draft.compiled.model.pieces.map((_, k) => pieceCost(draft.schedule, k));
      leastCosts(draft.compiled.model).forEach((least, k) =>
        expect(costs[k], `seed ${seed}, piece ${k}`).toBeGreaterThanOrEqual(least),
      );
    }
  });
  test('more hands never raise it', () => {
    for (let seed = 1; seed <= 2; seed++) {
      const { problem } = randomWorkshop(seed, 5);
      const [first] = problem.people;
      const more = { ...problem, people: [...problem.people, { ...first!, id: 'helper', name: 'Helper' }] };
      const plan = planAfresh(problem);
      const [few, many] = [readyAlone(problem, plan), readyAlone(more, plan)];
      for (const id of Object.keys(few)) expect(many[id]).toBeLessThanOrEqual(few[id]!);
      const [with1, with2] = [lowerBoundsOf(problem, plan), lowerBoundsOf(more, plan)];
      expect(with2.promisedLate).toBeLessThanOrEqual(with1.promisedLate);
      expect(with2.flow_minutes).toBeLessThanOrEqual(with1.flow_minutes);
    }
  });
});
