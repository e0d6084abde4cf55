import type { Instant, Plan, Shop } from '@app/core';
import type { ChangeView, PieceView, WorkshopView } from './view.ts';

/** What of a plan differs from another; null in a record: it is not there any more. */
export type PlanUpdate = {
  readonly steps: Readonly<Record<string, Plan['steps'][string] | null>>;
  readonly ready: Readonly<Record<string, number | null>>;
  readonly unplanned: Plan['unplanned'];
  readonly notices: Plan['notices'];
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

const isSame = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b);

/** What of `after` differs from `before`; null when nothing does. */
export function planUpdate(before: Plan, after: Plan): PlanUpdate | null {
  const steps = differences(before.steps, after.steps);
  const ready = differences(before.ready, after.ready);
  const isAll = isSame(before.unplanned, after.unplanned) && isSame(before.notices, after.notices);
  if (isAll && Object.keys(steps).length + Object.keys(ready).length === 0) return null;
  return { steps, ready, unplanned: after.unplanned, notices: after.notices };
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

/** Changes a view shows. */
export const MOST_CHANGES = 60;

/** A view with a change laid upon it; null when it is not of the revision before, and must be asked for anew. */
export function applyUpdate(view: WorkshopView, update: ViewUpdate, revision: number): WorkshopView | null {
  if (view.revision !== update.base) return null;
  const undone = new Set(update.undone);
  const changed = new Map(update.pieces.map((p) => [p.id, p]));
  const known = new Set(view.pieces.map((p) => p.id));
  const gone = new Set(update.gone);
  const pieces = [
    ...view.pieces.filter((p) => !gone.has(p.id)).map((p) => changed.get(p.id) ?? p),
    ...update.pieces.filter((p) => !known.has(p.id)),
  ].sort((a, b) => (a.id < b.id ? -1 : 1));
  const changes = view.changes.map((c) => (undone.has(c.id) ? { ...c, undone: true, undoable: false } : c));
  const { plan } = update;
  return {
    ...view,
    ...update.shop,
    revision,
    now: update.now,
    pieces,
    changes: [update.change, ...changes].slice(0, MOST_CHANGES),
    plan: plan
      ? {
          steps: laidUpon(view.plan.steps, plan.steps),
          ready: laidUpon(view.plan.ready, plan.ready),
          unplanned: plan.unplanned,
          notices: plan.notices,
        }
      : view.plan,
  };
}
