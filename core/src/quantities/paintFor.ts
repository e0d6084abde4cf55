import { type Litres, type SquareMetres, type SquareMetresPerLitre, litres, squareMetresPerLitre } from './units.ts';

/**
 * Paint for `coats` coats over `area`.
 *
 * @param spread theoretical spreading rate of one coat (data sheet)
 * @param loss share of the paint that never reaches the piece (tray, brush, overspray), 0 <= loss < 1.
 *   The rate is divided by what arrives; adding the loss instead would give too little (20 % of 10 L is 12.5 L, not 12).
 * @throws {RangeError} when loss or coats are out of range
 * Source: practical spreading rate, ISO 23811
 */
export function paintFor(area: SquareMetres, spread: SquareMetresPerLitre, coats: number, loss: number): Litres {
  if (!(loss >= 0 && loss < 1)) throw new RangeError(`loss: ${loss} is not in 0 <= loss < 1`);
  if (!Number.isInteger(coats) || coats < 0) throw new RangeError(`coats: ${coats} is not a whole number >= 0`);
  return litres((area * coats) / (spread * (1 - loss)));
}

/**
 * Theoretical spreading rate from volume solids (per cent) and dry film (micrometres): 1 L covers 1000 m2 at 1 um.
 * @throws {RangeError} when a value is not above zero
 * Source: ISO 23811
 */
export function spreadingRate(volumeSolids_pct: number, dryFilm_um: number): SquareMetresPerLitre {
  return squareMetresPerLitre((10 * volumeSolids_pct) / dryFilm_um);
}
