import type { RouteInput } from '../route/buildRoute.ts';
import { editedRoute } from '../route/edit/editedRoute.ts';
import type { RouteEdit } from '../route/edit/routeEdit.ts';
import { HOUSE_DEFAULTS, type HouseRules } from '../route/houseRules.ts';
import type { RouteStep } from '../route/piece.ts';

/** What a route takes of people and tins. */
export type RouteSums = { readonly minutes: number; readonly litres: number; readonly steps: number };

export const sumsOf = (steps: readonly RouteStep[]): RouteSums => ({
  minutes: steps.reduce((n, s) => n + s.work_minutes * Math.max(1, s.hands), 0),
  litres: steps.reduce((n, s) => n + s.litres, 0),
  steps: steps.filter((s) => s.hands > 0).length,
});

/** The same piece under other house rules; what it overrules itself stays. @throws {RangeError} on impossible sizes */
export function underHouse(
  input: RouteInput,
  edits: readonly RouteEdit[],
  house: Partial<HouseRules>,
): readonly RouteStep[] {
  const means = { ...input.means, house: { ...HOUSE_DEFAULTS, ...input.means.house, ...house } };
  return editedRoute({ ...input, means }, edits).steps;
}
