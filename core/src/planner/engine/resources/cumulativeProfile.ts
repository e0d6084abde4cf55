import { type Bits, bitRow, setRange } from './bits.ts';

/**
 * Space, tools or another thing of which there are several, and how many units of it are taken in each slot: for every number of
 * units a row of bits that says where fewer are taken, so that 32 slots are counted at once.
 */
export type CumulativeProfile = {
  readonly capacity: number;
  readonly slots: number;
  /** Where fewer units are taken than the row's number; 0: nowhere. Made when that many are taken or asked about. */
  readonly below: (Bits | undefined)[];
  /** No more than so many are taken anywhere. */
  most: number;
};

export const newProfile = (slots: number, capacity: number): CumulativeProfile => ({
  capacity,
  slots,
  below: [bitRow(slots)],
  most: 0,
});

/** The row that says where `units` still fit. */
export const rowFor = (profile: CumulativeProfile, units: number): Bits =>
  belowRow(profile, Math.max(0, profile.capacity - units + 1));

function belowRow(profile: CumulativeProfile, units: number): Bits {
  let row = profile.below[units];
  if (!row) {
    // More than are taken anywhere, since of those there are rows.
    profile.below[units] = row = bitRow(profile.slots);
    setRange(row, 0, profile.slots);
  }
  return row;
}

/**
 * Takes `units` (or, below 0, gives them back) over a range of slots. More than the capacity may be taken by what already happened.
 * Cost: O(words * units taken there)
 */
export function consume(profile: CumulativeProfile, from: number, until: number, units: number): void {
  if (until > profile.slots) until = profile.slots;
  if (from >= until) return;
  const first = from >>> 5;
  const last = (until - 1) >>> 5;
  const head = -1 << (from & 31);
  const tail = -1 >>> (31 - ((until - 1) & 31));
  for (let w = first; w <= last; w++) {
    const mask = (w === first ? head : -1) & (w === last ? tail : -1);
    if (units < 0) giveBack(profile, w, mask, -units);
    else take(profile, w, mask, units);
  }
}

function take(profile: CumulativeProfile, w: number, mask: number, units: number): void {
  for (let taken = 0, left = mask; left !== 0; taken++) {
    const exactly = left & belowRow(profile, taken + 1)[w]!;
    if (exactly === 0) continue;
    left &= ~exactly;
    const now = taken + units;
    for (let n = taken + 1; n <= now; n++) belowRow(profile, n)[w]! &= ~exactly;
    if (now > profile.most) profile.most = now;
  }
}

function giveBack(profile: CumulativeProfile, w: number, mask: number, units: number): void {
  for (let taken = units, left = mask; left !== 0; taken++) {
    const exactly = left & belowRow(profile, taken + 1)[w]!;
    if (exactly === 0) continue;
    left &= ~exactly;
    for (let n = taken; n > taken - units; n--) profile.below[n]![w]! |= exactly;
  }
}

export function clearProfile(profile: CumulativeProfile): void {
  for (let n = 1; n <= profile.most; n++) setRange(profile.below[n]!, 0, profile.slots);
  profile.most = 0;
}
