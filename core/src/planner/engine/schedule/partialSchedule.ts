import { afterNth, clearRange, firstRun, lastClear, nextSet, setMasked, setRange } from '../resources/bits.ts';
import {
  CLASH,
  type EngineModel,
  type EngineStep,
  LIFT,
  SLOT_MINUTES,
  SPAN,
  type Span,
  type Way,
} from '../engineModel.ts';
import { emptyFloor } from '../resources/floor.ts';
import { empty, take } from '../resources/cumulativeProfile.ts';
import { TrayLoads } from '../resources/trayLoads.ts';
import { addTurn, clearTurns, fitTurn, removeTurn } from '../resources/setupSequence.ts';

/** A schedule in the making: where each step stands, and everything it has booked. Slots; -1: not placed. */
export type Board = {
  readonly model: EngineModel;
  readonly start: Int32Array;
  readonly end: Int32Array;
  /** Slot by which the film can be handled and its space is free again. */
  readonly hold: Int32Array;
  readonly way: Int32Array;
  readonly crew: Int32Array;
  /** The only way and crew a step may have while a search tries it so, by `wishOf`; -1: any. */
  readonly wish: Int32Array;
  /** What trays are in use when; null where nobody counts them. */
  readonly loads: TrayLoads | null;
  /** What the last search found; valid when it returned true. */
  readonly found: { start: number; end: number; hold: number; way: number; crew: number };
};

export function newBoard(model: EngineModel): Board {
  const n = model.steps.length;
  const board = {
    model,
    start: new Int32Array(n),
    end: new Int32Array(n),
    hold: new Int32Array(n),
    way: new Int32Array(n),
    crew: new Int32Array(n),
    wish: new Int32Array(n).fill(-1),
    loads: model.loadCost > 0 ? new TrayLoads() : null,
    found: { start: 0, end: 0, hold: 0, way: 0, crew: 0 },
  };
  clearBoard(board);
  return board;
}

const CREWS = 4096;
/** A way and a crew in one number, for `Board.wish`. */
export const wishOf = (way: number, crew: number): number => way * CREWS + (crew % CREWS);

/** Frees everything but what is done or running. */
export function clearBoard(b: Board): void {
  const { model } = b;
  for (const p of model.people) {
    p.free.set(p.open);
    p.idle.fill(0);
    setRange(p.idle, 0, model.slots);
  }
  for (const line of model.lines) empty(line);
  for (const t of model.turns) clearTurns(t);
  if (model.floor) emptyFloor(model.floor);
  b.loads?.clear();
  b.start.fill(-1);
  for (let i = 0; i < model.steps.length; i++) {
    const at = model.steps[i]!.fixed;
    if (at) put(b, i, at.start, at.end, at.hold, 0, 0);
  }
}

/** Slots of work a step takes in one way, with `extra_minutes` on top. */
export const slotsOf = (step: EngineStep, way: Way, extra_minutes: number): number =>
  way.speed === 1 && extra_minutes === 0
    ? step.slots
    : Math.ceil((step.work_minutes / way.speed + extra_minutes) / SLOT_MINUTES - 1e-9);

export function put(b: Board, i: number, start: number, end: number, hold: number, way: number, crew: number): void {
  const step = b.model.steps[i]!;
  b.start[i] = start;
  b.end[i] = end;
  b.hold[i] = hold;
  b.way[i] = way;
  b.crew[i] = crew;
  const w = step.ways[way];
  if (!w) return;
  for (const p of w.crews[crew]!) {
    const person = b.model.people[p]!;
    clearRange(person.free, start, end);
    clearRange(person.idle, start, end);
  }
  bookSpace(w, start, end, hold, 1);
  if (w.turns) addTurn(w.turns, start, end, step.group);
  if (b.loads && step.group >= 0) b.loads.add(step.group, start, end);
}

export function lift(b: Board, i: number): void {
  const start = b.start[i]!;
  if (start < 0) return;
  const end = b.end[i]!;
  const step = b.model.steps[i]!;
  const w = step.ways[b.way[i]!];
  b.start[i] = -1;
  if (!w) return;
  for (const p of w.crews[b.crew[i]!]!) {
    const person = b.model.people[p]!;
    setMasked(person.free, person.open, start, end);
    setRange(person.idle, start, end);
  }
  bookSpace(w, start, end, b.hold[i]!, -1);
  if (w.turns) removeTurn(w.turns, start, end, step.group);
  if (b.loads && step.group >= 0) b.loads.remove(step.group, start, end);
}

