import { byParts } from '../quantities/film.ts';
import { litres } from '../quantities/units.ts';
import type { Product } from './product.ts';

/** What goes into the cup for a coat, in litres. */
export type Portion = { readonly name: string; readonly litres: number };

/** Waterborne coats are thinned for the sprayer by this share of the paint: half a cup a quart. Common practice. */
const SPRAY_THINNING = 0.125;

type Laid = {
  readonly litres: number;
  readonly method: string | null;
  /** Share of water in what is laid; missing: as the product and the sprayer ask. */
  readonly water_pct?: number | undefined;
};

/**
 * What a coat is poured together from, the product first: thinned as its step says, mixed as its product says, thinned for
 * the sprayer (on top of the paint it takes to cover), or straight from the can.
 */
export function portionsOf(laid: Laid, product: Product): readonly [Portion, ...Portion[]] {
  const shared = (name: string, parts: readonly [number, number]): readonly [Portion, Portion] => {
    const [own, other] = byParts(litres(laid.litres), parts);
    return [
      { name: product.name, litres: own! },
      { name, litres: other! },
    ];
  };
  const { water_pct } = laid;
  if (water_pct !== undefined) return shared('water', [100 - water_pct, water_pct]);
  if (product.mixing) return shared(product.mixing.with, product.mixing.parts);
  const own = { name: product.name, litres: laid.litres };
  if (laid.method !== 'spray' || product.base !== 'water') return [own];
  return [own, { name: 'water', litres: laid.litres * SPRAY_THINNING }];
}

/** What of a coat comes out of the product's own can, in litres. */
export const takenOf = (laid: Laid, product: Product | undefined): number =>
  product ? portionsOf(laid, product)[0].litres : laid.litres;
