import type { ChangeView, PieceView, PlanUpdate, ViewUpdate } from '@app/contract';
import { pieceOfStep } from '@app/core';
import type { Transaction } from 'sequelize';
import type { RowChange, TableName } from '../store/records.ts';
import { loadPieces, loadShopRows, type StoredShopRows } from '../store/shopStore.ts';

/** Rows that belong to a piece; all others are the shop's. */
const OF_PIECES: readonly TableName[] = ['pieces', 'steps', 'photos'];

/** What a command's rows made of a shop: only what they touched is read again. */
export type ShopAfter = {
  /** Pieces that are otherwise than before, or new, whole. */
  readonly pieces: readonly PieceView[];
  /** Pieces that left the shop, or are not there any more. */
  readonly gone: readonly string[];
  /** Null: nothing of the shop itself changed. */
  readonly shop:
    | (Omit<StoredShopRows, 'workshop'> & { readonly workshop: Omit<StoredShopRows['workshop'], 'revision'> })
    | null;
};

export async function shopAfter(
  workshopId: string,
  rows: readonly RowChange[],
  about: string | undefined,
  transaction: Transaction,
): Promise<ShopAfter> {
  const touched = [...new Set(rows.flatMap((r) => pieceOf(r, about)))];
  const pieces = await loadPieces(workshopId, touched, transaction);
  const there = new Set(pieces.map((p) => p.id));
  const isShop = rows.some((r) => !OF_PIECES.includes(r.table));
  return {
    pieces,
    gone: touched.filter((id) => !there.has(id)),
    shop: isShop ? withoutRevision((await loadShopRows(workshopId, transaction))!) : null,
  };
}

function withoutRevision({ workshop: { revision: _revision, ...workshop }, shop, versions }: StoredShopRows) {
  return { shop, versions, workshop };
}

/** The piece a row is of, if it is of one; a photo's is the one the change is about. */
function pieceOf({ table, id }: RowChange, about: string | undefined): string[] {
  if (table === 'pieces') return [id];
  if (table === 'steps') return [pieceOfStep(id)];
  return table === 'photos' && about !== undefined ? [about] : [];
}

/** What a change made of the view, for whoever made it. @param base the revision before */
export const updateOf = (
  base: number,
  change: ChangeView,
  { undone = [], redone = [] }: { readonly undone?: readonly string[]; readonly redone?: readonly string[] },
  { pieces, gone, shop }: ShopAfter,
  plan: PlanUpdate | null,
): ViewUpdate => ({ base, now: change.at, change, undone, redone, pieces, gone, shop, plan });
