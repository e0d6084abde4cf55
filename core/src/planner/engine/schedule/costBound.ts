import { costOfDone } from './cost.ts';
import { doneSlot, type PartialSchedule } from './partialSchedule.ts';

/** When a piece can be done at best, once one of its steps is known to end somewhere. */
export type DoneBound = {
  /** Slot before which the piece of a step is not done, when the step ends in slot `end` in this mode; never less for a later end. */
  readonly after: (i: number, end: number, mode: number) => number;
};

/** What a group of pieces will cost at least, by those of their steps that are placed so far. */
export class CostBound {
  readonly #b: PartialSchedule;
  readonly #bound: DoneBound;
  /** By piece: the slot before which it is not done, and what it costs at least. */
  readonly #done: Float64Array;
  readonly #cost: Float64Array;
  #least: Float64Array;
  #sum = 0;
  #most = Infinity;

  constructor(b: PartialSchedule, bound: DoneBound) {
    this.#b = b;
    this.#bound = bound;
    this.#done = new Float64Array(b.model.pieces.length);
    this.#cost = new Float64Array(b.model.pieces.length);
    this.#least = this.#cost;
  }

  /**
   * @param least what each piece costs at best
   * @param most what the group may cost
   * @returns false when it is sure to cost more already
   */
  begin(group: readonly number[], least: Float64Array, most: number): boolean {
    this.#least = least;
    this.#most = most;
    this.#sum = 0;
    for (const k of group) this.#sum += this.#cost[k] = least[k]!;
    for (const k of group) this.again(k);
    return this.#sum <= most;
  }

  /** By what is placed of a piece now: some of its steps were taken off. */
  again(piece: number): void {
    const least = this.#least[piece]!;
    this.#sum += least - this.#cost[piece]!;
    this.#cost[piece] = least;
    this.#done[piece] = 0;
    for (const i of this.#b.model.pieces[piece]!.steps) if (this.#b.start[i]! >= 0) this.#count(i);
  }

  /** A step was placed. @returns false when the group is sure to cost more than it may */
  placed(i: number): boolean {
    this.#count(i);
    return this.#sum <= this.#most;
  }

  #count(i: number): void {
    const b = this.#b;
    const k = b.model.steps[i]!.piece;
    const done = Math.max(doneSlot(b, i), this.#bound.after(i, b.end[i]!, b.mode[i]!));
    if (done <= this.#done[k]!) return;
    this.#done[k] = done;
    const cost = Math.max(this.#least[k]!, costOfDone(b.model.pieces[k]!, Math.min(done, b.model.slots)));
    this.#sum += cost - this.#cost[k]!;
    this.#cost[k] = cost;
  }
}