function bookSpace(w: Way, start: number, end: number, hold: number, sign: 1 | -1): void {
  for (const t of w.takes) take(t.line, spanStart(t.span, start, end), spanEnd(t.span, w, end, hold), sign * t.units);
}

const spanStart = (span: Span, start: number, end: number) =>
  span === SPAN.wet || span === SPAN.setting ? end : start;

function spanEnd(span: Span, w: Way, end: number, hold: number): number {
  if (span === SPAN.work) return end;
  return span === SPAN.sticky || span === SPAN.setting ? Math.min(hold, w.film!.touch(end)) : hold;
}

/** First slot a step may start in, by what it waits for. Every step it waits for must be placed. */
export function readyFor(b: Board, step: EngineStep): number {
  let at = step.earliest;
  for (const p of step.preds) {
    const end = b.end[p.step]!;
    let ready = end + p.minSlots;
    if (p.stage >= 0) {
      const before = b.model.steps[p.step]!;
      const film = before.ways[b.way[p.step]!]?.film;
      if (film) ready = Math.ceil((film.minutes(p.stage, end) + p.min_minutes) / SLOT_MINUTES);
    }
    if (ready > at) at = ready;
  }
  return at;
}

/** Last slot a step may start in, by what it waits for. */
export function latestFor(b: Board, step: EngineStep): number {
  let at = step.latest;
  for (const p of step.preds) if (b.end[p.step]! + p.maxSlots < at) at = b.end[p.step]! + p.maxSlots;
  return at;
}

/**
 * The earliest place for a step at or after `from`: the way whose film is first fit for the next coat, then the one
 * that ends first, then the one preferred. Leaves it in `board.found`.
 * @param extra_minutes of work on top
 * @param lifted requirements to ignore, a sum of LIFT
 * Cost: O((ways + crews) * words scanned)
 */
export function seek(b: Board, i: number, from: number, extra_minutes = 0, lifted = 0): boolean {
  const step = b.model.steps[i]!;
  const { found } = b;
  let bestKey = Infinity;
  let bestEnd = Infinity;
  let bestFilm: Way['film'] = null;
  const wish = b.wish[i]!;
  const [firstWay, lastWay] =
    wish < 0 ? [0, step.ways.length] : [Math.floor(wish / CREWS), Math.floor(wish / CREWS) + 1];
  const only = wish < 0 ? -1 : wish % CREWS;
  for (let k = firstWay; k < lastWay; k++) {
    const way = step.ways[k]!;
    const d = slotsOf(step, way, extra_minutes);
    // A film is never ready before its work ends; the same film is ready sooner the sooner its work ends.
    let before = way.film === bestFilm ? bestEnd : bestKey;
    const isBroken = step.split && d > 0 && (lifted & LIFT.hours) === 0;
    const [firstCrew, lastCrew] = !isBroken ? [0, 1] : only < 0 ? [0, way.crews.length] : [only, only + 1];
    for (let c = firstCrew; c < lastCrew; c++) {
      const s = isBroken
        ? seekBroken(b, step, way, c, from, d, before, lifted)
        : seekWhole(b, step, way, from, d, before, lifted, only);
      if (s < 0) continue;
      const key = way.film ? way.film.key(reach.end) : reach.end;
      if (key > bestKey || (key === bestKey && reach.end >= bestEnd)) continue;
      bestKey = key;
      bestEnd = before = reach.end;
      bestFilm = way.film;
      found.start = s;
      found.end = reach.end;
      found.hold = reach.hold;
      found.way = k;
      found.crew = reach.crew;
      // Nobody can be done sooner in this way.
      if (reach.end === from + d) break;
    }
  }
  return bestKey !== Infinity;
}

