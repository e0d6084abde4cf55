import { type Product, type DataSheet, STAGES, type Stage } from './product.ts';

/** A product's figures by its sheet, whatever is planned with. */
export const sheetOf = (p: Product): DataSheet => p.sheet ?? figuresOf(p);

const figuresOf = ({ stages_minutes, recoatMax_minutes, spread_m2PerL }: Product): DataSheet => ({
  stages_minutes,
  recoatMax_minutes,
  spread_m2PerL,
});

/** What hands find out; the rest of its drying is never taken to be quicker than the sheet says. */
const FELT: readonly Stage[] = ['touch', 'handle', 'sand', 'recoat', 'topcoat'];

/**
 * A product that dries so many times as long as its sheet says. Its recoat window closes as long after it opens as before.
 * @param factor above 0; below 1 only what hands find out gets quicker
 */
export function dryingTimes(p: Product, factor: number): Product {
  const sheet = sheetOf(p);
  const scaled = STAGES.map((s) => {
    const minutes = sheet.stages_minutes[s];
    return [s, factor < 1 && !FELT.includes(s) ? minutes : Math.ceil(minutes * factor)] as const;
  });
  const stages_minutes = Object.fromEntries(scaled) as Record<Stage, number>;
  const later = stages_minutes.recoat - sheet.stages_minutes.recoat;
  const recoatMax_minutes = sheet.recoatMax_minutes === null ? null : sheet.recoatMax_minutes + later;
  return { ...p, stages_minutes, recoatMax_minutes, sheet };
}

/** How many times as long as its sheet says a product is planned to dry; 1: as the sheet. Minutes are whole, so it is near. */
export function dryingFactor(p: Product): number {
  const sheet = sheetOf(p).stages_minutes;
  // Of its longest stage that hands find out: there whole minutes tell least.
  const stage = FELT.reduce((a, b) => (sheet[b] > sheet[a] ? b : a));
  return sheet[stage] === 0 ? 1 : p.stages_minutes[stage] / sheet[stage];
}

/** A product one litre of which covers so much. @param spread_m2PerL theoretical spreading rate of one coat */
export const spreading = (p: Product, spread_m2PerL: number): Product => ({ ...p, spread_m2PerL, sheet: sheetOf(p) });

/** Back to what the sheet says of its drying, or of its coverage. */
export function bySheet(p: Product, about: 'drying' | 'coverage'): Product {
  const sheet = sheetOf(p);
  const { spread_m2PerL, ...drying } = sheet;
  const next = { ...p, ...(about === 'drying' ? drying : { spread_m2PerL }) };
  return { ...next, sheet: isAsSheet(next, sheet) ? undefined : sheet };
}

const isAsSheet = (p: Product, sheet: DataSheet): boolean =>
  p.spread_m2PerL === sheet.spread_m2PerL &&
  p.recoatMax_minutes === sheet.recoatMax_minutes &&
  STAGES.every((s) => p.stages_minutes[s] === sheet.stages_minutes[s]);
