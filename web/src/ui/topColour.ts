import type { Brief } from '@app/core';

/** Oiled, waxed, clear and kept tops show their own wood. */
const WOOD_HEX = '#b98d5a';

/** What colour the top is seen in, or null when it is the same as the rest. */
export function topColour({ top }: Brief): { readonly name: string; readonly hex: string } | null {
  switch (top.kind) {
    case 'same':
      return null;
    case 'oil':
      return { name: 'oiled wood', hex: WOOD_HEX };
    case 'wax':
      return { name: 'waxed wood', hex: WOOD_HEX };
    case 'clear':
      return { name: 'clear wood', hex: WOOD_HEX };
    case 'keep':
      return { name: 'as it is', hex: WOOD_HEX };
    default:
      return top.colour;
  }
}
