import type { ConflictKind } from '../engine/schedule/conflictSet.ts';
import type { Skill, StationKind } from './model.ts';

/**
 * What is wrong with a problem or a part of it: a code with the names and figures it is about. `core/words` says it.
 * `piece`, `step` and `who` are names people know; `said` comes in words from the room that knows (products, hours).
 */
export type ProblemFault =
  | { readonly code: 'time-zone'; readonly timeZone: string }
  | { readonly code: 'horizon-past' }
  | { readonly code: 'horizon-far' }
  | { readonly code: 'station-capacity'; readonly station: string; readonly capacity: number }
  | { readonly code: 'station-climate'; readonly station: string; readonly climate: string }
  | { readonly code: 'skill-speed'; readonly person: string; readonly skill: Skill; readonly speed: number }
  | { readonly code: 'climate-holes'; readonly climate: string; readonly holes: number; readonly hours: number }
  | { readonly code: 'too-many-steps'; readonly piece: string; readonly limit: number }
  | { readonly code: 'piece-too-long'; readonly piece: string; readonly steps: number; readonly limit: number }
  | { readonly code: 'due-before-arrival'; readonly piece: string }
  | { readonly code: 'step-id-twice'; readonly piece: string; readonly step: string; readonly id: string }
  | { readonly code: 'work-minutes'; readonly piece: string; readonly step: string; readonly minutes: number }
  | { readonly code: 'unknown-product'; readonly piece: string; readonly step: string; readonly product: string }
  | { readonly code: 'unknown-tool'; readonly piece: string; readonly step: string; readonly tool: string }
  | { readonly code: 'unknown-step'; readonly piece: string; readonly step: string; readonly before: string }
  | {
      readonly code: 'gap-order';
      readonly piece: string;
      readonly step: string;
      readonly before: string;
      readonly min_minutes: number;
      readonly max_minutes: number;
    }
  | { readonly code: 'circle'; readonly piece: string; readonly steps: readonly string[] }
  | { readonly code: 'said'; readonly words: string };

/** Why a step has no place in a plan: a code with the names and figures it is about. `core/words` says it. */
export type NoRoom =
  | { readonly code: 'before-unplanned'; readonly before: string }
  | { readonly code: 'window-pair'; readonly later: string; readonly earlier: string }
  | {
      readonly code:
        | 'window-chain'
        | 'person-gone'
        | 'person-unable'
        | 'no-tool'
        | 'pinned-past-end'
        | 'never-dries'
        | 'outdoors'
        | 'few-hours'
        | 'everyone-busy'
        | 'no-space'
        | 'tool-taken'
        | 'beside-dust'
        | 'floor-full'
        | 'nowhere';
    }
  | { readonly code: 'no-skill'; readonly skill: Skill }
  | { readonly code: 'few-hands'; readonly hands: number; readonly able: string }
  | { readonly code: 'no-station'; readonly kind: StationKind; readonly units: number }
  | {
      readonly code: 'limits';
      readonly product: string;
      readonly minTemperature_c: number;
      readonly maxHumidity_pct: number;
    }
  | { readonly code: 'no-shift'; readonly work_minutes: number }
  | { readonly code: 'faulty'; readonly faults: readonly ProblemFault[] }
  /** Written by an earlier version, which kept sentences. */
  | { readonly code: 'said'; readonly words: string };

/** Every code, for what comes from outside; a code more does not compile until it stands here too. */
export const NO_ROOM_CODES = Object.keys({
  'before-unplanned': 0,
  'window-pair': 0,
  'window-chain': 0,
  'person-gone': 0,
  'person-unable': 0,
  'no-tool': 0,
  'pinned-past-end': 0,
  'never-dries': 0,
  outdoors: 0,
  'few-hours': 0,
  'everyone-busy': 0,
  'no-space': 0,
  'tool-taken': 0,
  'beside-dust': 0,
  'floor-full': 0,
  nowhere: 0,
  'no-skill': 0,
  'few-hands': 0,
  'no-station': 0,
  limits: 0,
  'no-shift': 0,
  faulty: 0,
  said: 0,
} satisfies Record<NoRoom['code'], 0>) as NoRoom['code'][];
export const NOTICE_KINDS = Object.keys({
  'pin-not-kept': 0,
  'window-missed': 0,
  rescue: 0,
  'left-wet': 0,
  said: 0,
} satisfies Record<Notice['kind'], 0>) as Notice['kind'][];

/** What a plan could not keep, or kept only by a step more. `title` and `before` are titles of steps. */
export type Notice = { readonly step: string; readonly piece: string; readonly title: string } & (
  | { readonly kind: 'pin-not-kept'; readonly conflictSet: readonly ConflictKind[] }
  | { readonly kind: 'window-missed'; readonly before: string; readonly max_minutes: number }
  | { readonly kind: 'rescue'; readonly before: string; readonly rescue: string; readonly minutes: number }
  /** A coat under way whose painter went with so much of it to do; `finisher` takes it over, null: nobody can. */
  | { readonly kind: 'left-wet'; readonly who: string; readonly left_minutes: number; readonly finisher: string | null }
  /** Written by an earlier version, which kept sentences. */
  | { readonly kind: 'said'; readonly words: string }
);
/** A step without a place, by its title. */
export type NoRoomFor = { readonly title: string; readonly reason: NoRoom };
export type Unplanned = { readonly step: string; readonly piece: string; readonly reason: NoRoom };
