import type { Bits } from './resources/bits.ts';
import type { Floor } from './resources/floor.ts';
import type { CumulativeProfile } from './resources/cumulativeProfile.ts';
import type { SetupSequence } from './resources/setupSequence.ts';
import type { WeatherWindow } from './resources/weatherWindow.ts';

/**
 * A scheduling problem as the search sees it: whole numbers only, time in slots of the grid from `0` to `slots`.
 * Both the workshop's own problem and the neutral benchmark are compiled to it, and share everything after that.
 */
export type EngineModel = {
  readonly slots: number;
  /** Slot of now: rows may begin earlier. */
  readonly now: number;
  readonly people: readonly EnginePerson[];
  /** Every profile that modes draw on, so that the schedule can be emptied. */
  readonly profiles: readonly CumulativeProfile[];
  readonly setups: readonly SetupSequence[];
  readonly floor: Floor | null;
  readonly steps: readonly EngineStep[];
  readonly pieces: readonly EnginePiece[];
  /** Cost of taking up a product and applicator anew; 0: not counted. */
  readonly loadCost: number;
};

/** `free` is `open` and not booked; `idle` is not booked, also in closed time. */
export type EnginePerson = { readonly open: Bits; readonly free: Bits; readonly idle: Bits };

/**
 * When something is held: while it is worked; while the film is wet after that; both; from the start until nothing
 * sticks to the film any more; or from the end of work until then.
 */
export const SPAN = { work: 0, wet: 1, both: 2, sticky: 3, setting: 4 } as const;
export type Span = (typeof SPAN)[keyof typeof SPAN];

/** Requirements that can be relaxed one at a time, to prove what a step waits for. A set of them is a sum. */
export const RELAXATION = { hours: 1, person: 2, space: 4, tool: 8, air: 16, dust: 32 } as const;

/** What a step needs at the same time, beside what it waits for. */
export type Requirement = keyof typeof RELAXATION;

/** What is taken of a thing over a span. `isRoom`: a place to stand in, which steps of one piece that share it take once. */
export type Demand = {
  readonly profile: CumulativeProfile;
  readonly units: number;
  readonly span: Span;
  readonly isRoom: boolean;
};
/** A row that must be all set over a span; `kind` is one of RELAXATION. `room`: the demand for room it is of. */
export type Check = { readonly bits: Bits; readonly span: Span; readonly kind: number; readonly room: Demand | null };

/** How a film dries in one place. `touch`, `handle` and `key` are slots, `minutes` the time of a stage since slot 0. */
export type Film = {
  readonly touch: (endSlot: number) => number;
  readonly handle: (endSlot: number) => number;
  /** What candidates are compared by: ready for the next coat. */
  readonly key: (endSlot: number) => number;
  readonly minutes: (stage: number, endSlot: number) => number;
  /** Instants of all stages by name. */
  readonly stages: (endSlot: number) => Readonly<Record<string, number>>;
};

/** One place for a step, with the crews that can do it there at one pace. Places and crews preferred come first. */
export type Mode = {
  readonly crews: readonly (readonly number[])[];
  /** 1 is ordinary; the slower of two sets the pace. */
  readonly speed: number;
  /** Index of this mode's stations and climates, for whoever compiled it. */
  readonly place: number;
  /** When the workplaces and the tool are open. */
  readonly open: Bits;
  /** For work that is broken by closed time: by crew, when all of them and the workplaces are open. */
  readonly calendars: readonly Bits[];
  readonly demands: readonly Demand[];
  readonly checks: readonly Check[];
  /** Which of them stood in the way the last time. */
  lastClash: number;
  readonly setups: SetupSequence | null;
  readonly film: Film | null;
  /** When the air suits the film; null: any does. */
  readonly weather: WeatherWindow | null;
};

export type Pred = {
  readonly step: number;
  /** Drying stage of the earlier step it counts from; below 0: the end of its work. */
  readonly stage: number;
  readonly min_minutes: number;
  readonly minSlots: number;
  /** Slots after the end of the earlier step; Infinity when there is no latest. */
  readonly maxSlots: number;
};

/** Work of the one may not overlap work of the other (0), or its wet film (1), or this wet film its work (2). */
export const DISJUNCTION = { work: 0, underWet: 1, wetOver: 2 } as const;
export type Disjunction = { readonly step: number; readonly kind: (typeof DISJUNCTION)[keyof typeof DISJUNCTION] };

export type EngineStep = {
  readonly piece: number;
  readonly work_minutes: number;
  /** Slots at ordinary speed. */
  readonly slots: number;
  readonly split: boolean;
  readonly modes: readonly Mode[];
  /** Slots held after the work, and cured after it, when no film says so. */
  readonly hold: number;
  readonly cure: number;
  /** Stage of the film that must be reached before the piece may leave; below 0: none. */
  readonly doneStage: number;
  readonly preds: readonly Pred[];
  readonly disjunctions: readonly Disjunction[];
  /** Steps of its piece with which it takes the room in a place once. */
  readonly sharesRoomWith: readonly number[];
  /** First slot it may start in by arrival, pins, deliveries and what already happened. */
  readonly earliest: number;
  /** The same without the time it was given by hand. */
  readonly unpinned: number;
  /** The slot it was given by hand, while what came before and what it waits for still let it start then; else -1. */
  readonly pinSlot: number;
  /** Last slot it may start in by what already happened; Infinity when there is none. */
  readonly latest: number;
  /** Extra minutes of work once a window was missed; below 0: the window must hold. */
  readonly rescue_minutes: number;
  /** Set-up of the tool (product and applicator); below 0: any. */
  readonly group: number;
  /** Where people expect it, and what moving it costs; null: nowhere yet. */
  readonly baseline: {
    readonly start: number;
    readonly mode: number;
    readonly crew: number;
    readonly cost: number;
  } | null;
  /** Done, running or frozen: where it stands; never moved. */
  readonly fixed: {
    readonly start: number;
    readonly end: number;
    /** Its work as it really was, before the first slot too (then below 0). */
    readonly usedFrom: number;
    readonly usedUntil: number;
    /** Nothing sticks to its film any more, and it can be handled: as it really dries, also when it was laid before all slots. */
    readonly touch: number;
    readonly hold: number;
    readonly done: number;
  } | null;
};

export type EnginePiece = {
  /** In an order in which each comes after those it waits for. */
  readonly steps: readonly number[];
  readonly release: number;
  readonly due: number;
  readonly floor: number;
  /** Slot until which it stands on the floor although it is done; 0: it leaves when it is. */
  readonly staysUntil: number;
  /** Stands on the floor already, whether it fits or not. */
  readonly isHere: boolean;
  /** Pieces of a higher rank go first in every rule: promised dates before dates nobody was told. */
  readonly rank: number;
  /** Cost per slot late, and per slot from release to completion. */
  readonly lateCost: number;
  readonly flowCost: number;
  /** Slots that had better be left before the date, and the cost of each that is not. */
  readonly slack: number;
  readonly slackCost: number;
};
