import { placePiece, removePiece } from '../engine/schedule/serialSgs.ts';
import { isFree } from '../engine/search/freePieces.ts';
import type { Plan } from '../model/model.ts';
import type { Draft } from './draft.ts';
import { type Queued, queueOf, shiftRight } from './rightShift.ts';
import { withBaseline } from './stability.ts';

/**
 * Takes out of the schedule what of pieces has a place that have none for all of their steps: they cannot be ready, so that they are to be in
 * nobody's way.
 * @returns which they are, and what puts them back, each step where it was or as soon after as it can be, and more of
 *   them where there is room now
 */
export function withoutPartial(draft: Draft, plan: Plan): readonly [Uint8Array, putBack: () => void] {
  const { schedule, compiled } = draft;
  const { model } = compiled;
  const isPartial = (k: number) => model.pieces[k]!.steps.some((i) => schedule.start[i]! < 0);
  const partial = model.pieces.map((_, k) => k).filter((k) => isPartial(k) && isFree(model, k));
  for (const k of partial) removePiece(schedule, k);
  const putBack = () => {
    const remembering = withBaseline(draft, plan);
    const hadPlace = ({ i }: Queued) => plan.steps[compiled.steps[i]!.id] !== undefined;
    shiftRight(remembering, queueOf(remembering, partial, plan).filter(hadPlace), plan);
    for (const k of partial) placePiece(schedule, remembering.scratch, k, model.pieces[k]!.steps, Infinity);
  };
  return [Uint8Array.from(model.pieces, (_, k) => Number(partial.includes(k))), putBack];
}
