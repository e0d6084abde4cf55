/** Handles for some fronts. */
export type Fronts = {
  readonly fronts: number;
  readonly perFront: number;
  readonly onHand: number;
  readonly spare: number;
};

/** How many to buy: those counted, less those on hand, and the spare ones; never below 0. */
export const hardwareToBuy = ({ fronts, perFront, onHand, spare }: Fronts): number =>
  Math.max(0, fronts * perFront - onHand) + (fronts * perFront > onHand ? spare : 0);

export type HoleFit =
  | { readonly kind: 'fits' }
  /** New holes clear the old ones: fill the old, drill the new. */
  | { readonly kind: 'redrill'; readonly clear_mm: number }
  /** Old and new holes run into each other: plug with dowel, let it set, then drill. */
  | { readonly kind: 'plug'; readonly overlap_mm: number }
  /** The plate of the new handle hides the old holes. */
  | { readonly kind: 'covered' };

/**
 * Do new handles fit the old holes? Spacings are centre to centre, in millimetres, both handles on the same centre.
 * @param plate_mm length of the new handle's plate, 0 without one
 * @throws {RangeError} when a spacing is negative or a hole is not above 0
 * Source: geometry; half a millimetre of play is common practice
 */
export function holeFit(oldSpacing_mm: number, newSpacing_mm: number, hole_mm: number, plate_mm = 0): HoleFit {
  if (!(oldSpacing_mm >= 0 && newSpacing_mm >= 0)) throw new RangeError('hole spacing must be 0 mm or more');
  if (!(hole_mm > 0)) throw new RangeError(`hole: ${hole_mm} mm is not above 0`);
  const apart = Math.abs(newSpacing_mm - oldSpacing_mm) / 2;
  if (apart <= 0.5) return { kind: 'fits' };
  if (apart < hole_mm) return { kind: 'plug', overlap_mm: hole_mm - apart };
  if (plate_mm >= oldSpacing_mm + hole_mm) return { kind: 'covered' };
  return { kind: 'redrill', clear_mm: apart - hole_mm };
}

/** Where holes come on a front: its two or one holes, centred, as millimetres from the left edge. */
export function holesAt(front_mm: number, spacing_mm: number, perFront: number): number[] {
  if (!(front_mm > 0) || spacing_mm < 0) throw new RangeError('front must be above 0 mm, spacing 0 or more');
  const centres = Array.from({ length: perFront }, (_, i) => (front_mm * (2 * i + 1)) / (2 * perFront));
  const holes = centres.flatMap((c) => (spacing_mm === 0 ? [c] : [c - spacing_mm / 2, c + spacing_mm / 2]));
  if (holes.some((h) => h < 0 || h > front_mm)) throw new RangeError('the handles are wider than the front');
  return holes;
}
