import type { Chemistry, DryingLimits } from '../drying/dryingCurve.ts';

/** Points a film passes as it dries; which come in which order is checked by `productFaults`. */
export const STAGES = ['touch', 'handle', 'sand', 'recoat', 'topcoat', 'travel', 'use', 'cure'] as const;
export type Stage = (typeof STAGES)[number];

/** What a product is for; the route builder asks for one of these. */
export type ProductFamily =
  'primer' | 'paint' | 'stain' | 'clear' | 'wax' | 'glue' | 'filler' | 'wash' | 'stripper' | 'conditioner';

/** One generic class of product. Times are nominal minutes at 23 degC, 50 % humidity, thin film. */
export type Product = {
  readonly id: string;
  readonly name: string;
  readonly family: ProductFamily;
  readonly chemistry: Chemistry;
  readonly stages_minutes: Readonly<Record<Stage, number>>;
  /** Theoretical spreading rate of one coat in m2 per litre; null when it is not laid as a film. */
  readonly spread_m2PerL: number | null;
  /** Work may begin, and the film may dry to handle, only inside these. Null: weather does not matter. */
  readonly limits: DryingLimits | null;
  /** The published range behind the default, in words. */
  readonly range: string;
  /** What can hurt, standing beside each step that uses it. */
  readonly caution: string | null;
};

/**
 * What is impossible about a product's figures, in words; empty when nothing is.
 * Source: order of drying stages after ASTM D1640 as listed in the trade's data sheets.
 */
export function productFaults(p: Product): string[] {
  const s = p.stages_minutes;
  const faults: string[] = [];
  const after = (early: Stage, late: Stage) => {
    if (s[late] < s[early])
      faults.push(`${p.name}: "${late}" (${s[late]} min) comes before "${early}" (${s[early]} min)`);
  };
  after('touch', 'recoat');
  after('touch', 'sand');
  after('touch', 'handle');
  after('touch', 'topcoat');
  after('handle', 'travel');
  after('use', 'cure');
  for (const stage of STAGES)
    if (!Number.isFinite(s[stage]) || s[stage] < 0)
      faults.push(`${p.name}: "${stage}" is ${s[stage]}; enter minutes, 0 or more`);
  if (p.spread_m2PerL !== null && !(p.spread_m2PerL > 0))
    faults.push(`${p.name}: coverage ${p.spread_m2PerL} m2/L; enter a number above 0`);
  return faults;
}
