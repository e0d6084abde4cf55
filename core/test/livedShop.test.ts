import { expect, test } from 'vitest';
import { live } from '../../bench/livedShop.ts';
import { type Plan, planAfresh, type Problem, problemOf, type Uncertainty } from '../src/index.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';

const AS_PLANNED: Uncertainty = { work: 0, drying: 0, week: 0, rework: 0, absence: 0 };
const SHOPS = process.env['MOKUME_LONG'] ? [61, 62, 63, 64, 65] : [61];

function madeShop(seed: number): { problem: Problem; plan: Plan } {
  const made = randomWorkshop(seed, 2);
  const problem = { ...problemOf(made.shop, made.pieces, made.now), floor_units: null, stock: [] };
  return { problem, plan: planAfresh(problem) };
}
/** Minutes by which each piece was ready after it was planned to be. */
function late(seed: number, uncertainty: Uncertainty): number[] {
  const { problem, plan } = madeShop(seed);
  const lived = live({ ...problem, uncertainty }, plan, uncertainty, 1);
  return [...lived].filter(([id]) => plan.ready[id] !== undefined).map(([id, at]) => at - plan.ready[id]!);
}

test('where nothing turns out otherwise, every piece is ready when it was planned', () => {
  for (const seed of SHOPS) expect(late(seed, AS_PLANNED).filter((by) => Math.abs(by) > 1)).toEqual([]);
});
test.runIf(process.env['MOKUME_LONG'])(
  'coats done twice, slow drying and illness each make pieces later, and none of them makes one sooner',
  () => {
    for (const trouble of [{ rework: 1 }, { drying: 0.8 }, { absence: 0.9 }]) {
      const all = late(SHOPS[0]!, { ...AS_PLANNED, ...trouble });
      expect(Math.min(...all)).toBeGreaterThanOrEqual(-1);
      expect(Math.max(...all)).toBeGreaterThan(60);
    }
  },
);
