import type { ChangesPage, LeftPieces, PieceView, ViewSince } from '@app/contract';
import { ApiError } from '../errors.ts';
import { changesBefore } from '../store/changes.ts';
import { loadLeft, loadPiece } from '../store/shopStore.ts';
import { changeView } from './changeView.ts';
import type { Actor, Deps } from './commands.ts';

/** JSON that is ready to be sent as it is. */
export class ReadyJson {
  readonly bytes: Buffer;
  constructor(bytes: Buffer) {
    this.bytes = bytes;
  }
}

/** The working view of a workshop: what is in it now. What left it, and older changes, are asked for in pages. */
export async function workshopView({ shops, clock }: Deps, me: Actor): Promise<ReadyJson> {
  const kept = await shops.now(me.workshopId);
  if (!kept) throw new ApiError('NOT_FOUND');
  const own = {
    me: { name: me.name, role: me.role, personId: me.personId },
    now: clock.now(),
    clockIsFixed: clock.isFixed,
  };
  // The rest is the same for everybody, and large: it is written once for each revision.
  const first = Buffer.from(`${JSON.stringify(own).slice(0, -1)},`);
  return new ReadyJson(Buffer.concat([first, shops.jsonOf(kept.view).subarray(1)]));
}

/** What happened since a revision somebody has. */
export async function viewSince({ shops }: Deps, workshopId: string, revision: number): Promise<ViewSince> {
  await shops.now(workshopId);
  return { updates: shops.since(workshopId, revision) };
}

/** Rows of a page. */
const PAGE = 50;

export async function leftPieces(
  workshopId: string,
  before: { readonly leftAt: number; readonly id: string } | null,
): Promise<LeftPieces> {
  const pieces = await loadLeft(workshopId, before, PAGE + 1);
  return { pieces: pieces.slice(0, PAGE), isAll: pieces.length <= PAGE };
}

/** One piece, also when it has left. @throws {ApiError} NOT_FOUND */
export async function pieceView(workshopId: string, id: string): Promise<PieceView> {
  const piece = await loadPiece(workshopId, id);
  if (!piece) throw new ApiError('NOT_FOUND');
  return piece;
}

/** Changes older than one. @param piece only those about it; null: all */
export async function olderChanges(workshopId: string, before: number, piece: string | null): Promise<ChangesPage> {
  const changes = await changesBefore(workshopId, { before, piece, limit: PAGE + 1 });
  return { changes: changes.slice(0, PAGE).map(changeView), isAll: changes.length <= PAGE };
}
