import { GRID_MINUTES } from '../../../calendar/grid.ts';
import { clearRange, setMasked, setRange } from '../resources/bits.ts';
import type { EngineModel, EngineStep, Film, Mode, Pred } from '../engineModel.ts';
import { clearFloor } from '../resources/floor.ts';
import { clearProfile, consume } from '../resources/cumulativeProfile.ts';
import { consumeRoom } from './ownRoom.ts';
import { isUntilTouch, spanEnd, spanStart } from './spans.ts';
import { TrayLoads } from '../resources/trayLoads.ts';
import { addSetup, clearSetups, removeSetup } from '../resources/setupSequence.ts';

/** A schedule in the making: where each step stands, and everything it has booked. Slots; -1: not placed. */
export type PartialSchedule = {
  readonly model: EngineModel;
  readonly start: Int32Array;
  readonly end: Int32Array;
  /** Slot by which the film can be handled and its space is free again. */
  readonly hold: Int32Array;
  readonly mode: Int32Array;
  readonly crew: Int32Array;
  /** The only mode and crew a step may have while a search tries it so, by `modeLockOf`; -1: any. */
  readonly modeLock: Int32Array;
  /** What trays are in use when; null where nobody counts them. */
  readonly loads: TrayLoads | null;
  /** What the last search found; valid when it returned true. */
  readonly found: { start: number; end: number; hold: number; mode: number; crew: number };
};

export function newPartialSchedule(model: EngineModel): PartialSchedule {
  const n = model.steps.length;
  const schedule = scheduleOf(model, {
    start: new Int32Array(n),
    end: new Int32Array(n),
    hold: new Int32Array(n),
    mode: new Int32Array(n),
    crew: new Int32Array(n),
    modeLock: new Int32Array(n).fill(-1),
    loads: model.loadCost > 0 ? new TrayLoads() : null,
    found: { start: 0, end: 0, hold: 0, mode: 0, crew: 0 },
  });
  clearSchedule(schedule);
  return schedule;
}

/** A schedule's own rows for a model, made field by field in this place only: see `layouts.ts`. */
export const scheduleOf = (model: EngineModel, of: Omit<PartialSchedule, 'model'>): PartialSchedule => ({
  model,
  start: of.start,
  end: of.end,
  hold: of.hold,
  mode: of.mode,
  crew: of.crew,
  modeLock: of.modeLock,
  loads: of.loads,
  found: of.found,
});

const CREWS = 4096;
/** A mode and a crew in one number, for `PartialSchedule.modeLock`. */
export const modeLockOf = (mode: number, crew: number): number => mode * CREWS + (crew % CREWS);
export const lockedMode = (lock: number): number => Math.floor(lock / CREWS);
export const lockedCrew = (lock: number): number => lock % CREWS;

/** Frees everything but what is done or running. */
export function clearSchedule(b: PartialSchedule): void {
  const { model } = b;
  for (const p of model.people) {
    p.free.set(p.open);
    p.idle.fill(0);
    setRange(p.idle, 0, model.slots);
  }
  for (const profile of model.profiles) clearProfile(profile);
  for (const t of model.setups) clearSetups(t);
  if (model.floor) clearFloor(model.floor);
  b.loads?.clear();
  b.start.fill(-1);
  for (let i = 0; i < model.steps.length; i++) {
    const at = model.steps[i]!.fixed;
    if (at) insert(b, i, at.start, at.end, at.hold, 0, 0);
  }
}

/** Slots of work a step takes in one mode, with `extra_minutes` on top. */
export const slotsOf = (step: EngineStep, mode: Mode, extra_minutes: number): number =>
  mode.speed === 1 && extra_minutes === 0
    ? step.slots
    : Math.ceil((step.work_minutes / mode.speed + extra_minutes) / GRID_MINUTES - 1e-9);

export function insert(
  b: PartialSchedule,
  i: number,
  start: number,
  end: number,
  hold: number,
  mode: number,
  crew: number,
): void {
  const step = b.model.steps[i]!;
  b.start[i] = start;
  b.end[i] = end;
  b.hold[i] = hold;
  b.mode[i] = mode;
  b.crew[i] = crew;
  const w = step.modes[mode];
  if (!w) return;
  for (const p of w.crews[crew]!) {
    const person = b.model.people[p]!;
    clearRange(person.free, start, end);
    clearRange(person.idle, start, end);
  }
  bookSpace(b, i, w, 1);
  // Since when the tool is out of use counts for its clean-out, and which set-up came last.
  if (w.setups) addSetup(w.setups, step.fixed?.usedFrom ?? start, step.fixed?.usedUntil ?? end, step.group);
  if (b.loads && step.group >= 0) b.loads.add(step.group, start, end);
}

