import { GRID_MINUTES } from '../calendar/grid.ts';
import type { Pred } from '../planner/engine/engineModel.ts';
import { NEAR_MINUTES } from '../planner/build/replan.ts';
import {
  insert,
  modeLockOf,
  type PartialSchedule,
  remove,
  seek,
  seekOnly,
} from '../planner/engine/schedule/partialSchedule.ts';
import type { Draws } from './draws.ts';

/** A step whose follower finds no room in its window is begun later, so often. */
const MOST_PUSHES = 12;
/** Of the steps that were put off so many are looked at again each time one is done. */
const MOST_LOOKED_AT = 1;
/** What is gained by less is not worth a change. */
const WORTH_MOVING_SLOTS = 6;
/** So many others give way to a step that stands within the days a re-plan counts as near; to one that is late, all. */
const MOST_GIVING_WAY = 1;
const NEAR_SLOTS = NEAR_MINUTES / GRID_MINUTES;

/** Where a step stands and who does it. */
type Place = [start: number, end: number, hold: number, mode: number, crew: number];

/** What is still to come in one run of a plan. */
export type StillToCome = {
  /** Steps that have a place in the plan, in the order of their starts, and the number of each in it; -1: it has none. */
  readonly order: readonly number[];
  readonly number: Int32Array;
  readonly followers: readonly (readonly number[])[];
  readonly planned: Readonly<Record<'start' | 'end' | 'hold' | 'mode' | 'crew', Int32Array>>;
  readonly isDone: Uint8Array;
  /** Has a step looked at again in a slot. */
  readonly offer: (i: number, at: number) => void;
};

/**
 * Repairs a plan while it is lived through, as `replan` does: what can stay stays, what cannot goes into the next time that is
 * free for it, before others when its date is missed, and pieces that miss their dates are pulled into time that becomes free.
 * Field term: minimum-perturbation repair
 */
export class LocalRepair {
  readonly #b: PartialSchedule;
  readonly #draws: Draws;
  readonly #toCome: StillToCome;
  /** Steps that stand later than planned, those looked at longest ago first. */
  readonly #putOff: number[] = [];
  /** Whether time that was planned for something has become free since pieces that miss their dates were last looked at. */
  #isFreed = false;

  constructor(b: PartialSchedule, draws: Draws, toCome: StillToCome) {
    this.#b = b;
    this.#draws = draws;
    this.#toCome = toCome;
  }

  begin(): void {
    this.#putOff.length = 0;
    this.#isFreed = false;
  }

