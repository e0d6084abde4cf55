import type { EngineModel } from '../engineModel.ts';
import type { PartialSchedule } from '../schedule/partialSchedule.ts';
import { weightyOf } from './excess.ts';

/**
 * Whether a piece may be taken out of the schedule for a while: others must not take a time it was given by hand, nor floor it
 * stands on already.
 */
export function isFree({ pieces, steps, floor }: EngineModel, k: number): boolean {
  const p = pieces[k]!;
  return (
    !(floor && p.isHere) &&
    p.steps.some((i) => !steps[i]!.fixed) &&
    p.steps.every((i) => steps[i]!.fixed || steps[i]!.pinSlot < 0)
  );
}

/** Pieces with steps that have no place, so that they cannot be ready. */
export const partialPieces = ({ start, model }: PartialSchedule): number[] =>
  model.pieces.map((_, k) => k).filter((k) => model.pieces[k]!.steps.some((i) => start[i]! < 0));

/** Whether what was done has opened a window that one of its steps is to be in. */
export const isInWindow = ({ pieces, steps }: EngineModel, k: number): boolean =>
  pieces[k]!.steps.some((i) => !steps[i]!.fixed && steps[i]!.latest < Infinity);

/** Pieces without a date, or whose date is not one of the weightiest. */
export function lighterPieces(model: EngineModel, among: readonly number[]): number[] {
  const isWeighty = weightyOf(model);
  return among.filter((k) => !isWeighty[k] || model.pieces[k]!.due === Infinity);
}
