import { FRESH_PIECE, type PieceFields } from '@app/contract';
import {
  type EditedRoute,
  editedRoute,
  type Instant,
  instantAt,
  meansOf,
  type Problem,
  problemOf,
  type RouteEdit,
  type RouteInput,
  type Shop,
  type ShopPiece,
  stepsOf,
  TEMPLATE_ZONES,
  templateById,
  wallClock,
  type Zone,
} from '@app/core';
import { boatShed, DEMO_ZONE } from './boatShed.ts';
import { DEMO_PIECES, type DemoPiece } from './demoPieces.ts';

/** A demo piece with its route, nothing done yet. */
export type DemoShopPiece = ShopPiece &
  PieceFields & {
    readonly input: RouteInput;
    readonly edits: readonly RouteEdit[];
    readonly zones: readonly Zone[];
    readonly notes: readonly string[];
    readonly struck: EditedRoute['struck'];
  };

export function demoPieceOf(d: DemoPiece, shop: Shop, now: Instant): DemoShopPiece {
  const today = wallClock(DEMO_ZONE, now).day;
  const at = (t: { readonly day: number; readonly hour: number }) => instantAt(DEMO_ZONE, today + t.day, t.hour * 60);
  const input: RouteInput = {
    template: templateById.get(d.template)!,
    dimensions: d.dimensions,
    survey: d.survey,
    brief: d.brief,
    kind: d.client === null ? 'stock' : 'client',
    zones: d.zones ?? TEMPLATE_ZONES,
    means: meansOf(shop),
  };
  const edits = d.edits ?? [];
  const route = editedRoute(input, edits);
  return {
    ...FRESH_PIECE,
    id: d.id,
    name: d.name,
    kind: d.client === null ? 'stock' : 'client',
    client: d.client,
    template: d.template,
    dimensions: d.dimensions,
    survey: d.survey,
    brief: d.brief,
    zoneChoice: d.zones ?? TEMPLATE_ZONES,
    arrival: at(d.arrival),
    due: d.due && at(d.due),
    promised: d.promised,
    active: true,
    steps: stepsOf(d.id, route.steps),
    input,
    edits,
    struck: route.struck,
    zones: route.zones,
    notes: route.notes,
  };
}

/** The demo as one planning problem in which nothing has happened yet: what the benchmark times. */
export function demoProblem(now: Instant): Problem {
  const shop = boatShed(now);
  return problemOf(
    shop,
    DEMO_PIECES.map((d) => demoPieceOf(d, shop, now)),
    now,
  );
}
