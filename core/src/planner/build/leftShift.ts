import { insert, latestFor, type PartialSchedule, readyFor, remove } from '../engine/schedule/partialSchedule.ts';
import { seek } from '../engine/schedule/seek.ts';
import type { Draft } from './draft.ts';

/** What is gained by less is not worth being somewhere else. */
const WORTH_MOVING_SLOTS = 12;
/** What moves makes room for others, also for some before it: hardly ever more than twice. */
const MOST_PASSES = 4;

/**
 * Steps that could begin an hour or more sooner, with everything else where it is, do: nobody stands idle while work waits that
 * they could do. What a window ties to another step, was given a time by hand, or would keep the floor longer stays.
 * Field term: left shift, until the schedule is semi-active
 * Cost: one search for a place for each step that could begin sooner by its links, in each pass
 */
export function leftShift({ schedule: b }: Draft): void {
  const { steps } = b.model;
  const isTied = new Uint8Array(steps.length);
  const successors: number[][] = steps.map(() => []);
  steps.forEach((s, k) => {
    for (const p of s.preds) {
      successors[p.step]!.push(k);
      if (p.maxSlots < Infinity) isTied[p.step] = 1;
    }
  });
  const loose = steps
    .map((_, i) => i)
    .filter((i) => !steps[i]!.fixed && b.start[i]! >= 0 && steps[i]!.pinSlot < 0 && !isTied[i]);
  for (let n = 0, isMoved = true; n < MOST_PASSES && isMoved; n++) isMoved = shiftOnce(b, loose, successors);
}

/** @returns whether anything moved */
function shiftOnce(b: PartialSchedule, loose: readonly number[], successors: readonly (readonly number[])[]): boolean {
  const { steps, pieces, floor } = b.model;
  let isMoved = false;
  for (const i of [...loose].sort((x, y) => b.start[x]! - b.start[y]! || x - y)) {
    const at = [b.start[i]!, b.end[i]!, b.hold[i]!, b.mode[i]!, b.crew[i]!] as const;
    const own = pieces[steps[i]!.piece]!;
    const begun = Math.min(...own.steps.map((j) => (b.start[j]! < 0 ? Infinity : b.start[j]!)));
    const ready = Math.max(readyFor(b, steps[i]!), floor && own.floor > 0 ? begun : 0);
    if (ready > at[0] - WORTH_MOVING_SLOTS) continue;
    remove(b, i);
    const isFound = seekInTime(b, i, ready);
    const { start, end, hold, mode, crew } = b.found;
    // Work in one go is not broken by a pause for it.
    const isUnbroken = end <= at[1] && end - start <= at[1] - at[0];
    const isSooner = isFound && isUnbroken && start <= at[0] - WORTH_MOVING_SLOTS;
    if (isSooner) insert(b, i, start, end, hold, mode, crew);
    // Laid sooner in a colder place it may be dry later: then what comes after it could not stay where it is.
    const isInTime = isSooner && successors[i]!.every((k) => b.start[k]! < 0 || readyFor(b, steps[k]!) <= b.start[k]!);
    isMoved ||= isInTime;
    if (isInTime) continue;
    if (isSooner) remove(b, i);
    insert(b, i, ...at);
  }
  return isMoved;
}

/** As `seek`; with the rescue's own work where the window is missed even so. */
function seekInTime(b: PartialSchedule, i: number, ready: number): boolean {
  const step = b.model.steps[i]!;
  if (!seek(b, i, ready)) return false;
  if (step.rescue_minutes < 0 || b.found.start <= latestFor(b, step)) return true;
  return seek(b, i, ready, step.rescue_minutes);
}
