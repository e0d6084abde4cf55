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
  if (!floor || units === 0 || begunAt(b, piece) < Infinity) return -1;
  const until = Math.min(slots, Math.max(from + 1, leaves[piece]!));
  const full = lastOverload(floor, from, until, units);
  if (full >= 0) return full + 1;
  for (const at of [piece, ...group]) {
    const slot = at === piece ? from : begunAt(b, at);
    if (slot < from || slot >= until) continue;
    let taken = units;
    let gone = Infinity;
    for (const k of group) {
      const leave = Math.max(leaves[k]!, pieces[k]!.staysUntil);
      if (k === piece || begunAt(b, k) > slot || leave <= slot) continue;
      taken += pieces[k]!.floor;
      if (leave < gone) gone = leave;
    }
    if (taken > floor.capacity && gone < Infinity) return Math.ceil(gone);
  }
  return -1;
}

/** First start of a piece as far as it is placed; Infinity: not begun. */
function begunAt(b: PartialSchedule, piece: number): number {
  const { isHere, steps } = b.model.pieces[piece]!;
  if (isHere) return b.model.now;
  let from = Infinity;
  for (const i of steps) if (b.start[i]! >= 0 && b.start[i]! < from) from = b.start[i]!;
  return from;
}
