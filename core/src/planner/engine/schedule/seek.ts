import { DISJUNCTION, type EngineStep, type Mode, RELAXATION } from '../engineModel.ts';
import { afterNth, firstRun, isSet, lastClear, nextSet } from '../resources/bits.ts';
import { fitSetup } from '../resources/setupSequence.ts';
import { lastBlocked, nextFree } from './ownRoom.ts';
import { dustFree, lockedCrew, lockedMode, type PartialSchedule, slotsOf } from './partialSchedule.ts';
import { spanEnd, spanStart } from './spans.ts';

/**
 * The earliest place for a step at or after `from`: the mode whose film is first fit for the next coat, then the one
 * that ends first, then the one preferred. Leaves it in `schedule.found`.
 * @param extra_minutes of work on top
 * @param relaxed requirements to ignore, a sum of RELAXATION
 * @param until it begins before this slot, or there is none
 * Cost: O((modes + crews) * words scanned)
 */
export function seek(
  b: PartialSchedule,
  i: number,
  from: number,
  extra_minutes = 0,
  relaxed = 0,
  until = Infinity,
): boolean {
  const step = b.model.steps[i]!;
  const { found } = b;
  let bestKey = Infinity;
  let bestEnd = Infinity;
  let bestFilm: Mode['film'] = null;
  const modeLock = b.modeLock[i]!;
  const [firstMode, lastMode] =
    modeLock < 0 ? [0, step.modes.length] : [lockedMode(modeLock), lockedMode(modeLock) + 1];
  const only = modeLock < 0 ? -1 : lockedCrew(modeLock);
  for (let k = firstMode; k < lastMode; k++) {
    const mode = step.modes[k]!;
    const d = slotsOf(step, mode, extra_minutes);
    // A film is never ready before its work ends; the same film is ready sooner the sooner its work ends.
    let before = mode.film === bestFilm ? bestEnd : bestKey;
    const isBroken = step.split && d > 0 && (relaxed & RELAXATION.hours) === 0;
    const [firstCrew, lastCrew] = !isBroken ? [0, 1] : only < 0 ? [0, mode.crews.length] : [only, only + 1];
    for (let c = firstCrew; c < lastCrew; c++) {
      const s = isBroken
        ? seekBroken(b, step, mode, c, from, d, before, relaxed, until)
        : seekWhole(b, step, mode, from, d, Math.min(before, until + d), relaxed, only);
      if (s < 0) continue;
      const key = mode.film ? mode.film.key(reach.end) : reach.end;
      if (key > bestKey || (key === bestKey && reach.end >= bestEnd)) continue;
      bestKey = key;
      bestEnd = before = reach.end;
      bestFilm = mode.film;
      found.start = s;
      found.end = reach.end;
      found.hold = reach.hold;
      found.mode = k;
      found.crew = reach.crew;
      // Nobody can be done sooner in this mode.
      if (reach.end === from + d) break;
    }
  }
  return bestKey !== Infinity;
}

/**
 * The earliest place for a step at or after `from` in one mode, with any crew; leaves it in `schedule.found`.
 * @param relaxed requirements to ignore, a sum of RELAXATION
 */
export function seekMode(b: PartialSchedule, i: number, modeIndex: number, from: number, relaxed = 0): boolean {
  const step = b.model.steps[i]!;
  const mode = step.modes[modeIndex]!;
  const d = slotsOf(step, mode, 0);
  const isBroken = step.split && d > 0;
  let best = Infinity;
  for (let c = 0; c < (isBroken ? mode.crews.length : 1); c++) {
    const s = isBroken
      ? seekBroken(b, step, mode, c, from, d, best, relaxed)
      : seekWhole(b, step, mode, from, d, best, relaxed);
    if (s < 0 || reach.end >= best) continue;
    best = reach.end;
    keepFound(b, s, modeIndex, reach.crew);
  }
  return best !== Infinity;
}

/** Whether a step can be done in exactly one mode, by one crew, from exactly one slot; leaves it in `schedule.found`. */
export function seekOnly(
  b: PartialSchedule,
  i: number,
  modeIndex: number,
  crewIndex: number,
  at: number,
  extra_minutes = 0,
): boolean {
  const step = b.model.steps[i]!;
  const mode = step.modes[modeIndex]!;
  const d = slotsOf(step, mode, extra_minutes);
  if (step.split && d > 0) {
    if (!isBrokenPossible(b, step, mode, crewIndex, at, d, 0)) return false;
  } else if (!isWholePossible(b, step, mode, at, d, 0, crewIndex, crewIndex + 1)) return false;
  return keepFound(b, at, modeIndex, crewIndex);
}

