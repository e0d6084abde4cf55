import type { RouteStep } from './piece.ts';

/** What a route takes of people and tins: minutes of hands (two people for an hour are two hours), litres, steps done by hand. */
export type RouteSums = { readonly minutes: number; readonly litres: number; readonly steps: number };

export const sumsOf = (steps: readonly RouteStep[]): RouteSums => ({
  minutes: steps.reduce((n, s) => n + s.work_minutes * Math.max(1, s.hands), 0),
  litres: steps.reduce((n, s) => n + s.litres, 0),
  steps: steps.filter((s) => s.hands > 0).length,
});
