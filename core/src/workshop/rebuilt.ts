import type { RouteStep } from '../route/piece.ts';
import { isBegun } from './workState.ts';
import { type ShopStep, stepId } from './workshop.ts';

/**
 * A piece's steps after its route was built again: what happened stays as it was, also when the new route no longer
 * asks for it; what is still to come is taken from the new route and keeps its pin.
 */
export function rebuilt(pieceId: string, before: readonly ShopStep[], route: readonly RouteStep[]): ShopStep[] {
  const keys = new Set(route.map((s) => s.key));
  const old = new Map(before.map((s) => [s.key, s]));
  const gone = before.filter((s) => isBegun(s) && !keys.has(s.key));
  const known = new Set([...gone.map((s) => s.key), ...keys]);
  const kept = (s: ShopStep): ShopStep => ({ ...s, after: s.after.filter((l) => known.has(l.step)) });
  return [
    ...gone.map(kept),
    ...route.map((s): ShopStep => {
      const was = old.get(s.key);
      if (was && was.state.kind !== 'planned') return kept(was);
      return { ...s, id: stepId(pieceId, s.key), state: was?.state ?? { kind: 'planned' }, pin: was?.pin ?? {} };
    }),
  ];
}
