import { type ClimateSeries, hourlyClimate, type TypicalDay } from '../climate/climate.ts';
import { type DryingCurve, dryingCurve, shareDried } from '../drying/dryingCurve.ts';
import { type Product, type Stage } from '../products/product.ts';
import { sheetOf } from '../products/dataSheet.ts';
import type { Instant } from '../quantities/units.ts';
import type { DryingFact } from './drying.ts';
import type { LoggedPiece, LoggedStep } from './logged.ts';

/** The places of a shop and their air. */
type Places = {
  readonly timeZone: string;
  readonly places: readonly {
    readonly id: string;
    readonly typical: TypicalDay;
    readonly series: ClimateSeries | null;
    readonly air_mps?: number | undefined;
  }[];
};

/**
 * Between when and when each film of the log became dry, by its sheet and the air where it stood. A film is judged by the
 * step that waited for it longest: that somebody went on says it was dry, and that they came too soon says it was not.
 * Films that nobody knows the place of say nothing.
 */
export function dryingFacts(
  pieces: readonly LoggedPiece[],
  shop: Places,
  products: ReadonlyMap<string, Product>,
): DryingFact[] {
  const told = pieces.flatMap((p) => waitsOf(p, products));
  const share = sharesIn(shop, told);
  const facts = new Map<Film, DryingFact>();
  for (const { films, tooSoon, begun } of told) {
    const at = begun ?? tooSoon!;
    const last = films.map((film) => ({ film, had: share(film, at) })).reduce((a, b) => (b.had < a.had ? b : a));
    const known = facts.get(last.film) ?? { product: last.film.product.id, over: 0, under: Infinity };
    facts.set(last.film, {
      ...known,
      over: Math.max(known.over, tooSoon === null ? 0 : share(last.film, tooSoon)),
      under: Math.min(known.under, begun === null ? Infinity : last.had),
    });
  }
  return [...facts.values()];
}

/** A coat waited for: laid when, where, and for which of its stages. */
type Film = {
  readonly product: Product;
  readonly stage: Stage;
  readonly laid: Instant;
  readonly thickness: number;
  readonly places: readonly string[];
};
/** A step that waited for films, when somebody last found it could not be begun, and when it was. */
type Waited = { readonly films: readonly Film[]; readonly tooSoon: Instant | null; readonly begun: Instant | null };

function waitsOf(piece: LoggedPiece, products: ReadonlyMap<string, Product>): Waited[] {
  const steps = new Map(piece.steps.map((s) => [s.route.key, s]));
  return piece.steps.flatMap(({ route, state }) => {
    const begun = begunAt(state);
    const tooSoon = state.tooSoon?.at(-1) ?? null;
    if (begun === null && tooSoon === null) return [];
    const films = route.after.flatMap((l) => {
      const laid = steps.get(l.step);
      return l.from === 'end' || !laid ? [] : filmOf(laid, l.from, products);
    });
    return films.length === 0 ? [] : [{ films, tooSoon, begun }];
  });
}

function filmOf({ route, state }: LoggedStep, stage: Stage, products: ReadonlyMap<string, Product>): Film[] {
  const product = products.get(route.product ?? '');
  if (!product || state.kind !== 'done' || !state.places || state.places.length === 0) return [];
  if (sheetOf(product).stages_minutes[stage] === 0) return [];
  return [{ product, stage, laid: state.until, thickness: route.thickness ?? 1, places: state.places }];
}

/** When it was begun, at the latest: where nobody tapped that, it was before it was done. */
function begunAt(state: LoggedStep['state']): Instant | null {
  if (state.kind === 'planned') return null;
  if (state.kind === 'started') return state.at;
  return state.timed === true ? state.from : state.until;
}

/** How much of its sheet's time a film has had at an instant, in all the air it stood in. */
function sharesIn(shop: Places, told: readonly Waited[]): (film: Film, at: Instant) => number {
  const instants = told.flatMap((w) => [
    ...w.films.map((f) => f.laid),
    ...[w.tooSoon, w.begun].filter((t) => t !== null),
  ]);
  const from = Math.floor(Math.min(...instants) / 60) * 60;
  const hours = Math.ceil((Math.max(...instants) - from) / 60) + 1;
  const curves = new Map<string, DryingCurve>();
  const curveOf = (place: Places['places'][number], { chemistry, limits }: Product): DryingCurve => {
    const key = JSON.stringify([place.id, chemistry, limits]);
    let curve = curves.get(key);
    if (!curve) {
      const air = hourlyClimate(place.typical, place.series, shop.timeZone, from, hours, place.air_mps);
      curve = dryingCurve(air, chemistry as Exclude<typeof chemistry, 'clock'>, limits ?? ANY_AIR);
      curves.set(key, curve);
    }
    return curve;
  };
  return ({ product, stage, laid, thickness, places }, at) => {
    const nominal = sheetOf(product).stages_minutes[stage];
    const { chemistry } = product;
    if (chemistry === 'clock') return (at - laid) / nominal;
    const here = shop.places.filter((p) => places.includes(p.id));
    return Math.min(...here.map((p) => shareDried(curveOf(p, product), chemistry, nominal, laid, at, thickness)));
  };
}
const ANY_AIR = { minTemperature_c: 0, maxHumidity_pct: 100 };
