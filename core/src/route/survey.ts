import type { Template } from './template/templates.ts';

export const WOODS = [
  'softwood',
  'hardwood',
  'red-wood',
  'veneer',
  'laminate',
  'mdf',
  'metal',
  'glass',
  'cane',
  'cloth',
  'stone',
] as const;
export type Wood = (typeof WOODS)[number];
export const FINISHES = ['raw', 'wax', 'oil', 'varnish', 'pale-paint', 'dark-paint', 'aerosol', 'foil'] as const;
export type Finish = (typeof FINISHES)[number];
export const FINDINGS = [
  'grime',
  'nicotine',
  'grease',
  'odour',
  'droppings',
  'insects',
  'knots',
  'open-grain',
  'bleeds',
  'water-rings',
  'cracked-finish',
  'flaking',
  'gouges',
  'dents-kept',
  'loose-joints',
  'animal-glue',
  'lifting-veneer',
  'missing-veneer',
  'curled-veneer',
  'swollen-board',
  'worn-runners',
  'old-paint',
  'nailed-plates',
  'label',
  'tarnished',
  'missing-hardware',
  'broken-hardware',
  'rust',
] as const;
export type Finding = (typeof FINDINGS)[number];

/** What one zone is and shows where it differs from the rest of the piece. */
export type ZoneSurvey = {
  readonly wood?: Wood | undefined;
  readonly finish?: Finish | undefined;
  readonly layers?: number | undefined;
  readonly findings?: readonly Finding[] | undefined;
};

/** Condition on arrival. `layers` counts coats of the existing finish, 0 when raw. */
export type Survey = {
  readonly wood: Wood;
  readonly finish: Finish;
  readonly layers: number;
  readonly findings: readonly Finding[];
  /** When it was made or last painted: old means lead is possible. */
  readonly age?: 'new' | 'old' | 'unknown' | undefined;
  readonly zones?: Readonly<Record<string, ZoneSurvey>> | undefined;
  /** What tests showed so far. */
  readonly lead?: 'negative' | 'positive' | undefined;
  readonly cloth?: 'clean' | 'dirty' | undefined;
  readonly topWood?: 'good' | 'poor' | undefined;
};

/** One zone as it stands: the piece's own survey, with what the zone has of its own laid over it. */
export function conditionOf(survey: Survey, zone: string): ZoneCondition {
  const own = survey.zones?.[zone];
  return {
    wood: own?.wood ?? survey.wood,
    finish: own?.finish ?? survey.finish,
    layers: own?.layers ?? survey.layers,
    findings: [...survey.findings, ...(own?.findings ?? [])],
  };
}
export type ZoneCondition = {
  readonly wood: Wood;
  readonly finish: Finish;
  readonly layers: number;
  readonly findings: readonly Finding[];
};

export const isPaint = (f: Finish) => f === 'pale-paint' || f === 'dark-paint' || f === 'aerosol';
/** Lead cannot be ruled out on any of these zones: no heat, and a test before any dust. */
export function mayHoldLead(survey: Survey, zones: readonly ZoneCondition[]): boolean {
  if (survey.lead !== undefined) return survey.lead === 'positive';
  if (zones.some((z) => z.findings.includes('old-paint'))) return true;
  const isDated = survey.age === 'old' || survey.age === 'unknown';
  return isDated && zones.some((z) => isPaint(z.finish));
}

const NO_WOOD: readonly Wood[] = ['glass', 'cane', 'cloth', 'stone'];
/** Neither sanded nor painted: cleaned in its own way, and covered while the rest is worked on. */
export const isNoWood = (w: Wood) => NO_WOOD.includes(w);
const SOLID: readonly Wood[] = ['softwood', 'hardwood', 'red-wood'];
export const isSolid = (w: Wood) => SOLID.includes(w);
export const isBoard = (w: Wood) => w === 'laminate' || w === 'mdf';

/**
 * The findings worth asking about for this piece: veneer is asked of veneer, knots of softwood, runners of drawers.
 * What was ticked before stays in the list, so that nothing said is hidden.
 */
export function findingsToAsk(template: Template, survey: Survey): Finding[] {
  const woods = new Set([survey.wood, ...Object.values(survey.zones ?? {}).flatMap((z) => (z.wood ? [z.wood] : []))]);
  const finishes = new Set([
    survey.finish,
    ...Object.values(survey.zones ?? {}).flatMap((z) => (z.finish ? [z.finish] : [])),
  ]);
  const painted = [...finishes].some(isPaint);
  const film = painted || finishes.has('varnish');
  const solid = [...woods].some(isSolid);
  const parted = template.parts !== 'none' && template.parts !== 'shelves';
  const asked: Record<Finding, boolean> = {
    grime: true,
    nicotine: true,
    grease: finishes.has('wax') || finishes.has('varnish') || painted,
    odour: true,
    droppings: template.parts !== 'none' || template.storage,
    insects: solid,
    knots: woods.has('softwood'),
    'open-grain': woods.has('hardwood') || woods.has('veneer'),
    bleeds: finishes.has('varnish') || woods.has('red-wood') || finishes.has('oil'),
    'water-rings': !finishes.has('foil'),
    'cracked-finish': film,
    flaking: painted,
    gouges: true,
    'dents-kept': solid,
    'loose-joints': true,
    'animal-glue': survey.age === 'old',
    'lifting-veneer': woods.has('veneer') || finishes.has('foil'),
    'missing-veneer': woods.has('veneer'),
    'curled-veneer': woods.has('veneer'),
    'swollen-board': woods.has('mdf') || woods.has('laminate'),
    'worn-runners': template.parts === 'drawers',
    'old-paint': painted,
    'nailed-plates': survey.age === 'old' && parted,
    label: survey.age === 'old',
    tarnished: parted,
    'missing-hardware': parted,
    'broken-hardware': parted,
    rust: woods.has('metal'),
  };
  return FINDINGS.filter((f) => asked[f] || survey.findings.includes(f));
}