/** Whether a step can start in exactly one slot, in any mode; leaves the first such mode in `schedule.found`. */
export function canStartAt(b: PartialSchedule, i: number, at: number, relaxed = 0): boolean {
  const step = b.model.steps[i]!;
  for (let w = 0; w < step.modes.length; w++) {
    const mode = step.modes[w]!;
    const d = slotsOf(step, mode, 0);
    if (step.split && d > 0 && (relaxed & RELAXATION.hours) === 0) {
      for (let c = 0; c < mode.crews.length; c++)
        if (isBrokenPossible(b, step, mode, c, at, d, relaxed)) return keepFound(b, at, w, c);
    } else if (isWholePossible(b, step, mode, at, d, relaxed, 0, mode.crews.length))
      return keepFound(b, at, w, reach.crew);
  }
  return false;
}

function keepFound(b: PartialSchedule, start: number, mode: number, crew: number): true {
  b.found.start = start;
  b.found.end = reach.end;
  b.found.hold = reach.hold;
  b.found.mode = mode;
  b.found.crew = crew;
  return true;
}

/** Where the mode last tried would end, and who would do it; kept here, since this runs for every start that is tried. */
const reach = { end: 0, hold: 0, crew: 0 };
/** Next start of each crew that is not in the past of the search. */
let runs = new Int32Array(64);

/** Without their hours and without their other work everybody is there all the time. */
const isByAnyone = (relaxed: number): boolean =>
  (relaxed & RELAXATION.person) !== 0 && (relaxed & RELAXATION.hours) !== 0;

/** Work in one go: by the first crew that is free all the while, where place and tool allow it. */
function seekWhole(
  b: PartialSchedule,
  step: EngineStep,
  mode: Mode,
  from: number,
  d: number,
  before: number,
  relaxed: number,
  only = -1,
): number {
  const { slots } = b.model;
  const { crews } = mode;
  const [firstCrew, lastCrew] = only < 0 ? [0, crews.length] : [only, only + 1];
  const needsCrew = d > 0 && crews[0]!.length > 0 && !isByAnyone(relaxed);
  if (runs.length < crews.length) runs = new Int32Array(crews.length * 2);
  if (needsCrew) for (let c = firstCrew; c < lastCrew; c++) runs[c] = -1;
  const last = Math.min(before - 1, slots) - d;
  let s = from;
  reach.crew = 0;
  // Hands first: of all that is needed they are short most often, and what is taken of them is known in long runs.
  for (;;) {
    if (s > last) return -1;
    if (d > 0 && (relaxed & RELAXATION.hours) === 0) {
      const closed = lastClear(mode.open, s, s + d);
      if (closed >= 0) {
        s = nextSet(mode.open, closed + 1, slots);
        continue;
      }
    }
    if (needsCrew) {
      let soonest = last + 1;
      for (let c = firstCrew; c < lastCrew; c++) {
        let at = runs[c]!;
        if (at < s) {
          at = crewRun(b, crews[c]!, s, d, soonest, relaxed);
          // Beyond the soonest nothing is known of when they are free.
          runs[c] = at < soonest ? at : -1;
        }
        if (at >= soonest) continue;
        soonest = at;
        reach.crew = c;
        if (at === s) break;
      }
      if (soonest > s) {
        s = soonest;
        continue;
      }
    }
    const next = fit(b, step, mode, s, s + d, relaxed);
    if (next <= s) return next;
    s = next;
  }
}

/** Whether work in one go can start in this very slot, by the first of some crews that is free: what `seekWhole` looks at first. */
function isWholePossible(
  b: PartialSchedule,
  step: EngineStep,
  mode: Mode,
  at: number,
  d: number,
  relaxed: number,
  firstCrew: number,
  untilCrew: number,
): boolean {
  const { crews, open } = mode;
  if (at + d > b.model.slots) return false;
  let c = firstCrew;
  if (d > 0) {
    if ((relaxed & RELAXATION.hours) === 0 && lastClear(open, at, at + d) >= 0) return false;
    if (!isByAnyone(relaxed)) while (c < untilCrew && crewRun(b, crews[c]!, at, d, at + 1, relaxed) !== at) c++;
    if (c === untilCrew) return false;
  }
  reach.crew = c;
  return fit(b, step, mode, at, at + d, relaxed) === at;
}

/** First start at or after `s` in which everyone of a crew is free for `d` slots; `limit` when there is none before it. */
export function crewRun(
  b: PartialSchedule,
  crew: readonly number[],
  s: number,
  d: number,
  limit: number,
  relaxed: number,
): number {
  let at = s;
  for (let k = 0, agreed = 0; agreed < crew.length; k = (k + 1) % crew.length) {
    const person = b.model.people[crew[k]!]!;
    // Without other work only their hours count, without hours only their other work.
    const row = relaxed & RELAXATION.person ? person.open : relaxed & RELAXATION.hours ? person.idle : person.free;
    const run = firstRun(row, at, d, limit);
    if (run >= limit) return limit;
    agreed = run === at ? agreed + 1 : 1;
    at = run;
  }
  return at;
}

