import { colourDifference, isPale, isSheer, isWhite, readColour } from '../../colour/colour.ts';
import { type Hides, hidesKey } from '../piece.ts';
import type { Finish, Wood } from '../survey.ts';
import type { Facts } from '../build/facts.ts';

/** What an ordinary ground looks like. Common practice, drawn as middle values. */
const FINISH_HEX: Partial<Record<Finish, string>> = {
  varnish: '#7a5230',
  oil: '#8a6a45',
  wax: '#a8845a',
  'pale-paint': '#e6e0d2',
  'dark-paint': '#3c3b39',
  aerosol: '#8a8a88',
  foil: '#d8d3c8',
};
const WOOD_HEX: Record<Wood, string> = {
  softwood: '#d9b98a',
  hardwood: '#9a7247',
  'red-wood': '#7a3b26',
  veneer: '#8f6a42',
  laminate: '#d8d3c8',
  mdf: '#b59a78',
  metal: '#7d8084',
  glass: '#d5dcdc',
  cane: '#cdb27c',
  cloth: '#cfc8bb',
  stone: '#c9c6bf',
};
const PRIMER_HEX = '#e6e3da';
const TINTED_HEX = '#8d9296';

/** A difference nobody sees at arm's length. Source: CIEDE2000, common practice for paint: 2 to 3. */
const UNSEEN = 3;
/** Share of the contrast that one coat leaves, by how well the pigments hide. From memory, fitted to the trade's counts. */
const LEFT_BY_COAT = { sheer: 0.5, white: 0.38, pale: 0.3, strong: 0.2 } as const;
const MOST = 5;

export type Hiding = { readonly coats: number; readonly contrast: number; readonly ground: string };

/**
 * How many coats hide a ground: each leaves a share of the contrast (CIEDE2000) between colour and ground, and what is
 * left has to be below what is seen. At least two.
 */
export function coatsToHide(hex: string, ground: string): { readonly coats: number; readonly contrast: number } {
  const contrast = colourDifference(hex, ground);
  const left = LEFT_BY_COAT[hidingColour(hex)];
  const needed = contrast <= UNSEEN ? 1 : Math.ceil(Math.log(UNSEEN / contrast) / Math.log(left));
  return { coats: Math.min(MOST, Math.max(2, needed)), contrast };
}

function hidingColour(hex: string): Hides['colour'] {
  const colour = readColour(hex);
  if (isSheer(colour)) return 'sheer';
  if (isWhite(colour)) return 'white';
  return isPale(colour) ? 'pale' : 'strong';
}

/** The colour the first coat of paint of a part meets. */
function groundHex(f: Facts): string {
  const primer = f.chosen.primer?.value;
  if (primer && primer.coats > 0 && primer.product !== 'shellac-sealer') return f.chosen.tint ? TINTED_HEX : PRIMER_HEX;
  return unprimedHex(f);
}
const unprimedHex = (f: Facts) => FINISH_HEX[f.finishNow] ?? WOOD_HEX[f.part.condition.wood];

export function hiding(f: Facts): Hiding {
  const ground = groundHex(f);
  return { ...coatsToHide(f.hex, ground), ground };
}

/** Below this lightness a ground is dark, from that one on it is pale. CIE L*, common practice. */
const DARK_BELOW = 45;
const PALE_FROM = 72;

/** What the coats of paint on a part have to hide, and how many the book gives it. */
export function hidesOf(f: Facts): Hides {
  const { lightness } = readColour(unprimedHex(f));
  const primer = f.chosen.primer?.value;
  return {
    paint: f.paint.id,
    colour: hidingColour(f.hex),
    ground: lightness < DARK_BELOW ? 'dark' : lightness < PALE_FROM ? 'middling' : 'pale',
    primer: primer && primer.coats > 0 ? primer.product : null,
    coats: coatsByTheBook(f),
  };
}

/** Sprayed coats are thin. */
const LEAST_SPRAYED = 3;
export const coatsByTheBook = (f: Facts): number => Math.max(f.sprays ? LEAST_SPRAYED : 0, hiding(f).coats);

/** How many coats it takes in this shop by its own log, where that is planned with. */
export const ownCoatsOf = (f: Facts): number | undefined => f.input.means.ownCoats?.[hidesKey(hidesOf(f))];

/** "Yellow over white primer: contrast 41, 4 coats until nothing shows." */
export function sayHiding(f: Facts): string {
  const { coats, contrast } = hiding(f);
  const primer = f.chosen.primer?.value;
  const on = primer && primer.coats > 0 ? (f.chosen.tint ? 'grey primer' : 'primer') : 'this ground';
  return `${f.colourName} over ${on}: contrast ${Math.round(contrast)}, so ${coats} coats until nothing shows through.`;
}
