import type { Draft } from './draft.ts';
import { put } from '../engine/schedule/partialSchedule.ts';
import { takeFloor } from '../engine/schedule/serialSgs.ts';
import { GRID_MINUTES, type Plan } from '../model/model.ts';
import { wayOf } from './modeOf.ts';

/** Puts a plan on the board as it is. Steps whose people or places are not there any more stay off it. */
export function onBoard(draft: Draft, plan: Plan): void {
  const { board, compiled } = draft;
  const { model } = compiled;
  const slot = (at: number) => Math.round((at - compiled.origin) / GRID_MINUTES);
  compiled.steps.forEach((step, i) => {
    const at = plan.steps[step.id];
    if (!at || model.steps[i]!.fixed) return;
    const found = wayOf(compiled, i, at);
    if (!found || at.start < compiled.origin) return;
    const way = model.steps[i]!.ways[found.way]!;
    const end = slot(at.end);
    const hold = way.film ? Math.min(model.slots, way.film.handle(end)) : end;
    put(board, i, slot(at.start), end, hold, found.way, found.crew);
  });
  model.pieces.forEach((_, k) => {
    if (model.pieces[k]!.steps.every((i) => board.start[i]! >= 0)) takeFloor(board, k, true);
  });
}
