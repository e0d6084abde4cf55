import FlatQueue from 'flatqueue';
import { GRID_MINUTES } from '../calendar/grid.ts';
import type { Draft } from '../planner/build/draft.ts';
import type { Mode, Pred } from '../planner/engine/engineModel.ts';
import { afterNth } from '../planner/engine/resources/bits.ts';
import {
  insert,
  modeLockOf,
  type PartialSchedule,
  remove,
  seek,
  seekOnly,
  slotsOf,
} from '../planner/engine/schedule/partialSchedule.ts';
import { STAGES } from '../products/product.ts';
import { Absences } from './absences.ts';
import type { Draws } from './draws.ts';
import { OVERTIME_SLOTS, type Rehearsal, TIE } from './rehearsal.ts';

const TRAVEL = STAGES.indexOf('travel');

/** A step whose follower finds no room in its window is begun later, so often. */
const MOST_PUSHES = 12;
/** Of the steps that were put off so many are looked at again each time one is done. */
const MOST_LOOKED_AT = 1;
/** What is gained by less is not worth a change. */
const WORTH_MOVING_SLOTS = 6;
/** So many others give way to a step that stands within a day, as a re-plan moves the fewest; to one that is late, all. */
const MOST_GIVING_WAY = 1;
const SOON_SLOTS = 1440 / GRID_MINUTES;

/**
 * One way a plan may turn out, run again and again and repaired as the day does it: what can stay stays, what cannot goes into
 * the next time that is free for it, before others when its date is missed, and what was done early pulls its piece forward.
 * Field term: discrete-event simulation with minimum-perturbation repair
 * Cost: several searches for a place for each step
 */
export class Repaired implements Rehearsal {
  readonly #b: PartialSchedule;
  readonly #draws: Draws;
  readonly #absences: Absences;
  readonly #wanted: number;
  /** Steps still to be done that have a place in the plan, in the order of their starts, and the number of each in it. */
  readonly #order: readonly number[];
  readonly #number: Int32Array;
  readonly #followers: readonly (readonly number[])[];
  readonly #planned: Record<'start' | 'end' | 'hold' | 'mode' | 'crew', Int32Array>;
  readonly #queue = new FlatQueue();
  /** Steps that stand later than planned, those looked at longest ago first. */
  readonly #putOff: number[] = [];
  readonly #isDone: Uint8Array;
  readonly #ready: Float64Array;

