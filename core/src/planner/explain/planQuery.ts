import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { ResourceCache } from '../compile/shopResources.ts';
import type { Instant } from '../../quantities/units.ts';
import { type Draft, newDraft } from '../build/draft.ts';
import { insert, remove } from '../engine/schedule/partialSchedule.ts';
import { withFollowers } from '../engine/schedule/followers.ts';
import { type Plan, type Problem } from '../model/model.ts';
import { loadBaseline } from '../build/loadBaseline.ts';

/**
 * A plan laid out once, so that questions about it cost a few scans each.
 * @param cache of the shop's resources; the draft made with it before is not to be used any more
 */
export function queryPlan(problem: Problem, plan: Plan, cache?: ResourceCache): Draft {
  const draft = newDraft(problem, plan, cache);
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

/** Asks something of a schedule from which a step and what comes after it are taken, and puts them back. */
export function askWithoutFollowers<T>(draft: Draft, i: number, ask: () => T): T {
  const { schedule, compiled } = draft;
  const { start, end, hold, mode, crew } = schedule;
  const kept = withFollowers(compiled.model, i)
    .filter((k) => !compiled.model.steps[k]!.fixed && start[k]! >= 0)
    .map((k) => [k, start[k]!, end[k]!, hold[k]!, mode[k]!, crew[k]!] as const);
  for (const [k] of kept) remove(schedule, k);
  try {
    return ask();
  } finally {
    for (const k of kept) insert(schedule, ...k);
  }
}
