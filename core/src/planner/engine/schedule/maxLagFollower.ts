import { insert, latestFor, type PartialSchedule, readyFor, remove } from './partialSchedule.ts';
import { canStartAt, seek } from './seek.ts';

/**
 * The step that must follow another within a window and has no room in it when the other starts in a slot where it can;
 * -1: they all have room, or the step cannot start there at all. The step, and what comes after it on its piece, must be
 * out of the schedule.
 */
export function maxLagFollowerWithoutRoom(schedule: PartialSchedule, i: number, slot: number): number {
  const { steps, pieces } = schedule.model;
  const own = pieces[steps[i]!.piece]!.steps;
  const mustFollow = (k: number) => steps[k]!.preds.some((p) => p.step === i && p.maxSlots < Infinity);
  if (!own.some(mustFollow) || !canStartAt(schedule, i, slot)) return -1;
  const placed: number[] = [];
  const place = (k: number) => {
    const { start, end, hold, mode, crew } = schedule.found;
    insert(schedule, k, start, end, hold, mode, crew);
    placed.push(k);
  };
  place(i);
  const firstWithout = own.find((k) => {
    const step = steps[k]!;
    const isTied = step.preds.some((p) => placed.includes(p.step) && p.maxSlots < Infinity);
    // What waits for something else too may find room once that is placed.
    if (!isTied || step.rescue_minutes >= 0 || step.preds.some((p) => schedule.start[p.step]! < 0)) return false;
    if (!seek(schedule, k, readyFor(schedule, step)) || schedule.found.start > latestFor(schedule, step)) return true;
    place(k);
    return false;
  });
  for (const k of placed) remove(schedule, k);
  return firstWithout ?? -1;
}
