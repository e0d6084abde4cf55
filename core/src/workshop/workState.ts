import { GRID_MINUTES } from '../calendar/grid.ts';
import type { Person, Skill } from '../planner/model/model.ts';
import type { LookOutcome } from '../route/looks/looks.ts';
import type { Instant } from '../quantities/units.ts';

/** What of a step was done in earlier sittings. */
export type Worked = {
  /** Minutes of its work, by the route's own measure. */
  readonly minutes: number;
  /** Whole parts of a set that are finished. */
  readonly parts?: number | undefined;
};
/** What a coat took out of a can when it was laid. */
export type Took = {
  readonly paint: string;
  readonly litres: number;
  /** Somebody said so; missing: reckoned. */
  readonly isTold?: true | undefined;
};

/** Something that was looked at, and what came of it. */
export type Looked = {
  readonly look: string;
  readonly outcome: LookOutcome;
  readonly at: Instant;
  readonly zones: readonly string[];
};

/** When somebody came to a step and what it waits for was not dry. */
type CameTooSoon = { readonly tooSoon?: readonly Instant[] | undefined };

/** How far a step has come: as the planner knows it, with what its painter said beside it. */
export type WorkState = CameTooSoon &
  (
    | { readonly kind: 'planned'; readonly worked?: Worked | undefined }
    | {
        readonly kind: 'started';
        readonly at: Instant;
        readonly by: readonly string[];
        readonly worked?: Worked | undefined;
        /** Parts of a set finished so far, those of earlier sittings included. */
        readonly parts?: number | undefined;
        /** When it will be done, by its painter's word or the pace of the parts. Missing: as the route says. */
        readonly expected?: Instant | undefined;
      }
    | {
        readonly kind: 'done';
        readonly from: Instant;
        readonly until: Instant;
        readonly by: readonly string[];
        readonly worked?: Worked | undefined;
        readonly took?: Took | undefined;
        /** Both its ends were tapped: how long it took is known, and can be learned from. */
        readonly timed?: true | undefined;
        readonly looked?: readonly Looked[] | undefined;
        /** Places in whose air what was laid dried. */
        readonly places?: readonly string[] | undefined;
      }
  );

type Working = { readonly work_minutes: number; readonly skill: Skill; readonly state: WorkState };
type People = readonly Pick<Person, 'id' | 'skills'>[];

/** How fast those at a step are at it: the slowest counts, as two hands wait for each other. */
export const speedOf = (people: People, by: readonly string[], skill: Skill): number =>
  Math.min(...people.filter((p) => by.includes(p.id)).map((p) => p.skills[skill] ?? 1), Number.POSITIVE_INFINITY);
const known = (speed: number) => (Number.isFinite(speed) ? speed : 1);

/** Minutes of a step's work that are still to be done, by the route's measure, at least one step of the grid. */
export function minutesLeft({ work_minutes, skill, state }: Working, people: People): number {
  if (state.kind === 'started' && state.expected !== undefined)
    return Math.max(GRID_MINUTES, (state.expected - state.at) * known(speedOf(people, state.by, skill)));
  if (state.kind === 'done' || state.worked === undefined) return work_minutes;
  return Math.max(GRID_MINUTES, work_minutes - state.worked.minutes);
}

/**
 * What is worked of a step that is laid down at an instant: by its finished parts when it has any, else by the time.
 * @param of parts it has; 1: it is one thing
 */
export function workedBy(
  { work_minutes, skill, state }: Working & { readonly state: WorkState & { readonly kind: 'started' } },
  people: People,
  at: Instant,
  of: number,
): Worked {
  const most = Math.max(0, work_minutes - GRID_MINUTES);
  if (state.parts !== undefined && of > 1)
    return { minutes: Math.min(most, (work_minutes * state.parts) / of), parts: state.parts };
  const now = Math.max(0, at - state.at) * known(speedOf(people, state.by, skill));
  const minutes = Math.min(most, (state.worked?.minutes ?? 0) + now);
  return { minutes, ...(state.worked?.parts === undefined ? {} : { parts: state.worked.parts }) };
}

/** When a set is done at the pace of the parts finished in this sitting; on the grid, never before now. */
export function expectedAtPace(
  state: WorkState & { readonly kind: 'started' },
  parts: number,
  of: number,
  now: Instant,
): Instant {
  const here = parts - (state.worked?.parts ?? 0);
  const pace = here > 0 ? (now - state.at) / here : 0;
  return Math.ceil((now + pace * (of - parts)) / GRID_MINUTES) * GRID_MINUTES;
}

/** Whether anything of it has happened. */
export const isBegun = ({ state }: { readonly state: WorkState }): boolean =>
  state.kind !== 'planned' || state.worked !== undefined;
