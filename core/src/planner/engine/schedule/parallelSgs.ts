import { SHORT_WINDOW } from './followers.ts';
import FlatQueue from 'flatqueue';
import { type PartialSchedule, doneSlot, latestFor, remove, insert, readyFor } from './partialSchedule.ts';
import { seek, seekOnly } from './seek.ts';
import { costOfDone } from './cost.ts';
import { type AloneInShop, FreeFloat } from './freeFloat.ts';
import { lastOverload, occupyFloor } from '../resources/floor.ts';
import { type Scratch, stayOf, bookFloor, tightest } from './serialSgs.ts';
import { groupBefore, standsApart } from '../resources/setupSequence.ts';

/** What the next step is chosen by: its soonest slot, and on top of that these. */
export type Priority = {
  /** Share of the slots that are left until its latest start, alone in the shop; once that has passed, of none. */
  readonly slack: number;
  /** Slots of slack that a piece nearly three times as dear to have late is taken to have less. */
  readonly hurry: number;
  /** Slots for a clean-out of its own. */
  readonly cleanout: number;
  /** By how much its key may be larger for work of the set-up a tool has to go before what needs a clean-out; missing: 0. */
  readonly stay?: number;
  /** What is wet for so many slots and holds up nothing is laid as late in the day as it can be; missing: nothing is. */
  readonly evening?: number;
  /** By piece: slots of slack it is taken to have less; missing: none. */
  readonly urge?: Float64Array;
  /** By step: the same; missing: none. */
  readonly bias?: Float64Array;
  /** By piece: slot before which it is not begun, so that others may have the floor; missing: 0. */
  readonly notBefore?: Float64Array;
};

/**
 * Places the steps of several pieces among one another by priority: each time the step that can start soonest, what is
 * urgent or needs no clean-out before the rest. What a short window ties to a step is placed with it. A step that misses its
 * window pushes the one it is tied to later, and what had been placed after that.
 * Field terms: parallel schedule generation; apparent tardiness cost with set-ups (Lee, Bhaskaran & Pinedo 1997), made linear
 */
export class ParallelSgs {
  readonly #b: PartialSchedule;
  readonly #followers: readonly (readonly number[])[];
  /** A guess how long the floor is taken: slots from the start of each step to the end of its piece, work counted double for the nights. */
  readonly #rest: Float64Array;
  readonly #scratch: Scratch;
  readonly #alone: () => AloneInShop;
  /** What it says, once somebody has asked. */
  #latest: Float64Array | null = null;
  #freeFloat: FreeFloat | null = null;
  readonly #queue = new FlatQueue();
  /** By step: those it waits for that are not placed, how far it was pushed, where it could stand and its key now. */
  readonly #open: Int32Array;
  readonly #push: Int32Array;
  readonly #start: Int32Array;
  readonly #mode: Int32Array;
  readonly #crew: Int32Array;
  readonly #key: Float64Array;
  /** By piece: how often it pushed, whether it was given up, the floor booked for it, and when it will be done at least. */
  readonly #pushes: Int32Array;
  readonly #isOut: Uint8Array;
  readonly #floorFrom: Int32Array;
  readonly #floorUntil: Int32Array;
  readonly #done: Float64Array;
  /** By piece: slots from its first step until it was done the last time; 0: not known. */
  readonly #stay: Int32Array;
  /** Work for tools with set-ups that has been offered; what is placed meanwhile is left out when it is come upon. */
  readonly #waiting = new Set<number>();
  #priority: Priority = { slack: 1, hurry: 0, cleanout: 0 };
  #isFailed = false;
  #most = Infinity;
  #cost = 0;

  /** @param alone asked for once, when it is needed */
  constructor(b: PartialSchedule, scratch: Scratch, alone: () => AloneInShop) {
    const { steps, pieces } = b.model;
    this.#b = b;
    this.#scratch = scratch;
    this.#alone = alone;
    this.#followers = followersOf(b);
    this.#rest = restsOf(b, this.#followers);
    this.#open = new Int32Array(steps.length);
    this.#push = new Int32Array(steps.length);
    this.#start = new Int32Array(steps.length);
    this.#mode = new Int32Array(steps.length);
    this.#crew = new Int32Array(steps.length);
    this.#key = new Float64Array(steps.length);
    this.#pushes = new Int32Array(pieces.length);
    this.#isOut = new Uint8Array(pieces.length);
    this.#floorFrom = new Int32Array(pieces.length);
    this.#floorUntil = new Int32Array(pieces.length);
    this.#done = new Float64Array(pieces.length);
    this.#stay = new Int32Array(pieces.length);
  }

