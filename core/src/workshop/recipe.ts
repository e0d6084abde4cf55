import type { Brief } from '../route/brief.ts';
import { isForced, type RouteEdit } from '../route/edit/routeEdit.ts';

/** A finish kept under a name: what it should become, and how its painter changed the built route. */
export type Recipe = {
  readonly id: string;
  readonly name: string;
  readonly brief: Brief;
  readonly edits: readonly RouteEdit[];
};

/** What of a piece is worth keeping: not what went wrong on it, nor whom it waited for. */
export const recipeFrom = (id: string, name: string, brief: Brief, edits: readonly RouteEdit[]): Recipe => {
  const { approvals: _approvals, refused: _refused, refusals: _refusals, ...kept } = brief;
  return { id, name, brief: kept, edits: edits.filter((e) => !isForced(e)) };
};

/** A piece done by a recipe: its route is built for its own size and condition, then changed as the recipe says. */
export const withRecipe = (brief: Brief, edits: readonly RouteEdit[], recipe: Recipe) => ({
  brief: {
    ...recipe.brief,
    approvals: brief.approvals,
    refused: brief.refused,
    refusals: brief.refusals,
    food: brief.food,
    child: brief.child,
  },
  edits: [...recipe.edits, ...edits.filter(isForced)],
});
