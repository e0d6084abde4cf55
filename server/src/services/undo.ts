import { isDeepStrictEqual } from 'node:util';
import type { CommandAnswer } from '@app/contract';
import type { Transaction } from 'sequelize';
import { ApiError } from '../errors.ts';
import { type Change, changeById, changesAfter, changesUndoneBy, markUndone, planItself } from '../store/changes.ts';
import { type Recorder, storable } from '../store/recorder.ts';
import type { Columns, RowChange } from '../store/records.ts';
import { isOnlyPlan } from './changeView.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';
import { TABLE_ACCESS } from './tableAccess.ts';

/**
 * Takes a change back by appending one that restores the fields it set; or, of one that was taken back, puts it back by
 * taking back what did. If later changes touched the same fields, it is refused with their names, or they are taken back
 * too, newest first. The plan of before comes back when nothing planned since; otherwise it is worked out again.
 */
export function undo(
  deps: Deps,
  actor: Actor,
  changeId: string,
  input: { readonly commandId: string; readonly withDependents: boolean },
): Promise<CommandAnswer> {
  const { commandId, withDependents } = input;
  const { workshopId } = actor;
  return carryOut(deps, actor, {
    id: commandId,
    run: async (rows, { planNumber }) => {
      const target = await meantBy(workshopId, changeId, rows.transaction);
      if (!target || (target.rows.length === 0 && !isOnlyPlan(target))) throw new ApiError('NOT_FOUND');
      if (target.undoneBy !== null) throw new ApiError('ALREADY_UNDONE');
      const dependents = dependentsOf(target, await changesAfter(workshopId, target.number, rows.transaction));
      if (dependents.length > 0 && !withDependents)
        throw new ApiError('UNDO_BLOCKED', {
          detail: `Later work depends on it: ${dependents.map((d) => `“${d.summary}”`).join(', ')}.`,
          dependents: dependents.map((d) => ({ id: d.id, summary: d.summary })),
        });
      const taken = [...dependents, target];
      mustBeOwnToUndo(actor, taken);
      const back = target.undoes === null ? [] : await changesUndoneBy(workshopId, target.id, rows.transaction);
      for (const change of taken) {
        await restore(rows, change);
        await markUndone(workshopId, change.id, commandId, rows.transaction);
      }
      for (const change of back) await markUndone(workshopId, change.id, null, rows.transaction);
      const plan = await planBefore(workshopId, taken, planNumber, rows.transaction);
      if (plan === null && isOnlyPlan(target))
        throw new ApiError('UNDO_BLOCKED', { detail: 'The plan has moved on since; the one before no longer fits.' });
      const more = dependents.length > 0 ? ` and ${dependents.length} later` : '';
      return {
        summary: back.length > 0 ? `Put back: ${back.at(-1)!.summary}${more}` : `Undid: ${target.summary}${more}`,
        ...(target.piece === null ? {} : { piece: target.piece, touched: [target.piece] }),
        planning: target.planBefore === target.planAfter && dependents.length === 0 ? 'none' : 'repair',
        undoes: target.id,
        undone: taken.map((c) => c.id),
        redone: back.map((c) => c.id),
        hasHappened: true,
        ...(plan !== null && plan > 0 ? { restorePlan: plan } : {}),
      };
    },
  });
}

/** The change that is meant: of one that put another back, the one it put back. */
async function meantBy(workshopId: string, id: string, transaction: Transaction): Promise<Change | null> {
  const change = await changeById(workshopId, id, transaction);
  const undone = change?.undoes ? await changeById(workshopId, change.undoes, transaction) : null;
  return undone?.undoes ? changeById(workshopId, undone.undoes, transaction) : change;
}

/** The plan from before these changes, newest first; null when something was planned since. */
async function planBefore(
  workshopId: string,
  taken: readonly Change[],
  planNumber: number,
  transaction: Transaction,
): Promise<number | null> {
  const [newest, oldest] = [taken[0]!, taken.at(-1)!];
  if (newest.planAfter === null || oldest.planBefore === null) return null;
  const itself = (number: number) => planItself(workshopId, number, transaction);
  return (await itself(planNumber)) === (await itself(newest.planAfter)) ? itself(oldest.planBefore) : null;
}

/** Who may not make a change may not take it back either. @throws {ApiError} OWNER_ONLY */
function mustBeOwnToUndo({ role }: Actor, changes: readonly Change[]): void {
  const isOwners = changes.some((c) => c.rows.some((r) => TABLE_ACCESS[r.table] === 'owner'));
  if (isOwners && role !== 'owner') throw new ApiError('OWNER_ONLY');
}

/** Later changes, newest first, that set a field the change (or one that depends on it) set. */
function dependentsOf(target: Change, later: readonly Change[]): Change[] {
  const reach = [...target.rows];
  const found: Change[] = [];
  for (const change of later) {
    if (change.undoneBy !== null || change.undoes !== null) continue;
    if (!change.rows.some((r) => reach.some((t) => overlaps(t, r)))) continue;
    found.unshift(change);
    reach.push(...change.rows);
  }
  return found;
}

function overlaps(a: RowChange, b: RowChange): boolean {
  const isOwnStep =
    a.table === 'pieces' &&
    b.table === 'steps' &&
    b.id.startsWith(`${a.id}.`) &&
    (a.before === null || a.after === null);
  if (isOwnStep) return true;
  if (a.table !== b.table || a.id !== b.id) return false;
  if (a.before === null || a.after === null || b.before === null || b.after === null) return true;
  return Object.keys(a.after).some((k) => k in b.after!);
}

async function restore(rows: Recorder, change: Change): Promise<void> {
  for (const row of [...change.rows].reverse()) {
    if (row.before === null) await rows.remove(row.table, row.id);
    else if (row.after === null) await rows.insertColumns(row.table, row.id, row.before);
    else await restoreFields(rows, row, row.before, row.after);
  }
}

async function restoreFields(rows: Recorder, row: RowChange, before: Columns, after: Columns): Promise<void> {
  const now = await rows.columns(row.table, row.id);
  if (!now) throw new ApiError('UNDO_BLOCKED', { detail: 'What it changed is not here any more.' });
  const is = storable(now);
  const moved = Object.keys(after).filter((k) => !isDeepStrictEqual(is[k], after[k]));
  if (moved.length > 0)
    throw new ApiError('UNDO_BLOCKED', { detail: `It was changed again since (${moved.join(', ')}).` });
  await rows.updateColumns(row.table, row.id, before);
}
