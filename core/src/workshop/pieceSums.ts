import { takenOf } from '../products/portions.ts';
import type { Product } from '../products/product.ts';
import { sumsOf } from '../route/routeSums.ts';
import { cansFor } from '../quantities/film.ts';
import { type Litres, litres } from '../quantities/units.ts';
import type { Method, RouteStep, Zone } from '../route/piece.ts';
import { LOSS } from '../route/build/coats.ts';
import { type ShelfPaint, tintOf } from './shelf.ts';

/** One coat: what surface it covers, how it is laid, what is lost on the way, and what it takes. */
export type CoatSum = {
  readonly key: string;
  readonly title: string;
  readonly colour: string | null;
  readonly product: string;
  readonly area_m2: number;
  readonly method: Method | null;
  readonly loss: number;
  readonly litres: Litres;
};
/** One product in one colour for the whole piece, against the shelf. */
export type ProductSum = {
  readonly product: string;
  readonly colour: string | null;
  readonly litres: Litres;
  /** The can on the shelf that fits; null: none. */
  readonly shelf: ShelfPaint | null;
  /** Cans to buy beyond what is on hand, and what is left of them; null when no can size is known. */
  readonly buy: { readonly cans: number; readonly left_litres: number } | null;
  /** What the product used costs; null when no price is known. */
  readonly cents: number | null;
};
export type PieceSums = {
  readonly coats: readonly CoatSum[];
  readonly products: readonly ProductSum[];
  readonly minutes: number;
  /** Materials whose price is known. */
  readonly materials_cents: number;
};

/** What a piece takes of paint, people and money, coat by coat and in all. */
export function pieceSums(
  steps: readonly RouteStep[],
  zones: readonly Zone[],
  paints: readonly ShelfPaint[],
  catalogue: ReadonlyMap<string, Product>,
): PieceSums {
  const coats = steps
    .filter((s) => s.product !== null && s.litres > 0)
    .map((s): CoatSum => ({
      key: s.key,
      title: s.title,
      colour: s.colour,
      product: s.product!,
      area_m2: zones.filter((z) => s.zones.includes(z.id)).reduce((n, z) => n + z.area_m2, 0),
      method: s.method,
      loss: s.method === null ? 0 : LOSS[s.method],
      litres: litres(s.litres),
    }));
  const products = new Map<string, { product: string; colour: string | null; litres: number }>();
  for (const c of coats) {
    const step = steps.find((s) => s.key === c.key)!;
    const colour = tintOf(step);
    const key = `${c.product} ${colour ?? ''}`;
    const sum = products.get(key) ?? { product: c.product, colour, litres: 0 };
    products.set(key, { ...sum, litres: sum.litres + takenOf(step, catalogue.get(c.product)) });
  }
  const sums = [...products.values()].map((p) => productSum(p, paints));
  return {
    coats,
    products: sums,
    minutes: sumsOf(steps).minutes,
    materials_cents: sums.reduce((n, p) => n + (p.cents ?? 0), 0),
  };
}

function productSum(
  p: { readonly product: string; readonly colour: string | null; readonly litres: number },
  paints: readonly ShelfPaint[],
): ProductSum {
  const shelf =
    paints.find(
      (s) => s.product === p.product && (p.colour === null || s.hex.toLowerCase() === p.colour.toLowerCase()),
    ) ?? null;
  const short = Math.max(0, p.litres - (shelf?.on_hand_litres ?? 0));
  const can = shelf?.can_litres ?? null;
  const price = shelf?.can_cents ?? null;
  return {
    ...p,
    litres: litres(p.litres),
    shelf,
    buy: can === null ? null : cansFor(litres(short), can),
    cents: can === null || price === null ? null : Math.round((p.litres / can) * price),
  };
}
