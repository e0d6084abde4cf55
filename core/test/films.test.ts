import { expect, test } from 'vitest';
import { airOf } from '../src/planner/compile/air.ts';
import { Films } from '../src/planner/compile/films.ts';
import { Grid } from '../src/planner/compile/grid.ts';
import { STAGES } from '../src/products/product.ts';
import { randomFrom, randomWorkshop } from './fixtures/randomWorkshop.ts';

test('what is kept of how films dry is what the curve says, whichever stage and end is asked about first', () => {
  const { problem } = randomWorkshop(1, 4);
  const grid = new Grid(problem);
  const films = new Films(problem, grid);
  const air = airOf(problem);
  const r = randomFrom(7);
  const climates = Object.keys(problem.climates);
  const asked = new Set<number>();
  for (const product of problem.products) {
    const film = films.of(product, climates, 1);
    const drying = air(climates, product, 1);
    // Ends of a few days, so that many lie close together; each stage of each is asked about twice.
    for (let n = 0; n < 100; n++) {
      const end = Math.floor(r() * 600);
      const stage = Math.floor(r() * STAGES.length);
      const dry = drying.to(STAGES[stage]!, grid.origin + end * 5) - grid.origin;
      if (dry === Infinity) continue;
      expect([film.minutes(stage, end), film.minutes(stage, end)]).toEqual([dry, dry]);
      asked.add(end);
    }
  }
  expect(asked.size).toBeGreaterThan(300);
});
test('beyond the plan nothing is known of a film', () => {
  const { problem } = randomWorkshop(1, 4);
  const grid = new Grid(problem);
  const film = new Films(problem, grid).of(problem.products[0]!, [Object.keys(problem.climates)[0]!], 1);
  expect(film.minutes(0, grid.slots + 1)).toBeGreaterThan(grid.slots * 5 * 1000);
});
