import { GRID_MINUTES } from '../../../calendar/grid.ts';
import type { EngineStep } from '../engineModel.ts';
import { nextClear } from '../resources/bits.ts';
import type { DoneBound } from './costBound.ts';
import { doneAfterEnd, latestFor, type PartialSchedule, readyAfterEnd } from './partialSchedule.ts';
import { seek } from './seek.ts';

/** What is known of each step as if its piece were alone in the shop. */
export type AloneInShop = {
  /** By step: its latest start for its piece to be done in time. */
  readonly latestStarts: Float64Array;
  /** First end of a step that may start in a slot; Infinity when there are no hours left. */
  readonly endAfter: (i: number, ready: number) => number;
};

/**
 * Puts what stays wet for long late in the day. A coat laid in the morning keeps a place from others for hours, the same coat laid
 * as the place closes dries while nobody needs it; and mostly what follows it could not be begun the same day anyway. So where
 * nothing that follows is held up by it, it gives way to what dries soon.
 * Field term: right shift within the free float
 */
export class FreeFloat {
  readonly #b: PartialSchedule;
  readonly #followers: readonly (readonly number[])[];
  readonly #bound: DoneBound;
  readonly #endAfter: AloneInShop['endAfter'];

  constructor(
    b: PartialSchedule,
    followers: readonly (readonly number[])[],
    bound: DoneBound,
    { endAfter }: Pick<AloneInShop, 'endAfter'>,
  ) {
    this.#b = b;
    this.#followers = followers;
    this.#bound = bound;
    this.#endAfter = endAfter;
  }

  /**
   * Moves what was found for a step to the latest slot before its place closes in which it can stand, if that holds up nothing.
   * @param leastWet slots for which it is wet at least
   */
  shiftRight(i: number, leastWet: number): void {
    const { found, model } = this.#b;
    const step = model.steps[i]!;
    const { start, end, hold, mode, crew } = found;
    if (hold - end < leastWet || step.pinSlot >= 0) return;
    const close = nextClear(step.modes[mode]!.open, start, Math.min(model.slots, start + DAY));
    const last = Math.min(close - (end - start), latestFor(this.#b, step));
    if (close === start + DAY || last <= start || !this.#isFree(i, step, end, close)) return;
    const first = Math.max(start + 1, last - REACH);
    const isFound = (from: number) =>
      seek(this.#b, i, from, 0, 0, last + 1) && found.mode === mode && found.start <= last && found.end <= close;
    // Where the evening is taken one look says so; else the last of what there is is looked for from behind.
    if (isFound(first)) {
      const least = found.start;
      for (let at = last; at > least; at--) if (isFound(at)) return;
      if (isFound(least)) return;
    }
    found.start = start;
    found.end = end;
    found.hold = hold;
    found.mode = mode;
    found.crew = crew;
  }

  /** Whether neither what follows nor its piece can be done later for it, when a step ends in slot `late` and not in `end`. */
  #isFree(i: number, step: EngineStep, end: number, late: number): boolean {
    const film = step.modes[this.#b.found.mode]!.film;
    let done = 0;
    for (const f of this.#followers[i]!) {
      const link = this.#b.model.steps[f]!.preds.find((p) => p.step === i)!;
      const ends = this.#endAfter(f, readyAfterEnd(link, film, end));
      if (this.#endAfter(f, readyAfterEnd(link, film, late)) > ends) return false;
      done = Math.max(done, this.#bound.after(f, ends, 0));
    }
    return doneAfterEnd(step, film, late) <= done;
  }
}

const DAY = 1440 / GRID_MINUTES;
/** So long before its place closes the last start possible is the evening, in slots: two hours. */
const REACH = 24;
