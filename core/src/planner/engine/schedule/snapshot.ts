import { type PartialSchedule, insert } from './partialSchedule.ts';
import { bookFloor, removePiece } from './serialSgs.ts';

/** Where steps stood before a move, to put them back. */
export class Snapshot {
  readonly #steps: Int32Array;
  readonly #at: Int32Array;
  #count = 0;
  constructor(steps: number) {
    this.#steps = new Int32Array(steps);
    this.#at = new Int32Array(steps * 5);
  }
  keep(b: PartialSchedule, group: readonly number[]): void {
    this.#count = 0;
    for (const k of group)
      for (const i of b.model.pieces[k]!.steps) {
        if (b.model.steps[i]!.fixed || b.start[i]! < 0) continue;
        const o = this.#count * 5;
        this.#steps[this.#count++] = i;
        this.#at[o] = b.start[i]!;
        this.#at[o + 1] = b.end[i]!;
        this.#at[o + 2] = b.hold[i]!;
        this.#at[o + 3] = b.mode[i]!;
        this.#at[o + 4] = b.crew[i]!;
      }
  }
  restore(b: PartialSchedule): void {
    for (let c = 0; c < this.#count; c++) {
      const o = c * 5;
      const at = this.#at;
      insert(b, this.#steps[c]!, at[o]!, at[o + 1]!, at[o + 2]!, at[o + 3]!, at[o + 4]!);
    }
  }
  /** Puts the pieces of a group back where they stood, wherever they are now, floor and all. */
  replace(b: PartialSchedule, group: readonly number[]): void {
    for (const k of group) removePiece(b, k);
    this.restore(b);
    for (const k of group) bookFloor(b, k, true);
  }
}
