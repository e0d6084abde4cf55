import { openIntervals } from '../../calendar/hours.ts';
import { instantAt, wallClock } from '../../calendar/localTime.ts';
import type { Instant } from '../../quantities/units.ts';
import type { Person, Problem, Step } from '../model/model.ts';

/** A coat that was begun, and whose painter has gone for the day. */
export type WetWorkLeft = {
  /** When they went. */
  readonly at: Instant;
  /** Of its work, what was not done by then; 0: it was only not noted as done. */
  readonly left_minutes: number;
  /** Who is here, can do it, and takes it over before the edge dries; null: it ended where it stood. */
  readonly finisher: Person | null;
};

/** So long a wet edge can be taken up again. From memory; common practice is to keep it under half an hour. */
const WET_EDGE_MINUTES = 30;

/**
 * What becomes of a coat under way when its painter goes: a film is laid in one go, so it neither waits for their next shift
 * nor lasts into the night. @returns null while they are here, come again today, or when it is no such work
 */
export function wetWorkLeft(problem: Problem, step: Step): WetWorkLeft | null {
  const { state } = step;
  if (state.kind !== 'started' || step.product === null || step.splittable || step.hands === 0) return null;
  const crew = problem.people.filter((p) => state.by.includes(p.id));
  if (crew.length === 0) return null;
  const { now, timeZone } = problem;
  const midnight = instantAt(timeZone, wallClock(timeZone, state.at).day + 1, 0);
  const isToCome = (p: Person) => now < midnight && openIntervals(p.hours, timeZone, now, midnight).length > 0;
  if (crew.some(isToCome)) return null;
  const speed = Math.min(...crew.map((p) => p.skills[step.skill] ?? 1));
  const due = state.at + step.work_minutes / speed;
  const ends = crew.flatMap((p) =>
    openIntervals(p.hours, timeZone, state.at, Math.min(now, midnight)).map((s) => s.until),
  );
  // Of somebody whose hours of today were struck nobody knows when they went: not before it was done, then.
  const at = ends.length > 0 ? Math.max(...ends) : Math.min(now, Math.ceil(due));
  const left_minutes = Math.max(0, Math.ceil(due - at));
  const isWet = left_minutes > 0 && now - at <= WET_EDGE_MINUTES;
  return { at, left_minutes, finisher: isWet ? whoFinishes(problem, step, left_minutes) : null };
}

/** Whoever of those at work can do it the quickest and has nothing in hand. */
function whoFinishes(problem: Problem, step: Step, left_minutes: number): Person | null {
  const { now, timeZone } = problem;
  const inHand = new Set(
    problem.pieces.flatMap((p) => p.steps.flatMap((s) => (s.state.kind === 'started' ? s.state.by : []))),
  );
  const isFree = (p: Person) =>
    openIntervals(p.hours, timeZone, now, now + left_minutes).some(
      (s) => s.from <= now && s.until >= now + left_minutes,
    );
  const able = problem.people.filter((p) => (p.skills[step.skill] ?? 0) > 0 && !inHand.has(p.id) && isFree(p));
  return able.sort((a, b) => b.skills[step.skill]! - a.skills[step.skill]! || (a.id < b.id ? -1 : 1))[0] ?? null;
}
