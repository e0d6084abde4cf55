import { type Bits, lastClear } from './bits.ts';

/**
 * When the air suits a film for as long as it is wet. Air does not change while plans are made, so that each answer is worked out
 * once: a film that takes a day to dry in a cold month was else tried in the hours of one day after another, and in each by one person
 * after another.
 * Field terms: weather window; memoisation
 */
export class WeatherWindow {
  readonly #row: Bits;
  readonly #dry: (end: number) => number;
  readonly #slots: number;
  /** By end of work the answer, with one added, so that a fresh row, all 0, knows nothing yet; null: nobody has asked. */
  #known: Int32Array | null = null;

  /**
   * @param dry slot in which a film can be handled whose work ends in a slot
   * @param row slots in which the air suits it, wherever it dries
   */
  constructor(dry: (end: number) => number, row: Bits, slots: number) {
    this.#dry = dry;
    this.#row = row;
    this.#slots = slots;
  }

  /**
   * The first slot at or after `end` in which work may end so that the air suits its film from then until it is dry to handle; a
   * slot beyond the plan when there is none.
   * Cost: O(1) once it is known
   */
  endFrom(end: number): number {
    if (end > this.#slots) return end;
    const known = (this.#known ??= new Int32Array(this.#slots + 1));
    let at = end;
    while (at <= this.#slots && known[at] === 0) {
      const next = this.#after(at);
      if (next === at) known[at] = at + 1;
      at = next;
    }
    const answer = at <= this.#slots ? known[at]! - 1 : at;
    // A film laid later is dry later, so that each end before the answer has the same one; after one that is known, all are.
    for (let e = end; e < at && known[e] === 0; e++) known[e] = answer + 1;
    return answer;
  }

  /** `end` when the air suits a film from then on, else the slot after the last in which it does not before it is dry. */
  #after(end: number): number {
    const dry = this.#dry(end);
    if (dry > this.#slots) return this.#slots + 1;
    const last = lastClear(this.#row, end, dry);
    return last < 0 ? end : last + 1;
  }
}
