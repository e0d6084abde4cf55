import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { Instant } from '../../quantities/units.ts';
import { insert, latestAfter, latestFor, readyFor } from '../engine/schedule/partialSchedule.ts';
import { seekOnly } from '../engine/schedule/seek.ts';
import { placeSteps } from '../engine/schedule/serialSgs.ts';
import type { Plan } from '../model/model.ts';
import type { Draft } from './draft.ts';

/** A step to be placed, where it was, and the order it is taken in. */
export type Queued = {
  readonly i: number;
  readonly piece: number;
  readonly isPiecePinned: boolean;
  readonly key: Instant;
};

/** Their steps in the order of their times in `previous`. */
export function queueOf({ compiled, scratch }: Draft, known: readonly number[], previous: Plan): Queued[] {
  const queue: (Queued & { readonly order: number })[] = [];
  for (const piece of known) {
    const own = compiled.model.pieces[piece]!.steps;
    const isPiecePinned = own.some((i) => compiled.model.steps[i]!.pinSlot >= 0 && !compiled.model.steps[i]!.fixed);
    const keys = new Map<string, Instant>();
    own.forEach((i, order) => {
      const step = compiled.steps[i]!;
      scratch.push[i] = 0;
      scratch.left![i] = 0;
      // A new step has no time of its own yet: it comes right after what it waits for.
      const waits = Math.max(0, ...step.after.map((l) => keys.get(l.step) ?? 0));
      const key = Math.max(previous.steps[step.id]?.start ?? 0, waits);
      keys.set(step.id, key);
      if (step.state.kind === 'planned') queue.push({ i, piece, isPiecePinned, key, order });
    });
  }
  return queue.sort((a, b) => a.key - b.key || a.piece - b.piece || a.order - b.order);
}

/** In the order of their times, each where it was or as soon after as it can: nothing overtakes. */
export function shiftRight(draft: Draft, queue: readonly Queued[], previous: Plan): void {
  // Pieces with a pinned time go first, so that a step of another piece shifting right goes round the pin.
  for (const q of [...queue.filter((x) => x.isPiecePinned), ...queue.filter((x) => !x.isPiecePinned)])
    if (isToPlace(draft, q.i) && !stay(draft, q.i)) fitAfter(draft, q, previous);
}

export const isToPlace = ({ schedule, scratch }: Draft, i: number) => schedule.start[i]! < 0 && !scratch.left![i];

/** Puts a step where it was. @returns false when it cannot be there any more, or not yet */
export function stay({ schedule, compiled }: Draft, i: number): boolean {
  const engine = compiled.model.steps[i]!;
  const { baseline } = engine;
  // A pin that can be kept is not kept by staying elsewhere.
  if (!baseline || (engine.pinSlot >= 0 && baseline.start !== engine.pinSlot)) return false;
  if (!engine.preds.every((p) => schedule.start[p.step]! >= 0) || readyFor(schedule, engine) > baseline.start)
    return false;
  // What it waits for may have come sooner, so that its window has passed by its old time: then it takes a rescue first.
  const isPast = baseline.start > latestFor(schedule, engine) && engine.rescue_minutes >= 0;
  // A window that must hold moves one of the two; only what has begun can have closed it for good.
  if (!isPast && baseline.start > latestAfter(schedule, engine.preds, Infinity)) return false;
  if (!seekOnly(schedule, i, baseline.mode, baseline.crew, baseline.start, isPast ? engine.rescue_minutes : 0))
    return false;
  const { start, end, hold, mode, crew } = schedule.found;
  insert(schedule, i, start, end, hold, mode, crew);
  return true;
}

/** Places a step, after what its piece has in the schedule, as soon after its old time as it can. */
export function fitAfter({ schedule, compiled, scratch }: Draft, { i, piece }: Queued, previous: Plan): void {
  const own = compiled.model.pieces[piece]!.steps;
  for (const k of own)
    if (schedule.start[k]! < 0) {
      const old = previous.steps[compiled.steps[k]!.id]?.start ?? 0;
      const { pinSlot } = compiled.model.steps[k]!;
      scratch.push[k] = pinSlot >= 0 ? 0 : Math.max(0, Math.floor((old - compiled.origin) / GRID_MINUTES));
    }
  const order = own.filter((k) => schedule.start[k]! >= 0 || k === i);
  placeSteps(schedule, scratch, order, 0, Infinity);
}
