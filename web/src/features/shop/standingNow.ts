import type { PieceView, WorkshopView } from '@app/contract';
import { type Instant, staysOf } from '@app/core';

/** A piece that takes room somewhere, so much of it, and until when by the plan. */
export type Standing = { readonly piece: PieceView; readonly units: number; readonly until: Instant };

/** What stands on each place now, worked on or drying; by the ids of the places. */
export function standingNow(view: WorkshopView, now: Instant): ReadonlyMap<string, readonly Standing[]> {
  const found = new Map<string, Standing[]>();
  for (const piece of view.pieces)
    for (const { station, units, from, until } of piece.active ? staysOf(piece.steps, view.plan) : [])
      if (from <= now && now < until) found.set(station, [...(found.get(station) ?? []), { piece, units, until }]);
  return found;
}

/** Pieces that are in the shop now, and the floor they take. */
export const onFloor = (view: WorkshopView, now: Instant): readonly PieceView[] =>
  view.pieces.filter((p) => p.active && p.arrival <= now);
