import { ownUncertainty } from './ownUncertainty.ts';
import type { Position } from '../calendar/daylight.ts';
import type { Hours, Shift } from '../calendar/hours.ts';
import { type ClimateSeries, type TypicalDay, hourlyClimate } from '../climate/climate.ts';
import type { Link, Pin, PieceToPlan, Problem, Person, Station, Tool } from '../planner/model/model.ts';
import { catalogueOf } from '../products/library.ts';
import { latestAfterMixing, mixingMinutes } from '../products/potLife.ts';
import type { Product } from '../products/product.ts';
import type { Instant } from '../quantities/units.ts';
import type { ShopMeans } from '../route/buildRoute.ts';
import type { HouseRules } from '../route/houseRules.ts';
import type { RouteStep } from '../route/piece.ts';
import type { Lesson } from '../learning/lessons.ts';
import type { OwnPace } from '../learning/pace.ts';
import type { Mix } from './mix.ts';
import { type Planning, PLANNING_DEFAULTS } from '../planner/model/preferences.ts';
import type { Recipe } from './recipe.ts';
import { takenOf } from '../products/portions.ts';
import { aheadMinutes } from './aheadMinutes.ts';
import { arrivalOfOrder } from './leadTime.ts';
import { canFor, type ShelfPaint } from './shelf.ts';
import { minutesLeft, speedOf, type WorkState } from './workState.ts';

/** A place with air of its own. */
export type ClimatePlace = {
  readonly id: string;
  readonly name: string;
  readonly typical: TypicalDay;
  readonly series: ClimateSeries | null;
  /** How fast the air moves there (a fan); missing: still. */
  readonly air_mps?: number | undefined;
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
  /** Where it stands on the globe, for daylight. */
  readonly sun?: Position | null | undefined;
  /** Pieces of ordinary size that stand on the floor at once; null: never short of it. */
  readonly floor_units?: number | null | undefined;
  /** Hours of each day in which noise is allowed; null: always. */
  readonly noise?: Shift | null | undefined;
  readonly planning?: Planning | undefined;
  /** What was learned with products and tools. */
  readonly lessons?: readonly Lesson[] | undefined;
  /** Factors of the shop's own log that are planned with; null or missing: the book's. */
  readonly ownPace?: OwnPace | null | undefined;
  /** Coats of its own log that are planned with, by what they hide; null or missing: the book's. */
  readonly ownCoats?: Readonly<Record<string, number>> | null | undefined;
};

/** What of the shop changes how a piece is done. */
export const meansOf = (shop: Shop): ShopMeans => ({
  people: shop.people.length,
  sprayer: shop.tools.some((t) => t.id === 'sprayer'),
  ventilated: shop.stations.some((s) => s.kind === 'outdoors' || s.kind === 'spray'),
  house: shop.house,
  products: catalogueOf(shop.products),
  ownCoats: shop.ownCoats,
});

export type ShopStep = RouteStep & { readonly id: string; readonly state: WorkState; readonly pin: Pin };
export type ShopPiece = {
  readonly id: string;
  readonly name: string;
  readonly kind: 'client' | 'stock';
  readonly arrival: Instant;
  readonly due: Instant | null;
  readonly promised: boolean;
  /** False once collected, cancelled or given up: nothing of it is planned. */
  readonly active: boolean;
  readonly steps: readonly ShopStep[];
};

/**
 * Air is known back to when a film was laid that still cures, so that the day it is hard does not change as days go by: four
 * weeks in the warm, twice that in the cold. Common practice.
 */
const BACK_MINUTES = 60 * 1440;
/** And so long after the end of what is planned. */
const AFTER_MINUTES = 5 * 1440;
const WEIGHT = { promised: 10, client: 3, stock: 1 };

export const stepId = (pieceId: string, key: string) => `${pieceId}.${key}`;
/** The piece a step is of, by its id; pieces' own ids have no point in them. */
export const pieceOfStep = (id: string): string => id.slice(0, id.indexOf('.'));

/** The planning problem of a shop as it stands. Pieces without steps, and those that left, are not in it. */
export const problemOf = (shop: Shop, pieces: readonly ShopPiece[], now: Instant): Problem =>
  new ProblemKeeper().problemOf(shop, pieces, now);

/** What of a problem follows from the shop alone. */
type OfShop = Pick<Problem, 'products' | 'climates' | 'noiseHours'>;

/**
 * The planning problems of one shop, one after another: what is the same as in the one before (a piece, the air of a day)
 * is the very same object, so that what was found out about it need not be found out again.
 */