export function remove(b: PartialSchedule, i: number): void {
  const start = b.start[i]!;
  if (start < 0) return;
  const end = b.end[i]!;
  const step = b.model.steps[i]!;
  const w = step.modes[b.mode[i]!];
  if (!w) {
    b.start[i] = -1;
    return;
  }
  for (const p of w.crews[b.crew[i]!]!) {
    const person = b.model.people[p]!;
    setMasked(person.free, person.open, start, end);
    setRange(person.idle, start, end);
  }
  bookSpace(b, i, w, -1);
  b.start[i] = -1;
  if (w.setups) removeSetup(w.setups, start, end, step.group);
  if (b.loads && step.group >= 0) b.loads.remove(step.group, start, end);
}

/** Takes what a step that stands somewhere needs in places and tools, or gives it back. */
function bookSpace(b: PartialSchedule, i: number, w: Mode, sign: 1 | -1): void {
  const step = b.model.steps[i]!;
  const [start, end, hold] = [b.start[i]!, b.end[i]!, b.hold[i]!];
  const { demands } = w;
  for (let k = 0; k < demands.length; k++) {
    const d = demands[k]!;
    const from = spanStart(d.span, start, end);
    const until = step.fixed && isUntilTouch(d.span) ? step.fixed.touch : spanEnd(d.span, w, end, hold);
    if (d.isRoom && step.sharesRoomWith.length > 0) consumeRoom(b, i, d, from, until, sign);
    else consume(d.profile, from, until, sign * d.units);
  }
}
/** First slot a step may start in, by what it waits for. Every step it waits for must be placed. */
export const readyFor = (b: PartialSchedule, step: EngineStep): number => readyAfter(b, step.preds, step.earliest);

/** First slot from `earliest` on in which all of `preds` is there. */
export function readyAfter(b: PartialSchedule, preds: readonly Pred[], earliest: number): number {
  let at = earliest;
  for (const p of preds) {
    const film = p.stage < 0 ? null : b.model.steps[p.step]!.modes[b.mode[p.step]!]?.film;
    const ready = readyAfterEnd(p, film, b.end[p.step]!);
    if (ready > at) at = ready;
  }
  return at;
}

/** First slot in which a step may start after one that ends in a slot and leaves a film, or none. */
export const readyAfterEnd = (p: Pred, film: Film | null | undefined, end: number): number =>
  p.stage < 0 || !film ? end + p.minSlots : Math.ceil((film.minutes(p.stage, end) + p.min_minutes) / GRID_MINUTES);

/** Last slot a step may start in, by what it waits for. */
export const latestFor = (b: PartialSchedule, step: EngineStep): number => latestAfter(b, step.preds, step.latest);

/** Last slot until `latest` in which no window after any of `preds` has closed. */
export function latestAfter(b: PartialSchedule, preds: readonly Pred[], latest: number): number {
  let at = latest;
  for (const p of preds) if (b.end[p.step]! + p.maxSlots < at) at = b.end[p.step]! + p.maxSlots;
  return at;
}

/** Slot from which dust no longer sticks to a film that is placed; of one that is under way its whole hold is taken. */
export function dustFree(b: PartialSchedule, i: number): number {
  const step = b.model.steps[i]!;
  if (step.fixed) return step.fixed.touch;
  const film = step.modes[b.mode[i]!]?.film;
  return film ? Math.min(b.hold[i]!, film.touch(b.end[i]!)) : b.hold[i]!;
}

/** Slot in which a placed step is wholly done: cured enough for the piece to leave. */
export function doneSlot(b: PartialSchedule, i: number): number {
  const step = b.model.steps[i]!;
  if (step.fixed) return step.fixed.done;
  return doneAfterEnd(step, step.modes[b.mode[i]!]?.film, b.end[i]!);
}

/** The same of a step whose work ends in a slot and leaves a film, or none. */
export const doneAfterEnd = (step: EngineStep, film: Film | null | undefined, end: number): number =>
  film && step.doneStage >= 0 ? Math.ceil(film.minutes(step.doneStage, end) / GRID_MINUTES) : end + step.cure;
