import type { Instant } from '../../quantities/units.ts';
import type { Placement, Step } from './model.ts';

/**
 * When a placed step is wholly done: its work, and its film fit to travel. A piece is ready when all its steps are.
 * Infinity when the known climate ends before the film is fit.
 */
export const doneAt = (step: Pick<Step, 'product'>, at: Placement): Instant =>
  step.product === null ? at.end : Math.max(at.end, at.dry.travel ?? Number.POSITIVE_INFINITY);
