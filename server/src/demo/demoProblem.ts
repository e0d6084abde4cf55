import {
  buildRoute,
  type Instant,
  instantAt,
  type Problem,
  problemOf,
  type Shop,
  type ShopPiece,
  stepsOf,
  templateById,
  wallClock,
  type Zone,
} from '@app/core';
import { boatShed, DEMO_ZONE } from './boatShed.ts';
import { DEMO_PIECES, type DemoPiece } from './demoPieces.ts';

/** A demo piece with its route, nothing done yet. */
export type DemoShopPiece = ShopPiece & {
  readonly demo: DemoPiece;
  readonly zones: readonly Zone[];
  readonly notes: readonly string[];
};

export function demoPieceOf(d: DemoPiece, shop: Shop, now: Instant): DemoShopPiece {
  const today = wallClock(DEMO_ZONE, now).day;
  const at = (t: { readonly day: number; readonly hour: number }) => instantAt(DEMO_ZONE, today + t.day, t.hour * 60);
  const route = buildRoute({
    template: templateById.get(d.template)!,
    dimensions: d.dimensions,
    survey: d.survey,
    brief: d.brief,
    means: { people: shop.people.length, sprayer: true },
  });
  return {
    id: d.id,
    name: d.name,
    kind: d.client === null ? 'stock' : 'client',
    arrival: at(d.arrival),
    due: d.due && at(d.due),
    told: d.told,
    active: true,
    steps: stepsOf(d.id, route.steps),
    demo: d,
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
