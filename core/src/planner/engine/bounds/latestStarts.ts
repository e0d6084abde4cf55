import type { EngineModel } from '../engineModel.ts';
import type { AloneInShop } from '../schedule/freeFloat.ts';
import { OwnHours } from './ownHours.ts';

/**
 * The latest start of each step for its piece to be done by a slot, as if it were alone in the shop: the backward pass of the
 * critical path method through opening hours and nights. A step that could start at nine or at three without its piece being
 * done later has all that time to spare; one that would miss the evening has none. Of drying that depends on the weather only
 * the least there can be is counted.
 */
export class LatestStarts {
  readonly #model: EngineModel;
  readonly #hours: OwnHours;

  constructor(model: EngineModel, hours: OwnHours) {
    this.#model = model;
    this.#hours = hours;
  }

  /** Slot before which a piece is not done, alone in the shop: the forward pass. */
  earliestDone(k: number): number {
    const { steps, pieces, slots } = this.#model;
    const ends = new Map<number, number>();
    let done = 0;
    for (const i of pieces[k]!.steps) {
      const { earliest, preds, fixed, cure } = steps[i]!;
      let ready = earliest;
      for (const p of preds) ready = Math.max(ready, (ends.get(p.step) ?? 0) + p.minSlots);
      const end = fixed ? fixed.end : Math.min(slots, this.#hours.endAfter(i, ready));
      ends.set(i, end);
      done = Math.max(done, fixed ? fixed.done : end + cure);
    }
    return done;
  }

  /**
   * @param group pieces whose steps are asked for
   * @param targets slot in which each piece is to be done
   * @param out by step, in slots; below 0 where there is no time for all that comes after
   * Cost: O(steps + links)
   */
  write(group: readonly number[], targets: Float64Array, out: Float64Array): void {
    const { steps, pieces, slots } = this.#model;
    for (const k of group) {
      const own = pieces[k]!.steps;
      const target = Math.min(slots, targets[k]!);
      for (const i of own) out[i] = target - steps[i]!.cure;
      for (let z = own.length - 1; z >= 0; z--) {
        const i = own[z]!;
        const { preds, fixed } = steps[i]!;
        if (fixed) continue;
        const start = this.#hours.startBefore(i, out[i]!);
        out[i] = start;
        for (const p of preds) out[p.step] = Math.min(out[p.step]!, start - p.minSlots);
      }
    }
  }
}

/**
 * Each piece as if it were alone in the shop; latest starts of a date beyond the plan as if that went on to it.
 * @param hours of the model, where they are known already
 */
export function aloneInShop(model: EngineModel, hours: OwnHours = new OwnHours(model)): AloneInShop {
  const { pieces, steps, slots } = model;
  const latest = new Float64Array(steps.length);
  const dues = Float64Array.from(pieces, (p) => p.due);
  new LatestStarts(model, hours).write([...pieces.keys()], dues, latest);
  for (const { due, steps: own } of pieces) {
    const beyond = Math.min(due, NEVER_DUE) - slots;
    if (beyond > 0) for (const i of own) latest[i]! += beyond;
  }
  return { latestStarts: latest, endAfter: (i, ready) => hours.endAfter(i, ready) };
}
/** A piece without a date has all the time there is, in slots. */
const NEVER_DUE = 1e6;
