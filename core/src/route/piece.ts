import type { Link, Need, Skill } from '../planner/model.ts';

/** Two groups of zones: the body's coats and the top's coats are drawn and finished apart. */
export type Group = 'body' | 'top';

export type Zone = {
  readonly id: string;
  readonly name: string;
  readonly group: Group;
  readonly area_m2: number;
  /** How the area follows from the measurements, in words. */
  readonly formula: string;
};

export const WOODS = ['softwood', 'hardwood', 'red-wood', 'veneer', 'laminate'] as const;
export type Wood = (typeof WOODS)[number];
export const FINISHES = ['raw', 'wax', 'varnish', 'pale-paint', 'dark-paint', 'foil'] as const;
export type Finish = (typeof FINISHES)[number];
export const FINDINGS = [
  'grime',
  'knots',
  'bleeds',
  'odour',
  'loose-joints',
  'gouges',
  'old-paint',
  'droppings',
  'missing-hardware',
] as const;
export type Finding = (typeof FINDINGS)[number];

/** Condition on arrival. `layers` counts coats of the existing finish, 0 when raw. */
export type Survey = {
  readonly wood: Wood;
  readonly finish: Finish;
  readonly layers: number;
  readonly findings: readonly Finding[];
};

export type Colour = { readonly name: string; readonly hex: string };
export type TopBrief =
  | { readonly kind: 'same' }
  | { readonly kind: 'stain'; readonly colour: Colour }
  | { readonly kind: 'paint'; readonly colour: Colour };
export const SEALERS = ['wax', 'clear', 'none'] as const;
export type Sealer = (typeof SEALERS)[number];

/** What the owner of the piece wants. */
export type Brief = {
  readonly paint: string;
  readonly body: Colour;
  readonly top: TopBrief;
  readonly prime: 'auto' | 'yes' | 'no';
  readonly sealer: Sealer;
  readonly method: 'brush' | 'spray';
  readonly hardware: 'clean' | 'keep';
};

export type Coat = 'primer' | 'paint' | 'stain' | 'clear' | 'wax';

/** One step of a route, before it belongs to a plan. `after` names keys of the same route. */
export type RouteStep = {
  readonly key: string;
  readonly title: string;
  readonly reason: string;
  readonly caution: string | null;
  readonly zones: readonly string[];
  readonly group: Group | null;
  /** The layer this step leaves behind, drawn in `colour`; null for work that leaves none. */
  readonly coat: Coat | null;
  readonly colour: string | null;
  readonly work_minutes: number;
  readonly hands: 0 | 1 | 2;
  readonly skill: Skill;
  readonly splittable: boolean;
  readonly dusty: boolean;
  readonly needs: readonly Need[];
  readonly tool: string | null;
  readonly product: string | null;
  readonly litres: number;
  readonly after: readonly Link[];
};

export type Route = {
  readonly zones: readonly Zone[];
  readonly steps: readonly RouteStep[];
  /** What the painter should know about the whole: screening, lost confidence, choices made. */
  readonly notes: readonly string[];
};