  constructor(draft: Draft, draws: Draws, wanted: number) {
    const b = draft.schedule;
    const { steps, pieces } = b.model;
    this.#b = b;
    this.#draws = draws;
    this.#wanted = wanted;
    this.#absences = new Absences(draft);
    this.#order = steps
      .map((_, i) => i)
      .filter((i) => !steps[i]!.fixed && b.start[i]! >= 0)
      .sort((x, y) => b.start[x]! - b.start[y]! || x - y);
    this.#number = new Int32Array(steps.length).fill(-1);
    this.#order.forEach((i, n) => (this.#number[i] = n));
    const { start, end, hold, mode, crew } = b;
    this.#planned = {
      start: start.slice(),
      end: end.slice(),
      hold: hold.slice(),
      mode: mode.slice(),
      crew: crew.slice(),
    };
    const followers: number[][] = steps.map(() => []);
    for (const i of this.#order)
      for (const of of new Set(steps[i]!.preds.map((p) => p.step))) if (this.#number[of]! >= 0) followers[of]!.push(i);
    this.#followers = followers;
    this.#isDone = new Uint8Array(steps.length);
    this.#ready = new Float64Array(pieces.length);
    for (const i of this.#order) remove(b, i);
  }

  once(): Float64Array {
    const b = this.#b;
    const { steps } = b.model;
    this.#begin();
    let left = this.#order.reduce((n, i) => n + (steps[i]!.piece === this.#wanted ? 1 : 0), 0);
    while (this.#queue.length > 0 && (this.#wanted < 0 || left > 0)) {
      const at = Math.floor(this.#queue.peekValue()!);
      const i = this.#order[this.#queue.pop()!]!;
      // It was moved since, and stands in the queue once more.
      if (this.#isDone[i] || (b.start[i]! >= 0 && b.start[i] !== at)) continue;
      if (!this.#canBegin(i, at)) {
        if (this.#ready[steps[i]!.piece] === Infinity || !this.#placeLater(i, at)) {
          this.#isDone[i] = 1;
          this.#ready[steps[i]!.piece] = Infinity;
          if (steps[i]!.piece === this.#wanted) break;
        }
        continue;
      }
      if (steps[i]!.piece === this.#wanted) left--;
      this.#happen(i);
    }
    for (const i of this.#order) remove(b, i);
    this.#absences.end();
    return this.#ready;
  }

  /** Draws what holds for the whole run, and lays out the plan without what those who are away were to do. */
  #begin(): void {
    const b = this.#b;
    const { start, end, hold, mode, crew } = this.#planned;
    this.#draws.begin();
    this.#queue.clear();
    this.#isDone.fill(0);
    this.#putOff.length = 0;
    this.#ready.fill(0);
    b.model.steps.forEach(({ fixed, piece }) => {
      if (fixed) this.#ready[piece] = Math.max(this.#ready[piece]!, fixed.done);
    });
    this.#absences.begin(this.#draws.isAway);
    for (const i of this.#order) {
      if (!this.#isAway(i)) insert(b, i, start[i]!, end[i]!, hold[i]!, mode[i]!, crew[i]!);
      this.#offer(i, start[i]!);
    }
  }

  #isAway(i: number): boolean {
    const { start, end, mode, crew } = this.#planned;
    const people = this.#b.model.steps[i]!.modes[mode[i]!]!.crews[crew[i]!]!;
    return people.some((p) => this.#absences.isAway(p, start[i]!, end[i]!));
  }

  #offer(i: number, at: number): void {
    this.#queue.push(this.#number[i]!, at + this.#number[i]! * TIE);
  }

  /** Whether a step can begin where it stands, now that its time has come; it is taken out of the schedule for what follows. */
  #canBegin(i: number, at: number): boolean {
    const b = this.#b;
    if (b.start[i]! < 0) return false;
    const { [i]: mode } = b.mode;
    const { [i]: crew } = b.crew;
    remove(b, i);
    return this.#readyFrom(i) <= at && seekOnly(b, i, mode!, crew!, at);
  }

  /** Does what was found for a step, for as long as it really takes. */
  #happen(i: number): void {
    const b = this.#b;
    const step = b.model.steps[i]!;
    const { start, mode, crew } = b.found;
    const plannedEnd = b.found.end;
    const plannedHold = b.found.hold;
    const how = step.modes[mode]!;
    const planned = slotsOf(step, how, 0);
    const isLate = start > this.#latest(i);
    const work = how.crews[crew]!.length === 0 ? planned : this.#draws.workSlots(i, how.speed, isLate);
    let end = start + work;
    if (step.split && work >= planned && work <= planned + OVERTIME_SLOTS) end = plannedEnd + work - planned;
    else if (step.split && work > 0) end = afterNth(how.calendars[crew]!, start, work);
    if (end < 0 || end > b.model.slots) end = b.model.slots;
    const hold = how.film ? Math.ceil(this.#draws.stretched(i, end, how.film.handle(end))) : end + step.hold;
    const wet = Math.min(hold, b.model.slots);
    const isLonger = end > plannedEnd || wet > plannedHold;
    const inTheWay = isLonger ? this.#sharing(i, how, crew, Math.max(end, wet)) : [];
    const places = inTheWay.map((j) => this.#at(j));
    for (const j of inTheWay) remove(b, j);
    insert(b, i, start, end, wet, mode, crew);
    inTheWay.forEach((j, n) => {
      const [from, , , otherMode, otherCrew] = places[n]!;
      if (seekOnly(b, j, otherMode, otherCrew, from)) insert(b, j, ...places[n]!);
      else this.#offer(j, from);
    });
    this.#isDone[i] = 1;
    this.#ready[step.piece] = Math.max(this.#ready[step.piece]!, this.#draws.dryAt(b, i, TRAVEL));
    for (const f of this.#followers[i]!) this.#pullForward(f, end < plannedEnd);
    this.#lookAgain(step.piece);
  }

  /** Steps still to come that begin before a slot and use a person, place or tool that a step now keeps longer than planned. */
  #sharing(i: number, how: Mode, crew: number, until: number): number[] {
    const b = this.#b;
    const people = how.crews[crew]!;
    return this.#order.filter((j) => {
      if (j === i || this.#isDone[j] || b.start[j]! < 0 || b.start[j]! >= until) return false;
      const other = b.model.steps[j]!.modes[b.mode[j]!]!;
      return (
        other.crews[b.crew[j]!]!.some((p) => people.includes(p)) ||
        (how.setups !== null && other.setups === how.setups) ||
        other.demands.some((d) => how.demands.some((own) => own.profile === d.profile))
      );
    });
  }

  /** Steps of this piece, and of those that miss their dates, that were put off are tried in what has become free since. */
  #lookAgain(piece: number): void {
    const { steps, pieces } = this.#b.model;
    for (let n = Math.min(MOST_LOOKED_AT, this.#putOff.length); n > 0; n--) {
      const j = this.#putOff.shift()!;
      if (this.#isDone[j]) continue;
      const own = steps[j]!.piece;
      if (own === piece || this.#isPressed(j, pieces[own]!.steps)) this.#pullForward(j, false);
      if (this.#b.start[j]! > this.#planned.start[j]!) this.#putOff.push(j);
    }
  }

  /**
   * A step whose time has come and that cannot begin goes into the next time that is free for it; so do those of its piece that
   * can then not stay where they are.
   */
  #placeLater(i: number, at: number): boolean {
    const b = this.#b;
    const ready = Math.max(at, this.#readyFrom(i));
    let late = this.#pushedBy(i, ready - at);
    let old = this.#takeOut(late);
    let from = ready;
    for (let tries = 0; ; tries++) {
      if (!this.#seek(i, from)) return false;
      this.#book(i);
      const later = this.#bookAfter(late, old, tries < MOST_PUSHES);
      const isOvertaken = later === 0 && tries < MOST_PUSHES && [i, ...late].some((k) => this.#isOvertaken(k));
      if (later === 0 && !isOvertaken) break;
      if (later > 0) from = b.start[i]! + later;
      for (const f of [i, ...late]) remove(b, f);
      if (!isOvertaken) continue;
      // One of them found room only behind what comes after it: then all that comes after goes out first, and stays where it can.
      const rest = this.#allAfter(i).filter((f) => !late.includes(f));
      old = new Map([...old, ...this.#takeOut(rest)]);
      late = [...old.keys()].sort((x, y) => this.#number[x]! - this.#number[y]!);
    }
    const most = this.#isPressed(i, late) ? Infinity : MOST_GIVING_WAY;
    const soon = [i, ...late.filter((f) => old.get(f)! < at + SOON_SLOTS)];
    for (const k of soon)
      if (b.start[k]! >= 0 && this.#goBefore(k, Math.max(ready, this.#readyFrom(k)), most))
        for (const f of late) this.#pullForward(f, true);
    for (const f of [i, ...late]) if (!this.#putOff.includes(f)) this.#putOff.push(f);
    this.#offer(i, b.start[i]!);
    for (const f of late) this.#offer(f, b.start[f]! < 0 ? old.get(f)! : b.start[f]!);
    return true;
  }

  /** @returns where each of them was */
  #takeOut(steps: readonly number[]): Map<number, number> {
    const old = new Map(steps.map((f) => [f, this.#b.start[f]!]));
    for (const f of steps) remove(this.#b, f);
    return old;
  }

  /** Whether something that waits for a step stands before it can begin. */
  #isOvertaken(i: number): boolean {
    const b = this.#b;
    return this.#followers[i]!.some(
      (f) => !this.#isDone[f] && b.start[f]! >= 0 && b.start[i]! >= 0 && b.start[f]! < this.#readyFrom(f),
    );
  }

  /** All steps still to come that wait for a step, at once or through others. */
  #allAfter(i: number): number[] {
    const found = new Set([i]);
    for (const k of found) for (const f of this.#followers[k]!) if (!this.#isDone[f]) found.add(f);
    found.delete(i);
    return [...found].filter((f) => this.#b.start[f]! >= 0);
  }

  /** Whether a piece misses its date by where these steps of it stand. */
  #isPressed(i: number, late: readonly number[]): boolean {
    const b = this.#b;
    const { due } = b.model.pieces[b.model.steps[i]!.piece]!;
    return due < b.model.slots && [i, ...late].some((f) => b.start[f]! < 0 || b.end[f]! > due);
  }

  /**
   * A step takes the time of others that could begin after it; those go into the next time that is free for them.
   * @param most so many of them may have to
   * @returns whether that gains enough
   */
  #goBefore(i: number, ready: number, most: number): boolean {
    const b = this.#b;
    const { steps } = b.model;
    const kept = this.#at(i);
    if (kept[0] < ready + WORTH_MOVING_SLOTS) return false;
    const others = this.#order.filter(
      (j) => !this.#isDone[j] && b.start[j]! >= ready && b.start[j]! < kept[0] && steps[j]!.piece !== steps[i]!.piece,
    );
    const places = others.map((j) => this.#at(j));
    remove(b, i);
    for (const j of others) remove(b, j);
    const isSooner = this.#seek(i, ready) && b.found.start <= kept[0] - WORTH_MOVING_SLOTS;
    if (isSooner) this.#book(i);
    else insert(b, i, ...kept);
    // Who is not in its way stays; the others are looked at when their time comes.
    const stay = others.map((j, n) => {
      const [start, , , mode, crew] = places[n]!;
      const is = !isSooner || seekOnly(b, j, mode, crew, start);
      if (is) insert(b, j, ...places[n]!);
      return is;
    });
    if (isSooner && stay.reduce((n, is) => n + (is ? 0 : 1), 0) > most) {
      for (const j of [i, ...others]) remove(b, j);
      insert(b, i, ...kept);
      others.forEach((j, n) => insert(b, j, ...places[n]!));
      return false;
    }
    return isSooner;
  }

  #at(i: number): [start: number, end: number, hold: number, mode: number, crew: number] {
    const { start, end, hold, mode, crew } = this.#b;
    return [start[i]!, end[i]!, hold[i]!, mode[i]!, crew[i]!];
  }

  /** By whoever it is planned for when they are the soonest. */
  #seek(i: number, from: number): boolean {
    const b = this.#b;
    b.modeLock[i] = modeLockOf(this.#planned.mode[i]!, this.#planned.crew[i]!);
    const isSoonest = seek(b, i, from, 0, 0, from + 1);
    b.modeLock[i] = -1;
    // To the end of what is known, hands first: in a plan that is full they are what is missing.
    return isSoonest || seek(b, i, from, 0, 0, b.model.slots);
  }

  #book(i: number): void {
    const { start, end, hold, mode, crew } = this.#b.found;
    insert(this.#b, i, start, end, hold, mode, crew);
  }

  /** Steps of its piece that must move when a step begins so many slots later, each after those it waits for. */
  #pushedBy(i: number, by: number): number[] {
    const b = this.#b;
    const shift = new Map([[i, Math.max(by, 1)]]);
    for (const k of shift.keys())
      for (const f of this.#followers[k]!) {
        if (this.#isDone[f] || b.start[f]! < 0) continue;
        const slack = b.start[f]! - this.#readyBy(b.model.steps[f]!.preds.find((p) => p.step === k)!);
        const more = shift.get(k)! - slack;
        if (more > (shift.get(f) ?? 0)) {
          // Once more, so that what follows it is looked at with the larger shift.
          shift.delete(f);
          shift.set(f, more);
        }
      }
    shift.delete(i);
    return [...shift.keys()].sort((x, y) => this.#number[x]! - this.#number[y]!);
  }

  /**
   * Books steps after one that moved, each where it was or as soon after as it can.
   * @returns slots by which that one must begin later, so that all have room in their windows; 0: they have
   */
  #bookAfter(steps: readonly number[], old: ReadonlyMap<number, number>, mayPush: boolean): number {
    const b = this.#b;
    for (const f of steps) {
      const ready = this.#readyFrom(f);
      if (!this.#seek(f, Math.max(ready, old.get(f)!))) continue;
      const late = b.found.start - this.#latest(f);
      if (late > 0 && mayPush && b.model.steps[f]!.rescue_minutes < 0) return late;
      this.#book(f);
    }
    return 0;
  }

  /** A follower begins sooner when that gains enough, or when its window would pass; and so on along its piece. */
  #pullForward(i: number, isEarly: boolean): void {
    const b = this.#b;
    if (this.#isDone[i] || b.start[i]! < 0) return;
    const { steps } = b.model;
    if (steps[i]!.preds.some((p) => b.start[p.step]! < 0)) return;
    const isPast = b.start[i]! > this.#latest(i);
    // What was put off once is looked at again: meanwhile time may have become free.
    const isPutOff = b.start[i]! > this.#planned.start[i]!;
    if (!isEarly && !isPast && !isPutOff) return;
    const ready = this.#readyFrom(i);
    if (ready >= b.start[i]!) return;
    const kept = this.#at(i);
    remove(b, i);
    const until = isPast ? kept[0] : kept[0] - WORTH_MOVING_SLOTS + 1;
    const isSooner = ready < until && seek(b, i, ready, 0, 0, until) && b.found.end <= kept[1];
    if (!isSooner) {
      insert(b, i, ...kept);
      return;
    }
    this.#book(i);
    this.#offer(i, b.start[i]!);
    for (const f of this.#followers[i]!) this.#pullForward(f, true);
  }

  #latest(i: number): number {
    let at = Infinity;
    for (const p of this.#b.model.steps[i]!.preds) at = Math.min(at, this.#b.end[p.step]! + p.maxSlots);
    return at;
  }

  /** What it waits for is done and dry; of what is still to come, as it is planned. */
  #readyFrom(i: number): number {
    const b = this.#b;
    const step = b.model.steps[i]!;
    let from = step.earliest;
    for (const p of step.preds) if (b.start[p.step]! >= 0) from = Math.max(from, this.#readyBy(p));
    return from;
  }

  #readyBy(p: Pred): number {
    const b = this.#b;
    const dry = p.stage < 0 ? b.end[p.step]! : this.#draws.dryAt(b, p.step, p.stage, this.#isDone[p.step] === 1);
    return Math.ceil(dry + p.min_minutes / GRID_MINUTES - 1e-9);
  }
}
