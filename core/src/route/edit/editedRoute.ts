import { productById } from '../../products/library.ts';
import { chain } from '../build/chain.ts';
import { composeRoute, type RouteInput } from '../buildRoute.ts';
import type { Route } from '../piece.ts';
import { applyEdits } from './applyEdits.ts';
import type { RouteEdit, Unused } from './routeEdit.ts';

export type EditedRoute = Route & {
  /** Changes that no longer fit this piece, and why. */
  readonly unused: readonly Unused[];
};

/**
 * The route of a piece: built by the rules, then changed as its painter changed it.
 * @throws {RangeError} when a measurement or a formula is impossible
 */
export function editedRoute(input: RouteInput, edits: readonly RouteEdit[]): EditedRoute {
  const { zones, specs, notes } = composeRoute(input);
  const products = input.means.products ?? productById;
  const edited = applyEdits(specs, edits, { zones, products });
  return {
    zones,
    steps: chain(edited.specs, zones, products),
    struck: edited.struck,
    notes,
    unused: edited.unused,
  };
}
