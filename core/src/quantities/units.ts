declare const unit: unique symbol;
/** A number that carries its unit in its type, so that litres never pass for square metres. */
export type Quantity<U extends string> = number & { readonly [unit]: U };
export type SquareMetres = Quantity<'m2'>;
export type Litres = Quantity<'L'>;
export type SquareMetresPerLitre = Quantity<'m2/L'>;
/** Whole minutes since 1970-01-01T00:00Z. Plain number: it is compared and added everywhere. */
export type Instant = number;

/** @throws {RangeError} when `n` is negative or not finite. */
export const squareMetres = (n: number) => nonNegative(n, 'squareMetres') as SquareMetres;
/** @throws {RangeError} when `n` is negative or not finite. */
export const litres = (n: number) => nonNegative(n, 'litres') as Litres;
/** @throws {RangeError} when `n` is not above zero: a paint that covers nothing is a typing error. */
export function squareMetresPerLitre(n: number): SquareMetresPerLitre {
  if (!Number.isFinite(n) || n <= 0) throw new RangeError(`squareMetresPerLitre: ${n} is not a finite number > 0`);
  return n as SquareMetresPerLitre;
}

function nonNegative(n: number, what: string): number {
  if (!Number.isFinite(n) || n < 0) throw new RangeError(`${what}: ${n} is not a finite number >= 0`);
  return n;
}
