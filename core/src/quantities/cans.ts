import { HAIR_LITRES } from './film.ts';
import { litres, type Litres } from './units.ts';

/** Square metres one aerosol can seals in one coat. Common practice: 1 to 2, the lower end planned. */
export const AEROSOL_M2 = 1.2;

/** Aerosol cans for an area in some coats; at least one when there is anything to spray. */
export const aerosolsFor = (area_m2: number, coats: number): number => Math.ceil((area_m2 * coats) / AEROSOL_M2 - 1e-9);

/** One round of stripper takes one or two layers of paint. Common practice. */
export const stripperRounds = (layers: number): number => Math.max(1, Math.ceil(layers / 2));

/** Cans cost whole cents: sums that differ by less differ by rounding. */
const HAIR_CENTS = 0.5;

/** What one size of can costs and holds. */
export type CanSize = { readonly litres: number; readonly cents: number };
export type CanChoice = {
  /** How many of each size, in the order given. */
  readonly counts: readonly number[];
  readonly cents: number;
  readonly litres: Litres;
};

/**
 * The cheapest cans that hold the need; among equals the least left over. What is still to be held costs at least what it does
 * by the litre in the cheapest of the sizes left, so that most choices are never looked at; nor is what holds as much as another
 * choice of the same sizes for no less.
 * @throws {RangeError} when a can holds or costs nothing
 * Field terms: branch and bound with dominance
 */
export function cheapestCans(need: Litres, sizes: readonly CanSize[]): CanChoice {
  if (sizes.length === 0) throw new RangeError('cans: give at least one size');
  if (sizes.some((size) => !(size.litres > 0 && size.cents > 0)))
    throw new RangeError('cans: each holds and costs something');
  const byTheLitre = sizes.map((_, i) => Math.min(...sizes.slice(i).map((s) => s.cents / s.litres)));
  /** By size: cents of what has been looked at up to it, by how many hairs of a litre it holds. */
  const seen = sizes.map(() => new Map<number, number>());
  const isDominated = (i: number, held: number, cents: number) => {
    const hairs = Math.round(held / HAIR_LITRES);
    if ((seen[i]!.get(hairs) ?? Infinity) <= cents) return true;
    seen[i]!.set(hairs, cents);
    return false;
  };
  let best: CanChoice | null = null;
  const isWorse = (cents: number, held: number) =>
    best !== null &&
    (cents > best.cents + HAIR_CENTS || (cents > best.cents - HAIR_CENTS && held > best.litres - HAIR_LITRES));
  const walk = (i: number, counts: readonly number[], held: number, cents: number): void => {
    const left = need - held;
    if (left <= HAIR_LITRES) {
      if (!isWorse(cents, held))
        best = { counts: [...counts, ...sizes.slice(i).map(() => 0)], cents, litres: litres(held) };
      return;
    }
    const size = sizes[i];
    if (!size || isDominated(i, held, cents)) return;
    const most = Math.ceil((left - HAIR_LITRES) / size.litres);
    for (let n = i === sizes.length - 1 ? most : 0; n <= most; n++) {
      const [more, paid] = [held + n * size.litres, cents + n * size.cents];
      if (!isWorse(paid + Math.max(0, need - HAIR_LITRES - more) * byTheLitre[i]!, Math.max(need, more)))
        walk(i + 1, [...counts, n], more, paid);
    }
  };
  walk(0, [], 0, 0);
  return best!;
}
