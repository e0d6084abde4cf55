import type { Product } from './product.ts';

/** Hands at work on a mix: measuring, stirring, cleaning the cup. Common practice. */
export const STIR_MINUTES = 5;

/** What mixing a product once takes before it can be used: 0 when nothing is mixed. */
export const mixingMinutes = ({ mixing }: Pick<Product, 'mixing'>): number =>
  mixing ? STIR_MINUTES + mixing.rest_minutes : 0;

/**
 * How often a product is mixed anew while it is laid: a mix that is dead cannot be used up.
 * @param work_minutes of laying it
 * @returns 0 when the first mix lasts, or nothing is mixed
 */
export const mixedAnew = ({ mixing }: Pick<Product, 'mixing'>, work_minutes: number): number =>
  mixing ? Math.max(0, Math.ceil(work_minutes / mixing.life_minutes) - 1) : 0;

/**
 * Minutes after a mix was ready within which laying it must begin, to be used up while it lives; null: nothing is mixed.
 * A coat that takes longer than the mix lives begins at once, and is mixed anew on the way.
 */
export const latestAfterMixing = ({ mixing }: Pick<Product, 'mixing'>, work_minutes: number): number | null =>
  mixing ? Math.max(mixing.rest_minutes, mixing.life_minutes - Math.min(work_minutes, mixing.life_minutes)) : null;
