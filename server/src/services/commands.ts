import { isDeepStrictEqual } from 'node:util';
import type { ChangeView, CommandAnswer } from '@app/contract';
import { type PieceMove, type Plan, type Problem, problemOf } from '@app/core';
import type { Sequelize, Transaction } from 'sequelize';
import type { Clock } from '../clock.ts';
import { ApiError } from '../errors.ts';
import type { Planner } from '../jobs/planner.ts';
import type { Logger } from 'pino';
import {
  ChangeRow,
  type Fields,
  PlanRow,
  type RowChange,
  TABLES,
  type TableName,
  WorkshopRow,
} from '../store/models.ts';
import { currentPlan, loadShop, toDate } from '../store/shopStore.ts';

/** What services are given. */
export type Deps = {
  readonly sequelize: Sequelize;
  readonly planner: Planner;
  readonly clock: Clock;
  readonly log: Logger;
  /** Tells every open browser of a workshop that it changed. */
  readonly announce: (workshopId: string, revision: number) => void;
};
export type Actor = {
  readonly workshopId: string;
  readonly name: string;
  readonly role: 'owner' | 'helper';
  /** Has seen that a told promise moves, and wants it. */
  readonly consents: boolean;
};

/** Signs changes made by the passing of time. */
export const CLOCK_NAME = 'Mokume';

export type Command = {
  readonly id: string;
  /** Writes rows through the recorder; says what was done, in words for the log. */
  readonly run: (rows: Recorder) => Promise<Done>;
};
export type Done = {
  readonly summary: string;
  readonly piece?: string;
  /** Pieces whose own steps or dates changed; the plan is worked out again around them. */
  readonly touched?: readonly string[];
  readonly planning: 'repair' | 'afresh' | 'none';
  /** Piece for which those whose date nobody was told wait. */
  readonly goesFirst?: string;
  readonly undoes?: string;
  /** Made by the passing of time, not by a person. */
  readonly isAutomatic?: boolean;
  /** Happened already, so the plan must follow whatever it moves; what is only wished asks first. */
  readonly hasHappened?: boolean;
  /** Take this plan, made on the plan with that number. */
  readonly adopt?: { readonly plan: Plan; readonly base: number };
  /** Put back this plan instead of working one out. */
  readonly restorePlan?: number;
  /** Checks the new plan before anything is saved. @throws {ApiError} to refuse */
  readonly accept?: (plan: PlanRow['plan']) => void;
};

/**
 * Carries out one command: in one transaction that holds the workshop's row, once per command id, with the plan
 * worked out and verified before anything is saved, and the change recorded.
 * @throws {ApiError} when refused; nothing is saved then
 */
export async function carryOut(deps: Deps, actor: Actor, command: Command): Promise<CommandAnswer> {
  const answer = await deps.sequelize.transaction(async (transaction) => {
    const workshop = await WorkshopRow.findByPk(actor.workshopId, { transaction, lock: transaction.LOCK.UPDATE });
    if (!workshop) throw new ApiError('NOT_FOUND');
    const before = await ChangeRow.findOne({ where: { workshop_id: actor.workshopId, id: command.id }, transaction });
    if (before) return { change: changeView(before), revision: workshop.revision };
    const rows = new Recorder(actor.workshopId, transaction);
    const done = await command.run(rows);
    const plans = await planFor(deps, actor, done, transaction);
    const revision = workshop.revision + 1;
    const change = await ChangeRow.create(
      {
        id: command.id,
        workshop_id: actor.workshopId,
        number: revision,
        user_name: actor.name,
        at: toDate(deps.clock.now()),
        summary: done.summary,
        piece_id: done.piece ?? null,
        rows: rows.changes,
        moves: plans.moves,
        plan_before: plans.before,
        plan_after: plans.after,
        undoes: done.undoes ?? null,
        undone_by: null,
      },
      { transaction },
    );
    await WorkshopRow.update({ revision }, { where: { id: actor.workshopId }, transaction });
    return { change: changeView(change), revision };
  });
  deps.announce(actor.workshopId, answer.revision);
  return answer;
}

