// oxlint-disable-next-line typescript/triple-slash-reference -- the package has no types, and whoever reads this file needs them
/// <reference path="./spectral.d.ts" />
import spectral from 'spectral.js';
import { colourDifference, isHexColour } from './colour.ts';

/** A paint in a mix: its colour and how much of it, in any one unit. */
export type MixedPart = { readonly hex: string; readonly amount: number };

/**
 * Colour of paints stirred together, by the theory of Kubelka and Munk on colours of which only the look is known. Near, and
 * never exact: pigments of one look mix differently. What is clear (water) is left out.
 * @throws {RangeError} when nothing is in it, or a colour is none
 */
export function mixedColour(parts: readonly MixedPart[]): string {
  const used = parts.filter((p) => p.amount > 0);
  const strange = used.find((p) => !isHexColour(p.hex));
  if (strange) throw new RangeError(`colour: "${strange.hex}" is not a colour like #3d5a45`);
  if (used.length === 0) throw new RangeError('a cup of nothing has no colour');
  if (used.length === 1) return used[0]!.hex.toLowerCase();
  return spectral
    .mix(...used.map((p) => [new spectral.Color(p.hex), p.amount] as const))
    .toString()
    .toLowerCase();
}

/** A way to come near a colour from what there is: whole parts of each paint. */
export type NearMix<T> = {
  readonly parts: readonly { readonly paint: T; readonly parts: number }[];
  readonly hex: string;
  /** CIEDE2000; below 1 nobody sees it, above 5 anybody does. */
  readonly difference: number;
};

/** Parts that can be poured by eye. */
const RATIOS: readonly (readonly [number, number])[] = [
  [1, 1],
  [2, 1],
  [1, 2],
  [3, 1],
  [1, 3],
  [4, 1],
  [1, 4],
  [8, 1],
  [1, 8],
];
/** Three paints are looked at only from the best pairs, a little or as much of the third. */
const PAIRS_TRIED = 12;
const THIRDS = [1, 0.5, 0.25];
/** A third paint must bring the colour this much nearer to be worth its cup. */
const WORTH = 0.8;

/**
 * The mixes of at most three of these paints that come nearest to a colour, the nearest first; simpler ones before those
 * that are hardly nearer.
 * @throws {RangeError} when a colour is none
 */
export function mixesNear<T extends { readonly hex: string }>(
  target: string,
  paints: readonly T[],
  most = 5,
): NearMix<T>[] {
  const mixOf = (parts: NearMix<T>['parts']): NearMix<T> => {
    const hex = mixedColour(parts.map((p) => ({ hex: p.paint.hex, amount: p.parts })));
    return { parts, hex, difference: colourDifference(target, hex) };
  };
  const singles = paints.map((paint) => mixOf([{ paint, parts: 1 }]));
  const pairs = paints.flatMap((a, i) =>
    paints.slice(i + 1).flatMap((b) =>
      RATIOS.map(([x, y]) =>
        mixOf([
          { paint: a, parts: x },
          { paint: b, parts: y },
        ]),
      ),
    ),
  );
  const best = pairs.toSorted(byDifference).slice(0, PAIRS_TRIED);
  const triples = best.flatMap((pair) =>
    paints
      .filter((p) => !pair.parts.some((x) => x.paint === p))
      .flatMap((paint) => THIRDS.map((parts) => mixOf(wholeParts([...pair.parts, { paint, parts }])))),
  );
  const order = (m: NearMix<T>) => m.difference + (m.parts.length - 1) * WORTH;
  const found = [...singles, ...pairs, ...triples].sort((a, b) => order(a) - order(b));
  return firstOfEach(found, most);
}

const byDifference = <T>(a: NearMix<T>, b: NearMix<T>) => a.difference - b.difference;

/** Quarters and halves of a part are no parts to pour by: all are multiplied until they are whole. */
function wholeParts<T>(parts: NearMix<T>['parts']): NearMix<T>['parts'] {
  const by = [1, 2, 4].find((n) => parts.every((p) => Number.isInteger(p.parts * n))) ?? 1;
  return parts.map((p) => ({ ...p, parts: p.parts * by }));
}

/** One mix of each set of paints: the best of them. */
function firstOfEach<T>(found: readonly NearMix<T>[], most: number): NearMix<T>[] {
  const shown: NearMix<T>[] = [];
  for (const m of found) {
    if (shown.length === most) break;
    const isKnown = shown.some(
      (s) => s.parts.length === m.parts.length && s.parts.every((p) => m.parts.some((x) => x.paint === p.paint)),
    );
    if (!isKnown) shown.push(m);
  }
  return shown;
}
