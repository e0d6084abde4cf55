import { type Bits, lastClear } from './bits.ts';

/**
 * When the air suits a film for as long as it is wet. Air does not change while plans are made, so that each answer is worked out
 * once: a film that takes a day to dry in a cold month was else tried in the hours of one day after another, and in each by one person
 * after another.
 * Field terms: weather window; memoisation
 */
export class WeatherWindow {
  readonly #rows: readonly Bits[];
  readonly #dry: (end: number) => number;
  readonly #slots: number;
  /** By end of work the answer, with one added, so that a fresh row, all 0, knows nothing yet; null: nobody has asked. */
  #known: Int32Array | null = null;

  /**
   * @param dry slot in which a film can be handled whose work ends in a slot
   * @param rows slots in which the air suits it, of each climate it dries in
   */
  constructor(dry: (end: number) => number, rows: readonly Bits[], slots: number) {
    this.#dry = dry;
    this.#rows = rows;
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
    if (known[end] !== 0) return known[end]! - 1;
    let at = end;
    while (at <= this.#slots && known[at] === 0) {
      const next = this.#after(at);
      if (next === at) break;
      at = next;
    }
    const answer = at <= this.#slots && known[at] !== 0 ? known[at]! - 1 : at;
    // A film laid later is dry later, so that each end before the answer has the same one. What is known begins where that was found.
    for (let e = end; e <= Math.min(at, this.#slots) && known[e] === 0; e++) known[e] = answer + 1;
    return answer;
  }

  /** `end` when the air suits a film from then on, else the slot after the last in which it does not before it is dry. */
  #after(end: number): number {
    const dry = this.#dry(end);
    if (dry > this.#slots) return this.#slots + 1;
    let last = -1;
    for (const row of this.#rows) last = Math.max(last, lastClear(row, end, dry));
    return last < 0 ? end : last + 1;
  }
}