type Plans = { readonly before: number; readonly after: number; readonly moves: readonly PieceMove[] };

async function planFor(deps: Deps, actor: Actor, done: Done, transaction: Transaction): Promise<Plans> {
  const current = await currentPlan(actor.workshopId, transaction);
  if (done.planning === 'none') return { before: current.number, after: current.number, moves: [] };
  const stored = await loadShop(actor.workshopId, transaction);
  const problem = problemOf(stored!.shop, stored!.pieces, deps.clock.now());
  const old =
    done.restorePlan === undefined
      ? null
      : await PlanRow.findOne({ where: { workshop_id: actor.workshopId, number: done.restorePlan }, transaction });
  const task = {
    problem,
    previous: done.adopt?.plan ?? old?.plan ?? current.plan,
    touched: done.touched ?? [],
    goesFirst: done.goesFirst ?? null,
    mode: done.adopt ? ('check' as const) : done.planning === 'afresh' ? ('afresh' as const) : ('repair' as const),
    movesSince: done.isAutomatic ? null : await planBeforeWaiting(actor.workshopId, transaction),
  };
  if (done.adopt && done.adopt.base !== current.number) throw new ApiError('OLD_PROPOSAL');
  const result = await deps.planner.solve(task);
  if (result.kind === 'refused' && done.adopt) throw new ApiError('OLD_PROPOSAL');
  if (result.kind === 'refused') {
    deps.log.warn({ reasons: result.reasons }, 'plan refused');
    throw new ApiError('PLAN_REFUSED', { detail: result.reasons.slice(0, 3).join(' ') });
  }
  done.accept?.(result.plan);
  if (done.hasHappened !== true && done.isAutomatic !== true && !actor.consents)
    mustSparePromises(problem, current.plan, result);
  const number = current.number + 1;
  await PlanRow.create(
    { workshop_id: actor.workshopId, number, made_at: toDate(deps.clock.now()), plan: result.plan },
    { transaction },
  );
  return { before: current.number, after: number, moves: result.moves };
}

/** @throws {ApiError} MOVES_PROMISE when a piece whose date was told becomes late, or later than it was */
function mustSparePromises(
  problem: Problem,
  before: Plan | null,
  result: { plan: Plan; moves: readonly PieceMove[] },
): void {
  const late = (plan: Plan, id: string, due: number) => Math.max(0, (plan.ready[id] ?? problem.horizon) - due);
  const moved = problem.pieces.some(
    (p) =>
      p.promised &&
      p.due !== null &&
      before?.ready[p.id] !== undefined &&
      late(result.plan, p.id, p.due) > late(before, p.id, p.due),
  );
  if (moved) throw new ApiError('MOVES_PROMISE', { moves: result.moves });
}

/**
 * The plan as it was before Mokume itself pushed it right for want of a tap. What a tap then moves is counted from
 * there, so that "two hours late" shows all it cost and not only the last five minutes. Null: nothing was pushed.
 */
async function planBeforeWaiting(workshopId: string, transaction: Transaction): Promise<PlanRow['plan'] | null> {
  const newest = await ChangeRow.findAll({
    where: { workshop_id: workshopId },
    order: [['number', 'DESC']],
    limit: 50,
    transaction,
  });
  const firstByPerson = newest.findIndex((c) => c.user_name !== CLOCK_NAME);
  const pushes = firstByPerson === -1 ? newest : newest.slice(0, firstByPerson);
  const before = pushes.at(-1)?.plan_before;
  if (before === undefined || before === null) return null;
  const row = await PlanRow.findOne({ where: { workshop_id: workshopId, number: before }, transaction });
  return row?.plan ?? null;
}

/** Nothing but the plan changed: another one was taken. */
export const isOnlyPlan = (c: ChangeRow): boolean =>
  c.rows.length === 0 && c.user_name !== CLOCK_NAME && (c.plan_before ?? 0) > 0 && c.plan_before !== c.plan_after;

