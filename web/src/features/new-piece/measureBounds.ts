import type { Measure, Units } from '@app/core';
import { fromTyped, lengthUnit, toTyped } from '../../ui/amounts.ts';

/** What may be entered for a measurement, in the shop's units: `10 to 350 cm`. */
export const boundsOf = (m: Measure, units: Units): string =>
  m.kind === 'length'
    ? `${typedWithin(m, m.min, units)} to ${typedWithin(m, m.max, units)} ${lengthUnit(units)}`
    : `${m.min} to ${m.max}, a whole number`;

/** A limit to the tenth as it is typed, rounded so that it can be entered. */
function typedWithin({ min, max }: Measure, limit_m: number, units: Units): number {
  const typed = toTyped(limit_m, units);
  const tenths = [0, 1, -1].map((n) => Math.round(typed * 10 + n) / 10);
  return tenths.find((t) => fromTyped(t, units) >= min && fromTyped(t, units) <= max) ?? typed;
}
