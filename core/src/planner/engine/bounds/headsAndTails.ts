import { GRID_MINUTES } from '../../../calendar/grid.ts';
import { type PartialSchedule, clearSchedule, newPartialSchedule, readyAfter } from '../schedule/partialSchedule.ts';
import { seekMode } from '../schedule/seek.ts';
import { costOfDone, costOfMissing } from '../schedule/cost.ts';
import { type EngineModel, SPAN } from '../engineModel.ts';

/** Each piece as if no other were there: when a step may begin and the piece be done at best. */
export type HeadsAndTails = {
  readonly start: Float64Array;
  /** Slots from the end of a step to the end of its piece, at least. */
  readonly tail: Float64Array;
  readonly done: Float64Array;
  /** By piece: steps for which there is no place even alone. */
  readonly missing: Int32Array;
};

/** @see HeadsAndTails. Empties the schedule of the model. */
export function headsAndTailsOf(model: EngineModel): HeadsAndTails {
  const b = newPartialSchedule(model);
  const n = model.steps.length;
  const start = new Float64Array(n);
  const tail = tailsOf(model);
  const done = new Float64Array(model.pieces.length);
  const missing = new Int32Array(model.pieces.length);
  for (let k = 0; k < model.pieces.length; k++) {
    const own = model.pieces[k]!.steps;
    const ends = new Map<number, number[]>();
    for (const i of own) {
      const out = model.steps[i]!.fixed ? null : earliest(b, i, ends);
      start[i] = out ? out.start : model.steps[i]!.fixed!.start;
      done[k] = Math.max(done[k]!, out ? out.done : model.steps[i]!.fixed!.done);
      if (out) ends.set(i, out.ends);
      if (out?.ends.every((end) => end === Infinity)) missing[k]!++;
    }
    done[k] = Math.max(done[k]!, ownWork(model, k, start, tail));
  }
  clearSchedule(b);
  return { start, tail, done, missing };
}

/** Slots from the end of each step to the end of its piece, at least, by links and work alone. */
export function tailsOf(model: EngineModel): Float64Array {
  const tail = new Float64Array(model.steps.length);
  for (const { steps: own } of model.pieces)
    for (let n = own.length - 1; n >= 0; n--) {
      const i = own[n]!;
      const step = model.steps[i]!;
      tail[i] = Math.max(tail[i]!, step.cure);
      for (const p of step.preds)
        tail[p.step] = Math.max(tail[p.step]!, p.minSlots + (step.fixed ? 0 : leastSlots(model, i)) + tail[i]);
    }
  return tail;
}

/**
 * What each piece costs at best, alone in the shop, where steps for which there is no place even so have none in any plan;
 * lets a search give up early what cannot pay. Empties the schedule.
 * Cost: that of placing every step once in each mode
 */
export function leastCosts(model: EngineModel): Float64Array {
  const { done, missing } = headsAndTailsOf(model);
  const lastOf = (k: number) => (missing[k]! > 0 ? model.slots : done[k]!);
  return Float64Array.from(model.pieces, (p, k) => costOfMissing(missing[k]!) + costOfDone(p, lastOf(k)));
}

/** Fewest slots a step can take, in the fastest mode. */
export function leastSlots(model: EngineModel, i: number): number {
  const step = model.steps[i]!;
  const fastest = step.modes.reduce((most, w) => Math.max(most, w.speed), 0);
  return fastest === 0 || step.slots === 0 ? 0 : Math.min(step.slots, Math.floor(step.slots / fastest));
}

/** By mode, the first end of a step when only fixed steps compete with it; those it waits for at their own best. */
function earliest(b: PartialSchedule, i: number, ends: ReadonlyMap<number, readonly number[]>) {
  const { model } = b;
  const step = model.steps[i]!;
  let ready = readyAfter(
    b,
    step.preds.filter((p) => model.steps[p.step]!.fixed),
    step.earliest,
  );
  for (const p of step.preds) {
    const before = ends.get(p.step);
    if (!before) continue;
    let first = Infinity;
    before.forEach((end, w) => {
      const film = model.steps[p.step]!.modes[w]?.film;
      const at =
        p.stage >= 0 && film
          ? Math.ceil((film.minutes(p.stage, end) + p.min_minutes) / GRID_MINUTES)
          : end + p.minSlots;
      if (at < first) first = at;
    });
    if (first > ready) ready = first;
  }
  let start: number = model.slots;
  let done: number = model.slots;
  const out = step.modes.map((mode, w) => {
    if (ready >= model.slots || !seekMode(b, i, w, ready)) return Infinity;
    start = Math.min(start, b.found.start);
    const film = step.doneStage >= 0 ? mode.film : null;
    const { end } = b.found;
    done = Math.min(done, film ? Math.ceil(film.minutes(step.doneStage, end) / GRID_MINUTES) : end + step.cure);
    return end;
  });
  return { start, done, ends: out };
}

/** When a piece can be done at best, by its own work on a thing there is one of: some of it, what is before and after it. */
function ownWork(model: EngineModel, k: number, start: Float64Array, tail: Float64Array): number {
  const on = new Map<unknown, number[]>();
  for (const i of model.pieces[k]!.steps) {
    const { modes, fixed, sharesRoomWith } = model.steps[i]!;
    if (fixed || modes.length !== 1) continue;
    for (const t of modes[0]!.demands)
      if (
        (!t.isRoom || sharesRoomWith.length === 0) &&
        t.profile.capacity === t.units &&
        t.span !== SPAN.wet &&
        t.span !== SPAN.setting
      )
        on.set(t.profile, [...(on.get(t.profile) ?? []), i]);
  }
  let latest = 0;
  for (const steps of on.values()) {
    if (steps.length > MOST_TOGETHER) continue;
    for (const from of steps)
      for (const to of steps) {
        let work = 0;
        for (const i of steps) if (start[i]! >= start[from]! && tail[i]! >= tail[to]!) work += leastSlots(model, i);
        if (work > 0) latest = Math.max(latest, start[from]! + work + tail[to]!);
      }
  }
  return latest;
}
const MOST_TOGETHER = 60;
