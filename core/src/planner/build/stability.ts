import type { Draft } from './draft.ts';
import type { EngineStep } from '../engine/engineModel.ts';
import { GRID_MINUTES, type Plan } from '../model/model.ts';
import { PLANNING_DEFAULTS } from '../model/preferences.ts';
import { wayOf } from './modeOf.ts';

/**
 * The draft with steps that know where `plan` has them, so that moving them costs something.
 * @param times how much more it costs than a little time in the shop is worth
 */
export function withHomes({ compiled, board, scratch }: Draft, plan: Plan, times = 1): Draft {
  const { problem } = compiled;
  const { calm } = problem.taste ?? PLANNING_DEFAULTS.taste;
  const steps = compiled.model.steps.map((e, i): EngineStep => {
    const at = plan.steps[compiled.steps[i]!.id];
    const found = at && !e.fixed ? wayOf(compiled, i, at) : null;
    if (!found) return e;
    const start = Math.floor((at!.start - compiled.origin) / GRID_MINUTES);
    const cost = times * calm * costOfMoving(at!.start - problem.now);
    return { ...e, home: { start, ...found, cost } };
  });
  const model = { ...compiled.model, steps };
  return { compiled: { ...compiled, model }, board: { ...board, model }, scratch };
}

/** What moving a step costs, in minutes of a piece's time in the shop: much for tomorrow, little for next month. */
function costOfMoving(ahead_minutes: number): number {
  if (ahead_minutes < 2 * 1440) return 240;
  return ahead_minutes < 7 * 1440 ? 60 : 10;
}
