import { applyPieces, type ChangeView, type CommandAnswer, NO_PLAN_UPDATE, type PlanUpdate } from '@app/contract';
import type { PieceMove, Plan, Shop } from '@app/core';
import type { Logger } from 'pino';
import type { Sequelize, Transaction } from 'sequelize';
import type { Clock } from '../clock.ts';
import { ApiError } from '../errors.ts';
import type { Events } from '../events.ts';
import type { Planner } from '../jobs/planner.ts';
import { appendChanges, type Change, changeById, planBeforePushes } from '../store/changes.ts';
import { addPlan, planNumbered } from '../store/plans.ts';
import { Recorder } from '../store/recorder.ts';
import type { Role } from '../store/users.ts';
import { lockRevision, setRevision } from '../store/workshops.ts';
import { changeView } from './changeView.ts';
import type { KeptShop, KeptShops } from './keptShops.ts';
import type { Offers } from './offers.ts';
import { shopAfter, type ShopAfter, updateOf } from './shopAfter.ts';
import type { Turns } from './turns.ts';

/** What services are given. */
export type Deps = {
  readonly sequelize: Sequelize;
  readonly planner: Planner;
  readonly clock: Clock;
  readonly log: Logger;
  readonly offers: Offers;
  readonly shops: KeptShops;
  readonly turns: Turns;
  /** What a browser needs to be told of windows while no page is open. */
  readonly pushKey: string;
  /** Open browsers, told of every change. */
  readonly events: Pick<Events, 'announce' | 'end' | 'isWatched'>;
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
  /** Has tried it out, and wants the plan that was shown; not the one that moves least. */
  readonly wantsWhatWasTried: boolean;
  /** Digest of what is asked, so that a command's id used for something else is noticed. */
  readonly request: string;
};
/** Who makes a change: a person, or the passing of time. */
export type Author = Actor | { readonly workshopId: string; readonly isClock: true };
/** What the clock's own changes are signed with. */
const CLOCK_NAME = 'Mokume';

export type Command = {
  readonly id: string;
  /** Writes rows through the recorder; says what was done, in words for the log. Null: there is nothing to do. */
  readonly run: (rows: Recorder, before: KeptShop) => Promise<Done | null>;
};
export type Done = {
  readonly summary: string;
  readonly piece?: string;
  /** Pieces whose own steps or dates changed; the plan is worked out again around them. */
  readonly touched?: readonly string[];
  /** The plan is repaired, made from nothing, made so that all may move, or left as it is. */
  readonly planning: 'repair' | 'afresh' | 'anew' | 'none';
  /** Piece for which those whose date nobody was told wait. */
  readonly goesFirst?: string;
  readonly undoes?: string;
  /** Every change it takes back. */
  readonly undone?: readonly string[];
  /** Every change that is in effect again by it. */
  readonly redone?: readonly string[];
  /** Happened already, so the plan must follow whatever it moves; what is only wished asks first. */
  readonly hasHappened?: boolean;
  /** Only tells how work went; the plan moves others for it no more than it must. */
  readonly isTap?: boolean;
  /** Take this plan, made on the plan with that number. */
  readonly adopt?: { readonly plan: Plan; readonly base: number };
  /** Put back this plan, no copy of another, instead of working one out. */
  readonly restorePlan?: number;
  /** Checks the new plan before anything is saved. @throws {ApiError} to refuse */
  readonly accept?: (plan: Plan) => void;
};

/**
 * Carries out one command: in the shop's turn, in one transaction that holds the workshop's row, once per command id, with
 * the plan worked out and verified before anything is saved, and the change recorded.
 * @throws {ApiError} when refused; nothing is saved then
 */
export async function carryOut(deps: Deps, author: Author, command: Command): Promise<CommandAnswer> {
  const answer = await carryOutIfNeeded(deps, author, command);
  if (!answer) throw new Error('a command had nothing to do');
  return answer;
}

/** As `carryOut`, for what may have nothing to do; null then. */
export function carryOutIfNeeded(deps: Deps, author: Author, command: Command): Promise<CommandAnswer | null> {
  const { workshopId } = author;
  return deps.turns.take(workshopId, async () => {
    const carried = await deps.sequelize.transaction((transaction) => within(deps, author, command, transaction));
    if (!carried) return null;
    const { answer, before, planned } = carried;
    if (answer.update) {
      const announced = { revision: answer.revision, update: answer.update };
      deps.shops.change(workshopId, before!, planned, announced);
      deps.events.announce(workshopId, announced);
    }
    return answer;
  });
}

type Planned = Pick<KeptShop, 'planNumber' | 'plannedAt'>;
type Carried = { readonly answer: CommandAnswer; readonly before: KeptShop | null; readonly planned: Planned };
const NOT_PLANNED: Planned = { planNumber: 0, plannedAt: 0 };

