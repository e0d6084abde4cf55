import type { Instant, PieceMove } from '@app/core';
import { col, fn, Op, type Transaction } from 'sequelize';
import { ChangeRow } from './models.ts';
import { toDate, toInstant } from './moments.ts';
import type { RowChange, TableName } from './records.ts';

/** One thing that was done, with every row it changed and the plans before and after it. */
export type Change = {
  readonly id: string;
  /** The workshop's revision it made. */
  readonly number: number;
  readonly madeBy: 'person' | 'clock';
  /** Null: the clock, or somebody who is not known any more. */
  readonly userId: string | null;
  /** Their name then. */
  readonly by: string;
  readonly at: Instant;
  readonly summary: string;
  readonly piece: string | null;
  readonly rows: readonly RowChange[];
  readonly moves: readonly PieceMove[];
  readonly planBefore: number | null;
  readonly planAfter: number | null;
  readonly undoes: string | null;
  readonly undoneBy: string | null;
  /** The plan after it is this earlier one, put back; null: it is a plan of its own. */
  readonly restoredPlan: number | null;
  /** Digest of what was asked; null: not known, or made by the clock. */
  readonly request: string | null;
};

const changeOf = (c: ChangeRow): Change => ({
  id: c.id,
  number: c.number,
  madeBy: c.made_by,
  userId: c.user_id,
  by: c.user_name,
  at: toInstant(c.at),
  summary: c.summary,
  piece: c.piece_id,
  rows: c.rows,
  moves: c.moves,
  planBefore: c.plan_before,
  planAfter: c.plan_after,
  undoes: c.undoes,
  undoneBy: c.undone_by,
  restoredPlan: c.restored_plan,
  request: c.request,
});

export async function changeById(workshopId: string, id: string, transaction: Transaction): Promise<Change | null> {
  const row = await ChangeRow.findOne({ where: { workshop_id: workshopId, id }, transaction });
  return row && changeOf(row);
}

/** Newest first. */
export async function newestChanges(workshopId: string, limit: number, transaction?: Transaction): Promise<Change[]> {
  const rows = await ChangeRow.findAll({
    where: { workshop_id: workshopId },
    order: [['number', 'DESC']],
    limit,
    transaction: transaction ?? null,
  });
  return rows.map(changeOf);
}

/**
 * The number of the plan before Mokume itself pushed it for want of a tap, since a person last changed something; null when
 * it did not.
 */
export async function planBeforePushes(workshopId: string, transaction: Transaction): Promise<number | null> {
  const [byPerson] = await ChangeRow.findAll({
    where: { workshop_id: workshopId, made_by: 'person' },
    attributes: ['number'],
    order: [['number', 'DESC']],
    limit: 1,
    transaction,
  });
  const [first] = await ChangeRow.findAll({
    where: { workshop_id: workshopId, made_by: 'clock', number: { [Op.gt]: byPerson?.number ?? 0 } },
    attributes: ['plan_before'],
    order: [['number', 'ASC']],
    limit: 1,
    transaction,
  });
  return first?.plan_before ?? null;
}

/** Workshops in which something was done last, the newest first. */
export async function lastChangedWorkshops(most: number): Promise<string[]> {
  const rows = await ChangeRow.findAll({
    attributes: ['workshop_id'],
    group: ['workshop_id'],
    order: [[fn('max', col('at')), 'DESC']],
    limit: most,
    raw: true,
  });
  return rows.map((r) => r.workshop_id);
}

/** Older changes than one, newest first. @param piece only those about it; null: all */
export async function changesBefore(
  workshopId: string,
  { before, piece, limit }: { readonly before: number; readonly piece: string | null; readonly limit: number },
): Promise<Change[]> {
  const rows = await ChangeRow.findAll({
    where: {
      workshop_id: workshopId,
      number: { [Op.lt]: before },
      ...(piece === null ? {} : { piece_id: piece }),
    },
    order: [['number', 'DESC']],
    limit,
  });
  return rows.map(changeOf);
}

/** All changes after one, in order. */
export async function changesAfter(workshopId: string, number: number, transaction: Transaction): Promise<Change[]> {
  const rows = await ChangeRow.findAll({
    where: { workshop_id: workshopId, number: { [Op.gt]: number } },
    order: [['number', 'ASC']],
    transaction,
  });
  return rows.map(changeOf);
}

/** The newest change of one row among the last few hundred; null: none. */
export async function lastChangeOf(
  workshopId: string,
  table: TableName,
  id: string,
  transaction: Transaction,
): Promise<Change | null> {
  const recent = await newestChanges(workshopId, 200, transaction);
  return recent.find((c) => c.rows.some((r) => r.table === table && r.id === id)) ?? null;
}

export async function appendChanges(
  workshopId: string,
  changes: readonly Change[],
  transaction: Transaction,
): Promise<void> {
  await ChangeRow.bulkCreate(
    changes.map((c) => ({
      id: c.id,
      workshop_id: workshopId,
      number: c.number,
      made_by: c.madeBy,
      user_id: c.userId,
      user_name: c.by,
      at: toDate(c.at),
      summary: c.summary,
      piece_id: c.piece,
      rows: c.rows,
      moves: c.moves,
      plan_before: c.planBefore,
      plan_after: c.planAfter,
      undoes: c.undoes,
      undone_by: c.undoneBy,
      restored_plan: c.restoredPlan,
      request: c.request,
    })),
    { transaction },
  );
}

/** The changes one took back that are still taken back by it, newest first. */
export async function changesUndoneBy(workshopId: string, by: string, transaction: Transaction): Promise<Change[]> {
  const rows = await ChangeRow.findAll({
    where: { workshop_id: workshopId, undone_by: by },
    order: [['number', 'DESC']],
    transaction,
  });
  return rows.map(changeOf);
}

/** The plan a plan is: itself, or the earlier one it is a copy of. */
export async function planItself(workshopId: string, number: number, transaction: Transaction): Promise<number> {
  const row = await ChangeRow.findOne({
    where: { workshop_id: workshopId, plan_after: number, restored_plan: { [Op.ne]: null } },
    attributes: ['restored_plan'],
    transaction,
  });
  return row?.restored_plan ?? number;
}

/** @param by the change that took it back; null: it is in effect again */
export async function markUndone(
  workshopId: string,
  id: string,
  by: string | null,
  transaction: Transaction,
): Promise<void> {
  await ChangeRow.update({ undone_by: by }, { where: { workshop_id: workshopId, id }, transaction });
}
