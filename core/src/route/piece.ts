import type { Link, Need, Skill } from '../planner/model/model.ts';
import type { Act } from './act.ts';
import type { Use } from './brief.ts';

/** Groups of zones whose coats are drawn and finished apart. */
export const GROUPS = ['body', 'top', 'inside'] as const;
export type Group = (typeof GROUPS)[number];

export type Zone = {
  readonly id: string;
  readonly name: string;
  readonly group: Group;
  readonly area_m2: number;
  /** flat: boards and panels · curved: turned legs, spindles, bentwood; decides what strips and what paints it. */
  readonly shape: 'flat' | 'curved';
  /** How it is used where that is not what its group is for; see `usualUse`. */
  readonly use?: Use;
  /** How the area follows from the measurements, in words. */
  readonly formula: string;
  /** The formula was changed by hand. */
  readonly isEdited: boolean;
};

export type Colour = { readonly name: string; readonly hex: string };

/** The layer a step leaves behind. */
export const COATS = ['primer', 'paint', 'stain', 'clear', 'wax', 'oil', 'glaze', 'sheet'] as const;
export type Coat = (typeof COATS)[number];

/** The order of work; steps of one phase follow those of the phases before it. */
export const PHASES = [
  'arrive',
  'test',
  'take-apart',
  'clean',
  'odour',
  'repair',
  'strip',
  'sand',
  'prime',
  'wood',
  'under',
  'paint',
  'look',
  'seal',
  'hardware',
  'inside',
  'assemble',
  'check',
] as const;
export type Phase = (typeof PHASES)[number];

/** Where a rule's word comes from. */
export const AUTHORITIES = ['published', 'common practice', 'house rule'] as const;
export type Authority = (typeof AUTHORITIES)[number] | 'own';

export const METHODS = ['brush', 'roll', 'spray', 'wipe', 'aerosol'] as const;
export type Method = (typeof METHODS)[number];

/** What a test step may show; each outcome goes on in its own way. */
export type Outcome = {
  readonly id: string;
  readonly words: string;
  /** Share of pieces on which it turns out so; the outcomes of a step add up to 1. Common practice. */
  readonly likely: number;
  /** What follows: facts about the piece that were not known before; the route is built again with them. */
  readonly learns: Learns;
};
export type Learns = {
  readonly findings?: readonly string[];
  readonly lead?: 'negative' | 'positive';
  readonly topWood?: 'good' | 'poor';
  readonly cloth?: 'clean' | 'dirty';
};

/** How well a colour hides, and how dark what it has to hide. */
export const HIDING_COLOURS = ['white', 'pale', 'strong', 'sheer'] as const;
export const HIDDEN_GROUNDS = ['dark', 'middling', 'pale'] as const;
/** What a coat of paint has to hide: which paint and colour, over which ground and primer, and how many coats the book gives it. */
export type Hides = {
  readonly paint: string;
  readonly colour: (typeof HIDING_COLOURS)[number];
  readonly ground: (typeof HIDDEN_GROUNDS)[number];
  readonly primer: string | null;
  readonly coats: number;
};
/** What of it the shop's own number of coats is kept by. */
export const hidesKey = ({ paint, colour, ground, primer }: Omit<Hides, 'coats'>): string =>
  [paint, colour, ground, primer ?? 'no-primer'].join(' ');

/** One step of a route, before it belongs to a plan. `after` names keys of the same route. */
export type RouteStep = {
  readonly key: string;
  readonly title: string;
  readonly reason: string;
  readonly caution: string | null;
  readonly phase: Phase;
  /** What it does to the surfaces it touches, beside the coat it lays. */
  readonly acts: readonly Act[];
  /** The rule that asks for it; `own` when the painter added it. */
  readonly rule: string;
  readonly authority: Authority;
  readonly zones: readonly string[];
  readonly group: Group | null;
  readonly coat: Coat | null;
  /** Colour of the layer; null for work that leaves none. */
  readonly colour: string | null;
  readonly method: Method | null;
  /** Thickness of the coat against an ordinary one; missing: 1. */
  readonly thickness?: number | undefined;
  readonly work_minutes: number;
  readonly hands: 0 | 1 | 2;
  readonly skill: Skill;
  readonly splittable: boolean;
  readonly dusty: boolean;
  readonly needs: readonly Need[];
  readonly tool: string | null;
  readonly product: string | null;
  /** Product that is made ready for use here: what is laid of it must be laid while this mix lives. */
  readonly mixes?: string | undefined;
  /** Of what is laid, water that thins it included where the step says so. */
  readonly litres: number;
  /** Share of water in it; missing: as the product is mixed and laid. */
  readonly water_pct?: number | undefined;
  /** Of a coat of paint over what must not show. */
  readonly hides?: Hides | undefined;
  readonly outcomes: readonly Outcome[];
  readonly after: readonly Link[];
};

/** A step left out on purpose; what it protected stays visible. */
export type StruckStep = {
  readonly key: string;
  readonly title: string;
  readonly why: string;
  readonly caution: string | null;
  readonly lost: string;
};

export type Route = {
  readonly zones: readonly Zone[];
  readonly steps: readonly RouteStep[];
  readonly struck: readonly StruckStep[];
  /** What the painter should know about the whole: screening, lost confidence, choices made. */
  readonly notes: readonly string[];
};
