import { placePiece, removePiece } from '../engine/schedule/serialSgs.ts';
import { isFree, isInWindow, partialPieces } from '../engine/search/selectPieces.ts';
import type { Plan } from '../model/model.ts';
import type { Draft } from './draft.ts';
import { type Queued, queueOf, shiftRight } from './rightShift.ts';
import { withBaseline } from './stability.ts';

/**
 * Takes out of the schedule what of pieces has a place that have none for all of their steps: they cannot be ready, so that they are to be in
 * nobody's way.
 * One with a window open stays where it stands: missed, that costs work whenever it goes on.
 * @returns which pieces are not to be moved meanwhile, and what puts them back, each step where it was or as soon after as it can be, and more of
 *   them where there is room now
 */
export function withoutPartial(draft: Draft, plan: Plan): readonly [Uint8Array, putBack: () => void] {
  const { schedule, compiled } = draft;
  const { model } = compiled;
  const partial = partialPieces(schedule).filter((k) => isFree(model, k));
  const taken = partial.filter((k) => !isInWindow(model, k));
  for (const k of taken) removePiece(schedule, k);
  const putBack = () => {
    const remembering = withBaseline(draft, plan);
    const hadPlace = ({ i }: Queued) => plan.steps[compiled.steps[i]!.id] !== undefined;
    shiftRight(remembering, queueOf(remembering, taken, plan).filter(hadPlace), plan);
    for (const k of taken) placePiece(schedule, remembering.scratch, k, model.pieces[k]!.steps, Infinity);
  };
  return [Uint8Array.from(model.pieces, (_, k) => Number(partial.includes(k))), putBack];
}
