import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { improvePlan, latenessOf, planAfresh, type Plan, type Problem, verify } from '../src/index.ts';
import { oracleCase } from './fixtures/oracleCases.ts';

/** Minutes of time in the shop, or of weighted lateness, as bench/oracle.ts proved them to be the least. */
const OPTIMA = JSON.parse(readFileSync(new URL('./fixtures/oracle.json', import.meta.url), 'utf8')) as Record<
  string,
  number
>;
/** The first plan may cost so much more than the proven best, the improved one so much. */
const GAP = { first: 1.35, better: 1.06 };

const costOf = (problem: Problem, plan: Plan) =>
  problem.pieces.reduce((n, p) => {
    const ready = plan.ready[p.id]!;
    return n + (p.due === null ? ready - problem.now : p.weight * latenessOf(p, ready));
  }, 0);

// Source: a general constraint solver (MiniZinc with Gecode) run to proof on a model of its own.
test('on tiny cases of the whole model no plan is better than the proven best, and none much worse', () => {
  const sums = { optimum: 0, first: 0, better: 0 };
  for (const [seed, optimum] of Object.entries(OPTIMA)) {
    const problem = oracleCase(Number(seed));
    const first = planAfresh(problem);
    const better = improvePlan(problem, first, { seed: 1, evaluations: 400 });
    for (const plan of [first, better]) {
      expect(verify(problem, plan), `case ${seed}`).toEqual([]);
      expect(costOf(problem, plan), `case ${seed}`).toBeGreaterThanOrEqual(optimum);
    }
    sums.optimum += optimum;
    sums.first += costOf(problem, first);
    sums.better += costOf(problem, better);
  }
  expect(Object.keys(OPTIMA).length).toBeGreaterThan(6);
  expect(sums.first / sums.optimum).toBeLessThan(GAP.first);
  expect(sums.better / sums.optimum).toBeLessThan(GAP.better);
});
