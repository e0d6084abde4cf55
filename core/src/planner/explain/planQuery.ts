import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { Instant } from '../../quantities/units.ts';
import { type Draft, newDraft } from '../build/draft.ts';
import { remove } from '../engine/schedule/partialSchedule.ts';
import { withFollowers } from '../engine/schedule/followers.ts';
import { type Plan, type Problem } from '../model/model.ts';
import { loadBaseline } from '../build/loadBaseline.ts';

/** A plan laid out once, so that questions about it cost a few scans each. */
export function queryPlan(problem: Problem, plan: Plan): Draft {
  const draft = newDraft(problem, plan);
  loadBaseline(draft, plan);
  return draft;
}

export const slotOf = (draft: Draft, at: Instant) => Math.ceil((at - draft.compiled.origin) / GRID_MINUTES);
export const instantOf = (draft: Draft, slot: number): Instant => draft.compiled.origin + slot * GRID_MINUTES;

/** Takes a step, and what comes after it on the piece, out of the schedule. @returns those steps */
export function withoutFollowers({ schedule, compiled }: Draft, i: number): number[] {
  const off = withFollowers(compiled.model, i);
  for (const k of off) if (!compiled.model.steps[k]!.fixed) remove(schedule, k);
  return off;
}
