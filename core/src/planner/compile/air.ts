import type { Climate } from '../../climate/climate.ts';
import {
  type Chemistry,
  type DryingCurve,
  type DryingLimits,
  dryAt,
  dryByTheClock,
  dryingCurve,
} from '../../drying/dryingCurve.ts';
import { type Product, STAGES, type Stage } from '../../products/product.ts';
import type { Instant } from '../../quantities/units.ts';
import type { Problem } from '../model/model.ts';

/** A product drying in one or several climates at once. */
type Drying = {
  /** When a film laid at `end` reaches a stage where it is slowest; Infinity when the known climate ends first. */
  to(stage: Stage, end: Instant): Instant;
  /** All stages; those past the known climate are left out. */
  stages(end: Instant): Partial<Record<Stage, Instant>>;
};
/** Drying as the planner asks about it; each curve is worked out once and kept. */
export type Air = (climates: readonly string[], product: Product, thickness: number) => Drying;

const NO_LIMITS: DryingLimits = { minTemperature_c: 0, maxHumidity_pct: 100 };

export function airOf(problem: Problem): Air {
  const known = new Map<string, DryingCurve>();
  const curveOf = (climate: string, chemistry: Exclude<Chemistry, 'clock'>, limits: DryingLimits) => {
    const key = `${climate}|${chemistry}|${limits.minTemperature_c}|${limits.maxHumidity_pct}`;
    let c = known.get(key);
    if (!c) known.set(key, (c = dryingCurve(problem.climates[climate]!, chemistry, limits)));
    return c;
  };
  return (climates, p, thickness) => {
    const { chemistry } = p;
    let curves: DryingCurve[] | null = null;
    const to: Drying['to'] = (stage, end) => {
      const nominal = p.stages_minutes[stage];
      if (chemistry === 'clock') return dryByTheClock(nominal, end);
      curves ??= climates.map((c) => curveOf(c, chemistry, p.limits ?? NO_LIMITS));
      let at = end;
      for (const c of curves) at = Math.max(at, dryAt(c, chemistry, nominal, end, thickness));
      return at;
    };
    const stages: Drying['stages'] = (end) => {
      const dry: Partial<Record<Stage, Instant>> = {};
      for (const stage of STAGES) {
        const at = to(stage, end);
        if (at !== Number.POSITIVE_INFINITY) dry[stage] = at;
      }
      return dry;
    };
    return { to, stages };
  };
}

/** Whether an hour of a climate keeps the limits. */
export const keepsLimits = (air: Climate, hour: number, limits: DryingLimits): boolean =>
  air.temperature_c[hour]! >= limits.minTemperature_c && air.humidity_pct[hour]! <= limits.maxHumidity_pct;
