import type { Facts } from '../build/facts.ts';
import type { Slot, Slots } from '../build/sheet.ts';
import type { Place, Window } from '../build/spec.ts';
import type { Skill } from '../../planner/model/model.ts';
import type { Act, ActKind } from '../act.ts';
import type { Authority, Coat, Method, Outcome, Phase } from '../piece.ts';

export const TOPICS = [
  'Tests and papers',
  'Take apart',
  'Cleaning',
  'Repair',
  'Stripping',
  'Sanding',
  'Priming',
  'Coats',
  'Looks',
  'Wood that shows',
  'Protection',
  'Hardware',
  'Putting together',
] as const;
export type Topic = (typeof TOPICS)[number];

/** Whose word counts more, weakest first. */
export const TIERS = ['default', 'practice', 'wish', 'house', 'safety'] as const;
type Tier = (typeof TIERS)[number];

/** One judgement of the trade, readable as it stands: when, so, why, and on whose word. */
export type Rule = {
  readonly id: string;
  readonly topic: Topic;
  readonly authority: Exclude<Authority, 'own'>;
  /** Required of published rules. */
  readonly source?: string;
  readonly when: string;
  readonly so: string;
  readonly reason: string;
  /** Asked once of the whole piece, of each part of it, or of each look that is wanted. */
  readonly of: 'piece' | 'part' | 'look';
  /** How much its word counts against another rule's for the same choice. Missing: practice. */
  readonly tier?: Tier;
  /** Rules of the same tier that it overrules where both apply. */
  readonly over?: readonly string[];
  readonly applies: (f: Facts) => boolean;
  readonly does: readonly Effect[] | ((f: Facts) => readonly Effect[]);
};

export type Effect =
  | { readonly do: 'choose'; readonly slot: Slot; readonly value: Slots[Slot] }
  | { readonly do: 'step'; readonly step: StepWish }
  /** A caution beside every step that does one of these to the part. */
  | { readonly do: 'warn'; readonly on: readonly ActKind[]; readonly words: string }
  /** One more gap in front of a step. */
  | { readonly do: 'wait'; readonly step: string; readonly after: string; readonly minutes: number }
  | { readonly do: 'note'; readonly words: string };

/** A step as a rule asks for it; what is usual is left out. */
export type StepWish = {
  readonly key: string;
  readonly phase: Phase;
  readonly acts?: readonly Act[];
  readonly title: string;
  /** The rule's own reason stands when this is left out. */
  readonly reason?: string;
  /** Hands-on: to begin with, and for each square metre, loose part and piece. Common practice. */
  readonly minutes: readonly [start: number, perM2?: number, perPart?: number, perPiece?: number];
  readonly skill: Skill;
  /** The part's zones unless said otherwise; names that are no zones stand for things: hardware, drawers. */
  readonly zones?: readonly string[];
  readonly caution?: string;
  readonly product?: string;
  readonly mixes?: string;
  readonly coat?: Coat;
  readonly colour?: string;
  readonly method?: Method;
  /** Against an ordinary coat; missing: 1. */
  readonly thickness?: number;
  /** Share of water in what is laid; missing: as the product is mixed and laid. */
  readonly water_pct?: number;
  readonly hands?: 0 | 1 | 2;
  readonly splittable?: boolean;
  readonly dusty?: boolean;
  /** bench while worked · wet: it stays until it can be handled · none: needs no place of its own. */
  readonly stands?: 'bench' | 'wet' | 'none';
  readonly outcomes?: readonly Outcome[];
  readonly loss?: number;
  readonly window?: Window;
  /** What lasts longer is done in lots, each with its share of the step whose window it has to keep; and what is done between two. */
  readonly lots?: { readonly longest_minutes: number; readonly meanwhile: string };
  readonly with?: string;
  readonly place?: Place;
  /** Coats of one kind: "Stain the top, coat 1 of 2". */
  readonly series?: string;
  /** Waits for this step's end too. */
  readonly afterToo?: string;
};

export const choose = <S extends Slot>(slot: S, value: Slots[S]): Effect => ({ do: 'choose', slot, value });
export const step = (wish: StepWish): Effect => ({ do: 'step', step: wish });
export const warn = (on: readonly ActKind[], words: string): Effect => ({ do: 'warn', on, words });
export const note = (words: string): Effect => ({ do: 'note', words });
/** Overnight, between an evening's end and a morning's start. */
export const NIGHT = 12 * 60;
export const DUST = 'Dust: mask and extraction.';
export const LEAD =
  'Old paint can hold lead. Test before sanding or heating; if positive, stop and use certified help where the rules require it.';
