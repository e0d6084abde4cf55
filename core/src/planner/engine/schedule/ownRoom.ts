import type { Check, Demand, EngineStep } from '../engineModel.ts';
import { lastClear, nextSet } from '../resources/bits.ts';
import { consume } from '../resources/cumulativeProfile.ts';
import type { PartialSchedule } from './partialSchedule.ts';
import { spanEnd, spanStart } from './spans.ts';

// A piece stands in a place once, however many of its steps need it there: a second coat is laid where the first one dries, and a top is
// smoothed where the carcass stands. So what several steps of one piece take of the same room at the same time is taken once.

/** The stay of another step in the room of a demand, told by a step that may share it; its first slot and the slot it ends in. */
const stay = { from: 0, until: 0 };
function hasStay(b: PartialSchedule, j: number, { profile, units }: Demand): boolean {
  const mode = b.model.steps[j]!.modes[b.mode[j]!];
  if (!mode) return false;
  const { demands } = mode;
  for (let k = 0; k < demands.length; k++) {
    const d = demands[k]!;
    if (!d.isRoom || d.profile !== profile || d.units !== units) continue;
    stay.from = spanStart(d.span, b.start[j]!, b.end[j]!);
    stay.until = spanEnd(d.span, mode, b.end[j]!, b.hold[j]!);
    return true;
  }
  return false;
}

/** First slot of a stay of its piece, in the room a step asks for, that covers a slot; -1: nothing of it stands there then. */
export function ownStayFrom(b: PartialSchedule, { sharesRoomWith }: EngineStep, room: Demand, slot: number): number {
  for (let n = 0; n < sharesRoomWith.length; n++) {
    const j = sharesRoomWith[n]!;
    if (b.start[j]! < 0 || b.start[j]! > slot || b.hold[j]! <= slot) continue;
    if (hasStay(b, j, room) && stay.from <= slot && slot < stay.until) return stay.from;
  }
  return -1;
}

/** First slot from `slot` on in which its piece stands in the room a step asks for; `limit` when there is none before it. */
function nextOwnStay(b: PartialSchedule, { sharesRoomWith }: EngineStep, room: Demand, slot: number, limit: number) {
  let next = limit;
  for (let n = 0; n < sharesRoomWith.length; n++) {
    const j = sharesRoomWith[n]!;
    if (b.start[j]! < 0 || b.hold[j]! <= slot || b.start[j]! >= next || !hasStay(b, j, room)) continue;
    if (stay.until > slot && stay.from < next) next = Math.max(slot, stay.from);
  }
  return next;
}

/** Last slot of [from, until) in which a check of a step says no, but for room its own piece takes already; -1: none. */
export function lastBlocked(b: PartialSchedule, step: EngineStep, c: Check, from: number, until: number): number {
  let blocked = lastClear(c.bits, from, until);
  if (c.room === null || step.sharesRoomWith.length === 0) return blocked;
  while (blocked >= 0) {
    const own = ownStayFrom(b, step, c.room, blocked);
    if (own < 0) return blocked;
    blocked = own > from ? lastClear(c.bits, from, own) : -1;
  }
  return blocked;
}

/** First slot from `slot` on in which a check of a step says yes, or its own piece takes that room already; `limit` when there is none before it. */
export function nextFree(b: PartialSchedule, step: EngineStep, c: Check, slot: number, limit: number): number {
  const free = nextSet(c.bits, slot, limit);
  if (c.room === null || step.sharesRoomWith.length === 0 || free === slot) return free;
  return nextOwnStay(b, step, c.room, slot, Math.min(free, limit));
}

/**
 * Takes what a step demands of a room in [from, until), or gives it back, where no other step of its piece has it.
 * @param sign 1 to take, -1 to give back
 */
export function consumeRoom(b: PartialSchedule, i: number, room: Demand, from: number, until: number, sign: 1 | -1) {
  const { sharesRoomWith } = b.model.steps[i]!;
  for (let at = from; at < until;) {
    let covered = at;
    let next = until;
    for (let n = 0; n < sharesRoomWith.length; n++) {
      const j = sharesRoomWith[n]!;
      if (b.start[j]! < 0 || b.start[j]! >= next || b.hold[j]! <= at || !hasStay(b, j, room)) continue;
      if (stay.from > at) next = Math.min(next, Math.max(at, stay.from));
      else if (stay.until > covered) covered = stay.until;
    }
    if (covered > at) at = covered;
    else {
      consume(room.profile, at, next, sign * room.units);
      at = next;
    }
  }
}
