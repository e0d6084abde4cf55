import { isDeepStrictEqual } from 'node:util';
import type { CommandAnswer } from '@app/contract';
import { ApiError } from '../errors.ts';
import { ChangeRow, type Fields, type RowChange } from '../store/models.ts';
import { currentPlan } from '../store/shopStore.ts';
import { type Actor, carryOut, type Deps, isOnlyPlan, type Recorder, storable } from './commands.ts';

/**
 * Takes a change back by appending one that restores the fields it set. If later changes touched the same fields,
 * it is refused with their names, or they are taken back too, newest first. The plan of before comes back when
 * nothing planned since; otherwise it is worked out again.
 */
export function undo(
  deps: Deps,
  actor: Actor,
  commandId: string,
  changeId: string,
  withDependents: boolean,
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: commandId,
    run: async (rows) => {
      const where = { workshop_id: actor.workshopId };
      const target = await ChangeRow.findOne({ where: { ...where, id: changeId }, transaction: rows.transaction });
      if (!target || (target.rows.length === 0 && !isOnlyPlan(target))) throw new ApiError('NOT_FOUND');
      if (target.undone_by !== null) throw new ApiError('ALREADY_UNDONE');
      const later = await ChangeRow.findAll({
        where,
        order: [['number', 'DESC']],
        limit: 500,
        transaction: rows.transaction,
      });
      const dependents = dependentsOf(target, later);
      if (dependents.length > 0 && !withDependents)
        throw new ApiError('UNDO_BLOCKED', {
          detail: `Later work depends on it: ${dependents.map((d) => `“${d.summary}”`).join(', ')}.`,
          dependents: dependents.map((d) => ({ id: d.id, summary: d.summary })),
        });
      for (const change of [...dependents, target]) {
        await restore(rows, change);
        await ChangeRow.update(
          { undone_by: commandId },
          { where: { ...where, id: change.id }, transaction: rows.transaction },
        );
      }
      const current = await currentPlan(actor.workshopId, rows.transaction);
      const oldest = target.plan_before;
      const untouched = current.number === (dependents[0] ?? target).plan_after;
      if (!untouched && isOnlyPlan(target))
        throw new ApiError('UNDO_BLOCKED', { detail: 'The plan has moved on since; the one before no longer fits.' });
      return {
        summary: `Undid: ${target.summary}${dependents.length > 0 ? ` and ${dependents.length} later` : ''}`,
        ...(target.piece_id === null ? {} : { piece: target.piece_id, touched: [target.piece_id] }),
        planning: target.plan_before === target.plan_after && dependents.length === 0 ? 'none' : 'repair',
        undoes: target.id,
        hasHappened: true,
        ...(untouched && oldest !== null && oldest > 0 ? { restorePlan: oldest } : {}),
      };
    },
  });
}

/** Later changes, newest first, that set a field the change (or one that depends on it) set. */
function dependentsOf(target: ChangeRow, newestFirst: readonly ChangeRow[]): ChangeRow[] {
  const reach = target.rows.map((r) => r);
  const found: ChangeRow[] = [];
  for (const change of [...newestFirst].reverse()) {
    if (change.number <= target.number || change.undone_by !== null || change.undoes !== null) continue;
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

async function restore(rows: Recorder, change: ChangeRow): Promise<void> {
  for (const row of [...change.rows].reverse()) {
    if (row.before === null) await rows.remove(row.table, row.id);
    else if (row.after === null) await rows.insert(row.table, row.id, row.before);
    else await restoreFields(rows, row, row.before, row.after);
  }
}

async function restoreFields(rows: Recorder, row: RowChange, before: Fields, after: Fields): Promise<void> {
  const now = await rows.read(row.table, row.id);
  if (!now) throw new ApiError('UNDO_BLOCKED', { detail: 'What it changed is not here any more.' });
  const moved = Object.keys(after).filter((k) => !isDeepStrictEqual(storable(now)[k], after[k]));
  if (moved.length > 0)
    throw new ApiError('UNDO_BLOCKED', { detail: `It was changed again since (${moved.join(', ')}).` });
  await rows.update(row.table, row.id, before);
}