export class ProblemKeeper {
  #shop: Shop | null = null;
  #day = Number.NaN;
  #ahead = Number.NaN;
  #ofShop: OfShop | null = null;
  #toPlan: (p: ShopPiece) => PieceToPlan = pieceToPlan(NO_SHOP);
  #pieces = new WeakMap<ShopPiece, PieceToPlan>();

  problemOf(shop: Shop, pieces: readonly ShopPiece[], now: Instant): Problem {
    const day = Math.floor(now / 1440);
    const ahead = aheadMinutes(shop, pieces, now);
    if (shop !== this.#shop || day !== this.#day || ahead !== this.#ahead) {
      if (shop !== this.#shop) {
        this.#toPlan = pieceToPlan(shop);
        this.#pieces = new WeakMap();
      }
      this.#ofShop = ofShop(shop, day * 1440, ahead);
      [this.#shop, this.#day, this.#ahead] = [shop, day, ahead];
    }
    const planning = shop.planning ?? PLANNING_DEFAULTS;
    return {
      now,
      // The end of a day, so that all problems of one day have the same.
      horizon: (day + 1) * 1440 + ahead,
      timeZone: shop.timeZone,
      people: atOwnPace(shop),
      stations: shop.stations,
      tools: shop.tools,
      pieces: pieces.filter((p) => p.active && p.steps.length > 0).map((p) => this.#pieceOf(p)),
      sun: shop.sun ?? null,
      floor_units: shop.floor_units ?? null,
      frozenUntil: now + planning.frozen_hours * 60,
      preferences: planning.preferences,
      uncertainty: ownUncertainty(
        pieces.flatMap((p) => p.steps),
        shop.people,
      ),
      stock: shop.paints.map((p) => ({
        id: p.id,
        name: p.name,
        onHand_litres: p.on_hand_litres,
        deliveries: p.deliveries ?? [],
        arrivalIfOrdered: p.lead_days === null ? null : arrivalOfOrder(shop.timeZone, now, p.lead_days),
      })),
      ...this.#ofShop!,
    };
  }

  #pieceOf(p: ShopPiece): PieceToPlan {
    let known = this.#pieces.get(p);
    if (!known) this.#pieces.set(p, (known = this.#toPlan(p)));
    return known;
  }
}
/** People as fast as the shop's own log says, where it is planned with. */
export function atOwnPace({ people, ownPace }: Pick<Shop, 'people' | 'ownPace'>): readonly Person[] {
  if (!ownPace) return people;
  return people.map((p) => {
    const own = ownPace[p.id];
    if (!own) return p;
    const skills = Object.fromEntries(
      Object.entries(p.skills).map(([skill, speed]) => [skill, speed / (own[skill as keyof typeof own] ?? 1)]),
    );
    return { ...p, skills, entered: p.skills };
  });
}
const NO_SHOP = { paints: [], products: [], people: [] };

/**
 * @param midnight of the day by UTC: the air of a day is known from the same hour on, whenever it is asked for
 * @param ahead_minutes how far ahead is planned
 */
function ofShop(shop: Shop, midnight: Instant, ahead_minutes: number): OfShop {
  const from = midnight - BACK_MINUTES;
  const hours = Math.ceil((BACK_MINUTES + 1440 + ahead_minutes + AFTER_MINUTES) / 60);
  return {
    products: [...catalogueOf(shop.products).values()],
    climates: Object.fromEntries(
      shop.places.map((p) => [p.id, hourlyClimate(p.typical, p.series, shop.timeZone, from, hours, p.air_mps)]),
    ),
    noiseHours: shop.noise ? everyDay(shop.noise) : null,
  };
}

const everyDay = (shift: Shift): Hours => ({
  weekly: Array.from({ length: 7 }, () => [shift]),
  exceptions: [],
  blocks: [],
});

/** A piece as the planner takes it, with what of the shop its steps draw on. */
export function pieceToPlan(shop: Pick<Shop, 'paints' | 'products' | 'people'>): (p: ShopPiece) => PieceToPlan {
  const products = catalogueOf(shop.products);
  return (p) => ({
    id: p.id,
    name: p.name,
    arrival: p.arrival,
    due: p.due,
    promised: p.promised,
    weight: p.promised ? WEIGHT.promised : WEIGHT[p.kind],
    floor_units: Math.max(1, ...p.steps.flatMap((s) => s.needs.map((n) => (n.kind === 'bench' ? n.units : 0)))),
    staysUntilDue: p.kind === 'client',
    steps: p.steps.map((s) => {
      const sprayed = s.method === 'spray' || s.method === 'aerosol';
      const paint = canFor(shop.paints, s);
      const links = linksOf(s, p, products);
      return {
        id: s.id,
        title: s.title,
        zones: s.zones,
        work_minutes: minutesLeft(s, shop.people) + rescueUnderWay(s, links, p, shop.people),
        hands: s.hands,
        skill: s.skill,
        splittable: s.splittable,
        needs: s.needs,
        tool: s.tool,
        product: s.product,
        dusty: s.dusty,
        sprayed,
        noisy: s.dusty || s.tool === SPRAYER,
        moves: s.hands === 2 || sprayed,
        thickness: s.thickness,
        load: s.product === null ? null : [s.product, s.colour ?? '', s.method ?? ''].join(' '),
        uses: paint ? { stock: paint.id, litres: takenOf(s, products.get(s.product!)) } : null,
        after: links.map((l) => ({ ...l, step: stepId(p.id, l.step) })),
        state: s.state,
        pin: s.pin,
      };
    }),
  });
}

/** What a step waits for, with the windows that what it lays brings: of the coat below, and of the mix. */
export function linksOf(s: ShopStep, p: ShopPiece, products: ReadonlyMap<string, Product>): Link[] {
  const links = s.after.map((l) => withRescue(l, s, p, products));
  const product = s.product === null ? undefined : products.get(s.product);
  const mix = p.steps.findLast((x) => x.mixes !== undefined && x.mixes === s.product && isBefore(p, x, s));
  if (!product?.mixing || !mix) return links;
  const max_minutes = latestAfterMixing(product, s.work_minutes);
  // A mix that is dead is made anew, which takes its time but forbids nothing.
  const rescue = { title: `mix ${product.name.toLowerCase()} anew`, minutes: mixingMinutes(product) };
  const known = links.find((l) => l.step === mix.key && l.from === 'end');
  const alive: Link = { step: mix.key, from: 'end', min_minutes: known?.min_minutes ?? 0, max_minutes, rescue };
  return [...links.filter((l) => l !== known), alive];
}

/** Whether a route has one step before another: it lists them in an order in which each comes after what it waits for. */
const isBefore = (p: ShopPiece, a: ShopStep, b: ShopStep) => p.steps.indexOf(a) < p.steps.indexOf(b);

/**
 * A coat laid after the coat below has grown too hard to hold it is scuff-sanded first; where sanding stands between the
 * two anyway, nothing is lost by waiting.
 */
function withRescue(link: Link, s: ShopStep, p: ShopPiece, products: ReadonlyMap<string, Product>): Link {
  const before = p.steps.find((x) => x.key === link.step);
  const window = before?.product ? (products.get(before.product)?.recoatMax_minutes ?? null) : null;
  if (!before || window === null || link.max_minutes !== null || link.from !== 'recoat' || s.coat === null) return link;
  const isSanded = p.steps.some(
    (x) => x.dusty && x.after.some((l) => l.step === before.key) && s.after.some((l) => l.step === x.key),
  );
  return isSanded ? link : { ...link, max_minutes: Math.max(window, link.min_minutes), rescue: SCUFF };
}
/** Of work that was begun past its window, what it takes beside its own minutes, by the route's measure, as it was planned with. */
function rescueUnderWay(
  { state, skill }: ShopStep,
  links: readonly Link[],
  p: ShopPiece,
  people: Shop['people'],
): number {
  // What its painter said, or took up a second time, has it in it.
  if (state.kind !== 'started' || state.expected !== undefined || state.worked !== undefined) return 0;
  const windows = links.filter((l) => l.max_minutes !== null);
  const isMissed = windows.some((l) => {
    const before = p.steps.find((x) => x.key === l.step)?.state;
    return before?.kind === 'done' && state.at > before.until + l.max_minutes!;
  });
  if (!isMissed || !windows.every((l) => l.rescue)) return 0;
  const speed = speedOf(people, state.by, skill);
  return Math.max(...windows.map((l) => l.rescue!.minutes)) * (Number.isFinite(speed) ? speed : 1);
}
/** Common practice. */
const SCUFF = { title: 'scuff-sand', minutes: 15 };
const SPRAYER = 'sprayer';

/** A route as steps of a piece, nothing done yet. */
export const stepsOf = (pieceId: string, route: readonly RouteStep[]): ShopStep[] =>
  route.map((s) => ({ ...s, id: stepId(pieceId, s.key), state: { kind: 'planned' }, pin: {} }));
