import { airOf } from '../planner/compile/air.ts';
import type { Problem } from '../planner/model/model.ts';
import type { Stage } from '../products/product.ts';
import type { Instant } from '../quantities/units.ts';

/** When a film would reach a stage if it dried in one place; null: not within the days whose air is known. */
export type ReadyIn = { readonly place: string; readonly at: Instant | null };

/**
 * When a film laid at an instant reaches a stage in each of the shop's places, the first ready first.
 * @throws {Error} when no step has that id
 */
export function readyByPlace(problem: Problem, stepId: string, laid: Instant, stage: Stage): ReadyIn[] {
  const step = problem.pieces.flatMap((p) => p.steps).find((s) => s.id === stepId);
  if (!step) throw new Error(`no step ${stepId}`);
  const product = problem.products.find((p) => p.id === step.product);
  if (!product) return [];
  const air = airOf(problem);
  const order = (r: ReadyIn) => r.at ?? Number.POSITIVE_INFINITY;
  return Object.keys(problem.climates)
    .map((place): ReadyIn => {
      const at = air([place], product, step.thickness ?? 1).to(stage, laid);
      return { place, at: Number.isFinite(at) ? at : null };
    })
    .sort((a, b) => order(a) - order(b));
}
