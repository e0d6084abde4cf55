import { GRID_MINUTES, type PieceToPlan } from './model.ts';

/**
 * What lateness and time in the shop cost in one number, for the search: a told promise late by an hour outweighs any
 * other date late by months, and that any saving of time in the shop. The score itself is compared part by part.
 */
export function urgency(p: PieceToPlan): { readonly lateCost: number; readonly flowCost: number } {
  const perMinute = p.told ? TOLD : OTHER;
  return { lateCost: perMinute * p.weight * GRID_MINUTES, flowCost: GRID_MINUTES };
}
const TOLD = 1e6;
const OTHER = 1e2;
