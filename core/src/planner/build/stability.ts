import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { Draft } from './draft.ts';
import type { EngineStep } from '../engine/engineModel.ts';
import { type Plan } from '../model/model.ts';
import { PLANNING_DEFAULTS } from '../model/preferences.ts';
import { modeOf } from './modeOf.ts';

/**
 * The draft with steps that know where `plan` has them, so that moving them costs something.
 * @param times how much more it costs than a little time in the shop is worth
 */
export function withBaseline({ compiled, schedule, scratch }: Draft, plan: Plan, times = 1): Draft {
  const { problem } = compiled;
  const { stability } = problem.preferences ?? PLANNING_DEFAULTS.preferences;
  const steps = compiled.model.steps.map((e, i): EngineStep => {
    const at = plan.steps[compiled.steps[i]!.id];
    const found = at && !e.fixed ? modeOf(compiled, i, at) : null;
    if (!found) return e;
    const start = Math.floor((at!.start - compiled.origin) / GRID_MINUTES);
    const cost = times * stability * costOfPerturbation(at!.start - problem.now);
    return { ...e, baseline: { start, ...found, cost } };
  });
  const model = { ...compiled.model, steps };
  return { compiled: { ...compiled, model }, schedule: { ...schedule, model }, scratch };
}

/** What moving a step costs, in minutes of a piece's time in the shop: much for tomorrow, little for next month. */
function costOfPerturbation(ahead_minutes: number): number {
  if (ahead_minutes < 2 * 1440) return 240;
  return ahead_minutes < 7 * 1440 ? 60 : 10;
}
