import type { ChangeView, CommandAnswer } from '@app/contract';
import { type PieceMove, type Plan, planDiff, type Problem, problemOf, promisesMadeLater } from '@app/core';
import type { Logger } from 'pino';
import type { Sequelize, Transaction } from 'sequelize';
import type { Clock } from '../clock.ts';
import { ApiError } from '../errors.ts';
import type { Planner } from '../jobs/planner.ts';
import { appendChanges, type Change, changeById, newestChanges } from '../store/changes.ts';
import { addPlan, currentPlan, planNumbered } from '../store/plans.ts';
import { Recorder } from '../store/recorder.ts';
import { loadShop, type StoredShop } from '../store/shopStore.ts';
import type { Role } from '../store/users.ts';
import { lockRevision, setRevision } from '../store/workshops.ts';
import type { Offers } from './offers.ts';
import { updateOf } from './viewUpdate.ts';

/** What services are given. */
export type Deps = {
  readonly sequelize: Sequelize;
  readonly planner: Planner;
  readonly clock: Clock;
  readonly log: Logger;
  readonly offers: Offers;
  /** Tells every open browser of a workshop that it changed. */
  readonly announce: (workshopId: string, revision: number) => void;
};
/** Somebody signed in. */
export type Actor = {
  readonly workshopId: string;
  readonly userId: string;
  readonly name: string;
  readonly role: Role;
  readonly personId: string | null;
  /** Has seen that a promised date moves, and wants it. */
  readonly consents: boolean;
};
/** Who makes a change: a person, or the passing of time. */
export type Author = Actor | { readonly workshopId: string; readonly isClock: true };
/** What the clock's own changes are signed with. */
const CLOCK_NAME = 'Mokume';

export type Command = {
  readonly id: string;
  /** Writes rows through the recorder; says what was done, in words for the log. */
  readonly run: (rows: Recorder) => Promise<Done>;
};
type Done = {
  readonly summary: string;
  readonly piece?: string;
  /** Pieces whose own steps or dates changed; the plan is worked out again around them. */
  readonly touched?: readonly string[];
  readonly planning: 'repair' | 'afresh' | 'none';
  /** Piece for which those whose date nobody was told wait. */
  readonly goesFirst?: string;
  readonly undoes?: string;
  /** Every change it takes back. */
  readonly undone?: readonly string[];
  /** Happened already, so the plan must follow whatever it moves; what is only wished asks first. */
  readonly hasHappened?: boolean;
  /** Take this plan, made on the plan with that number. */
  readonly adopt?: { readonly plan: Plan; readonly base: number };
  /** Put back this plan instead of working one out. */
  readonly restorePlan?: number;
  /** Checks the new plan before anything is saved. @throws {ApiError} to refuse */
  readonly accept?: (plan: Plan) => void;
};

/**
 * Carries out one command: in one transaction that holds the workshop's row, once per command id, with the plan
 * worked out and verified before anything is saved, and the change recorded.
 * @throws {ApiError} when refused; nothing is saved then
 */
export async function carryOut(deps: Deps, author: Author, command: Command): Promise<CommandAnswer> {
  const { workshopId } = author;
  const answer = await deps.sequelize.transaction(async (transaction) => {
    const before = await lockRevision(workshopId, transaction);
    if (before === null) throw new ApiError('NOT_FOUND');
    const known = await changeById(workshopId, command.id, transaction);
    if (known) return { change: changeView(known), revision: before, update: null };
    const rows = new Recorder(workshopId, transaction);
    const done = await command.run(rows);
    const plans = await planFor(deps, author, done, transaction);
    const revision = before + 1;
    const change: Change = {
      ...signature(author),
      id: command.id,
      number: revision,
      at: deps.clock.now(),
      summary: done.summary,
      piece: done.piece ?? null,
      rows: rows.changes,
      moves: plans.moves,
      planBefore: plans.before,
      planAfter: plans.after,
      undoes: done.undoes ?? null,
      undoneBy: null,
    };
    await appendChanges(workshopId, [change], transaction);
    await setRevision(workshopId, revision, transaction);
    const shown = changeView(change);
    const stored = plans.stored ?? (await loadShop(workshopId, transaction))!;
    const update = updateOf(before, shown, done, rows.changes, stored, plans);
    return { change: shown, revision, update };
  });
  deps.announce(workshopId, answer.revision);
  return answer;
}

