import type { Brief, RouteEdit } from '@app/core';
import type { PieceView } from '@app/contract';

/** A piece's route while its painter changes it: nothing is saved yet. */
export type RouteDraft = { readonly brief: Brief; readonly edits: readonly RouteEdit[] };

/** The piece as its form would send it, with another brief and other changes. */
export const pieceWith = (p: PieceView, { brief, edits }: RouteDraft) => ({
  version: p.version,
  name: p.name,
  kind: p.kind,
  client: p.client,
  template: p.template,
  dimensions: p.dimensions,
  survey: p.survey,
  zones: p.zoneChoice,
  arrival: p.arrival,
  due: p.due,
  promised: p.promised,
  brief,
  edits,
});
