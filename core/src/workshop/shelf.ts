import type { Plan } from '../planner/model/model.ts';
import type { Instant } from '../quantities/units.ts';
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

/** What the planned coats will take from each paint on the shelf, in the order they are planned. */
export function shelfDemand(paints: readonly ShelfPaint[], pieces: readonly ShopPiece[], plan: Plan): Demand[] {
  const coats = pieces
    .filter((p) => p.active)
    .flatMap((p) =>
      p.steps
        .filter((s) => s.state.kind !== 'done' && plan.steps[s.id])
        .map((s) => ({ piece: p.id, step: s, at: plan.steps[s.id]!.start })),
    )
    .sort((a, b) => a.at - b.at);
  return paints.map((paint) => {
    let needed_litres = 0;
    let short: Demand['short'] = null;
    for (const { piece, step, at } of coats) {
      if (step.product !== paint.product || step.colour?.toLowerCase() !== paint.hex.toLowerCase()) continue;
      needed_litres += step.litres;
      const missing = needed_litres - thereBy(paint, at);
      if (missing > 0 && !short) short = { piece, step: step.id, at, litres: missing };
    }
    const litres = needed_litres - thereBy(paint, Infinity);
    return { paint, needed_litres, short: short && { ...short, litres: Math.max(short.litres, litres) } };
  });
}

/** On the shelf now, and what comes by then. */
const thereBy = (paint: ShelfPaint, at: Instant): number =>
  (paint.deliveries ?? []).reduce((n, d) => n + (d.at <= at ? d.litres : 0), paint.on_hand_litres);
