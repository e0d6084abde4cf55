import type { Notice, Unplanned } from './reasons.ts';
import type { Hours } from '../../calendar/hours.ts';
import type { Position } from '../../calendar/daylight.ts';
import type { Climate } from '../../climate/climate.ts';
import type { DryingLimits } from '../../drying/dryingCurve.ts';
import type { Product, Stage } from '../../products/product.ts';
import type { Instant } from '../../quantities/units.ts';
import type { Preferences } from './preferences.ts';
import type { Uncertainty } from './uncertainty.ts';

export const SKILLS = ['prep', 'repair', 'paint', 'spray', 'seal', 'assemble'] as const;
export type Skill = (typeof SKILLS)[number];

export const STATION_KINDS = ['bench', 'spray', 'sanding', 'outdoors', 'rack'] as const;
export type StationKind = (typeof STATION_KINDS)[number];

export type Person = {
  readonly id: string;
  readonly name: string;
  readonly hours: Hours;
  /** Speed by skill: 1 is ordinary, 0.5 takes twice as long. A missing skill cannot be asked of them. */
  readonly skills: Readonly<Partial<Record<Skill, number>>>;
  /** The same as it was entered, where the log says otherwise: of somebody new who is like them no more is known. */
  readonly entered?: Readonly<Partial<Record<Skill, number>>>;
};
export type Station = {
  readonly id: string;
  readonly name: string;
  readonly kind: StationKind;
  /** Units of space: a chest takes one bench unit, six chairs may take three rack units. */
  readonly capacity: number;
  /** When work may be done there; wet pieces may stand there at any time. Null: always. */
  readonly hours: Hours | null;
  /** Key into `Problem.climates`. */
  readonly climate: string;
  /** Stations whose air it shares: dust or spray there settles on what is wet here. Itself always. */
  readonly beside?: readonly string[] | undefined;
  /** Worked only between sunrise and sunset. */
  readonly daylight?: boolean | undefined;
  /** Worked only inside these (outdoors: warm enough, no rain or fog). */
  readonly guard?: DryingLimits | null | undefined;
};
export type Tool = {
  readonly id: string;
  readonly name: string;
  readonly capacity: number;
  /** When it may run (noise); null or missing: always. */
  readonly hours?: Hours | null | undefined;
  /** Between two loads of different product or applicator. */
  readonly cleanout_minutes?: number | undefined;
};

/** What is on the shelf of one product or colour, what is on its way, and when a new order would come. */
export type Stock = {
  readonly id: string;
  readonly name: string;
  readonly onHand_litres: number;
  readonly deliveries: readonly { readonly at: Instant; readonly litres: number }[];
  /** When it is there if it is ordered now. Null: nobody knows, so nothing waits for it; the plan says what to buy. */
  readonly arrivalIfOrdered: Instant | null;
};

/** Space one step takes: while it is worked, while it is wet (until dry to handle), or both. */
export type Need = {
  readonly kind: StationKind;
  readonly units: number;
  readonly span: 'work' | 'wet' | 'both';
};

/** What must pass between two steps: counted from the end of the earlier one's work or a drying stage of it. */
export type Link = {
  readonly step: string;
  readonly from: 'end' | Stage;
  readonly min_minutes: number;
  /** Latest start, counted from the end of the earlier one's work. */
  readonly max_minutes: number | null;
  /** What makes a start after the latest possible: extra work first (scuff-sand). Missing: the window must hold. */
  readonly rescue?: { readonly title: string; readonly minutes: number } | null | undefined;
};

export type StepState =
  | { readonly kind: 'planned' }
  | { readonly kind: 'started'; readonly at: Instant; readonly by: readonly string[] }
  | { readonly kind: 'done'; readonly from: Instant; readonly until: Instant; readonly by: readonly string[] };

export type Pin = {
  readonly notBefore?: Instant | undefined;
  readonly at?: Instant | undefined;
  readonly person?: string | undefined;
};

