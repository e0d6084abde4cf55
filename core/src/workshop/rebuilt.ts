import type { Link } from '../planner/model/model.ts';
import { does } from '../route/act.ts';
import { stageAskedFor } from '../route/build/chain.ts';
import type { RouteStep } from '../route/piece.ts';
import { isBegun } from './workState.ts';
import { type ShopStep, stepId } from './workshop.ts';

/**
 * A piece's steps after its route was built again: what happened stays as it was, also when the new route no longer
 * asks for it, and what comes next on it waits until it is dry; what is still to come is taken from the new route and keeps its pin.
 */
export function rebuilt(pieceId: string, before: readonly ShopStep[], route: readonly RouteStep[]): ShopStep[] {
  const keys = new Set(route.map((s) => s.key));
  const old = new Map(before.map((s) => [s.key, s]));
  const gone = before.filter((s) => isBegun(s) && !keys.has(s.key));
  const known = new Set([...gone.map((s) => s.key), ...keys]);
  const kept = (s: ShopStep): ShopStep => ({ ...s, after: s.after.filter((l) => known.has(l.step)) });
  // What has begun waits for nothing that is still to come, so that nothing that waits for it goes in a circle.
  const standing = (s: ShopStep): ShopStep => ({
    ...s,
    after: s.after.filter((l) => known.has(l.step) && old.get(l.step)?.state.kind === 'done'),
  });
  const waits = waitsForGone(gone.filter(isUnderWay));
  return [
    ...gone.map((s) => (isUnderWay(s) ? standing(s) : kept(s))),
    ...route.map((s): ShopStep => {
      const was = old.get(s.key);
      const wet = waits(s);
      if (was && isUnderWay(was)) return kept(was);
      const state = was?.state ?? { kind: 'planned' };
      return { ...s, id: stepId(pieceId, s.key), after: [...s.after, ...wet], state, pin: was?.pin ?? {} };
    }),
  ];
}

const isUnderWay = (s: ShopStep) => s.state.kind !== 'planned';

/** Of each step of the new route in turn: links to what was laid on its zones and is not in that route any more. */
function waitsForGone(gone: readonly ShopStep[]): (next: RouteStep) => Link[] {
  const wet = new Map(gone.filter((s) => s.product !== null).flatMap((s) => s.zones.map((z) => [z, s] as const)));
  return (next) => {
    const under = new Set(next.zones.flatMap((z) => wet.get(z) ?? []));
    // The route itself has what follows wait for this one.
    if (next.product !== null) for (const z of next.zones) wet.delete(z);
    if (next.coat === null && !does(next, 'fill', 'glue', 'abrade', 'heat')) return [];
    return [...under].map((s) => ({ step: s.key, from: stageAskedFor(s, next), min_minutes: 0, max_minutes: null }));
  };
}
