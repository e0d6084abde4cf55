import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { Draft } from './draft.ts';
import { insert } from '../engine/schedule/partialSchedule.ts';
import { bookFloor } from '../engine/schedule/serialSgs.ts';
import { type Plan } from '../model/model.ts';
import { modeOf } from './modeOf.ts';

/** Puts a plan in the schedule as it is. Steps whose people or places are not there any more stay off it. */
export function loadBaseline(draft: Draft, plan: Plan): void {
  const { schedule, compiled } = draft;
  const { model } = compiled;
  const slot = (at: number) => Math.round((at - compiled.origin) / GRID_MINUTES);
  compiled.steps.forEach((step, i) => {
    const at = plan.steps[step.id];
    if (!at || model.steps[i]!.fixed) return;
    const found = modeOf(compiled, i, at);
    if (!found || at.start < compiled.origin) return;
    const mode = model.steps[i]!.modes[found.mode]!;
    const end = slot(at.end);
    const hold = mode.film ? Math.min(model.slots, mode.film.handle(end)) : end;
    insert(schedule, i, slot(at.start), end, hold, found.mode, found.crew);
  });
  model.pieces.forEach((_, k) => {
    if (model.pieces[k]!.steps.every((i) => schedule.start[i]! >= 0)) bookFloor(schedule, k, true);
  });
}