const signature = (author: Author): Pick<Change, 'madeBy' | 'userId' | 'by'> =>
  'isClock' in author
    ? { madeBy: 'clock', userId: null, by: CLOCK_NAME }
    : { madeBy: 'person', userId: author.userId, by: author.name };

type Plans = {
  readonly before: number;
  readonly after: number;
  readonly moves: readonly PieceMove[];
  /** The plans themselves, and the shop as it was read for them; null where nothing was planned. */
  readonly plan: { readonly before: Plan | null; readonly after: Plan } | null;
  readonly stored: StoredShop | null;
};

async function planFor(deps: Deps, author: Author, done: Done, transaction: Transaction): Promise<Plans> {
  const { workshopId } = author;
  const current = await currentPlan(workshopId, transaction);
  if (done.planning === 'none')
    return { before: current.number, after: current.number, moves: [], plan: null, stored: null };
  if (done.adopt && done.adopt.base !== current.number) throw new ApiError('OLD_PROPOSAL');
  const stored = await loadShop(workshopId, transaction);
  const problem = problemOf(stored!.shop, stored!.pieces, deps.clock.now());
  const old = done.restorePlan === undefined ? null : await planNumbered(workshopId, done.restorePlan, transaction);
  const result = await deps.planner.solve({
    problem,
    previous: done.adopt?.plan ?? old ?? current.plan,
    touched: done.touched ?? [],
    goesFirst: done.goesFirst ?? null,
    mode: done.adopt ? 'check' : done.planning,
  });
  if (result.kind === 'refused' && done.adopt) throw new ApiError('OLD_PROPOSAL');
  if (result.kind === 'refused') {
    deps.log.warn({ reasons: result.reasons }, 'plan refused');
    throw new ApiError('PLAN_REFUSED', { detail: result.reasons.slice(0, 3).join(' ') });
  }
  const { plan } = result;
  done.accept?.(plan);
  const isClock = 'isClock' in author;
  const since = (isClock ? null : await planBeforeWaiting(workshopId, transaction)) ?? current.plan;
  const moves = planDiff(problem, since, plan);
  if (!isClock && done.hasHappened !== true && !author.consents) mustSparePromises(problem, current.plan, plan, moves);
  const number = current.number + 1;
  await addPlan(workshopId, number, plan, deps.clock.now(), transaction);
  return { before: current.number, after: number, moves, plan: { before: current.plan, after: plan }, stored };
}

/** @throws {ApiError} MOVES_PROMISE when a piece whose date was told becomes late, or later than it was */
function mustSparePromises(problem: Problem, before: Plan | null, after: Plan, moves: readonly PieceMove[]): void {
  if (promisesMadeLater(problem, before, after).length > 0) throw new ApiError('MOVES_PROMISE', { moves });
}

/**
 * The plan as it was before Mokume itself pushed it right for want of a tap. What a tap then moves is counted from
 * there, so that "two hours late" shows all it cost and not only the last five minutes. Null: nothing was pushed.
 */
async function planBeforeWaiting(workshopId: string, transaction: Transaction): Promise<Plan | null> {
  const newest = await newestChanges(workshopId, 50, transaction);
  const firstByPerson = newest.findIndex((c) => c.madeBy === 'person');
  const pushes = firstByPerson === -1 ? newest : newest.slice(0, firstByPerson);
  const before = pushes.at(-1)?.planBefore;
  return before == null ? null : planNumbered(workshopId, before, transaction);
}

/** Nothing but the plan changed: another one was taken. */
export const isOnlyPlan = (c: Change): boolean =>
  c.rows.length === 0 && c.madeBy === 'person' && (c.planBefore ?? 0) > 0 && c.planBefore !== c.planAfter;

export const changeView = (c: Change): ChangeView => ({
  id: c.id,
  at: c.at,
  by: c.by,
  madeBy: c.madeBy,
  summary: c.summary,
  moves: c.moves,
  undone: c.undoneBy !== null,
  undoable: c.undoneBy === null && (c.rows.length > 0 || isOnlyPlan(c)),
  piece: c.piece,
});
