import { insert, type PartialSchedule, remove } from './partialSchedule.ts';
import { bookFloor, releaseFloor } from './serialSgs.ts';

/** Numbers kept of each step. */
const NUMBERS = 5;
const NOT_KEPT = -1;

/** Where steps stood before a move, to put them back. */
export class Snapshot {
  readonly #steps: Int32Array;
  readonly #at: Int32Array;
  /** By step: its place among those kept. */
  readonly #placeOf: Int32Array;
  #count = 0;

  constructor(steps: number) {
    this.#steps = new Int32Array(steps);
    this.#at = new Int32Array(steps * NUMBERS);
    this.#placeOf = new Int32Array(steps).fill(NOT_KEPT);
  }

  keep(b: PartialSchedule, group: readonly number[]): void {
    for (let c = 0; c < this.#count; c++) this.#placeOf[this.#steps[c]!] = NOT_KEPT;
    this.#count = 0;
    for (const k of group)
      for (const i of b.model.pieces[k]!.steps) {
        if (b.model.steps[i]!.fixed || b.start[i]! < 0) continue;
        const o = this.#count * NUMBERS;
        this.#placeOf[i] = this.#count;
        this.#steps[this.#count++] = i;
        this.#at[o] = b.start[i]!;
        this.#at[o + 1] = b.end[i]!;
        this.#at[o + 2] = b.hold[i]!;
        this.#at[o + 3] = b.mode[i]!;
        this.#at[o + 4] = b.crew[i]!;
      }
  }

  /** Puts the pieces of a group back where they stood, wherever they are now, floor and all. What stands there still is not touched. */
  replace(b: PartialSchedule, group: readonly number[]): void {
    for (const k of group) {
      releaseFloor(b, k);
      for (const i of b.model.pieces[k]!.steps) if (!b.model.steps[i]!.fixed && !this.#isThere(b, i)) remove(b, i);
    }
    const at = this.#at;
    for (let c = 0; c < this.#count; c++) {
      const i = this.#steps[c]!;
      const o = c * NUMBERS;
      if (b.start[i]! < 0) insert(b, i, at[o]!, at[o + 1]!, at[o + 2]!, at[o + 3]!, at[o + 4]!);
    }
    for (const k of group) bookFloor(b, k, true);
  }

  #isThere(b: PartialSchedule, i: number): boolean {
    const c = this.#placeOf[i]!;
    if (c === NOT_KEPT) return false;
    const at = this.#at;
    const o = c * NUMBERS;
    return (
      b.start[i] === at[o] &&
      b.end[i] === at[o + 1] &&
      b.hold[i] === at[o + 2] &&
      b.mode[i] === at[o + 3] &&
      b.crew[i] === at[o + 4]
    );
  }
}
