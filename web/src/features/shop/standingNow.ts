import type { PieceView, WorkshopView } from '@app/contract';
import type { Instant } from '@app/core';

/** A piece that takes room somewhere, so much of it, and until when by the plan. */
export type Standing = { readonly piece: PieceView; readonly units: number; readonly until: Instant };

/** What stands on each place now, worked on or drying; by the ids of the places. */
export function standingNow(view: WorkshopView, now: Instant): ReadonlyMap<string, readonly Standing[]> {
  const found = new Map<string, Standing[]>();
  for (const piece of view.pieces)
    for (const step of piece.active ? piece.steps : []) {
      const at = view.plan.steps[step.id];
      if (!at || (step.state.kind === 'planned' && at.start > now)) continue;
      const wetUntil = Math.max(at.end, at.dry.handle ?? at.end);
      step.needs.forEach((n, i) => {
        const [from, until] = [n.span === 'wet' ? at.end : at.start, n.span === 'work' ? at.end : wetUntil];
        if (from > now || until <= now) return;
        const station = at.stations[i]!;
        found.set(station, [...(found.get(station) ?? []), { piece, units: n.units, until }]);
      });
    }
  return found;
}

/** Pieces that are in the shop now, and the floor they take. */
export const onFloor = (view: WorkshopView, now: Instant): readonly PieceView[] =>
  view.pieces.filter((p) => p.active && p.arrival <= now);