  /**
   * A step whose time has come and that cannot begin goes into the next time that is free for it; so do those of its piece that
   * can then not stay where they are.
   */
  placeLater(i: number, at: number): boolean {
    const b = this.#b;
    const ready = Math.max(at, this.readyFrom(i));
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
      late = [...old.keys()].sort((x, y) => this.#toCome.number[x]! - this.#toCome.number[y]!);
    }
    const most = this.#isLate(this.#b.model.steps[i]!.piece) ? Infinity : MOST_GIVING_WAY;
    const near = [i, ...late.filter((f) => old.get(f)! < at + NEAR_SLOTS)];
    for (const k of near)
      if (b.start[k]! >= 0 && this.#goBefore(k, Math.max(ready, this.readyFrom(k)), most))
        for (const f of late) this.pullForward(f, true, at);
    for (const f of [i, ...late]) if (!this.#putOff.includes(f)) this.#putOff.push(f);
    this.#isFreed = true;
    this.#toCome.offer(i, b.start[i]!);
    for (const f of late) this.#toCome.offer(f, b.start[f]! < 0 ? old.get(f)! : b.start[f]!);
    return true;
  }

  /** A step begins sooner, from now on, when that gains enough, or when its window would pass; and so on along its piece. */
  pullForward(i: number, isEarly: boolean, now: number): void {
    const b = this.#b;
    if (this.#toCome.isDone[i] || b.start[i]! < 0) return;
    const { steps } = b.model;
    if (steps[i]!.preds.some((p) => b.start[p.step]! < 0)) return;
    const isPast = b.start[i]! > this.latest(i);
    // What was put off once is looked at again: meanwhile time may have become free.
    const isPutOff = b.start[i]! > this.#toCome.planned.start[i]!;
    if (!isEarly && !isPast && !isPutOff) return;
    const until = isPast ? b.start[i]! : b.start[i]! - WORTH_MOVING_SLOTS + 1;
    const ready = Math.max(now, this.readyFrom(i));
    if (ready >= until) return;
    const kept = this.at(i);
    remove(b, i);
    const isSooner = seek(b, i, ready, 0, 0, until) && b.found.end <= kept[1];
    if (!isSooner) {
      insert(b, i, ...kept);
      return;
    }
    this.#book(i);
    this.#toCome.offer(i, b.start[i]!);
    for (const f of this.#toCome.followers[i]!) this.pullForward(f, true, now);
  }

  /**
   * After each step that is done: what was put off of this piece, or of one that misses its date, is tried in what has become free
   * since. What comes next of this piece begins as soon as it can, and of those that miss their dates when time has become free.
   * @param early_slots by which the step ended sooner than planned
   * @param now slot from which on that is known
   */
  lookAgain(piece: number, early_slots: number, now: number): void {
    const { steps } = this.#b.model;
    for (let n = Math.min(MOST_LOOKED_AT, this.#putOff.length); n > 0; n--) {
      const j = this.#putOff.shift()!;
      if (this.#toCome.isDone[j]) continue;
      const own = steps[j]!.piece;
      if (own === piece || this.#isLate(own)) this.pullForward(j, false, now);
      if (this.#b.start[j]! > this.#toCome.planned.start[j]!) this.#putOff.push(j);
    }
    const isFreed = this.#isFreed || early_slots >= WORTH_MOVING_SLOTS;
    this.#isFreed = false;
    for (const i of this.#toCome.order) {
      const own = steps[i]!.piece;
      if (this.#isNext(i) && (own === piece || (isFreed && this.#isLate(own)))) this.pullForward(i, true, now);
    }
  }

  /** Whether all a step waits for is done, and it has its place. */
  #isNext(i: number): boolean {
    const b = this.#b;
    const { isDone } = this.#toCome;
    const { steps } = b.model;
    return !isDone[i] && b.start[i]! >= 0 && steps[i]!.preds.every((p) => steps[p.step]!.fixed || isDone[p.step]);
  }

  latest(i: number): number {
    let at = Infinity;
    for (const p of this.#b.model.steps[i]!.preds) at = Math.min(at, this.#b.end[p.step]! + p.maxSlots);
    return at;
  }

  /** What it waits for is done and dry; of what is still to come, as it is planned. */
  readyFrom(i: number): number {
    const b = this.#b;
    const step = b.model.steps[i]!;
    let from = step.earliest;
    for (const p of step.preds) if (b.start[p.step]! >= 0) from = Math.max(from, this.#readyBy(p));
    return from;
  }

  at(i: number): Place {
    const { start, end, hold, mode, crew } = this.#b;
    return [start[i]!, end[i]!, hold[i]!, mode[i]!, crew[i]!];
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
    return this.#toCome.followers[i]!.some(
      (f) => !this.#toCome.isDone[f] && b.start[f]! >= 0 && b.start[i]! >= 0 && b.start[f]! < this.readyFrom(f),
    );
  }

  /** All steps still to come that wait for a step, at once or through others. */
  #allAfter(i: number): number[] {
    const found = new Set([i]);
    for (const k of found) for (const f of this.#toCome.followers[k]!) if (!this.#toCome.isDone[f]) found.add(f);
    found.delete(i);
    return [...found].filter((f) => this.#b.start[f]! >= 0);
  }

  /** Whether a piece misses its date by where its steps stand. */
  #isLate(piece: number): boolean {
    const b = this.#b;
    const { due, steps } = b.model.pieces[piece]!;
    return due < b.model.slots && steps.some((i) => b.start[i]! >= 0 && b.end[i]! > due);
  }

  /**
   * A step takes the time of others that could begin after it; those go into the next time that is free for them.
   * @param most so many of them may have to
   * @returns whether that gains enough
   */
  #goBefore(i: number, ready: number, most: number): boolean {
    const b = this.#b;
    const { steps } = b.model;
    const kept = this.at(i);
    if (kept[0] < ready + WORTH_MOVING_SLOTS) return false;
    const others = this.#toCome.order.filter(
      (j) =>
        !this.#toCome.isDone[j] && b.start[j]! >= ready && b.start[j]! < kept[0] && steps[j]!.piece !== steps[i]!.piece,
    );
    const places = others.map((j) => this.at(j));
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

  /** By whoever it is planned for when they are the soonest. */
  #seek(i: number, from: number): boolean {
    const b = this.#b;
    b.modeLock[i] = modeLockOf(this.#toCome.planned.mode[i]!, this.#toCome.planned.crew[i]!);
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
      for (const f of this.#toCome.followers[k]!) {
        if (this.#toCome.isDone[f] || b.start[f]! < 0) continue;
        const slack = b.start[f]! - this.#readyBy(b.model.steps[f]!.preds.find((p) => p.step === k)!);
        const more = shift.get(k)! - slack;
        if (more > (shift.get(f) ?? 0)) {
          // Once more, so that what follows it is looked at with the larger shift.
          shift.delete(f);
          shift.set(f, more);
        }
      }
    shift.delete(i);
    return [...shift.keys()].sort((x, y) => this.#toCome.number[x]! - this.#toCome.number[y]!);
  }

  /**
   * Books steps after one that moved, each where it was or as soon after as it can.
   * @returns slots by which that one must begin later, so that all have room in their windows; 0: they have
   */
  #bookAfter(steps: readonly number[], old: ReadonlyMap<number, number>, mayPush: boolean): number {
    const b = this.#b;
    for (const f of steps) {
      const ready = this.readyFrom(f);
      if (!this.#seek(f, Math.max(ready, old.get(f)!))) continue;
      const late = b.found.start - this.latest(f);
      if (late > 0 && mayPush && b.model.steps[f]!.rescue_minutes < 0) return late;
      this.#book(f);
    }
    return 0;
  }

  #readyBy(p: Pred): number {
    const b = this.#b;
    const dry = p.stage < 0 ? b.end[p.step]! : this.#draws.dryAt(b, p.step, p.stage, this.#toCome.isDone[p.step] === 1);
    return Math.ceil(dry + p.min_minutes / GRID_MINUTES - 1e-9);
  }
}
