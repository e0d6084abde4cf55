import type { Brief, RouteEdit } from '@app/core';
import { pieceFieldsOf, type PieceView } from '@app/contract';

/** A piece's route while its painter changes it: nothing is saved yet. */
export type RouteDraft = { readonly brief: Brief; readonly edits: readonly RouteEdit[] };

/** The piece as its form would send it, with another brief and other changes. */
export const pieceWith = (p: PieceView, { brief, edits }: RouteDraft) => ({
  ...pieceFieldsOf(p),
  version: p.version,
  brief,
  edits,
});
