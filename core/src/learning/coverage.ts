import { LOSS } from '../route/build/coats.ts';
import type { Product } from '../products/product.ts';
import { sheetOf } from '../products/dataSheet.ts';
import { paintFor } from '../quantities/paintFor.ts';
import { squareMetres, squareMetresPerLitre } from '../quantities/units.ts';
import type { LoggedPiece } from './logged.ts';
import { mad, median } from './robust.ts';

/** One coat of which somebody said how much it took: times as far as the sheet says a litre went. */
export type CoverageFact = { readonly product: string; readonly times: number };

/** How far a litre goes in this shop against the sheet: 0.8 is a fifth less. */
export type OwnCoverage = {
  readonly product: string;
  /** Of how many coats. */
  readonly n: number;
  readonly factor: number;
  /** By the sheet, and as the shop's own coats say. */
  readonly sheet_m2PerL: number;
  readonly own_m2PerL: number;
  /** Half of all coats lie between these factors. */
  readonly low: number;
  readonly high: number;
};

/** So many coats by the sheet stand against those of the log. */
const SHEET_WEIGHT = 5;
/** What goes this many times further, or less far, was a slip of the pen or a spill: it says nothing. */
const ABSURD = 3;
/** Fewer coats than these are an anecdote: shown, and not reckoned with. */
export const ENOUGH_COATS = 3;

/** Coats of which it was said how many litres they took, against their area and the sheet. */
export function coverageFacts(pieces: readonly LoggedPiece[], products: ReadonlyMap<string, Product>): CoverageFact[] {
  return pieces.flatMap(({ steps, zones }) =>
    steps.flatMap(({ route, state }): CoverageFact[] => {
      const product = products.get(route.product ?? '');
      const spread = product && sheetOf(product).spread_m2PerL;
      if (!spread || route.method === null || state.kind !== 'done' || !state.took?.isTold) return [];
      const area = zones.filter((z) => route.zones.includes(z.id)).reduce((n, z) => n + z.area_m2, 0);
      const book = paintFor(squareMetres(area), squareMetresPerLitre(spread), 1, LOSS[route.method]);
      return [{ product: product.id, times: (book * (route.thickness ?? 1)) / state.took.litres }];
    }),
  );
}

/** How far a litre of each product goes: (5 by the sheet + those of the log) / (5 + n), absurd ones left out. */
export function learnCoverage(facts: readonly CoverageFact[], products: ReadonlyMap<string, Product>): OwnCoverage[] {
  const groups = new Map<string, number[]>();
  for (const { product, times } of facts)
    if (times < ABSURD && times > 1 / ABSURD) groups.set(product, [...(groups.get(product) ?? []), times]);
  return [...groups].flatMap(([product, times]) => {
    const p = products.get(product);
    const sheet_m2PerL = p && sheetOf(p).spread_m2PerL;
    if (!sheet_m2PerL) return [];
    const factor = (SHEET_WEIGHT + times.reduce((a, b) => a + b, 0)) / (SHEET_WEIGHT + times.length);
    const middle = median(times);
    const spread = mad(times, middle);
    return [
      {
        product,
        n: times.length,
        factor,
        sheet_m2PerL,
        own_m2PerL: sheet_m2PerL * factor,
        low: middle - spread,
        high: middle + spread,
      },
    ];
  });
}
