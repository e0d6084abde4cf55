import { GRID_MINUTES } from '../../calendar/grid.ts';
import { type CompiledProblem, compileProblem } from '../compile/compile.ts';
import type { ResourceCache } from '../compile/shopResources.ts';
import { doneSlot, newPartialSchedule, type PartialSchedule } from '../engine/schedule/partialSchedule.ts';
import { newScratch, type Scratch } from '../engine/schedule/serialSgs.ts';
import type { Placement, Plan, Problem } from '../model/model.ts';

/** A plan in the making. */
export type Draft = {
  readonly compiled: CompiledProblem;
  readonly schedule: PartialSchedule;
  readonly scratch: Scratch;
};

/**
 * @param previous only tells where steps under way stand
 * @param cache of the shop; the draft made with it before is not to be used any more
 */
export function newDraft(problem: Problem, previous: Plan | null, cache?: ResourceCache): Draft {
  const compiled = compileProblem(problem, previous, undefined, cache?.resourcesOf(problem));
  const schedule = newPartialSchedule(compiled.model);
  return { compiled, schedule, scratch: newScratch(compiled.steps.length, true) };
}

/** Where a placed step stands, in instants; undefined when it is not placed. */
export function placementOf(draft: Draft, i: number): Placement | undefined {
  const { compiled, schedule } = draft;
  const step = compiled.steps[i]!;
  const happened = compiled.fixed.get(step.id);
  if (happened) return happened;
  const start = schedule.start[i]!;
  if (start < 0) return undefined;
  const mode = compiled.model.steps[i]!.modes[schedule.mode[i]!]!;
  const end = schedule.end[i]!;
  return {
    start: compiled.origin + start * GRID_MINUTES,
    end: compiled.origin + end * GRID_MINUTES,
    people: mode.crews[schedule.crew[i]!]!.map((p) => compiled.people[p]!.id),
    stations: compiled.places[mode.place]!,
    dry: mode.film ? mode.film.stages(end) : {},
  };
}

/** Slot in which a piece is wholly done, or the end of the plan while a step of it has no place. */
export function doneOf(draft: Draft, piece: number): number {
  const { schedule, compiled } = draft;
  let done = 0;
  for (const i of compiled.model.pieces[piece]!.steps) {
    if (schedule.start[i]! < 0) return compiled.model.slots;
    done = Math.max(done, doneSlot(schedule, i));
  }
  return done;
}