/** The earliest place for a step at or after `from` in one way, with any crew; leaves it in `board.found`. */
export function seekWay(b: Board, i: number, wayIndex: number, from: number): boolean {
  const step = b.model.steps[i]!;
  const way = step.ways[wayIndex]!;
  const d = slotsOf(step, way, 0);
  const isBroken = step.split && d > 0;
  let best = Infinity;
  for (let c = 0; c < (isBroken ? way.crews.length : 1); c++) {
    const s = isBroken ? seekBroken(b, step, way, c, from, d, best, 0) : seekWhole(b, step, way, from, d, best, 0);
    if (s < 0 || reach.end >= best) continue;
    best = reach.end;
    keepFound(b, s, wayIndex, reach.crew);
  }
  return best !== Infinity;
}

/** Whether a step can be done in exactly one way, by one crew, from exactly one slot; leaves it in `board.found`. */
export function seekOnly(
  b: Board,
  i: number,
  wayIndex: number,
  crewIndex: number,
  at: number,
  extra_minutes = 0,
): boolean {
  const step = b.model.steps[i]!;
  const way = step.ways[wayIndex]!;
  const crew = way.crews[crewIndex]!;
  const d = slotsOf(step, way, extra_minutes);
  if (step.split && d > 0) {
    if (seekBroken(b, step, way, crewIndex, at, d, Infinity, 0) !== at) return false;
  } else {
    if (at + d > b.model.slots) return false;
    if (d > 0 && crewRun(b, crew, at, d, at + 1, 0) !== at) return false;
    if (d > 0 && lastClear(way.open, at, at + d) >= 0) return false;
    if (fit(b, step, way, at, at + d, 0) !== at) return false;
  }
  return keepFound(b, at, wayIndex, crewIndex);
}

/** Whether a step can start in exactly one slot, in any way; leaves the first such way in `board.found`. */
export function canStartAt(b: Board, i: number, at: number, lifted = 0): boolean {
  const step = b.model.steps[i]!;
  for (let w = 0; w < step.ways.length; w++) {
    const way = step.ways[w]!;
    const d = slotsOf(step, way, 0);
    if (step.split && d > 0 && (lifted & LIFT.hours) === 0) {
      for (let c = 0; c < way.crews.length; c++)
        if (seekBroken(b, step, way, c, at, d, Infinity, lifted) === at) return keepFound(b, at, w, c);
    } else if (seekWhole(b, step, way, at, d, at + d + 1, lifted) === at) return keepFound(b, at, w, reach.crew);
  }
  return false;
}

function keepFound(b: Board, start: number, way: number, crew: number): true {
  b.found.start = start;
  b.found.end = reach.end;
  b.found.hold = reach.hold;
  b.found.way = way;
  b.found.crew = crew;
  return true;
}

/** Where the way last tried would end, and who would do it; kept here, since this runs for every start that is tried. */
const reach = { end: 0, hold: 0, crew: 0 };
/** Next start of each crew that is not in the past of the search. */
let runs = new Int32Array(64);

/** Work in one go: the place and tool say when, then the first crew that is free all the while. */
function seekWhole(
  b: Board,
  step: EngineStep,
  way: Way,
  from: number,
  d: number,
  before: number,
  lifted: number,
  only = -1,
): number {
  const { slots } = b.model;
  const { crews } = way;
  const [firstCrew, lastCrew] = only < 0 ? [0, crews.length] : [only, only + 1];
  const isAnyone = (lifted & LIFT.person) !== 0 && (lifted & LIFT.hours) !== 0;
  const needsCrew = d > 0 && crews[0]!.length > 0 && !isAnyone;
  if (runs.length < crews.length) runs = new Int32Array(crews.length * 2);
  if (needsCrew) for (let c = firstCrew; c < lastCrew; c++) runs[c] = -1;
  const last = Math.min(before - 1, slots) - d;
  let s = from;
  reach.crew = 0;
  // Place and tool first: where they are short, hands need not be looked for in all the slots they are taken.
  for (;;) {
    if (s > last) return -1;
    if (d > 0 && (lifted & LIFT.hours) === 0) {
      const closed = lastClear(way.open, s, s + d);
      if (closed >= 0) {
        s = nextSet(way.open, closed + 1, slots);
        continue;
      }
    }
    const next = fit(b, step, way, s, s + d, lifted);
    if (next < 0) return -1;
    if (next > s) {
      s = next;
      continue;
    }
    if (!needsCrew) return s;
    let soonest = last + 1;
    for (let c = firstCrew; c < lastCrew; c++) {
      let at = runs[c]!;
      if (at < s) {
        at = crewRun(b, crews[c]!, s, d, soonest, lifted);
        // Beyond the soonest nothing is known of when they are free.
        runs[c] = at < soonest ? at : -1;
      }
      if (at >= soonest) continue;
      soonest = at;
      reach.crew = c;
      if (at === s) return s;
    }
    s = soonest;
  }
}

