import { type Bits, bitRow, setRange } from './bits.ts';

/**
 * Space, tools or another thing of which there are several: how many units are taken in each slot, and for each number
 * of units somebody needs a row of bits that says where so many still fit.
 */
export type CumulativeProfile = {
  readonly capacity: number;
  readonly slots: number;
  /** Units taken, a row of bits for each binary digit, lowest first: so 32 slots are counted at once. */
  readonly digits: Bits[];
  /** Units asked for, ascending, and their rows. */
  readonly queryPlan: number[];
  readonly fits: Bits[];
};

export const newProfile = (slots: number, capacity: number): CumulativeProfile => ({
  capacity,
  slots,
  digits: [],
  queryPlan: [],
  fits: [],
});

/** The row that says where `units` still fit; made when it is first asked for, for the first time before anything is taken. */
export function rowFor(profile: CumulativeProfile, units: number): Bits {
  const known = profile.queryPlan.indexOf(units);
  if (known >= 0) return profile.fits[known]!;
  const row = bitRow(profile.slots);
  profile.queryPlan.push(units);
  profile.fits.push(row);
  fill(profile, profile.queryPlan.length - 1);
  if (profile.digits.length > 0) for (let w = 0; w < row.length; w++) mark(profile, w, row[w]!, false);
  return row;
}

/** Units taken in a slot. */
export function takenIn({ digits }: CumulativeProfile, slot: number): number {
  let units = 0;
  for (let d = 0; d < digits.length; d++) units += ((digits[d]![slot >>> 5]! >>> (slot & 31)) & 1) << d;
  return units;
}

/** Takes `units` (or, below 0, gives them back) over a range of slots; nothing of what nobody asks about. */
export function consume(profile: CumulativeProfile, from: number, until: number, units: number): void {
  if (profile.queryPlan.length === 0) return;
  if (until > profile.slots) until = profile.slots;
  if (from >= until) return;
  const first = from >>> 5;
  const last = (until - 1) >>> 5;
  const head = -1 << (from & 31);
  const tail = -1 >>> (31 - ((until - 1) & 31));
  for (let w = first; w <= last; w++) {
    const mask = (w === first ? head : -1) & (w === last ? tail : -1);
    if (units < 0) subtract(profile, w, mask, -units);
    else add(profile, w, mask, units);
    mark(profile, w, mask, units > 0);
  }
}

/** Adds to 32 counters at once, digit by digit with carry. More than the capacity may be taken by what already happened. */
function add({ digits, slots }: CumulativeProfile, w: number, mask: number, units: number): void {
  for (let low = 0; units >>> low > 0; low++) {
    if (((units >>> low) & 1) === 0) continue;
    for (let d = low, carry = mask; carry !== 0; d++) {
      while (d >= digits.length) digits.push(bitRow(slots));
      const row = digits[d]!;
      const old = row[w]!;
      row[w] = old ^ carry;
      carry &= old;
    }
  }
}

function subtract({ digits }: CumulativeProfile, w: number, mask: number, units: number): void {
  for (let low = 0; units >>> low > 0; low++) {
    if (((units >>> low) & 1) === 0) continue;
    for (let d = low, borrow = mask; borrow !== 0 && d < digits.length; d++) {
      const row = digits[d]!;
      const old = row[w]!;
      row[w] = old ^ borrow;
      borrow &= ~old;
    }
  }
}

/** Brings what is asked for up to date in the slots of `mask`. @param isTaken in all of them something was just taken */
function mark(
  { digits, queryPlan, fits, capacity }: CumulativeProfile,
  w: number,
  mask: number,
  isTaken: boolean,
): void {
  for (let i = 0; i < queryPlan.length; i++) {
    const most = capacity - queryPlan[i]!;
    if (most < 0) continue;
    const row = fits[i]!;
    // Of what is to be clear of everything anything is too much.
    if (most === 0 && isTaken) {
      row[w]! &= ~mask;
      continue;
    }
    // Compares with `most` from the highest digit down: where more is taken the bit is cleared.
    let more = most >>> digits.length > 0 ? 0 : -1;
    let isMore = 0;
    for (let d = digits.length - 1; d >= 0; d--) {
      const digit = digits[d]![w]!;
      if (((most >>> d) & 1) === 0) {
        isMore |= more & digit;
        more &= ~digit;
      } else more &= digit;
    }
    row[w] = (row[w]! & ~mask) | (~isMore & mask);
  }
}

export function clearProfile(profile: CumulativeProfile): void {
  if (profile.digits.length === 0) return;
  profile.digits.length = 0;
  for (let i = 0; i < profile.queryPlan.length; i++) {
    profile.fits[i]!.fill(0);
    fill(profile, i);
  }
}

/** Says that it fits everywhere, or nowhere. */
function fill(profile: CumulativeProfile, i: number): void {
  if (profile.queryPlan[i]! <= profile.capacity) setRange(profile.fits[i]!, 0, profile.slots);
}
