import { HAIR_LITRES } from './film.ts';
import { litres, type Litres } from './units.ts';

/** Square metres one aerosol can seals in one coat. Common practice: 1 to 2, the lower end planned. */
export const AEROSOL_M2 = 1.2;

/** Aerosol cans for an area in some coats; at least one when there is anything to spray. */
export const aerosolsFor = (area_m2: number, coats: number): number => Math.ceil((area_m2 * coats) / AEROSOL_M2 - 1e-9);

/** One round of stripper takes one or two layers of paint. Common practice. */
export const stripperRounds = (layers: number): number => Math.max(1, Math.ceil(layers / 2));

/** What one size of can costs and holds. */
export type CanSize = { readonly litres: number; readonly cents: number };
export type CanChoice = {
  /** How many of each size, in the order given. */
  readonly counts: readonly number[];
  readonly cents: number;
  readonly litres: Litres;
};

/**
 * The cheapest cans that hold the need; among equals the least left over.
 * Searched through: few sizes, few cans. @throws {RangeError} when a can holds or costs nothing
 */
export function cheapestCans(need: Litres, sizes: readonly CanSize[]): CanChoice {
  if (sizes.length === 0) throw new RangeError('cans: give at least one size');
  if (sizes.some((size) => !(size.litres > 0 && size.cents > 0)))
    throw new RangeError('cans: each holds and costs something');
  const holds = (held: number) => held >= need - HAIR_LITRES;
  let best: CanChoice | null = null;
  const better = (c: CanChoice) => !best || c.cents < best.cents || (c.cents === best.cents && c.litres < best.litres);
  const walk = (i: number, counts: readonly number[], held: number, cents: number): void => {
    if (best && cents > best.cents) return;
    const size = sizes[i];
    if (holds(held)) {
      const choice = { counts: [...counts, ...sizes.slice(i).map(() => 0)], cents, litres: litres(held) };
      if (better(choice)) best = choice;
    } else if (size) {
      for (let n = 0; ; n++) {
        walk(i + 1, [...counts, n], held + n * size.litres, cents + n * size.cents);
        if (holds(held + n * size.litres)) break;
      }
    }
  };
  walk(0, [], 0, 0);
  return best!;
}
