import type { PartialSchedule } from '../planner/engine/schedule/partialSchedule.ts';
import type { StillToCome } from './stillToCome.ts';

/** Slots of a part of the day, as a power of two. */
const PART_BITS = 6;
/** The part of a day that a slot lies in. */
export const partOf = (slot: number): number => slot >>> PART_BITS;
const NONE = -1;

/**
 * When people in the shop expect each step that is still to come, while a plan is lived through: as planned, or as much later
 * as what it waits for came out. Nobody books it anew; it is what a step that has lost its place has to respect.
 */
export class Expectations {
  readonly #b: PartialSchedule;
  readonly #toCome: StillToCome;
  /** By step: slot in which it is expected to begin. */
  readonly at: Int32Array;
  /** By step: its turn among those that have lost their places, the sooner the lower; 0: it is expected as planned. */
  readonly turn: Int32Array;
  #turns = 0;
  /** By part of a day: one of the steps expected in it that have not begun; below 0: there is none. */
  readonly first: Int32Array;
  /** By step: the next and the last one before it of those expected in the same part of a day. */
  readonly next: Int32Array;
  readonly #before: Int32Array;
  /** By piece: its steps for which none waits, one of which is the last to be over. */
  readonly #last: readonly (readonly number[])[];

  constructor(b: PartialSchedule, toCome: StillToCome) {
    this.#b = b;
    this.#toCome = toCome;
    this.at = toCome.start.slice();
    this.turn = new Int32Array(b.model.steps.length);
    this.first = new Int32Array(partOf(b.model.slots) + 1);
    this.next = new Int32Array(b.model.steps.length);
    this.#before = new Int32Array(b.model.steps.length);
    const isLast = (i: number) => toCome.number[i]! >= 0 && toCome.followers[i]!.length === 0;
    this.#last = b.model.pieces.map(({ steps }) => steps.filter(isLast));
  }

  /** All as planned. */
  begin(): void {
    const { start, order } = this.#toCome;
    this.at.set(start);
    this.turn.fill(0);
    this.#turns = 0;
    this.first.fill(NONE);
    for (let n = order.length - 1; n >= 0; n--) this.#add(order[n]!);
  }

  /** A step has begun, as if in a slot. */
  begun(i: number, at: number): void {
    this.expect(i, at);
    this.#take(i);
  }

  /** A step is expected in a slot, and what waits for it, and for others, when the last of those is there. */
  expect(i: number, at: number): void {
    if (this.at[i] === at) return;
    if (this.turn[i] === 0) this.turn[i] = ++this.#turns;
    const isMoved = partOf(this.at[i]!) !== partOf(at);
    if (isMoved) this.#take(i);
    this.at[i] = at;
    if (isMoved) this.#add(i);
    const followers = this.#toCome.followers[i]!;
    for (let k = 0; k < followers.length; k++) {
      const f = followers[k]!;
      const from = this.#from(f);
      // Most expect what they did: that is known before anything is called.
      if (this.at[f] !== from) this.expect(f, from);
    }
  }

  /** When all that a step waits for is expected to be there, and not before it was planned. */
  #from(i: number): number {
    const preds = this.#toCome.preds[i]!;
    const lags = this.#toCome.lags[i]!;
    let from = this.#toCome.start[i]!;
    for (let k = 0; k < preds.length; k++) from = Math.max(from, this.at[preds[k]!]! + lags[k]!);
    return from;
  }

  /** Slots from when a piece is expected to be done until its date: below 0 when it misses it, Infinity without one. */
  slackOf(piece: number): number {
    const { pieces, slots } = this.#b.model;
    const { due } = pieces[piece]!;
    const { start, end } = this.#toCome;
    if (due >= slots) return Infinity;
    let done = -Infinity;
    for (const i of this.#last[piece]!) done = Math.max(done, this.at[i]! + end[i]! - start[i]!);
    return due - done;
  }

  /** Whether a piece is expected to miss its date. */
  isLate(piece: number): boolean {
    return this.slackOf(piece) < 0;
  }

  /** Whether it misses a date that somebody was told. */
  isToldLate(piece: number): boolean {
    return this.#b.model.pieces[piece]!.rank > 0 && this.isLate(piece);
  }

  /** What is expected after all slots is nobody's concern. */
  #partOf(i: number): number {
    return Math.min(partOf(this.at[i]!), this.first.length - 1);
  }

  #add(i: number): void {
    const part = this.#partOf(i);
    const next = this.first[part]!;
    this.first[part] = i;
    this.next[i] = next;
    this.#before[i] = NONE;
    if (next !== NONE) this.#before[next] = i;
  }

  #take(i: number): void {
    const [before, next] = [this.#before[i]!, this.next[i]!];
    if (before === NONE) this.first[this.#partOf(i)] = next;
    else this.next[before] = next;
    if (next !== NONE) this.#before[next] = before;
  }
}
