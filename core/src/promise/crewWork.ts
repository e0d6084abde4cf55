import { GRID_MINUTES } from '../calendar/grid.ts';
import { afterNth, type Bits, firstRun, nextSet } from '../planner/engine/resources/bits.ts';
import type { Activity } from './activities.ts';
import { OVERTIME_SLOTS } from './runs.ts';

const DAY_SLOTS = 1440 / GRID_MINUTES;

/**
 * Slot in which work begun at or after `from` ends, by the crew that can begin first; the planned one if it can. It is begun
 * when as much as was planned fits their hours; days on which one of them is away are lost. A coat that takes longer is
 * finished all the same, other work within reason.
 */
export function workedUntil(
  a: Activity,
  from: number,
  work: number,
  slots: number,
  free: Float64Array,
  isAway: (p: number, slot: number) => boolean,
): number {
  const planned = Math.max(1, Math.ceil(a.work));
  if (a.crews[0]!.people.length === 0) return from + a.work;
  let best = slots;
  let chosen: Activity['crews'][number] | null = null;
  for (const crew of a.crews) {
    let at = from;
    for (const p of crew.people) at = Math.max(at, Math.ceil(free[p]!));
    if (at >= best) continue;
    const start = begin(a, crew, at, planned, slots, isAway);
    if (start >= best) continue;
    best = start;
    chosen = crew;
  }
  if (!chosen) return slots + 1;
  const end = endOf(a, chosen.calendar, best, planned, work, slots);
  for (const p of chosen.people) free[p] = end;
  return end;
}

function begin(
  a: Activity,
  crew: Activity['crews'][number],
  from: number,
  planned: number,
  slots: number,
  isAway: (p: number, slot: number) => boolean,
): number {
  for (let at = from, tries = 0; tries < 40; tries++) {
    const start = a.split ? nextSet(crew.calendar, at, slots) : firstRun(crew.calendar, at, planned, slots);
    if (start >= slots || !crew.people.some((p) => isAway(p, start))) return start;
    at = (Math.floor(start / DAY_SLOTS) + 1) * DAY_SLOTS;
  }
  return slots;
}

function endOf(a: Activity, calendar: Bits, start: number, planned: number, work: number, slots: number): number {
  if (!a.split) return start + work;
  const over = Math.max(0, work - planned);
  const inHours = over > OVERTIME_SLOTS ? work : Math.min(work, planned);
  const end = afterNth(calendar, start, inHours);
  return end < 0 ? slots + 1 : end + (work - inHours);
}
