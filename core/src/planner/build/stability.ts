import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { Draft } from './draft.ts';
import type { EngineStep } from '../engine/engineModel.ts';
import { newStep, withSteps } from '../engine/layouts.ts';
import { scheduleOf } from '../engine/schedule/partialSchedule.ts';
import { type Plan } from '../model/model.ts';
import { PLANNING_DEFAULTS } from '../model/preferences.ts';
import { modeOf } from './modeOf.ts';

/**
 * A plan that has stood for so long is what people know and keep to. Of what was planned since then they have hardly heard, so that
 * to move it costs nothing. A judgement of our own: long enough to enter a day's pieces, shorter than a coat.
 */
export const KNOWN_AFTER_MINUTES = 15;

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
    return newStep({ ...e, baseline: { start, ...found, cost } });
  });
  const model = withSteps(compiled.model, steps);
  return { compiled: { ...compiled, model }, schedule: scheduleOf(model, schedule), scratch };
}

/** What moving a step costs, in minutes of a piece's time in the shop: much for tomorrow, little for next month. */
function costOfPerturbation(ahead_minutes: number): number {
  if (ahead_minutes < 2 * 1440) return 240;
  return ahead_minutes < 7 * 1440 ? 60 : 10;
}
