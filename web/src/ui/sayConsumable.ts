import type { Consumable, Units } from '@app/core';

const FEET_IN_A_METRE = 3.28084;
const SQUARE_FEET_IN_A_SQUARE_METRE = 10.7639;

/** "4 × Abrasive P120", "Masking tape, 6 m": a count, or a length in the shop's units, rounded up. */
export function sayConsumable(
  { name, amount, unit }: Pick<Consumable, 'name' | 'amount' | 'unit'>,
  units: Units,
): string {
  switch (unit) {
    case 'pieces':
      return `${amount} × ${name}`;
    case 'metres':
      return `${name}, ${units === 'us' ? `${Math.ceil(amount * FEET_IN_A_METRE)} ft` : `${amount} m`}`;
    case 'm²':
      return `${name}, ${units === 'us' ? `${Math.ceil(amount * SQUARE_FEET_IN_A_SQUARE_METRE)} sq ft` : `${amount} m²`}`;
  }
}
