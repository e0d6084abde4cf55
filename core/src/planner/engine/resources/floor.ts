/**
 * What stands on the floor, slot by slot. Stays last for weeks, so whole blocks of slots are counted at once: what stands
 * in a slot is what its block holds throughout and what is in that slot besides.
 */
export type Floor = {
  readonly capacity: number;
  readonly slots: number;
  readonly whole: Int32Array;
  readonly besides: Int32Array;
  /** The most of `besides` in each block. */
  readonly most: Int32Array;
};
const BITS = 6;
const BLOCK = 1 << BITS;

export function newFloor(slots: number, capacity: number): Floor {
  const blocks = (slots >>> BITS) + 1;
  return {
    capacity,
    slots,
    whole: new Int32Array(blocks),
    besides: new Int32Array(blocks << BITS),
    most: new Int32Array(blocks),
  };
}

export function clearFloor(f: Floor): void {
  f.whole.fill(0);
  f.besides.fill(0);
  f.most.fill(0);
}

/** Takes `units` (or, below 0, gives them back) over [from, until). Cost: O(blocks + 2 * block) */
export function occupyFloor(f: Floor, from: number, until: number, units: number): void {
  for (let k = from; k < until;) {
    const block = k >>> BITS;
    const end = Math.min(until, (block + 1) << BITS);
    if (end - k === BLOCK) f.whole[block]! += units;
    else {
      for (let s = k; s < end; s++) f.besides[s]! += units;
      let most = 0;
      for (let s = block << BITS; s < (block + 1) << BITS; s++) if (f.besides[s]! > most) most = f.besides[s]!;
      f.most[block] = most;
    }
    k = end;
  }
}

/** The last slot of [from, until) in which `units` more do not fit, or -1. */
export function lastOverload(f: Floor, from: number, until: number, units: number): number {
  const room = f.capacity - units;
  for (let k = until; k > from;) {
    const block = (k - 1) >>> BITS;
    const start = Math.max(from, block << BITS);
    const left = room - f.whole[block]!;
    if (left < 0) return k - 1;
    if (f.most[block]! > left) for (let s = k - 1; s >= start; s--) if (f.besides[s]! > left) return s;
    k = start;
  }
  return -1;
}
