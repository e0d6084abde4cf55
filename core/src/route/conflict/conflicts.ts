import { productById } from '../../products/library.ts';
import type { RouteInput } from '../buildRoute.ts';
import { type EditedRoute, editedRoute } from '../edit/editedRoute.ts';
import type { RouteEdit } from '../edit/routeEdit.ts';
import { checkedConflicts } from './checkedConflicts.ts';
import { type Conflict, Scene } from './conflict.ts';
import { LAYER_CONFLICTS } from './layerConflicts.ts';
import { LEFT_OUT_CONFLICTS } from './leftOutConflicts.ts';
import { PLACE_CONFLICTS } from './placeConflicts.ts';
import { ROW_CONFLICTS } from './rowConflicts.ts';
import { WISH_CONFLICTS } from './wishConflicts.ts';
import type { Fix } from './conflict.ts';

export const CONFLICT_RULES = [
  ...ROW_CONFLICTS,
  ...LAYER_CONFLICTS,
  ...WISH_CONFLICTS,
  ...PLACE_CONFLICTS,
  ...LEFT_OUT_CONFLICTS,
];

/** Everything about a piece's route that does not go together, worst first. Cost: one pass of each rule over the steps. */
export function conflictsOf(
  input: RouteInput,
  edits: readonly RouteEdit[],
  route: EditedRoute = editedRoute(input, edits),
  startsAt: (step: string) => number | null = () => null,
): Conflict[] {
  const scene = new Scene(input, edits, route, input.means.products ?? productById, startsAt);
  const found = CONFLICT_RULES.flatMap((rule) =>
    rule.find(scene).map((step): Conflict => {
      const { id, words, severity } = rule;
      return { id, step, words, severity, fix: rule.fix(scene, step) };
    }),
  );
  // Where a rule has said what is wrong and what mends it, the surfaces need not say it again.
  const known = new Set(found.filter((c) => c.severity === 'stop').map((c) => c.step));
  found.push(...checkedConflicts(input, edits, route, known));
  return found.sort((a, b) => Number(b.severity === 'stop') - Number(a.severity === 'stop'));
}

/** The wish and the changes with a fix made to them. */
export function applyFix(
  { input, edits }: { readonly input: RouteInput; readonly edits: readonly RouteEdit[] },
  fix: Fix,
): { readonly input: RouteInput; readonly edits: readonly RouteEdit[] } {
  return {
    input: { ...input, brief: { ...input.brief, ...fix.brief } },
    edits: [...edits.filter((e) => !fix.drops?.includes(e)), ...(fix.edits ?? [])],
  };
}
