import FlatQueue from 'flatqueue';
import { GRID_MINUTES } from '../calendar/grid.ts';
import type { Draft } from '../planner/build/draft.ts';
import { WORTH_MOVING_MINUTES } from '../planner/build/pullForward.ts';
import { afterNth } from '../planner/engine/resources/bits.ts';
import {
  clearSchedule,
  insert,
  latestFor,
  type PartialSchedule,
  readyAfterEnd,
  remove,
  slotsOf,
} from '../planner/engine/schedule/partialSchedule.ts';
import { canStartAt, seek, seekOnly } from '../planner/engine/schedule/seek.ts';
import { roomFrom } from '../planner/engine/schedule/roomFrom.ts';
import { STAGES } from '../products/product.ts';
import { Absences } from './absences.ts';
import type { Draws } from './draws.ts';
import { Expectations } from './expectations.ts';
import { GivingWay } from './givingWay.ts';
import { stillToCome, type StillToCome } from './stillToCome.ts';
import { WaitingForHands } from './waitingForHands.ts';

const TRAVEL = STAGES.indexOf('travel');

/** Steps that are looked at in one slot take turns: far less than a slot between neighbours. */
const TIE = 2 ** -24;
/** Work that could be left for tomorrow is finished today when no more than this is left. */
const OVERTIME_SLOTS = 6;
const WORTH_MOVING_SLOTS = WORTH_MOVING_MINUTES / GRID_MINUTES;
/**
 * A re-plan either has all that follows shift or nobody move while there is other time, whichever costs less. That is decided by
 * more than a run knows, so that chance does, for each piece in each run: so often nobody moves, and so often for a piece that
 * has less to spare until its date, or misses it.
 */
const NOBODY_SHARE = 0.3;
const URGENT_NOBODY_SHARE = 0.1;
const DAY_SLOTS = 1440 / GRID_MINUTES;
const URGENT_SLOTS = 3 * DAY_SLOTS;
/** So often a step waits for others, or for room in what follows it; then it goes all the same. */
const MOST_WAITS = 12;
/** Answers of `Rehearsal.#tryToBegin` that are no slot. */
const BEGUN = -1;
const NEVER = -2;

/**
 * One way a plan may turn out, run again and again. Only what has begun is booked, by the planner's own rows. A step begins when it
 * is planned, if it can; else as soon as it can by all that has begun, if those others that are expected there give way. Where
 * time becomes free and nobody is expected, what comes next of a piece begins sooner. With nothing left to chance a run is the
 * plan. See docs/decisions/0027 and 0036.
 * Field terms: discrete-event simulation; list scheduling by planned start
 * Cost: a search for a place for each step that waits, whenever somebody who can do it is free
 */
export class Rehearsal {
  readonly #b: PartialSchedule;
  readonly #draws: Draws;
  readonly #absences: Absences;
  readonly #wanted: number;
  readonly #toCome: StillToCome;
  readonly #expectations: Expectations;
  readonly #givingWay: GivingWay;
  readonly #begun: Uint8Array;
  readonly #hands: WaitingForHands;
  /** By line in which steps wait for the same hands: its value in the queue; what else of it is there is out of date. */
  readonly #lineValue: Float64Array;
  readonly #waitsFor: Int32Array;
  /** By step: how often it has waited. */
  readonly #timesWaited: Int32Array;
  /** By piece: its steps that have not begun. */
  readonly #left: Int32Array;
  /** By piece: what chance has for its re-plans in this run. */
  readonly #shares: Float64Array;
  /** Of each step that waits for no other the slot in which it is looked at next. */
  readonly #queue: FlatQueue<number>;
  readonly #ready: Float64Array;

  /** @param wanted piece whose last step ends a run, since nothing that happens later can touch it; -1: all */
  constructor(draft: Draft, draws: Draws, wanted: number) {
    const b = draft.schedule;
    const { steps, pieces } = b.model;
    this.#b = b;
    this.#draws = draws;
    this.#wanted = wanted;
    this.#absences = new Absences(draft);
    this.#toCome = stillToCome(b);
    this.#hands = new WaitingForHands(b);
    this.#lineValue = new Float64Array(this.#hands.count);
    this.#begun = new Uint8Array(steps.length);
    this.#expectations = new Expectations(b, this.#toCome);
    this.#givingWay = new GivingWay(b, this.#toCome, this.#expectations);
    this.#waitsFor = new Int32Array(steps.length);
    this.#timesWaited = new Int32Array(steps.length);
    this.#queue = new FlatQueue();
    this.#left = new Int32Array(pieces.length);
    this.#shares = new Float64Array(pieces.length);
    this.#ready = new Float64Array(pieces.length);
    clearSchedule(b);
  }

