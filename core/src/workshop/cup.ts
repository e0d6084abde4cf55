import { mixedColour } from '../colour/mixing.ts';
import type { Instant } from '../quantities/units.ts';
import type { ShelfPaint } from './shelf.ts';

/** How a cup was mixed: from which cans how much, and what thins it. */
export type Made = {
  readonly at: Instant;
  /** Null: it keeps like any paint. */
  readonly alive_until: Instant | null;
  readonly water_litres: number;
  readonly parts: readonly CupPart[];
  /** Where it stands, in words. */
  readonly stands: string;
  /** Its photo, by its id. */
  readonly photo?: string | null | undefined;
};
export type CupPart = {
  /** The can on the shelf it was taken from; null: something that is not kept there. */
  readonly paint: string | null;
  readonly name: string;
  readonly litres: number;
};

/** More water than this and it is no paint any more: what a strong wash takes. Common practice. */
export const MOST_WATER = 0.8;

export const cupLitres = ({ parts, water_litres }: Pick<Made, 'parts' | 'water_litres'>): number =>
  parts.reduce((n, p) => n + p.litres, 0) + water_litres;

/** What cannot be of a cup, in words; null: nothing. */
export function cupFault({ parts, water_litres }: Pick<Made, 'parts' | 'water_litres'>): string | null {
  const paint = parts.reduce((n, p) => n + p.litres, 0);
  if (!(paint > 0)) return 'A cup of nothing: pour some paint in first.';
  if (water_litres / (paint + water_litres) > MOST_WATER)
    return `Water is at most ${MOST_WATER * 100} % of a cup; this is no paint any more.`;
  return null;
}

/** Colour of a cup by the colours of its cans; null: none of them is on the shelf. Near, never exact. */
export function cupColour(parts: readonly CupPart[], paints: readonly ShelfPaint[]): string | null {
  const known = parts.flatMap((p) => {
    const can = paints.find((x) => x.id === p.paint);
    return can && p.litres > 0 ? [{ hex: can.hex, amount: p.litres }] : [];
  });
  return known.length === 0 ? null : mixedColour(known);
}

/** A hair of rounding is no lack. */
const HAIR_LITRES = 0.0005;

/** Of which cans there is too little for these parts, and by how much. */
export function cupLacks(
  parts: readonly CupPart[],
  paints: readonly ShelfPaint[],
): { readonly paint: ShelfPaint; readonly litres: number }[] {
  return paints.flatMap((paint) => {
    const wanted = parts.filter((p) => p.paint === paint.id).reduce((n, p) => n + p.litres, 0);
    const litres = wanted - paint.on_hand_litres;
    return litres > HAIR_LITRES ? [{ paint, litres }] : [];
  });
}

/** The same mix for another amount. @throws {RangeError} for a cup of nothing */
export function remade(
  made: Pick<Made, 'parts' | 'water_litres'>,
  wanted_litres: number,
): Pick<Made, 'parts' | 'water_litres'> {
  const whole = cupLitres(made);
  if (!(whole > 0)) throw new RangeError('a cup of nothing cannot be made again');
  const by = wanted_litres / whole;
  return {
    parts: made.parts.map((p) => ({ ...p, litres: p.litres * by })),
    water_litres: made.water_litres * by,
  };
}
