import type { PieceToPlan } from './model.ts';

/** Promised dates first, then the earliest date, then by id. */
export const byUrgency = (a: PieceToPlan, b: PieceToPlan): number =>
  Number(b.promised) - Number(a.promised) || (a.due ?? Infinity) - (b.due ?? Infinity) || (a.id < b.id ? -1 : 1);