/** First start at or after `s` in which everyone of a crew is free for `d` slots; `limit` when there is none before it. */
function crewRun(b: Board, crew: readonly number[], s: number, d: number, limit: number, lifted: number): number {
  let at = s;
  for (let k = 0, agreed = 0; agreed < crew.length; k = (k + 1) % crew.length) {
    const person = b.model.people[crew[k]!]!;
    // Without other work only their hours count, without hours only their other work.
    const row = lifted & LIFT.person ? person.open : lifted & LIFT.hours ? person.idle : person.free;
    const run = firstRun(row, at, d, limit);
    if (run >= limit) return limit;
    agreed = run === at ? agreed + 1 : 1;
    at = run;
  }
  return at;
}

/** Work broken only by closed time: nothing else may be taken by its crew in all of it. */
function seekBroken(
  b: Board,
  step: EngineStep,
  way: Way,
  crewIndex: number,
  from: number,
  d: number,
  before: number,
  lifted: number,
): number {
  const { slots, people } = b.model;
  const crew = way.crews[crewIndex]!;
  const open = way.calendars[crewIndex]!;
  let s = from;
  search: for (;;) {
    s = nextSet(open, s, slots);
    if (s >= slots) return -1;
    const e = afterNth(open, s, d);
    if (e < 0 || e >= before) return -1;
    if ((lifted & LIFT.person) === 0)
      for (let c = 0; c < crew.length; c++) {
        const clash = lastClear(people[crew[c]!]!.idle, s, e);
        if (clash >= 0) {
          s = clash + 1;
          continue search;
        }
      }
    const next = fit(b, step, way, s, e, lifted);
    if (next < 0) return -1;
    if (next === s) {
      reach.crew = crewIndex;
      return s;
    }
    s = next;
  }
}

/** `s` when space, tool, air and the piece itself allow work over [s, e), else the next start worth trying; -1: never. */
function fit(b: Board, step: EngineStep, way: Way, s: number, e: number, lifted: number): number {
  const { slots } = b.model;
  let h = way.film ? way.film.handle(e) : e + step.hold;
  if (h > slots) {
    // With the air lifted even a film that would never dry counts as dry: only then is cold proved to be the reason.
    if (way.film && (lifted & LIFT.air) === 0) return -1; // beyond the plan nothing is known about air or space
    h = way.film ? e : slots;
  }
  const next = clashAt(way, s, e, h, lifted);
  if (next > s) return next;
  if (way.turns && (lifted & LIFT.tool) === 0) {
    const turn = fitTurn(way.turns, s, e, step.group, !step.split);
    if (turn > s) return turn;
  }
  for (const c of step.clashes) {
    const a = b.start[c.step]!;
    if (a < 0) continue;
    const until = c.kind === CLASH.underWet ? b.hold[c.step]! : b.end[c.step]!;
    if (s < until && a < (c.kind === CLASH.wetOver ? h : e)) return Math.max(s + 1, until);
  }
  reach.end = e;
  reach.hold = h;
  return s;
}

/** `s` when all rows allow it, else the next start worth trying. */
function clashAt(way: Way, s: number, e: number, h: number, lifted: number): number {
  const { checks } = way;
  for (let k = 0; k < checks.length; k++) {
    const c = checks[k]!;
    if (c.kind & lifted) continue;
    const from = spanStart(c.span, s, e);
    const clash = lastClear(c.bits, from, spanEnd(c.span, way, e, h));
    if (clash >= 0) return s + clash + 1 - from;
  }
  return s;
}

/** Slot in which a placed step is wholly done: cured enough for the piece to leave. */
export function doneSlot(b: Board, i: number): number {
  const step = b.model.steps[i]!;
  if (step.fixed) return step.fixed.done;
  const end = b.end[i]!;
  const film = step.doneStage >= 0 ? step.ways[b.way[i]!]?.film : null;
  return film ? Math.ceil(film.minutes(step.doneStage, end) / 5) : end + step.cure;
}