export type Step = {
  readonly id: string;
  readonly title: string;
  /** Zones of the piece it touches; two steps on one zone never overlap. */
  readonly zones: readonly string[];
  readonly work_minutes: number;
  /** People needed at the same time. 0: a hold that only passes time. */
  readonly hands: 0 | 1 | 2;
  readonly skill: Skill;
  /** False: begun only if it can be finished in the same shift (a coat keeps a wet edge). */
  readonly splittable: boolean;
  readonly needs: readonly Need[];
  readonly tool: string | null;
  /** Product that must dry afterwards. */
  readonly product: string | null;
  /** Thickness of the coat against an ordinary one; missing: 1. */
  readonly thickness?: number | undefined;
  /** Raises dust: not while a zone of the same piece is wet, and nothing wet beside it. */
  readonly dusty: boolean;
  /** Kept inside the hours in which noise is allowed. */
  readonly noisy?: boolean | undefined;
  /** Spray in the air: not beside a wet film that was brushed. */
  readonly sprayed?: boolean | undefined;
  /** Flips, lifts or sprays the whole piece: nobody works another part of it meanwhile. */
  readonly moves?: boolean | undefined;
  /** Product and applicator it shares a set-up with; a tool with clean-out is cleaned between different ones. */
  readonly load?: string | null | undefined;
  readonly uses?: { readonly stock: string; readonly litres: number } | null | undefined;
  readonly after: readonly Link[];
  readonly state: StepState;
  readonly pin: Pin;
};

export type PieceToPlan = {
  readonly id: string;
  readonly name: string;
  readonly arrival: Instant;
  readonly due: Instant | null;
  /** The client has been told the due date. */
  readonly promised: boolean;
  /** Relative weight of lateness, above 0. */
  readonly weight: number;
  /** Floor it takes from its first step until it leaves. */
  readonly floor_units?: number | undefined;
  /** It stands here until its date even when it is ready before. */
  readonly staysUntilDue?: boolean | undefined;
  readonly steps: readonly Step[];
};

export type Problem = {
  readonly now: Instant;
  readonly horizon: Instant;
  readonly timeZone: string;
  readonly people: readonly Person[];
  readonly stations: readonly Station[];
  readonly tools: readonly Tool[];
  readonly climates: Readonly<Record<string, Climate>>;
  readonly products: readonly Product[];
  readonly pieces: readonly PieceToPlan[];
  /** Where the shop stands on the globe, for daylight; missing: daylight is not asked for. */
  readonly sun?: Position | null | undefined;
  /** How much stands on the floor at once; missing: enough. */
  readonly floor_units?: number | null | undefined;
  readonly stock?: readonly Stock[] | undefined;
  /** When noise is allowed; missing: always. */
  readonly noiseHours?: Hours | null | undefined;
  /** What is planned to start before this is left where it is when a plan is improved. */
  readonly frozenUntil?: Instant | undefined;
  /** What matters more among what comes after the dates; missing: the ordinary. */
  readonly preferences?: Preferences | undefined;
  /** How much work, drying and days differ from what is planned, by the shop's own log; missing: as usual. */
  readonly uncertainty?: Uncertainty | undefined;
};

/** Where and when one step happens. Instants in minutes; `stations` in the order of the step's needs. */
export type Placement = {
  readonly start: Instant;
  readonly end: Instant;
  readonly people: readonly string[];
  readonly stations: readonly string[];
  /** Drying stages after `end`; empty without a product. */
  readonly dry: Readonly<Partial<Record<Stage, Instant>>>;
};

export type Plan = {
  readonly steps: Readonly<Record<string, Placement>>;
  /** When each piece is done and dry to travel; missing when a step of it could not be planned. */
  readonly ready: Readonly<Record<string, Instant>>;
  readonly unplanned: readonly Unplanned[];
  /** Requirements in conflict with what already happened or with each other. */
  readonly notices: readonly Notice[];
};
/** The plan of a workshop with nothing in it. */
export const EMPTY_PLAN: Plan = { steps: {}, ready: {}, unplanned: [], notices: [] };
