import type { Plan } from '../planner/model/model.ts';
import type { Instant } from '../quantities/units.ts';
import { catalogueOf } from '../products/library.ts';
import { takenOf } from '../products/portions.ts';
import type { Product } from '../products/product.ts';
import type { RouteStep } from '../route/piece.ts';
import type { Made } from './cup.ts';
import type { ShopPiece } from './workshop.ts';

/** One can or mix on the shelf: a colour in a product, and what is left of it. */
export type ShelfPaint = {
  readonly id: string;
  readonly name: string;
  readonly hex: string;
  readonly product: string;
  readonly on_hand_litres: number;
  /** What one can holds and costs, and how many days a new one takes to come; null: not known. */
  readonly can_litres: number | null;
  readonly can_cents: number | null;
  readonly lead_days: number | null;
  /** Cans on their way. */
  readonly deliveries?: readonly Delivery[] | undefined;
  /** How it was mixed here; missing or null: it was bought. */
  readonly made?: Made | null | undefined;
};
export type Delivery = { readonly at: Instant; readonly litres: number };
export type Demand = {
  readonly paint: ShelfPaint;
  /** What the coats still to come take, losses included. */
  readonly needed_litres: number;
  /** The coat that will find too little in the can; null when there is enough. */
  readonly short: {
    readonly piece: string;
    readonly step: string;
    readonly at: Instant;
    readonly litres: number;
  } | null;
};

type Shelf = { readonly paints: readonly ShelfPaint[]; readonly products: readonly Product[] };
type Coat = Pick<RouteStep, 'product' | 'colour'>;

const isOf = (paint: ShelfPaint, { product, colour }: Coat): boolean =>
  paint.product === product && paint.hex.toLowerCase() === colour?.toLowerCase();

/** Colour a product is tinted to for a coat; null: it comes as it is (primer, clear, wax, oil). */
export const tintOf = ({ coat, colour }: Pick<RouteStep, 'coat' | 'colour'>): string | null =>
  coat === 'paint' || coat === 'glaze' || coat === 'stain' ? colour : null;

/** The can or mix on the shelf that a coat is taken from. */
export const canFor = (paints: readonly ShelfPaint[], coat: Coat): ShelfPaint | undefined =>
  paints.find((p) => isOf(p, coat));

/** What the planned coats will take from each paint on the shelf, in the order they are planned. */
export function shelfDemand(shelf: Shelf, pieces: readonly ShopPiece[], plan: Plan): Demand[] {
  const products = catalogueOf(shelf.products);
  const coats = pieces
    .filter((p) => p.active)
    .flatMap((p) =>
      p.steps
        .filter((s) => s.state.kind !== 'done' && plan.steps[s.id])
        .map((s) => ({ piece: p.id, step: s, at: plan.steps[s.id]!.start })),
    )
    .sort((a, b) => a.at - b.at);
  return shelf.paints.map((paint) => {
    let needed_litres = 0;
    let short: Demand['short'] = null;
    for (const { piece, step, at } of coats) {
      if (!isOf(paint, step)) continue;
      needed_litres += takenOf(step, products.get(step.product!));
      const missing = needed_litres - thereBy(paint, at);
      if (missing > 0 && !short) short = { piece, step: step.id, at, litres: missing };
    }
    const litres = needed_litres - thereBy(paint, Infinity);
    return { paint, needed_litres, short: short && { ...short, litres: Math.max(short.litres, litres) } };
  });
}

/** On the shelf now, and what comes by then. */
function thereBy(paint: ShelfPaint, at: Instant): number {
  // A mix that is dead by then is as good as none.
  const alive = paint.made?.alive_until ?? Number.POSITIVE_INFINITY;
  const here = at <= alive || at === Number.POSITIVE_INFINITY ? paint.on_hand_litres : 0;
  return (paint.deliveries ?? []).reduce((n, d) => n + (d.at <= at ? d.litres : 0), here);
}
