/**
 * Rows of slots, one bit each, 32 to a word: bit 1 is free (or open, or kept). Whole words are skipped at once, which
 * is what makes a search over months of five-minute slots cheap. Every index is a slot; ranges are half-open.
 */
export type Bits = Int32Array;

/** Words for `slots` bits, and one more that stays 0, so that a run never goes past the end. */
export const bitRow = (slots: number): Bits => new Int32Array((slots >>> 5) + 2);

export function setRange(bits: Bits, from: number, until: number): void {
  if (from >= until) return;
  const first = from >>> 5;
  const last = (until - 1) >>> 5;
  const head = -1 << (from & 31);
  const tail = -1 >>> (31 - ((until - 1) & 31));
  if (first === last) {
    bits[first]! |= head & tail;
    return;
  }
  bits[first]! |= head;
  for (let w = first + 1; w < last; w++) bits[w] = -1;
  bits[last]! |= tail;
}

export function clearRange(bits: Bits, from: number, until: number): void {
  if (from >= until) return;
  const first = from >>> 5;
  const last = (until - 1) >>> 5;
  const head = -1 << (from & 31);
  const tail = -1 >>> (31 - ((until - 1) & 31));
  if (first === last) {
    bits[first]! &= ~(head & tail);
    return;
  }
  bits[first]! &= ~head;
  for (let w = first + 1; w < last; w++) bits[w] = 0;
  bits[last]! &= ~tail;
}

/** Sets those bits of a range that are set in `mask`: gives back what was taken, but only where it was open. */
export function setMasked(bits: Bits, mask: Bits, from: number, until: number): void {
  if (from >= until) return;
  const first = from >>> 5;
  const last = (until - 1) >>> 5;
  const head = -1 << (from & 31);
  const tail = -1 >>> (31 - ((until - 1) & 31));
  if (first === last) {
    bits[first]! |= head & tail & mask[first]!;
    return;
  }
  bits[first]! |= head & mask[first]!;
  for (let w = first + 1; w < last; w++) bits[w]! |= mask[w]!;
  bits[last]! |= tail & mask[last]!;
}

export const isSet = (bits: Bits, slot: number): boolean => ((bits[slot >>> 5]! >>> (slot & 31)) & 1) === 1;

/** The first set bit at or after `from`; `limit` when there is none before it. */
export function nextSet(bits: Bits, from: number, limit: number): number {
  if (from >= limit) return limit;
  let w = from >>> 5;
  let word = bits[w]! & (-1 << (from & 31));
  const last = (limit - 1) >>> 5;
  while (word === 0) {
    if (++w > last) return limit;
    word = bits[w]!;
  }
  const at = (w << 5) + (31 - Math.clz32(word & -word));
  return at < limit ? at : limit;
}

/** The first clear bit at or after `from`; `limit` when there is none before it. */
export function nextClear(bits: Bits, from: number, limit: number): number {
  if (from >= limit) return limit;
  let w = from >>> 5;
  let word = ~bits[w]! & (-1 << (from & 31));
  const last = (limit - 1) >>> 5;
  while (word === 0) {
    if (++w > last) return limit;
    word = ~bits[w]!;
  }
  const at = (w << 5) + (31 - Math.clz32(word & -word));
  return at < limit ? at : limit;
}

/** The last clear bit of a range, or -1: the furthest that a search may jump. */
export function lastClear(bits: Bits, from: number, until: number): number {
  if (from >= until) return -1;
  const first = from >>> 5;
  let w = (until - 1) >>> 5;
  let word = ~bits[w]! & (-1 >>> (31 - ((until - 1) & 31)));
  while (w > first) {
    if (word !== 0) return (w << 5) + 31 - Math.clz32(word);
    word = ~bits[--w]!;
  }
  word &= -1 << (from & 31);
  return word === 0 ? -1 : (w << 5) + 31 - Math.clz32(word);
}

/** The slot just after the `count`-th set bit at or after `from`, `count` at least 1; -1 when there are fewer. Cost: O(words) */
export function afterNth(bits: Bits, from: number, count: number): number {
  let left = count;
  let w = from >>> 5;
  let word = bits[w]! & (-1 << (from & 31));
  for (;;) {
    const n = countOf(word);
    if (n >= left) break;
    left -= n;
    if (++w >= bits.length) return -1;
    word = bits[w]!;
  }
  // Halves first: half a word is passed over at once when all it holds comes before.
  const half = countOf(word & 0xffff);
  if (half < left) {
    left -= half;
    word &= ~0xffff;
  }
  while (--left > 0) word &= word - 1;
  return (w << 5) + 32 - Math.clz32(word & -word);
}

/** Set bits of a word, counted in parallel (Warren, Hacker's Delight, 5-1). */
function countOf(word: number): number {
  let x = word - ((word >>> 1) & 0x55555555);
  x = (x & 0x33333333) + ((x >>> 2) & 0x33333333);
  return Math.imul((x + (x >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

/** Start of the first run of `length` set bits at or after `from`; `limit` when none starts before it. */
export function firstRun(bits: Bits, from: number, length: number, limit: number): number {
  let at = nextSet(bits, from, limit);
  while (at < limit) {
    const end = nextClear(bits, at + 1, at + length);
    if (end >= at + length) return at;
    at = nextSet(bits, end + 1, limit);
  }
  return limit;
}
