import type { Product } from '../products/product.ts';
import type { ZoneFinish } from '../route/finish.ts';
import type { RouteStep, Zone } from '../route/piece.ts';
import type { ZoneCondition } from '../route/survey.ts';
import { lagsFrom } from './lags.ts';
import { SURFACE_NEEDS, type Visit } from './needs.ts';
import { atTheEnd } from './atTheEnd.ts';
import { after } from './play.ts';
import { arrived, type Surface } from './surface.ts';

/** One need that is not met: which step (null: the finished piece), on which zone, and why. */
export type RouteFault = {
  readonly step: string | null;
  readonly zone: string;
  readonly need: string;
  readonly words: string;
};

/** What is known of a zone before the first step. */
export type ZoneStart = {
  readonly zone: Zone;
  readonly condition: ZoneCondition;
  readonly finish: ZoneFinish;
};
export type LeadStart = Surface['lead'];

/**
 * Plays a route over the surfaces of its zones, step by step, and names every step that meets a surface it must not
 * meet. It shares with the builder only the words for what a step does, and knows nothing of the rules.
 * Cost: O(steps * zones + wetting steps * links).
 */
export function checkRoute(
  steps: readonly RouteStep[],
  starts: readonly ZoneStart[],
  lead: LeadStart,
  products: ReadonlyMap<string, Product>,
): RouteFault[] {
  const lags = new Map<string, ReadonlyMap<string, number>>();
  const byKey = new Map(steps.map((s) => [s.key, s]));
  const lag = (from: string, to: string): number | null => {
    const known = lags.get(from) ?? lagsFrom(byKey.get(from)!, steps, products);
    lags.set(from, known);
    return known.get(to) ?? null;
  };
  const isMixedFor = (step: RouteStep): boolean =>
    steps.slice(0, steps.indexOf(step)).some((s) => s.mixes !== undefined && s.mixes === step.product);
  const faults: RouteFault[] = [];
  for (const start of starts) {
    const { zone } = start;
    let surface = arrived(start.condition, lead);
    for (const step of steps) {
      if (!step.zones.includes(zone.id)) continue;
      const product = step.product === null ? null : (products.get(step.product) ?? null);
      const wet = surface.wet?.by ?? null;
      const visit: Visit = {
        step,
        product,
        surface,
        sinceWet_minutes: wet === null ? null : lag(wet, step.key),
        worksOnWet:
          wet !== null && step.after.some((l) => l.step === wet && l.max_minutes !== null && l.from === 'end'),
        isMixed: product?.mixing != null && isMixedFor(step),
      };
      for (const need of SURFACE_NEEDS)
        if (need.unmet(visit)) faults.push({ step: step.key, zone: zone.id, need: need.id, words: need.words });
      surface = after(surface, step, product);
    }
    faults.push(...atTheEnd(zone, start.finish, surface));
  }
  return faults;
}
