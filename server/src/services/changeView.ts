import type { ChangeView } from '@app/contract';
import type { Change } from '../store/changes.ts';

/** Nothing but the plan changed: another one was taken. */
export const isOnlyPlan = (c: Change): boolean =>
  c.rows.length === 0 && c.madeBy === 'person' && (c.planBefore ?? 0) > 0 && c.planBefore !== c.planAfter;

/** A change as the log shows it. */
export const changeView = (c: Change): ChangeView => ({
  id: c.id,
  number: c.number,
  at: c.at,
  by: c.by,
  madeBy: c.madeBy,
  summary: c.summary,
  moves: c.moves,
  undoes: c.undoes,
  undoneBy: c.undoneBy,
  undoable: c.rows.length > 0 || isOnlyPlan(c),
  piece: c.piece,
});