export function changeView(c: ChangeRow): ChangeView {
  return {
    id: c.id,
    at: Math.round(c.at.getTime() / 60_000),
    by: c.user_name,
    summary: c.summary,
    moves: c.moves,
    undone: c.undone_by !== null,
    undoable: c.undone_by === null && (c.rows.length > 0 || isOnlyPlan(c)),
    piece: c.piece_id,
  };
}

/** Writes rows of one workshop within a transaction and remembers each before and after. */
export class Recorder {
  readonly changes: RowChange[] = [];
  readonly workshopId: string;
  readonly transaction: Transaction;

  constructor(workshopId: string, transaction: Transaction) {
    this.workshopId = workshopId;
    this.transaction = transaction;
  }

  /** The row's fields without workshop and id, or null. */
  async read(table: TableName, id: string): Promise<(Fields & { readonly version: number }) | null> {
    const row = await modelOf(table).findOne({
      where: this.#key(table, id),
      transaction: this.transaction,
      // A picture is megabytes, and never part of a change.
      ...(table === 'photos' ? { attributes: { exclude: ['picture'] } } : {}),
    });
    return row ? fieldsOf(row.get({ plain: true }) as Fields) : null;
  }

  async insert(table: TableName, id: string, fields: Fields): Promise<void> {
    await modelOf(table).create(
      { ...fields, ...this.#key(table, id), version: fields['version'] ?? 0 },
      { transaction: this.transaction },
    );
    this.changes.push({ table, id, before: null, after: storable({ ...fields, version: fields['version'] ?? 0 }) });
  }

  /**
   * @param version what the sender saw; undefined: whatever is there
   * @throws {ApiError} NOT_FOUND, or STALE_VERSION saying who changed what
   */
  async update(table: TableName, id: string, fields: Fields, version?: number): Promise<void> {
    const before = await this.read(table, id);
    if (!before) throw new ApiError('NOT_FOUND');
    if (version !== undefined && version !== before.version)
      throw new ApiError('STALE_VERSION', { detail: await this.#whoChanged(table, id) });
    const changed = Object.fromEntries(
      Object.entries(storable(fields)).filter(([k, v]) => !isDeepStrictEqual(v, storable(before)[k])),
    );
    if (Object.keys(changed).length === 0) return;
    await modelOf(table).update(
      { ...fields, version: before.version + 1 },
      { where: this.#key(table, id), transaction: this.transaction },
    );
    const was = Object.fromEntries(Object.keys(changed).map((k) => [k, storable(before)[k]]));
    this.changes.push({ table, id, before: was, after: changed });
  }

  async remove(table: TableName, id: string): Promise<void> {
    const before = await this.read(table, id);
    if (!before) throw new ApiError('NOT_FOUND');
    await modelOf(table).destroy({ where: this.#key(table, id), transaction: this.transaction });
    this.changes.push({ table, id, before: storable(before), after: null });
  }

  #key(table: TableName, id: string): Record<string, string> {
    return table === 'workshops' ? { id: this.workshopId } : { id, workshop_id: this.workshopId };
  }

  async #whoChanged(table: TableName, id: string): Promise<string> {
    const recent = await ChangeRow.findAll({
      where: { workshop_id: this.workshopId },
      order: [['number', 'DESC']],
      limit: 200,
      transaction: this.transaction,
    });
    const last = recent.find((c) => c.rows.some((r) => r.table === table && r.id === id));
    return last ? `${last.user_name} changed it: ${last.summary}` : 'It was changed in the meantime.';
  }
}

/** Any model by table name; their attribute types differ, the calls do not. */
export const modelOf = (table: TableName) =>
  TABLES[table] as unknown as typeof import('sequelize').Model & { new (): import('sequelize').Model };

function fieldsOf(row: Fields): Fields & { readonly version: number } {
  const { workshop_id: _workshop, id: _id, ...rest } = row;
  return rest as Fields & { readonly version: number };
}

/** As it would come back from JSON: dates become text, so that before and after can be compared. */
export const storable = (fields: Fields): Fields => JSON.parse(JSON.stringify(fields)) as Fields;
