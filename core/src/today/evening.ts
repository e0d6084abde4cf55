import { type Interval, merge } from '../calendar/intervals.ts';
import { hourlyClimate } from '../climate/climate.ts';
import { catalogueOf } from '../products/library.ts';
import type { Product } from '../products/product.ts';
import type { Plan } from '../planner/model/model.ts';
import { does, WITH_CLOTHS } from '../route/act.ts';
import type { Instant } from '../quantities/units.ts';
import { isBegun } from '../workshop/workState.ts';
import type { ClimatePlace, Shop, ShopPiece, ShopStep } from '../workshop/workshop.ts';
import { type DryingFilm, dryingFilms } from './windows.ts';

/** A paint or product that was opened today. */
export type Opened = { readonly product: string; readonly colour: string | null };
/** Hours of the night in which a film does not dry, because it is colder than its product may be. */
export type ColdNight = {
  readonly place: string;
  readonly below_c: number;
  readonly lowest_c: number;
  readonly hours: number;
  /** The stretches in which it is too cold. */
  readonly spans: readonly Interval[];
};
export type Overnight = DryingFilm & {
  /** Null: warm enough all night, or the product does not mind. */
  readonly cold: ColdNight | null;
};
export type Evening = {
  readonly opened: readonly Opened[];
  /** What cleans the tools used today, with the products it cleans. */
  readonly cleanUp: readonly { readonly with: string; readonly products: readonly string[] }[];
  /** Cloths of today: oily ones can heat up by themselves; null: none was taken. */
  readonly rags: 'oily' | 'wet' | null;
  /** Begun and not finished. */
  readonly unfinished: readonly { readonly piece: string; readonly step: string }[];
  readonly overnight: readonly Overnight[];
};
type Asked = { readonly shop: Shop; readonly pieces: readonly ShopPiece[]; readonly plan: Plan };

/**
 * What an evening asks: lids, brushes and rags of today, what is unfinished, and what dries until the morning.
 * @param day its first instant and the next day's
 */
export function eveningOf(
  { shop, pieces, plan }: Asked,
  now: Instant,
  day: readonly [Instant, Instant],
  morning: Instant,
): Evening {
  const products = catalogueOf(shop.products);
  const active = pieces.filter((p) => p.active);
  // Water that washed something has no lid, and cleans no brush.
  const isOfACan = (s: ShopStep) => {
    const product = products.get(s.product ?? '');
    return product !== undefined && !(product.family === 'wash' && product.base === 'water');
  };
  const worked = active.flatMap((p) => p.steps).filter((s) => isUsedOn(s, day));
  const used = worked.filter(isOfACan);
  const opened = new Map(
    used.map((s) => [`${s.product!} ${s.colour ?? ''}`, { product: s.product!, colour: s.colour }]),
  );
  const known = used.flatMap((s) => products.get(s.product!) ?? []);
  return {
    opened: [...opened.values()],
    cleanUp: cleanUpOf(known),
    rags: ragsOf(known, worked),
    unfinished: active.flatMap((p) =>
      p.steps.filter((s) => s.state.kind !== 'done' && isBegun(s)).map((s) => ({ piece: p.id, step: s.id })),
    ),
    overnight: dryingFilms({ pieces: active, products: shop.products, plan }, now)
      .filter((f) => f.ready > day[1])
      .map((f) => ({ ...f, cold: coldOf(shop, plan, products, active, f, now, Math.min(f.ready, morning)) })),
  };
}

const isUsedOn = ({ state }: ShopStep, [from, until]: readonly [Instant, Instant]): boolean =>
  state.kind === 'started' || (state.kind === 'done' && state.until >= from && state.until < until);

function ragsOf(used: readonly Product[], worked: readonly ShopStep[]): Evening['rags'] {
  if (used.some((p) => p.base === 'oil' || p.family === 'oil')) return 'oily';
  return used.length > 0 || worked.some((s) => does(s, ...WITH_CLOTHS)) ? 'wet' : null;
}

function cleanUpOf(products: readonly Product[]): Evening['cleanUp'] {
  const byThinner = new Map<string, Set<string>>();
  for (const p of products) byThinner.set(p.thinner, (byThinner.get(p.thinner) ?? new Set()).add(p.name));
  return [...byThinner].map(([thinner, names]) => ({ with: thinner, products: [...names] }));
}

function coldOf(
  shop: Shop,
  plan: Plan,
  products: ReadonlyMap<string, Product>,
  pieces: readonly ShopPiece[],
  film: DryingFilm,
  now: Instant,
  until: Instant,
): ColdNight | null {
  const step = pieces.flatMap((p) => p.steps).find((s) => s.id === film.step);
  const limits = products.get(step?.product ?? '')?.limits ?? null;
  const place = placeOf(shop, plan, film.step);
  const hours = Math.ceil((until - now) / 60);
  if (!limits || !place || hours < 1) return null;
  const air = hourlyClimate(place.typical, place.series, shop.timeZone, now, hours);
  const cold = air.temperature_c.filter((t) => t < limits.minTemperature_c);
  if (cold.length === 0) return null;
  const spans = air.temperature_c.flatMap((t, h) =>
    t < limits.minTemperature_c ? [{ from: air.from + h * 60, until: air.from + (h + 1) * 60 }] : [],
  );
  return {
    place: place.id,
    below_c: limits.minTemperature_c,
    lowest_c: Math.min(...cold),
    hours: cold.length,
    spans: merge(spans),
  };
}

function placeOf(shop: Shop, plan: Plan, step: string): ClimatePlace | undefined {
  const last = plan.steps[step]?.stations.at(-1);
  const climate = shop.stations.find((s) => s.id === last)?.climate;
  return shop.places.find((p) => p.id === climate) ?? shop.places[0];
}
