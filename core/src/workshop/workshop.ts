import { type ClimateSeries, type TypicalDay, hourlyClimate } from '../climate/climate.ts';
import type { Pin, PieceToPlan, Problem, Person, Station, StepState, Tool } from '../planner/model.ts';
import { catalogueOf } from '../products/library.ts';
import type { Product } from '../products/product.ts';
import type { Instant } from '../quantities/units.ts';
import type { ShopMeans } from '../route/buildRoute.ts';
import type { HouseRules } from '../route/houseRules.ts';
import type { RouteStep } from '../route/piece.ts';
import type { Mix } from './mix.ts';
import type { Recipe } from './recipe.ts';
import type { ShelfPaint } from './shelf.ts';

/** A place with air of its own. */
export type ClimatePlace = {
  readonly id: string;
  readonly name: string;
  readonly typical: TypicalDay;
  readonly series: ClimateSeries | null;
};

/** The shop as its owner sets it up. */
export type Shop = {
  readonly timeZone: string;
  readonly people: readonly Person[];
  readonly stations: readonly Station[];
  readonly tools: readonly Tool[];
  readonly places: readonly ClimatePlace[];
  readonly paints: readonly ShelfPaint[];
  /** Own products, and library ones overruled. */
  readonly products: readonly Product[];
  readonly house: HouseRules;
  readonly recipes: readonly Recipe[];
  readonly mixes: readonly Mix[];
};

/** What of the shop changes how a piece is done. */
export const meansOf = (shop: Shop): ShopMeans => ({
  people: shop.people.length,
  sprayer: shop.tools.some((t) => t.id === 'sprayer'),
  ventilated: shop.stations.some((s) => s.kind === 'outdoors' || s.kind === 'spray'),
  house: shop.house,
  products: catalogueOf(shop.products),
});

export type ShopStep = RouteStep & { readonly id: string; readonly state: StepState; readonly pin: Pin };
export type ShopPiece = {
  readonly id: string;
  readonly name: string;
  readonly kind: 'client' | 'stock';
  readonly arrival: Instant;
  readonly due: Instant | null;
  readonly told: boolean;
  /** False once collected, cancelled or given up: nothing of it is planned. */
  readonly active: boolean;
  readonly steps: readonly ShopStep[];
};

/** How far ahead is planned, and how much air is known before now (films laid days ago still dry). */
const AHEAD_MINUTES = 90 * 1440;
const BACK_MINUTES = 10 * 1440;
const AFTER_MINUTES = 5 * 1440;
const WEIGHT = { told: 10, client: 3, stock: 1 };

export const stepId = (pieceId: string, key: string) => `${pieceId}.${key}`;

/** The planning problem of a shop as it stands. Pieces without steps, and those that left, are not in it. */
export function problemOf(shop: Shop, pieces: readonly ShopPiece[], now: Instant): Problem {
  const hours = Math.ceil((AHEAD_MINUTES + BACK_MINUTES + AFTER_MINUTES) / 60);
  const from = now - BACK_MINUTES;
  return {
    now,
    horizon: now + AHEAD_MINUTES,
    timeZone: shop.timeZone,
    people: shop.people,
    stations: shop.stations,
    tools: shop.tools,
    products: [...catalogueOf(shop.products).values()],
    climates: Object.fromEntries(
      shop.places.map((p) => [p.id, hourlyClimate(p.typical, p.series, shop.timeZone, from, hours)]),
    ),
    pieces: pieces.filter((p) => p.active && p.steps.length > 0).map(pieceToPlan),
  };
}

export function pieceToPlan(p: ShopPiece): PieceToPlan {
  return {
    id: p.id,
    name: p.name,
    arrival: p.arrival,
    due: p.due,
    told: p.told,
    weight: p.told ? WEIGHT.told : WEIGHT[p.kind],
    steps: p.steps.map((s) => ({
      id: s.id,
      title: s.title,
      zones: s.zones,
      work_minutes: s.work_minutes,
      hands: s.hands,
      skill: s.skill,
      splittable: s.splittable,
      needs: s.needs,
      tool: s.tool,
      product: s.product,
      dusty: s.dusty,
      after: s.after.map((l) => ({ ...l, step: stepId(p.id, l.step) })),
      state: s.state,
      pin: s.pin,
    })),
  };
}

/** A route as steps of a piece, nothing done yet. */
export const stepsOf = (pieceId: string, route: readonly RouteStep[]): ShopStep[] =>
  route.map((s) => ({ ...s, id: stepId(pieceId, s.key), state: { kind: 'planned' }, pin: {} }));