async function within(deps: Deps, author: Author, command: Command, transaction: Transaction): Promise<Carried | null> {
  const { workshopId } = author;
  const base = await lockRevision(workshopId, transaction);
  if (base === null) throw new ApiError('NOT_FOUND');
  const known = await changeById(workshopId, command.id, transaction);
  if (known) return { answer: again(known, author, base), before: null, planned: NOT_PLANNED };
  const before = await deps.shops.within(workshopId, base, transaction);
  const rows = new Recorder(workshopId, transaction);
  const done = await command.run(rows, before);
  if (!done) return null;
  const after = await shopAfter(workshopId, rows.changes, done.piece, transaction);
  const plans = await planFor(deps, author, done, before, after, transaction);
  const change: Change = {
    ...signature(author),
    id: command.id,
    number: base + 1,
    at: deps.clock.now(),
    summary: done.summary,
    piece: done.piece ?? null,
    rows: rows.changes,
    moves: plans.moves,
    planBefore: before.planNumber,
    planAfter: plans.planned.planNumber,
    undoes: done.undoes ?? null,
    undoneBy: null,
    restoredPlan: done.restorePlan ?? null,
  };
  await appendChanges(workshopId, [change], transaction);
  await setRevision(workshopId, change.number, transaction);
  const shown: ChangeView = changeView(change);
  const update = updateOf(base, shown, done, after, plans.difference);
  return { answer: { change: shown, revision: change.number, update }, before, planned: plans.planned };
}

/** The answer to a command that was carried out before. @throws {ApiError} ID_USED when it was another one */
function again(known: Change, author: Author, revision: number): CommandAnswer {
  const isOther = !('isClock' in author) && known.request !== null && known.request !== author.request;
  if (isOther)
    throw new ApiError('ID_USED', { detail: `This id was used for “${known.summary}”. Send it with a new one.` });
  return { change: changeView(known), revision, update: null };
}

const signature = (author: Author): Pick<Change, 'madeBy' | 'userId' | 'by' | 'request'> =>
  'isClock' in author
    ? { madeBy: 'clock', userId: null, by: CLOCK_NAME, request: null }
    : { madeBy: 'person', userId: author.userId, by: author.name, request: author.request };

type Plans = {
  readonly planned: Planned;
  readonly moves: readonly PieceMove[];
  /** What it changed in the plan; null: nothing. */
  readonly difference: PlanUpdate | null;
};

async function planFor(
  deps: Deps,
  author: Author,
  done: Done,
  before: KeptShop,
  after: ShopAfter,
  transaction: Transaction,
): Promise<Plans> {
  const { workshopId } = author;
  const { view, planNumber } = before;
  if (done.planning === 'none') return { planned: before, moves: [], difference: null };
  if (done.adopt && done.adopt.base !== planNumber) throw new ApiError('OLD_PROPOSAL');
  const isClock = 'isClock' in author;
  // What has happened was tried out by nobody.
  const isTried = !isClock && author.wantsWhatWasTried && done.planning === 'repair' && done.hasHappened !== true;
  const old = done.restorePlan === undefined ? null : await planNumbered(workshopId, done.restorePlan, transaction);
  const shop: Shop = after.shop?.shop ?? view.shop;
  const plan = planNumber === 0 ? null : view.plan;
  const now = deps.clock.now();
  const result = await deps.planner.solve({
    workshopId,
    shop,
    pieces: applyPieces(view.pieces, after),
    plan,
    now,
    instead: done.adopt?.plan ?? old,
    since: isClock ? null : await planBeforeWaiting(workshopId, transaction),
    touched: done.touched ?? [],
    isTap: done.isTap === true,
    goesFirst: done.goesFirst ?? null,
    mode: done.adopt ? 'check' : isTried ? 'tried' : done.planning,
    look: 1,
  });
  if (result.kind === 'refused' && done.adopt) throw new ApiError('OLD_PROPOSAL');
  if (result.kind === 'refused') {
    deps.log.warn({ reasons: result.reasons }, 'plan refused');
    throw new ApiError('PLAN_REFUSED', { detail: result.reasons.slice(0, 3).join(' ') });
  }
  done.accept?.(result.plan);
  if (!isClock && done.hasHappened !== true && !author.consents && result.makesPromisesLater)
    throw new ApiError('MOVES_PROMISE', { moves: result.moves });
  const number = planNumber + 1;
  await addPlan(
    workshopId,
    { number, plan: result.plan, difference: plan && (result.difference ?? NO_PLAN_UPDATE) },
    now,
    transaction,
  );
  const planned = { planNumber: number, plannedAt: now };
  return { planned, moves: result.moves, difference: result.difference };
}

/**
 * The plan as it was before Mokume itself pushed it right for want of a tap. What a tap then moves is counted from
 * there, so that "two hours late" shows all it cost and not only the last five minutes. Null: nothing was pushed.
 */
async function planBeforeWaiting(workshopId: string, transaction: Transaction): Promise<Plan | null> {
  const before = await planBeforePushes(workshopId, transaction);
  return before === null ? null : planNumbered(workshopId, before, transaction);
}