  /**
   * @param r numbers from 0 to 1, from which all chance of the run comes
   * @returns the slot in which each piece is ready, beyond the plan when it never is; the same array every time
   */
  once(r: () => number): Float64Array {
    const ready = this.#ready;
    this.#begin(r);
    while (this.#queue.length > 0 && (this.#wanted < 0 || this.#left[this.#wanted]! > 0)) {
      const value = this.#queue.peekValue()!;
      const id = this.#queue.pop()!;
      this.#absences.comes(Math.floor(value));
      if (id < this.#toCome.order.length) this.#lookNow(this.#toCome.order[id]!, Math.floor(value));
      else this.#enter(id - this.#toCome.order.length, value);
    }
    for (let k = 0; k < ready.length; k++) if (this.#left[k]! > 0) ready[k] = Infinity;
    clearSchedule(this.#b);
    this.#absences.end();
    return ready;
  }

  /** Draws what holds for the whole run. */
  #begin(r: () => number): void {
    const { steps, now } = this.#b.model;
    this.#draws.begin(r);
    this.#queue.clear();
    this.#begun.fill(0);
    this.#timesWaited.fill(0);
    this.#hands.begin();
    this.#lineValue.fill(-1);
    this.#expectations.begin();
    this.#ready.fill(0);
    this.#left.fill(0);
    for (const { fixed, piece } of steps) if (fixed) this.#ready[piece] = Math.max(this.#ready[piece]!, fixed.done);
    this.#absences.begin(this.#draws.isAway);
    for (let k = 0; k < this.#shares.length; k++) this.#shares[k] = this.#draws.share();
    for (const i of this.#toCome.order) {
      const { piece } = steps[i]!;
      this.#left[piece]!++;
      if ((this.#waitsFor[i] = this.#toCome.preds[i]!.length) > 0) continue;
      if (this.#isPulled(piece)) this.#lookNext(i, now);
      else this.#look(i, this.#toCome.start[i]!);
    }
  }

  /** A piece that misses its date is begun as soon as it can, unless it would stand on a floor that others are to have by then. */
  #isPulled(piece: number): boolean {
    const { pieces, floor } = this.#b.model;
    const { floor: units, isHere } = pieces[piece]!;
    return (!floor || units === 0 || isHere) && this.#expectations.isLate(piece);
  }

  /** A step whose last predecessor has begun is looked at when it is planned, or as soon as it is ready when that is worth it. */
  #lookNext(i: number, now: number): void {
    const planned = this.#toCome.start[i]!;
    const ready = Math.max(now, this.#readyFrom(i));
    this.#look(i, ready <= planned - WORTH_MOVING_SLOTS ? ready : Math.max(planned, ready));
  }

  #look(i: number, at: number): void {
    this.#expectations.expect(i, Math.max(at, this.#toCome.start[i]!));
    this.#queue.push(this.#toCome.number[i]!, at + this.#turnOf(i) * TIE);
  }

  /** Of what waits for the same moment, what is late for a told date goes first, then what was planned first. */
  #turnOf(i: number): number {
    const isFirst = this.#expectations.isToldLate(this.#b.model.steps[i]!.piece);
    return this.#toCome.number[i]! + (isFirst ? 0 : this.#toCome.order.length);
  }

  #lookNow(i: number, at: number): void {
    const line = this.#hands.lineOf(i);
    const hands = this.#hands.freeFrom(line, at);
    if (hands > at) {
      if (this.#isNearPlan(i, at, hands)) this.#look(i, this.#toCome.start[i]!);
      else {
        this.#expectations.expect(i, Math.max(hands, this.#toCome.start[i]!));
        if (this.#hands.join(i, this.#turnOf(i))) this.#queueLine(line, hands);
      }
      return;
    }
    const next = this.#tryToBegin(i, at);
    if (next >= 0) this.#look(i, next);
  }

  /** Whether a step that could go sooner would hardly do so in a slot. */
  #isNearPlan(i: number, at: number, slot: number): boolean {
    const planned = this.#toCome.start[i]!;
    return at < planned && slot > planned - WORTH_MOVING_SLOTS;
  }

  /** Somebody a line waits for may be free: whose turn it is has a look, or all wait on. */
  #enter(line: number, value: number): void {
    if (value !== this.#lineValue[line]) return;
    const at = Math.floor(value);
    const hands = this.#hands.freeFrom(line, at);
    if (hands === at) {
      const i = this.#hands.next(line);
      this.#queueLine(line, at);
      this.#lookNow(i, at);
      return;
    }
    this.#hands.leave(line, (i) => {
      const isNear = this.#isNearPlan(i, at, hands);
      if (isNear) this.#look(i, this.#toCome.start[i]!);
      else if (hands >= this.#expectations.at[i]! + WORTH_MOVING_SLOTS) this.#expectations.expect(i, hands);
      return isNear;
    });
    this.#queueLine(line, hands);
  }

  #queueLine(line: number, at: number): void {
    const turn = this.#hands.firstTurn(line);
    this.#lineValue[line] = turn < 0 ? -1 : at + turn * TIE;
    if (turn >= 0) this.#queue.push(this.#toCome.order.length + line, at + turn * TIE);
  }

  /** @returns BEGUN, NEVER, or the slot in which it is to be looked at again */
  #tryToBegin(i: number, at: number): number {
    const { piece } = this.#b.model.steps[i]!;
    const { found } = this.#b;
    const planned = this.#toCome.start[i]!;
    const isSooner = at < planned;
    const later = (slot: number) => (this.#isNearPlan(i, at, slot) ? planned : slot);
    if (!this.#canAsPlanned(i, at)) {
      const room = roomFrom(this.#b, i, at, DAY_SLOTS);
      if (room > at) return later(room);
      if (!canStartAt(this.#b, i, at) && !seek(this.#b, i, at + 1)) return isSooner ? planned : NEVER;
      if (found.start > at) return later(found.start);
    }
    if (isSooner && !this.#isInTimeForFollowers(i)) return planned;
    // What stands where it was planned has its place.
    if (isSooner || (at > planned && this.#timesWaited[i]! < MOST_WAITS)) {
      const free = !isSooner && this.#doAllShift(piece) ? at : this.#givingWay.freeFor(i, isSooner);
      const by = free > at ? 0 : this.#lateForWindows(i);
      if (free > at || by > 0) {
        if (!isSooner) this.#timesWaited[i]!++;
        return later(Math.max(free, at + by));
      }
    }
    this.#happen(i);
    return BEGUN;
  }

  /** Whether all others shift for a step of a piece that has lost its place. */
  #doAllShift(piece: number): boolean {
    const isUrgent = this.#expectations.slackOf(piece) < URGENT_SLOTS;
    return this.#shares[piece]! >= (isUrgent ? URGENT_NOBODY_SHARE : NOBODY_SHARE);
  }

  /** What it waits for has ended and is dry; of what is thought of only, as it is planned. */
  #readyFrom(i: number): number {
    const b = this.#b;
    const step = b.model.steps[i]!;
    let from = step.earliest;
    for (const p of step.preds) {
      if (b.start[p.step]! < 0) continue;
      const dry = p.stage < 0 ? b.end[p.step]! : this.#draws.dryAt(b, p.step, p.stage, this.#begun[p.step] === 1);
      from = Math.max(from, Math.ceil(dry + p.min_minutes / GRID_MINUTES - 1e-9));
    }
    return from;
  }

  /** Whether it can begin in a slot as it is planned, by whom and where; that is found then. */
  #canAsPlanned(i: number, at: number): boolean {
    const { mode, crew } = this.#toCome;
    return seekOnly(this.#b, i, mode[i]!, crew[i]!, at);
  }

  /** Whether what waits for a step can still come when it is expected, after what was found for that: not before it is dry, in its window. */
  #isInTimeForFollowers(i: number): boolean {
    const { steps } = this.#b.model;
    const { end, mode } = this.#b.found;
    const { film } = steps[i]!.modes[mode]!;
    for (const f of this.#toCome.followers[i]!) {
      const at = this.#expectations.at[f]!;
      for (const p of steps[f]!.preds) {
        if (p.step !== i) continue;
        if (at < readyAfterEnd(p, film, end) || at > end + p.maxSlots) return false;
      }
    }
    return true;
  }

  /** Slots by which a step must begin later than it was found, so that what has to follow it in a window can. */
  #lateForWindows(i: number): number {
    const b = this.#b;
    const { steps } = b.model;
    const { start, end, hold, mode, crew } = b.found;
    let by = 0;
    for (const f of this.#toCome.tied[i]!) {
      if (by > 0 || steps[f]!.preds.some((p) => p.step !== i && b.start[p.step]! < 0)) continue;
      insert(b, i, start, end, hold, mode, crew);
      if (seek(b, f, this.#readyFrom(f)))
        by = Math.max(0, b.found.start - latestFor(b, steps[f]!)) || this.#lateForWindows(f);
      remove(b, i);
      Object.assign(b.found, { start, end, hold, mode, crew });
    }
    return by;
  }

  /** Does what was found for a step, for as long as it really takes. */
  #happen(i: number): void {
    const b = this.#b;
    const step = b.model.steps[i]!;
    const { start, mode, crew, end: plannedEnd } = b.found;
    const how = step.modes[mode]!;
    const planned = slotsOf(step, how, 0);
    const isLate = start > latestFor(b, step);
    const work = how.crews[crew]!.length === 0 ? planned : this.#draws.workSlots(i, how.speed, isLate);
    let end = start + work;
    if (step.split && work >= planned && work <= planned + OVERTIME_SLOTS) end = plannedEnd + work - planned;
    else if (step.split && work > 0) end = afterNth(how.calendars[crew]!, start, work);
    if (end < 0 || end > b.model.slots) end = b.model.slots;
    const hold = how.film ? Math.ceil(this.#draws.stretched(i, end, how.film.handle(end))) : end + step.hold;
    insert(b, i, start, end, Math.min(hold, b.model.slots), mode, crew);
    this.#begun[i] = 1;
    this.#left[step.piece]!--;
    this.#expectations.begun(i, start + Math.max(0, end - plannedEnd));
    this.#ready[step.piece] = Math.max(this.#ready[step.piece]!, this.#draws.dryAt(b, i, TRAVEL));
    for (const f of this.#toCome.followers[i]!) if (--this.#waitsFor[f]! === 0) this.#lookNext(f, start);
  }
}
