import { GRID_MINUTES } from '../../calendar/grid.ts';
import { insert, remove } from '../engine/schedule/partialSchedule.ts';
import { bookFloor, placePiece, releaseFloor, removePiece } from '../engine/schedule/serialSgs.ts';
import { doneOf, type Draft } from './draft.ts';

/** A piece is pulled forward only when it, or its very next step, gains this much; less is not worth a change. */
export const WORTH_MOVING_MINUTES = 30;

/** Tries a piece again in whatever time is free now, and puts it back when that gains too little to be worth it. */
export function pullForward(draft: Draft, piece: number): void {
  const { schedule, compiled, scratch } = draft;
  const { steps, pieces, slots } = compiled.model;
  const own = pieces[piece]!.steps.filter((i) => !steps[i]!.fixed);
  const before = doneOf(draft, piece);
  const wasWhole = before < slots;
  const kept = own.map(
    (i) =>
      [
        i,
        schedule.start[i]!,
        schedule.end[i]!,
        schedule.hold[i]!,
        schedule.mode[i]!,
        schedule.crew[i]!,
        scratch.left![i]!,
      ] as const,
  );
  const next = kept.filter((k) => k[1] >= 0).sort((a, b) => a[1] - b[1])[0];
  removePiece(schedule, piece);
  const after = placePiece(schedule, scratch, piece, pieces[piece]!.steps, Infinity);
  const worth = WORTH_MOVING_MINUTES / GRID_MINUTES;
  // A time given by hand that was kept is not given up for being done sooner.
  const isPinLost = kept.some(([i, start]) => start === steps[i]!.pinSlot && start >= 0 && schedule.start[i] !== start);
  if (after >= 0 && !isPinLost) {
    const gain = next ? next[1] - schedule.start[next[0]]! : 0;
    if (!wasWhole || after <= before - worth || (after <= before && gain >= worth)) return;
  }
  if (after >= 0) releaseFloor(schedule, piece);
  for (const [i] of kept) remove(schedule, i);
  for (const [i, start, end, hold, mode, crew, left] of kept) {
    if (start >= 0) insert(schedule, i, start, end, hold, mode, crew);
    scratch.left![i] = left;
  }
  if (wasWhole) bookFloor(schedule, piece, true);
}
