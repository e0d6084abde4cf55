import { modeLab65, modeLrgb, modeRgb, modeXyz65, parseHex, useMode } from 'culori/fn';

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

/** Yellows and clean reds, whose pigments hide badly: they take more coats. Common practice. */
export const isSheer = (c: ColourReading) =>
  c.chroma >= 45 && (c.hue_deg <= 35 || (c.hue_deg >= 70 && c.hue_deg <= 108));