/** Work broken only by closed time: nothing else may be taken by its crew in all of it. */
function seekBroken(
  b: PartialSchedule,
  step: EngineStep,
  mode: Mode,
  crewIndex: number,
  from: number,
  d: number,
  before: number,
  relaxed: number,
  until = Infinity,
): number {
  const { slots, people } = b.model;
  const crew = mode.crews[crewIndex]!;
  const open = mode.calendars[crewIndex]!;
  let s = from;
  search: for (;;) {
    s = nextSet(open, s, slots);
    if (s >= slots || s >= until || s + d >= before) return -1;
    if ((relaxed & RELAXATION.person) === 0)
      for (let c = 0; c < crew.length; c++) {
        // Somebody who is at other work is passed over at once, before anything is counted.
        const { idle } = people[crew[c]!]!;
        const blockedSlot = lastClear(idle, s, s + d);
        if (blockedSlot < 0) continue;
        s = nextSet(idle, blockedSlot + 1, slots);
        continue search;
      }
    const e = afterNth(open, s, d);
    if (e < 0 || e >= before) return -1;
    if ((relaxed & RELAXATION.person) === 0)
      for (let c = 0; c < crew.length; c++) {
        const blockedSlot = lastClear(people[crew[c]!]!.idle, s, e);
        if (blockedSlot >= 0) {
          s = blockedSlot + 1;
          continue search;
        }
      }
    const next = fit(b, step, mode, s, e, relaxed);
    if (next < 0) return -1;
    if (next === s) {
      reach.crew = crewIndex;
      return s;
    }
    s = next;
  }
}

/** Whether work that may be interrupted can start in this very slot: what `seekBroken` looks at first, and nothing later. */
function isBrokenPossible(
  b: PartialSchedule,
  step: EngineStep,
  mode: Mode,
  crewIndex: number,
  at: number,
  d: number,
  relaxed: number,
): boolean {
  const open = mode.calendars[crewIndex]!;
  const { people, slots } = b.model;
  const crew = mode.crews[crewIndex]!;
  if (at >= slots || !isSet(open, at)) return false;
  const needsCrew = (relaxed & RELAXATION.person) === 0;
  // Somebody who is at other work is passed over at once, before anything is counted.
  if (needsCrew) for (let c = 0; c < crew.length; c++) if (!isSet(people[crew[c]!]!.idle, at)) return false;
  const e = afterNth(open, at, d);
  if (e < 0) return false;
  if (needsCrew) for (let c = 0; c < crew.length; c++) if (lastClear(people[crew[c]!]!.idle, at, e) >= 0) return false;
  if (fit(b, step, mode, at, e, relaxed) !== at) return false;
  reach.crew = crewIndex;
  return true;
}

/** `s` when space, tool, air and the piece itself allow work over [s, e), else the next start worth trying; -1: never. */
function fit(b: PartialSchedule, step: EngineStep, mode: Mode, s: number, e: number, relaxed: number): number {
  const { slots } = b.model;
  let h = mode.film ? mode.film.handle(e) : e + step.hold;
  if (h > slots) {
    // With the air relaxed even a film that would never dry counts as dry: only then is cold proved to be the reason.
    if (mode.film && (relaxed & RELAXATION.air) === 0) return -1; // beyond the plan nothing is known about air or space
    h = mode.film ? e : slots;
  }
  if (mode.weather && (relaxed & RELAXATION.air) === 0) {
    const suited = mode.weather.endFrom(e);
    if (suited > e) return s + suited - e;
  }
  const next = clashAt(b, step, mode, s, e, h, relaxed);
  if (next > s) return next;
  if (mode.setups && (relaxed & RELAXATION.tool) === 0) {
    const turn = fitSetup(mode.setups, s, e, step.group, !step.split);
    if (turn > s) return turn;
  }
  for (const c of step.disjunctions) {
    const a = b.start[c.step]!;
    if (a < 0) continue;
    const until = c.kind === DISJUNCTION.underWet ? dustFree(b, c.step) : b.end[c.step]!;
    const open = c.kind === DISJUNCTION.wetOver && mode.film ? Math.min(h, mode.film.touch(e)) : e;
    if (s < until && a < open) return Math.max(s + 1, until);
  }
  reach.end = e;
  reach.hold = h;
  return s;
}

/** `s` when all rows allow it, else the next start worth trying. */
function clashAt(
  b: PartialSchedule,
  step: EngineStep,
  mode: Mode,
  s: number,
  e: number,
  h: number,
  relaxed: number,
): number {
  const { checks } = mode;
  const n = checks.length;
  // What stood in the way the last time mostly does again.
  let k = mode.lastClash;
  for (let tried = 0; tried < n; tried++) {
    if (k >= n) k = 0;
    const c = checks[k]!;
    if (!(c.kind & relaxed)) {
      const from = spanStart(c.span, s, e);
      const blockedSlot = lastBlocked(b, step, c, from, spanEnd(c.span, mode, e, h));
      if (blockedSlot >= 0) {
        mode.lastClash = k;
        // What is taken from the start of work on is looked for again where it is free, not after each slot in which it is not.
        return from === s ? nextFree(b, step, c, blockedSlot + 1, b.model.slots) : s + blockedSlot + 1 - from;
      }
    }
    k++;
  }
  return s;
}
