import type { Chemistry, DryingLimits } from '../drying/dryingCurve.ts';

/** Points a film passes as it dries; which come in which order is checked by `productFaults`. */
export const STAGES = ['touch', 'handle', 'sand', 'recoat', 'topcoat', 'travel', 'use', 'cure'] as const;
export type Stage = (typeof STAGES)[number];

/** What a product is for; the route builder asks for one of these. */
export const FAMILIES = [
  'primer',
  'paint',
  'stain',
  'clear',
  'wax',
  'oil',
  'glaze',
  'adhesive',
  'glue',
  'filler',
  'wash',
  'stripper',
  'conditioner',
  'metallic',
] as const;
export type ProductFamily = (typeof FAMILIES)[number];

/** What carries it: decides what it may go over and what cleans it up. */
export const BASES = ['water', 'alcohol', 'oil', 'wax', 'lacquer', 'none'] as const;
export type Base = (typeof BASES)[number];

/** Something mixed before use, in parts by volume, product first. */
export type Mixing = {
  readonly with: string;
  readonly parts: readonly [number, number];
  readonly rest_minutes: number;
  /** How long the mix is good for. */
  readonly life_minutes: number;
};

/** What of a product's figures a shop's own log may put others in the place of. */
export type DataSheet = Pick<Product, 'stages_minutes' | 'recoatMax_minutes' | 'spread_m2PerL'>;

/** One generic class of product. Times are nominal minutes at 23 degC, 50 % humidity, thin film. */
export type Product = {
  readonly id: string;
  readonly name: string;
  readonly family: ProductFamily;
  readonly chemistry: Chemistry;
  readonly base: Base;
  readonly stages_minutes: Readonly<Record<Stage, number>>;
  /** Latest minute for the next coat without scuffing first; null: none known. */
  readonly recoatMax_minutes: number | null;
  /** Theoretical spreading rate of one coat in m2 per litre; null when it is not laid as a film. */
  readonly spread_m2PerL: number | null;
  /** Share of the wet film that stays, in per cent by volume; null when unknown. */
  readonly solids_pct: number | null;
  /** Work may begin, and the film may dry to handle, only inside these. Null: weather does not matter. */
  readonly limits: DryingLimits | null;
  /** Softens again under water: can be distressed wet, and lifts under a wet glaze unless sealed. */
  readonly reactivable: boolean;
  /** Needs no coat over it. */
  readonly ownSealer: boolean;
  readonly mixing: Mixing | null;
  /** What thins it and cleans it up, and how it burns. */
  readonly thinner: string;
  readonly flammability: string;
  /** The published range behind the default, in words. */
  readonly range: string;
  /** What its sheet says where the shop's own log has put other figures in its place; missing: the figures are the sheet's. */
  readonly sheet?: DataSheet | undefined;
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
  if (p.solids_pct !== null && !(p.solids_pct > 0 && p.solids_pct <= 100))
    faults.push(`${p.name}: volume solids ${p.solids_pct} %; enter a number above 0, at most 100`);
  if (p.recoatMax_minutes !== null && p.recoatMax_minutes <= s.recoat)
    faults.push(
      `${p.name}: the latest recoat (${p.recoatMax_minutes} min) is not after the earliest (${s.recoat} min)`,
    );
  if (p.mixing && !(p.mixing.parts[0] > 0 && p.mixing.parts[1] > 0))
    faults.push(`${p.name}: mixed ${p.mixing.parts.join(':')}; enter parts above 0`);
  return faults;
}
