import type { ChangeView } from '@app/contract';

/** A change like any other, as against one that took another back or put it back. */
const isOrdinary = (c: ChangeView) => c.undoes === null;
const isByPerson = (c: ChangeView) => c.madeBy === 'person';

/** It is in effect, and can be taken back. */
export const canUndo = (c: ChangeView): boolean => isOrdinary(c) && c.undoable && c.undoneBy === null;

/** The change that one step back takes back. @param changes newest first */
export const stepBack = (changes: readonly ChangeView[]): ChangeView | null =>
  changes.find((c) => isByPerson(c) && canUndo(c)) ?? null;

/**
 * The taking-back that one step forward takes back; null when nothing was taken back, or something else was done since.
 * @param changes newest first
 */
export function stepForward(changes: readonly ChangeView[]): ChangeView | null {
  const byId = new Map(changes.map((c) => [c.id, c]));
  // One that put a change back took back a taking-back; what lies beyond the list is taken to be a change.
  const isTakingBack = (c: ChangeView) => c.undoes !== null && (byId.get(c.undoes)?.undoes ?? null) === null;
  for (const c of changes) {
    if (!isByPerson(c) || c.undoneBy !== null) continue;
    if (isOrdinary(c)) return null;
    if (isTakingBack(c)) return c;
  }
  return null;
}

/** What took a change back, where that can be taken back in its turn. */
export const putBackBy = (change: ChangeView, changes: readonly ChangeView[]): ChangeView | null =>
  changes.find((c) => c.id === change.undoneBy && c.undoneBy === null && c.undoable) ?? null;
