import { type ChangeView, planUpdate, type ViewUpdate } from '@app/contract';
import { EMPTY_PLAN, pieceOfStep, type Plan } from '@app/core';
import type { RowChange, TableName } from '../store/records.ts';
import type { StoredShop } from '../store/shopStore.ts';

/** Rows that belong to a piece; all others are the shop's. */
const OF_PIECES: readonly TableName[] = ['pieces', 'steps', 'photos'];

/** What a change made of the view, for whoever made it. @param base the revision before */
export function updateOf(
  base: number,
  change: ChangeView,
  done: { readonly piece?: string; readonly undone?: readonly string[] },
  rows: readonly RowChange[],
  { shop, workshop, versions, pieces }: StoredShop,
  { plan }: { readonly plan: { readonly before: Plan | null; readonly after: Plan } | null },
): ViewUpdate {
  const touched = new Set(rows.flatMap((r) => pieceOf(r, done.piece)));
  const { revision: _revision, ...shown } = workshop;
  const there = new Set(pieces.map((p) => p.id));
  return {
    base,
    now: change.at,
    change,
    undone: done.undone ?? [],
    pieces: pieces.filter((p) => touched.has(p.id)),
    gone: [...touched].filter((id) => !there.has(id)),
    shop: rows.some((r) => !OF_PIECES.includes(r.table)) ? { shop, workshop: shown, versions } : null,
    plan: plan && planUpdate(plan.before ?? EMPTY_PLAN, plan.after),
  };
}

/** The piece a row is of, if it is of one; a photo's is the one the change is about. */
function pieceOf({ table, id }: RowChange, about: string | undefined): string[] {
  if (table === 'pieces') return [id];
  if (table === 'steps') return [pieceOfStep(id)];
  return table === 'photos' && about !== undefined ? [about] : [];
}
