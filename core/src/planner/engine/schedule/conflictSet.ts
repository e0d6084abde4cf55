import { RELAXATION, type Requirement } from '../engineModel.ts';
import { maxLagFollowerWithoutRoom } from './maxLagFollower.ts';
import { latestFor, type PartialSchedule, readyAfter } from './partialSchedule.ts';
import { canStartAt } from './seek.ts';

/**
 * What a start can be in conflict with: a requirement, what the step waits for (`order`), a window that has closed, or
 * what must follow it within a window (`after`).
 */
export type ConflictKind = Requirement | 'order' | 'window' | 'after';
const CONFLICT_KINDS: readonly ConflictKind[] = [
  'order',
  'window',
  'hours',
  'person',
  'space',
  'tool',
  'air',
  'dust',
  'after',
];

/**
 * The smallest set of requirements that together forbid a step to start in a slot: with any one of them relaxed the rest
 * would allow it. Empty when it may start then. The step, and what comes after it on its piece, must be out of the schedule.
 * Field term: irreducible infeasible subset, by the deletion filter (Chinneck & Dravnieks 1991)
 */
export function conflictSetAt(schedule: PartialSchedule, i: number, slot: number): ConflictKind[] {
  const engine = schedule.model.steps[i]!;
  const isAllowed = (kept: readonly ConflictKind[]) => {
    if (kept.includes('order') && slot < readyAfter(schedule, engine.preds, engine.unpinned)) return false;
    if (kept.includes('window') && engine.rescue_minutes < 0 && slot > latestFor(schedule, engine)) return false;
    const relaxed = CONFLICT_KINDS.reduce(
      (n, d) => n + (d in RELAXATION && !kept.includes(d) ? RELAXATION[d as Requirement] : 0),
      0,
    );
    // With anything relaxed the step may stand where others are, and what follows it cannot be tried.
    if (kept.includes('after')) return relaxed === 0 && canStartAt(schedule, i, slot) && hasRoomAfter;
    return canStartAt(schedule, i, slot, relaxed);
  };
  const hasRoomAfter = maxLagFollowerWithoutRoom(schedule, i, slot) < 0;
  let kept: readonly ConflictKind[] = CONFLICT_KINDS;
  if (isAllowed(kept)) return [];
  // The exotic go first, so that of several reasons the plainest is left.
  for (const d of [...CONFLICT_KINDS].reverse()) {
    const fewer = kept.filter((k) => k !== d);
    if (!isAllowed(fewer)) kept = fewer;
  }
  return [...kept];
}
