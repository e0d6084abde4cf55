import { differenceCiede2000, modeLab65, modeLrgb, modeRgb, modeXyz65, parseHex, useMode } from 'culori/fn';

useMode(modeRgb);
useMode(modeLrgb);
useMode(modeXyz65);
const toLab = useMode(modeLab65);

/** How a colour reads: lightness L* 0 (black) to 100 (white), chroma C*, hue in degrees (CIE 1976, D65). */
export type ColourReading = { readonly lightness: number; readonly chroma: number; readonly hue_deg: number };

/** Is this a colour such as `#3d5a45`? */
export const isHexColour = (text: string) => /^#[0-9a-f]{6}$/i.test(text);

/** @throws {RangeError} when `hex` is not six hexadecimal digits after a # */
export function readColour(hex: string): ColourReading {
  const rgb = isHexColour(hex) ? parseHex(hex) : undefined;
  if (!rgb) throw new RangeError(`colour: "${hex}" is not a colour like #3d5a45`);
  const { l, a, b } = toLab(rgb);
  const hue = (Math.atan2(b, a) * 180) / Math.PI;
  return { lightness: l, chroma: Math.hypot(a, b), hue_deg: (hue + 360) % 360 };
}

/** Pale enough that stains, red woods and knots show through it. Common practice, drawn at L* 72. */
export const isPale = (c: ColourReading) => c.lightness >= 72;

/** So white that it hides dark grounds badly, having hardly any pigment that darkens. Common practice, drawn at L* 88. */
export const isWhite = (c: ColourReading) => c.lightness >= 88;

/** Yellows and clean reds, whose pigments hide badly: they take more coats. Common practice. */
export const isSheer = (c: ColourReading) =>
  c.chroma >= 45 && (c.hue_deg <= 35 || (c.hue_deg >= 70 && c.hue_deg <= 108));

const difference = differenceCiede2000();
export type Lab = { readonly l: number; readonly a: number; readonly b: number };

/** How far apart two colours look: below 1 nobody sees it, above 5 anybody does. Source: CIEDE2000 (CIE 142). */
export const labDifference = (x: Lab, y: Lab): number => difference({ mode: 'lab65', ...x }, { mode: 'lab65', ...y });

/** The same from hex. @throws {RangeError} when one is no colour */
export function colourDifference(hexA: string, hexB: string): number {
  const [a, b] = [hexA, hexB].map((hex) => {
    const rgb = isHexColour(hex) ? parseHex(hex) : undefined;
    if (!rgb) throw new RangeError(`colour: "${hex}" is not a colour like #3d5a45`);
    return toLab(rgb);
  });
  return difference(a!, b!);
}

/** The one that looks most like a colour, if any looks like it at all. @param most largest difference still alike */
export function nearestTo<T extends { readonly hex: string }>(hex: string, list: readonly T[], most: number): T | null {
  const near = list
    .map((item) => ({ item, by: colourDifference(hex, item.hex) }))
    .sort((x, y) => x.by - y.by)
    .find((x) => x.by <= most);
  return near?.item ?? null;
}