  /**
   * @param group pieces that hold no floor; steps of theirs that are placed stay, unless a window makes them move
   * @param most given up as soon as the group is sure to cost more
   * @returns the pieces that could not be placed so, none of whose steps are; null, with nothing placed, when given up
   */
  run(group: readonly number[], priority: Priority, most: number): number[] | null {
    const { pieces } = this.#b.model;
    if (!this.#latest) this.#lookAhead();
    this.#priority = priority;
    this.#most = most;
    this.#isFailed = false;
    this.#cost = 0;
    this.#queue.clear();
    this.#waiting.clear();
    for (const k of group) this.#prepare(k);
    if (this.#b.model.floor) for (const k of group) this.#bookBegun(k);
    for (const k of group)
      for (const i of pieces[k]!.steps) if (this.#b.start[i]! < 0 && this.#open[i] === 0) this.#offer(i);
    while (this.#queue.length > 0 && !this.#isFailed) {
      const key = this.#queue.peekValue()!;
      const i = this.#queue.pop()!;
      if (key === this.#key[i] && this.#b.start[i]! < 0) this.#place(i, key);
    }
    // The floor was booked by guess; now by what came out.
    for (const k of group) this.#leaveFloor(k);
    if (this.#isFailed) {
      for (const k of group) this.#removeAll(k);
      return null;
    }
    // What stands here already takes its floor before what is still to come.
    const inOrder = [...group.filter((k) => pieces[k]!.isHere), ...group.filter((k) => !pieces[k]!.isHere)];
    return inOrder.filter((k) => {
      const isPlaced = !this.#isOut[k] && pieces[k]!.steps.every((i) => this.#b.start[i]! >= 0);
      if (isPlaced && this.#b.model.floor) {
        const { from, done } = stayOf(this.#b, k);
        this.#stay[k] = done - from;
      }
      if (isPlaced && bookFloor(this.#b, k, pieces[k]!.isHere && !this.#scratch.isStrict) < 0) return false;
      this.#removeAll(k);
      return true;
    });
  }

  #lookAhead(): void {
    const alone = this.#alone();
    this.#latest = alone.latestStarts;
    this.#freeFloat = new FreeFloat(this.#b, this.#followers, this.#scratch.bound, alone);
  }

  #prepare(k: number): void {
    const { steps, pieces } = this.#b.model;
    this.#pushes[k] = 0;
    this.#isOut[k] = 0;
    this.#floorUntil[k] = -1;
    this.#done[k] = 0;
    for (const i of pieces[k]!.steps) {
      this.#push[i] = this.#priority.notBefore?.[k] ?? 0;
      this.#key[i] = NaN;
      this.#open[i] = steps[i]!.preds.reduce((n, p) => n + (this.#b.start[p.step]! < 0 ? 1 : 0), 0);
    }
  }

  /** Queues a step all of whose predecessors are placed. */
  #offer(i: number): void {
    const b = this.#b;
    const step = b.model.steps[i]!;
    if (this.#isOut[step.piece]) return;
    if (!this.#seek(i)) return this.#giveUp(step.piece);
    this.#queueFound(i);
  }

  /** Where a step may stand whose turn it is: as early as it can, or in the evening. */
  #seek(i: number): boolean {
    const b = this.#b;
    if (!seek(b, i, Math.max(this.#push[i]!, readyFor(b, b.model.steps[i]!)))) return false;
    if (this.#priority.evening !== undefined) this.#freeFloat!.shiftRight(i, this.#priority.evening);
    return true;
  }

  #queueFound(i: number): void {
    const { found } = this.#b;
    this.#start[i] = found.start;
    this.#mode[i] = found.mode;
    this.#crew[i] = found.crew;
    this.#key[i] = this.#keyAt(i, found.start, found.mode);
    this.#queue.push(i, this.#key[i]);
    if (this.#b.model.steps[i]!.group >= 0) this.#waiting.add(i);
  }

  #keyAt(i: number, start: number, mode: number): number {
    const { slack, hurry, cleanout, urge, bias } = this.#priority;
    const step = this.#b.model.steps[i]!;
    const piece = this.#b.model.pieces[step.piece]!;
    // What cannot be in time any more goes by what it costs, and not before all others the later it is.
    const last = Math.max(this.#latest![i]!, start) - hurry * Math.log(1 + piece.lateCost);
    const setups = step.group >= 0 ? step.modes[mode]!.setups : null;
    return (
      start +
      slack * (last - (urge ? urge[step.piece]! : 0) - (bias ? bias[i]! : 0)) +
      (setups && standsApart(setups, start, step.group) ? cleanout : 0)
    );
  }

  /** Places the step that comes first, unless meanwhile another took what it needs: then it queues again. */
  #place(i: number, key: number): void {
    const b = this.#b;
    const step = b.model.steps[i]!;
    if (!seekOnly(b, i, this.#mode[i]!, this.#crew[i]!, this.#start[i]!)) {
      if (!this.#seek(i)) return this.#giveUp(step.piece);
      if (this.#keyAt(i, b.found.start, b.found.mode) > key + 1e-9) return this.#queueFound(i);
    }
    if (this.#staysSetUp(i, key)) return;
    if (!this.#isInWindow(i) || !this.#enterFloor(i)) return;
    this.#accept(i);
    this.#placeTied(i);
  }

  /**
   * Has work of the set-up a tool has go before what would have it cleaned out. Only what waits for that tool already goes
   * first, so that nothing is put off for long.
   * Field term: exhaustive service, as at a machine with set-ups between families
   */
  #staysSetUp(i: number, key: number): boolean {
    const b = this.#b;
    const step = b.model.steps[i]!;
    const most = this.#priority.stay ?? 0;
    const setups = step.group < 0 || most <= 0 ? null : step.modes[b.found.mode]!.setups;
    const setUp = setups ? groupBefore(setups, b.found.start) : -1;
    if (!setups || setUp < 0 || setUp === step.group) return false;
    let first = -1;
    for (const j of this.#waiting) {
      if (b.start[j]! >= 0 || Number.isNaN(this.#key[j]!)) this.#waiting.delete(j);
      else if (
        b.model.steps[j]!.group === setUp &&
        this.#turnsOf(j) === setups &&
        this.#start[j]! <= b.found.start &&
        this.#key[j]! <= key + most &&
        (first < 0 || this.#key[j]! < this.#key[first]!)
      )
        first = j;
    }
    if (first < 0) return false;
    this.#key[i] = key;
    this.#queue.push(i, key);
    this.#key[first] = key - JUST_BEFORE;
    this.#queue.push(first, key - JUST_BEFORE);
    return true;
  }

  #turnsOf = (j: number) => this.#b.model.steps[j]!.modes[this.#mode[j]!]!.setups;

  /** Whether what was found is in time for the step; if not, what it is tied to is pushed later. */
  #isInWindow(i: number): boolean {
    const b = this.#b;
    const step = b.model.steps[i]!;
    const latest = latestFor(b, step);
    if (b.found.start <= latest) return true;
    const anchor = tightest(b, i);
    const isLoose = anchor >= 0 && !b.model.steps[anchor]!.fixed && b.model.steps[anchor]!.pinSlot < 0;
    if (!isLoose && step.rescue_minutes >= 0)
      return seek(b, i, Math.max(this.#push[i]!, readyFor(b, step)), step.rescue_minutes);
    if (!isLoose || ++this.#pushes[step.piece]! > MOST_PUSHES) {
      this.#giveUp(step.piece);
      return false;
    }
    this.#push[anchor] = b.start[anchor]! + b.found.start - latest;
    this.#undo(anchor);
    this.#offer(anchor);
    return false;
  }

  #accept(i: number): void {
    const b = this.#b;
    const { start, end, hold, mode, crew } = b.found;
    insert(b, i, start, end, hold, mode, crew);
    if (this.#scratch.left) this.#scratch.left[i] = 0;
    for (const f of this.#followers[i]!) this.#open[f]!--;
    const k = b.model.steps[i]!.piece;
    const done = Math.max(this.#scratch.bound.after(i, end, mode), doneSlot(b, i));
    if (done <= this.#done[k]!) return;
    const piece = b.model.pieces[k]!;
    this.#cost += costOfDone(piece, done) - (this.#done[k]! > 0 ? costOfDone(piece, this.#done[k]!) : 0);
    this.#done[k] = done;
    if (this.#cost > this.#most) this.#isFailed = true;
  }

  /** Places what a short window ties to a step just placed, and so on; queues what else may follow. */
  #placeTied(first: number): void {
    const b = this.#b;
    const { steps } = b.model;
    const placed = [first];
    for (const i of placed)
      for (const f of this.#followers[i]!) {
        if (this.#isFailed || this.#open[f]! > 0 || b.start[f]! >= 0) continue;
        if (steps[f]!.preds.find((p) => p.step === i)!.maxSlots > SHORT_WINDOW) this.#offer(f);
        else {
          if (!seek(b, f, Math.max(this.#push[f]!, readyFor(b, steps[f]!)))) return this.#giveUp(steps[f]!.piece);
          if (!this.#isInWindow(f)) return;
          this.#accept(f);
          placed.push(f);
        }
        if (this.#isOut[steps[f]!.piece]) return;
      }
  }

  /** Takes a step and what was placed after it out of the schedule again. */
  #undo(i: number): void {
    const b = this.#b;
    remove(b, i);
    for (const f of this.#followers[i]!) {
      this.#open[f]!++;
      this.#key[f] = NaN;
      if (b.start[f]! >= 0) this.#undo(f);
    }
  }

  #giveUp(k: number): void {
    this.#isOut[k] = 1;
    this.#leaveFloor(k);
    this.#removeAll(k);
    if (this.#most < Infinity) this.#isFailed = true;
  }

  #removeAll(k: number): void {
    const { steps, pieces } = this.#b.model;
    for (const i of pieces[k]!.steps) {
      if (!steps[i]!.fixed) remove(this.#b, i);
      this.#key[i] = NaN;
    }
  }

  /** Books the floor for the first step of a piece, by a guess how long it will stay; false: it must come later. */
  #enterFloor(i: number): boolean {
    const { model, found } = this.#b;
    const k = model.steps[i]!.piece;
    const piece = model.pieces[k]!;
    if (!model.floor || piece.floor === 0 || piece.isHere || this.#floorUntil[k]! >= 0) return true;
    const until = this.#leavesBy(k, found.start, this.#rest[i]!);
    const blockedSlot = lastOverload(model.floor, found.start, until, piece.floor);
    if (blockedSlot >= 0) {
      for (const j of piece.steps) this.#push[j] = Math.max(this.#push[j]!, blockedSlot + 1);
      this.#offer(i);
      return false;
    }
    this.#bookFloor(k, found.start);
    return true;
  }

  /** Books the floor for a piece that stands here or some of whose steps are placed. */
  #bookBegun(k: number): void {
    const { pieces } = this.#b.model;
    let from = pieces[k]!.isHere ? this.#b.model.now : Infinity;
    for (const i of pieces[k]!.steps) if (this.#b.start[i]! >= 0) from = Math.min(from, this.#b.start[i]!);
    if (from < Infinity) this.#bookFloor(k, from);
  }

  #guessLeave(k: number, from: number): number {
    const { pieces, steps } = this.#b.model;
    const piece = pieces[k]!;
    const rest = piece.steps.reduce((most, i) => (steps[i]!.fixed ? most : Math.max(most, this.#rest[i]!)), 0);
    return this.#leavesBy(k, from, rest);
  }

  /** When a piece that comes at `from` is thought to leave the floor: as long as it stayed last, else by what is left to do. */
  #leavesBy(k: number, from: number, rest: number): number {
    const { slots, pieces } = this.#b.model;
    return Math.min(slots, Math.max(pieces[k]!.staysUntil, from + (this.#stay[k] || Math.floor(rest))));
  }

  #bookFloor(k: number, from: number): void {
    const { floor, pieces } = this.#b.model;
    if (!floor || pieces[k]!.floor === 0) return;
    this.#floorFrom[k] = from;
    this.#floorUntil[k] = this.#guessLeave(k, from);
    occupyFloor(floor, from, this.#floorUntil[k], pieces[k]!.floor);
  }

  #leaveFloor(k: number): void {
    const { model } = this.#b;
    if (this.#floorUntil[k]! < 0) return;
    occupyFloor(model.floor!, this.#floorFrom[k]!, this.#floorUntil[k]!, -model.pieces[k]!.floor);
    this.#floorUntil[k] = -1;
  }
}

const JUST_BEFORE = 1e-6;
const MOST_PUSHES = 60;

function followersOf(b: PartialSchedule): number[][] {
  const out: number[][] = b.model.steps.map(() => []);
  b.model.steps.forEach((s, i) => s.preds.forEach((p) => out[p.step]!.push(i)));
  return out;
}

function restsOf(b: PartialSchedule, followers: readonly (readonly number[])[]): Float64Array {
  const { steps, pieces } = b.model;
  const rest = new Float64Array(steps.length);
  for (const p of pieces)
    for (let n = p.steps.length - 1; n >= 0; n--) {
      const i = p.steps[n]!;
      let after = steps[i]!.cure;
      for (const f of followers[i]!) {
        const link = steps[f]!.preds.find((x) => x.step === i)!;
        after = Math.max(after, link.minSlots + rest[f]!);
      }
      rest[i] = after + 2 * steps[i]!.slots;
    }
  return rest;
}
