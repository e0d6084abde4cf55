import {
  applyFix,
  type Brief,
  type Conflict,
  conflictsOf,
  type EditedRoute,
  editedRoute,
  type Fix,
  isForced,
  meansOf,
  type RouteInput,
  templateById,
  wallClock,
} from '@app/core';
import type { PieceView, WorkshopView } from '@app/contract';
import type { RouteDraft } from './pieceWith.ts';

export type DraftView = {
  readonly input: RouteInput;
  readonly built: EditedRoute;
  readonly route: EditedRoute;
  readonly conflicts: readonly Conflict[];
};

const inputOf = (piece: PieceView, brief: Brief, view: WorkshopView): RouteInput => ({
  template: templateById.get(piece.template)!,
  dimensions: piece.dimensions,
  survey: piece.survey,
  brief,
  zones: piece.zoneChoice,
  kind: piece.kind,
  means: meansOf(view.shop),
});

/** The changed route beside the built one, and what does not go together in it. */
export function lookAt(draft: RouteDraft, piece: PieceView, view: WorkshopView): DraftView {
  const input = inputOf(piece, draft.brief, view);
  const route = editedRoute(input, draft.edits);
  const startsAt = (key: string) => {
    const at = view.plan.steps[`${piece.id}.${key}`];
    return at ? wallClock(view.shop.timeZone, at.start).minute : null;
  };
  return {
    input,
    // What went wrong and whom it waits for belongs to the piece, whatever its painter chooses.
    built: editedRoute(input, draft.edits.filter(isForced)),
    route,
    conflicts: conflictsOf(input, draft.edits, route, startsAt),
  };
}

/** A fix made to the draft. */
export function withFix(draft: RouteDraft, view: DraftView, fix: Fix): RouteDraft {
  const fixed = applyFix({ input: view.input, edits: draft.edits }, fix);
  return { brief: fixed.input.brief, edits: fixed.edits };
}
