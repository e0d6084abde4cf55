import { type Litres, litres } from './units.ts';

const between = (n: number, low: number, high: number, what: string) => {
  if (!(n > low && n <= high)) throw new RangeError(`${what}: ${n} is not above ${low} and at most ${high}`);
};

/**
 * Dry film from the wet film gauge, in micrometres.
 * @param volumeSolids_pct above 0, at most 100
 * @param thinned share of the paint's volume added as thinner, 0 or more
 * @throws {RangeError} for figures out of range
 * Source: ISO 23811, ASTM D2697
 */
export function dryFilm_um(wetFilm_um: number, volumeSolids_pct: number, thinned = 0): number {
  between(volumeSolids_pct, 0, 100, 'volume solids');
  if (!(wetFilm_um >= 0 && thinned >= 0)) throw new RangeError('wet film and thinning must be 0 or more');
  return (wetFilm_um * volumeSolids_pct) / 100 / (1 + thinned);
}

/** Wet film needed for a wanted dry film; the inverse of `dryFilm_um`. @throws {RangeError} for figures out of range */
export function wetFilmFor_um(dry_um: number, volumeSolids_pct: number, thinned = 0): number {
  between(volumeSolids_pct, 0, 100, 'volume solids');
  if (!(dry_um >= 0 && thinned >= 0)) throw new RangeError('dry film and thinning must be 0 or more');
  return (dry_um * (1 + thinned) * 100) / volumeSolids_pct;
}

/** Wet film in micrometres when a volume is spread evenly over an area: 1 L over 1 m2 is 1000 um. */
export function wetFilmFrom_um(volume_litres: number, area_m2: number): number {
  between(area_m2, 0, 10_000, 'area');
  if (!(volume_litres >= 0)) throw new RangeError(`volume: ${volume_litres} is not 0 or more`);
  return (volume_litres / area_m2) * 1000;
}

/**
 * A batch split by parts, e.g. 3:1.
 * @throws {RangeError} when a part is negative or all are 0
 */
export function byParts(batch: Litres, parts: readonly number[]): Litres[] {
  const sum = parts.reduce((a, b) => a + b, 0);
  if (!(sum > 0) || parts.some((p) => !(p >= 0))) throw new RangeError('parts must be 0 or more and not all 0');
  return parts.map((p) => litres((batch * p) / sum));
}

/** A need so little above what a can holds is rounding, and must not buy another can. */
export const HAIR_LITRES = 1e-6;

/** Fewest cans that hold the need, and what is left over. Never rounded down. @throws {RangeError} when a can holds nothing */
export function cansFor(need: Litres, can_litres: number): { readonly cans: number; readonly left_litres: number } {
  between(can_litres, 0, 1000, 'can');
  const cans = Math.max(0, Math.ceil((need - HAIR_LITRES) / can_litres));
  return { cans, left_litres: Math.max(0, cans * can_litres - need) };
}
