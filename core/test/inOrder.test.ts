import { describe, expect, test } from 'vitest';
import { planAfresh, type Problem } from '../src/index.ts';
import { queryPlan } from '../src/planner/explain/planQuery.ts';
import { randomFrom } from './fixtures/randomWorkshop.ts';
import { InOrder } from '../src/promise/inOrder.ts';
import { after, at, piece, smallShop, startOf, step } from './fixtures/smallShop.ts';

const CERTAIN = { work: 0, drying: 0, week: 0, rework: 0, absence: 0 };
/** Slots in which a piece is ready, run after run, as a large shop is rehearsed. */
function readyIn(problem: Problem, id: string, uncertainty: typeof CERTAIN, runs: number): number[] {
  const draft = queryPlan(problem, planAfresh(problem));
  const rehearsal = new InOrder(draft, uncertainty, randomFrom(3), -1);
  const k = draft.compiled.pieces.findIndex((p) => p.id === id);
  return Array.from({ length: runs }, () => rehearsal.once()[k]!);
}
const bench = { kind: 'bench', units: 1, span: 'work' } as const;
const coat = (id: string, more: object = {}) =>
  step(id, { skill: 'paint', product: 'matt-paint', needs: [bench], ...more });

describe('a large shop rehearsed in the order of its plan', () => {
  test('no film is dry sooner than its data sheet says; half of them later', () => {
    const shop = smallShop([piece('p', [coat('paint')])]);
    const [sheet] = readyIn(shop, 'p', CERTAIN, 1);
    const runs = readyIn(shop, 'p', { ...CERTAIN, drying: 0.5 }, 200);
    expect(Math.min(...runs)).toBe(sheet);
    const later = runs.filter((r) => r > sheet!).length / runs.length;
    expect(later).toBeGreaterThan(0.35);
    expect(later).toBeLessThan(0.65);
  });
  test('a window that is missed costs its rescue, one that is kept does not', () => {
    // While another coat is laid twice over, the window of what was to have the sprayer next closes.
    const shop = (minutes: number) => {
      const window = after('one', { max_minutes: 65, rescue: { title: 'scuff', minutes } });
      return smallShop([
        piece('p', [step('one'), step('two', { tool: 'sprayer', after: [window] })]),
        piece('q', [coat('other', { tool: 'sprayer', pin: { at: at(0, 10) } })]),
      ]);
    };
    const problem = shop(30);
    const plan = planAfresh(problem);
    expect([startOf(plan, 'other'), startOf(plan, 'two')]).toEqual([at(0, 10), at(0, 11)]);
    const ready = (minutes: number, rework: number) => readyIn(shop(minutes), 'p', { ...CERTAIN, rework }, 1)[0]!;
    expect(ready(60, 1) - ready(30, 1)).toBe(6);
    expect(ready(60, 0) - ready(30, 0)).toBe(0);
  });
});
