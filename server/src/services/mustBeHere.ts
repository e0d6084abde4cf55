import { ApiError } from '../errors.ts';
import type { Recorder } from '../store/recorder.ts';
import type { Records } from '../store/records.ts';

/** A piece that is in the shop: on one that has left nothing is tapped or changed. @throws {ApiError} NOT_FOUND or PIECE_LEFT */
export async function mustBeHere(
  rows: Recorder,
  pieceId: string,
): Promise<Records['pieces'] & { readonly version: number }> {
  const piece = await rows.mustRead('pieces', pieceId);
  if (!piece.active)
    throw new ApiError('PIECE_LEFT', { detail: `“${piece.name}” has left the shop. Undo its leaving first.` });
  return piece;
}
