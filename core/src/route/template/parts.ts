import { type Dimensions, piecesOf, templateById } from './templates.ts';

/** Zones that are several parts alike, and the measurement that counts them. */
export const COUNTED_ZONES: Readonly<Record<string, string>> = {
  drawers: 'parts',
  fronts: 'parts',
  doors: 'parts',
  shelves: 'shelves',
  'shelf-backs': 'shelves',
};

/**
 * How many parts a step does one after the other: all pieces of a set, or the doors, drawers or shelves when it touches
 * nothing else. 1: it is one thing.
 */
export function partsOf(
  step: { readonly zones: readonly string[] },
  piece: { readonly template: string; readonly dimensions: Dimensions },
): number {
  const template = templateById.get(piece.template);
  if (!template) return 1;
  const pieces = piecesOf(template, piece.dimensions);
  if (pieces > 1) return pieces;
  const measures = new Set(step.zones.map((z) => COUNTED_ZONES[z]));
  const [only] = measures;
  const isCounted = measures.size === 1 && only !== undefined && template.measures.some((m) => m.key === only);
  return isCounted ? Math.max(1, Math.round(piece.dimensions[only] ?? 1)) : 1;
}
