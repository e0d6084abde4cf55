import type { Instant, Plan, Shop } from '@app/core';
import { dequal } from 'dequal/lite';
import type { ChangeView, PieceView, WorkshopView } from './view.ts';

/** What of a plan differs from another; null in a record: it is not there any more. */
export type PlanUpdate = {
  readonly steps: Readonly<Record<string, Plan['steps'][string] | null>>;
  readonly ready: Readonly<Record<string, number | null>>;
  /** Null: as before. */
  readonly unplanned: Plan['unplanned'] | null;
  readonly notices: Plan['notices'] | null;
};

/** What one change made of a view: enough to bring one of the revision before up to date without asking for it again. */
export type ViewUpdate = {
  /** The revision it can be laid upon. */
  readonly base: number;
  /** The server's clock when it was made. */
  readonly now: Instant;
  readonly change: ChangeView;
  /** Earlier changes that it took back. */
  readonly undone: readonly string[];
  /** Earlier changes that are in effect again by it. */
  readonly redone: readonly string[];
  /** Pieces that are otherwise than before, or new, whole. */
  readonly pieces: readonly PieceView[];
  readonly gone: readonly string[];
  /** The shop, when something of it changed. */
  readonly shop: {
    readonly shop: Shop;
    readonly workshop: WorkshopView['workshop'];
    readonly versions: WorkshopView['versions'];
  } | null;
  /** Null: the plan is the same. */
  readonly plan: PlanUpdate | null;
};

/** Whatever order its keys are in: what comes from the database has them in another. */
const isSame = (a: unknown, b: unknown) => a === b || dequal(a, b);

/** What of `after` differs from `before`; null when nothing does. */
export function planUpdate(before: Plan, after: Plan): PlanUpdate | null {
  if (before === after) return null;
  const steps = differences(before.steps, after.steps);
  const ready = differences(before.ready, after.ready);
  const unplanned = isSame(before.unplanned, after.unplanned) ? null : after.unplanned;
  const notices = isSame(before.notices, after.notices) ? null : after.notices;
  if (!unplanned && !notices && Object.keys(steps).length + Object.keys(ready).length === 0) return null;
  return { steps, ready, unplanned, notices };
}

function differences<T>(
  before: Readonly<Record<string, T>>,
  after: Readonly<Record<string, T>>,
): Record<string, T | null> {
  const out: Record<string, T | null> = {};
  for (const [k, v] of Object.entries(after)) if (!isSame(before[k], v)) out[k] = v;
  for (const k of Object.keys(before)) if (!(k in after)) out[k] = null;
  return out;
}

function laidUpon<T>(
  before: Readonly<Record<string, T>>,
  update: Readonly<Record<string, T | null>>,
): Record<string, T> {
  const out: Record<string, T> = { ...before };
  for (const [k, v] of Object.entries(update))
    if (v === null) delete out[k];
    else out[k] = v;
  return out;
}

/** The plan each update was laid upon last, and what came of it; goes with the update. */
const laid = new WeakMap<PlanUpdate, { readonly plan: Plan; readonly result: Plan }>();

/** A plan with an update laid upon it. Of the very same two it is the very same plan, so that nobody has to compare it again. */
export function applyPlanUpdate(plan: Plan, update: PlanUpdate): Plan {
  const known = laid.get(update);
  if (known?.plan === plan) return known.result;
  const result: Plan = {
    steps: laidUpon(plan.steps, update.steps),
    ready: laidUpon(plan.ready, update.ready),
    unplanned: update.unplanned ?? plan.unplanned,
    notices: update.notices ?? plan.notices,
  };
  laid.set(update, { plan, result });
  return result;
}
/** Nothing differs. */
export const NO_PLAN_UPDATE: PlanUpdate = { steps: {}, ready: {}, unplanned: null, notices: null };

/** Changes a view shows. */
export const MOST_CHANGES = 100;

/** A shop's pieces after some of them changed, came or went; by id. Those that stay are the very same. */
export function applyPieces(
  pieces: readonly PieceView[],
  after: Pick<ViewUpdate, 'pieces' | 'gone'>,
): readonly PieceView[] {
  if (after.pieces.length + after.gone.length === 0) return pieces;
  const changed = new Map(after.pieces.map((p) => [p.id, p]));
  const known = new Set(pieces.map((p) => p.id));
  const gone = new Set(after.gone);
  return [
    ...pieces.filter((p) => !gone.has(p.id)).map((p) => changed.get(p.id) ?? p),
    ...after.pieces.filter((p) => !known.has(p.id)),
  ].sort((a, b) => (a.id < b.id ? -1 : 1));
}

/** What of a view is the same for everybody of a workshop, whenever they look. */
export type SharedView = Omit<WorkshopView, 'me' | 'now' | 'clockIsFixed'>;

/** A view with a change laid upon it; null when it is not of the revision before, and must be asked for anew. */
export function applyUpdate<V extends SharedView>(view: V, update: ViewUpdate, revision: number): V | null {
  if (view.revision !== update.base) return null;
  const undoneBy = new Map<string, string | null>([
    ...update.undone.map((id) => [id, update.change.id] as const),
    ...update.redone.map((id) => [id, null] as const),
  ]);
  const changes = view.changes.map((c) => (undoneBy.has(c.id) ? { ...c, undoneBy: undoneBy.get(c.id) ?? null } : c));
  const { plan } = update;
  return {
    ...view,
    ...update.shop,
    revision,
    ...('now' in view ? { now: update.now } : {}),
    pieces: applyPieces(view.pieces, update),
    changes: [update.change, ...changes].slice(0, MOST_CHANGES),
    plan: plan ? applyPlanUpdate(view.plan, plan) : view.plan,
  };
}
