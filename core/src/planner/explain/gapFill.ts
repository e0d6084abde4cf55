import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { Instant } from '../../quantities/units.ts';
import { newStep, withSteps } from '../engine/layouts.ts';
import { setMasked } from '../engine/resources/bits.ts';
import { queryPlan, instantOf, slotOf } from './planQuery.ts';
import {
  type PartialSchedule,
  remove,
  insert,
  readyFor,
  scheduleOf,
  slotsOf,
} from '../engine/schedule/partialSchedule.ts';
import { seekOnly } from '../engine/schedule/seek.ts';
import type { Plan, Problem } from '../model/model.ts';
import { byUrgency } from '../model/byUrgency.ts';

/** Time somebody has, and where if that is fixed. */
export type Gap = {
  readonly person: string;
  readonly from: Instant;
  readonly minutes: number;
  readonly station?: string;
};
export type Filler = {
  readonly step: string;
  readonly piece: string;
  readonly end: Instant;
  readonly stations: readonly string[];
};

/**
 * Steps that one person could do in a stretch of free time instead of later, and that disturb nothing else: all of each
 * fits, its place and tool are free, and the windows of what follows it still hold. Whoever says they have time has it,
 * also after hours. The most pressing pieces first.
 */
export function gapFill(problem: Problem, plan: Plan, gap: Gap): Filler[] {
  const draft = queryPlan(problem, plan);
  const { compiled } = draft;
  // In the gap nobody goes home, so work that may be broken off is done in one go too.
  const steps = compiled.model.steps.map((s) => newStep({ ...s, split: false }));
  const schedule = scheduleOf(withSteps(compiled.model, steps), draft.schedule);
  const person = compiled.people.findIndex((p) => p.id === gap.person);
  const from = Math.max(slotOf(draft, gap.from), slotOf(draft, problem.now));
  const until = from + Math.floor(gap.minutes / GRID_MINUTES);
  if (person < 0) return [];
  const { free, idle } = compiled.model.people[person]!;
  setMasked(free, idle, from, until);
  const out: { filler: Filler; piece: number }[] = [];
  compiled.model.steps.forEach((engine, i) => {
    if (
      engine.fixed ||
      engine.pinSlot >= 0 ||
      schedule.start[i]! < until ||
      engine.preds.some((p) => schedule.start[p.step]! < 0)
    )
      return;
    const own = [
      schedule.start[i]!,
      schedule.end[i]!,
      schedule.hold[i]!,
      schedule.mode[i]!,
      schedule.crew[i]!,
    ] as const;
    remove(schedule, i);
    const found =
      readyFor(schedule, engine) <= from &&
      fits(schedule, i, person, from, until, (place) => !gap.station || compiled.places[place]!.includes(gap.station));
    if (found && keepsWindows(schedule, i, schedule.found.end))
      out.push({
        piece: engine.piece,
        filler: {
          step: compiled.steps[i]!.id,
          piece: compiled.pieces[engine.piece]!.id,
          end: instantOf(draft, schedule.found.end),
          stations: compiled.places[engine.modes[schedule.found.mode]!.place]!,
        },
      });
    insert(schedule, i, ...own);
  });
  return out
    .sort(
      (a, b) =>
        byUrgency(compiled.pieces[a.piece]!, compiled.pieces[b.piece]!) || (a.filler.step < b.filler.step ? -1 : 1),
    )
    .map((x) => x.filler);
}

function fits(
  b: PartialSchedule,
  i: number,
  person: number,
  from: number,
  until: number,
  isPlace: (place: number) => boolean,
): boolean {
  const step = b.model.steps[i]!;
  for (let w = 0; w < step.modes.length; w++) {
    const mode = step.modes[w]!;
    if (!isPlace(mode.place) || from + slotsOf(step, mode, 0) > until) continue;
    const crew = mode.crews.findIndex((c) => c.length === 1 && c[0] === person);
    if (crew >= 0 && seekOnly(b, i, w, crew, from) && b.found.end <= until) return true;
  }
  return false;
}

/** What must follow within a window would have to move when this comes earlier. */
function keepsWindows(b: PartialSchedule, i: number, end: number): boolean {
  const { model } = b;
  return model.pieces[model.steps[i]!.piece]!.steps.every((k) =>
    model.steps[k]!.preds.every((p) => p.step !== i || b.start[k]! < 0 || b.start[k]! <= end + p.maxSlots),
  );
}
