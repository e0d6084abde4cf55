import { lastOverload } from '../resources/floor.ts';
import type { PartialSchedule } from './partialSchedule.ts';

/** Pieces placed among one another; by piece the slot by which each is thought to leave the floor, and from which it has room, as found so far. */
export type FloorAhead = {
  readonly group: readonly number[];
  readonly leaves: Float64Array;
  readonly room: Float64Array;
};

/**
 * Whether a piece may come in a slot, while pieces placed among one another are not done yet: each that has begun is thought
 * to stay until it leaves.
 * @returns -1 when it has come already or there is room for all of its stay; else the first slot after which there is more
 */
export function floorFullUntil(
  b: PartialSchedule,
  { group, leaves }: Omit<FloorAhead, 'room'>,
  piece: number,
  from: number,
): number {
  const { floor, pieces, slots } = b.model;
  const units = pieces[piece]!.floor;
  if (!floor || units === 0 || hasBegun(b, piece)) return -1;
  const until = Math.min(slots, Math.max(from + 1, leaves[piece]!));
  const full = lastOverload(floor, from, until, units);
  if (full >= 0) return full + 1;
  const count = meet(b, group, leaves, piece, until);
  const { who, comes, goes } = met;
  let gone = Infinity;
  // When it comes itself, and when others come while it stands.
  for (let n = -1; n < count && gone === Infinity; n++) {
    const slot = n < 0 ? from : comes[n]!;
    if (n >= 0 && slot <= from) continue;
    let taken = units;
    let first = Infinity;
    for (let m = 0; m < count; m++) {
      if (comes[m]! > slot || goes[m]! <= slot) continue;
      taken += pieces[who[m]!]!.floor;
      if (goes[m]! < first) first = goes[m]!;
    }
    if (taken > floor.capacity) gone = first;
  }
  return gone < Infinity ? Math.ceil(gone) : -1;
}

/** Others that have begun before a slot, and when each comes and goes; kept here, since this is asked for every step. */
const met = { who: new Int32Array(64), comes: new Float64Array(64), goes: new Float64Array(64) };

/** @returns how many there are */
function meet(
  b: PartialSchedule,
  group: readonly number[],
  leaves: Float64Array,
  piece: number,
  until: number,
): number {
  const { pieces } = b.model;
  if (met.who.length < group.length) {
    met.who = new Int32Array(group.length);
    met.comes = new Float64Array(group.length);
    met.goes = new Float64Array(group.length);
  }
  let count = 0;
  for (const k of group) {
    const begun = begunAt(b, k);
    if (k === piece || begun >= until) continue;
    met.who[count] = k;
    met.comes[count] = begun;
    met.goes[count++] = Math.max(leaves[k]!, pieces[k]!.staysUntil);
  }
  return count;
}

function hasBegun(b: PartialSchedule, piece: number): boolean {
  const { isHere, steps } = b.model.pieces[piece]!;
  if (isHere) return true;
  for (const i of steps) if (b.start[i]! >= 0) return true;
  return false;
}

/** First start of a piece as far as it is placed; Infinity: not begun. */
function begunAt(b: PartialSchedule, piece: number): number {
  const { isHere, steps } = b.model.pieces[piece]!;
  if (isHere) return b.model.now;
  let from = Infinity;
  for (const i of steps) if (b.start[i]! >= 0 && b.start[i]! < from) from = b.start[i]!;
  return from;
}
