import { type PartialSchedule, doneSlot, latestFor, remove, insert, readyFor } from './partialSchedule.ts';
import { canStartAt, seek } from './seek.ts';
import type { CostBound, DoneBound } from './costBound.ts';
import { type FloorAhead, floorFullUntil } from './floorAhead.ts';
import { lastOverload, occupyFloor } from '../resources/floor.ts';

/**
 * What the attempts to place pieces keep: how far each step was pushed, and, when a piece may be placed in part, which
 * of its steps found no room.
 */
export type Scratch = {
  readonly push: Int32Array;
  readonly left: Uint8Array | null;
  /** Even pieces that are here already must fit on the floor; a search keeps what a plan has achieved. */
  readonly isStrict: boolean;
  /** First slot in which each piece may be begun, above its own earliest: a later start leaves the floor to others. */
  readonly notBefore: Float64Array;
  /** First slot in which each step may start, to share a tray with another; ordinarily 0. */
  readonly joinAt: Int32Array;
  /** Who is thought to stand on the floor, while pieces placed among one another are not done yet; null: nobody is asked before they are. */
  floorAhead: FloorAhead | null;
  /** Where in its order what was placed was taken off again, and for the sake of which step later in it; null: nobody asks. */
  setBack: SetBack[] | null;
  /** When a piece is done at best after one of its steps. */
  bound: DoneBound;
};
/** Two places in an order: all from the first on was placed anew when it was the second's turn. */
export type SetBack = { readonly from: number; readonly by: number };

export const newScratch = (steps: number, isPartial: boolean, isStrict = false): Scratch => ({
  push: new Int32Array(steps),
  left: isPartial ? new Uint8Array(steps) : null,
  isStrict,
  notBefore: new Float64Array(steps),
  joinAt: new Int32Array(steps),
  floorAhead: null,
  setBack: null,
  bound: { after: (_, end) => end },
});

/** Times the steps of a piece may pull one another later before it is given up. */
const MOST_PUSHES = 300;

/** Slot in which the piece is wholly done, or one of the two below. */
export type Outcome = number;
export const NO_ROOM = -1;
export const TOO_LATE = -2;
/** In `Scratch.left`: found no room, or belongs to windows that no day has room for. */
const NO_PLACE = 1;
export const GIVEN_UP = 2;

/**
 * Places the steps of one piece that are not placed yet, each as early as it can. A step that would miss its latest
 * start pushes the step it is tied to later, and only this piece is done again from there. The floor is checked for
 * the whole stay. With NO_ROOM or TOO_LATE nothing of the piece is left placed, unless it may be placed in part.
 * @param order steps, each after those it waits for
 * @param limit give up once the piece is sure to be done after this slot
 */
export function placePiece(
  b: PartialSchedule,
  scratch: Scratch,
  piece: number,
  order: readonly number[],
  limit: number,
): Outcome {
  const { model } = b;
  const { push, left } = scratch;
  for (const i of order) {
    push[i] = scratch.joinAt[i]!;
    if (left) left[i] = 0;
  }
  let from = scratch.notBefore[piece]!;
  for (let tries = 0; tries < MOST_FLOOR_TRIES; tries++) {
    const outcome = placeSteps(b, scratch, order, from, limit);
    if (outcome === NO_ROOM && left) return NO_ROOM;
    if (outcome < 0) return clearAway(b, order, outcome);
    const isForced = model.pieces[piece]!.isHere && !scratch.isStrict;
    const blockedSlot = bookFloor(b, piece, isForced);
    if (blockedSlot < 0) return outcome;
    // What stands here from the beginning cannot come later.
    if (model.pieces[piece]!.isHere) break;
    for (const i of order) if (!model.steps[i]!.fixed) remove(b, i);
    from = blockedSlot + 1;
  }
  if (left) for (const i of order) if (!model.steps[i]!.fixed) left[i] = NO_PLACE;
  return clearAway(b, order, NO_ROOM);
}
const MOST_FLOOR_TRIES = 50;

/**
 * Places the steps of several pieces among one another in the order given. @returns false, with nothing of them placed,
 * when one finds no room, they are sure to cost more than they may, or one does not fit on the floor
 */
export function placeTogether(
  b: PartialSchedule,
  scratch: Scratch,
  group: readonly number[],
  order: readonly number[],
  cost: CostBound,
): boolean {
  const isPlaced = placeOn(b, scratch, group, order, cost);
  if (!isPlaced) clearAway(b, order, NO_ROOM);
  return isPlaced;
}

/** As `placeTogether`, where some of the order may stand already; when it fails, what was placed is left, and no floor is booked. */
export function placeOn(
  b: PartialSchedule,
  scratch: Scratch,
  group: readonly number[],
  order: readonly number[],
  cost: CostBound,
): boolean {
  const { push, left } = scratch;
  for (const i of order) {
    push[i] = Math.max(scratch.joinAt[i]!, scratch.notBefore[b.model.steps[i]!.piece]!);
    if (left) left[i] = 0;
  }
  let done = placeSteps(b, scratch, order, 0, Infinity, cost) >= 0;
  for (let n = 0; n < group.length && done; n++) {
    const isForced = b.model.pieces[group[n]!]!.isHere && !scratch.isStrict;
    if (bookFloor(b, group[n]!, isForced) < 0) continue;
    for (let m = 0; m < n; m++) releaseFloor(b, group[m]!);
    done = false;
  }
  return done;
}

/** Books the floor for a wholly placed piece, whether it fits or not when forced. @returns -1, or the last slot in which it does not fit */
export function bookFloor(b: PartialSchedule, piece: number, isForced: boolean): number {
  const { model } = b;
  const p = model.pieces[piece]!;
  if (!model.floor || p.floor === 0 || !isWhole(b, piece)) return -1;
  const stay = stayOf(b, piece);
  const until = Math.min(model.slots, stay.until);
  const blockedSlot = isForced ? -1 : lastOverload(model.floor, stay.from, until, p.floor);
  if (blockedSlot < 0) occupyFloor(model.floor, stay.from, until, p.floor);
  return blockedSlot;
}

/** Takes a whole piece out of the schedule, and off the floor. */
export function removePiece(b: PartialSchedule, piece: number): void {
  const { model } = b;
  const p = model.pieces[piece]!;
  releaseFloor(b, piece);
  for (const i of p.steps) if (!model.steps[i]!.fixed) remove(b, i);
}

export function releaseFloor(b: PartialSchedule, piece: number): void {
  const { model } = b;
  const p = model.pieces[piece]!;
  if (!model.floor || p.floor === 0 || !isWhole(b, piece)) return;
  const stay = stayOf(b, piece);
  occupyFloor(model.floor, stay.from, Math.min(model.slots, stay.until), -p.floor);
}

const isWhole = (b: PartialSchedule, piece: number) => b.model.pieces[piece]!.steps.every((i) => b.start[i]! >= 0);

/**
 * Moves pieces that are still to come out of the way of those that stand here longer than was thought. Pieces that are
 * here take their floor whether it fits or not; nobody can send them away.
 */
export function settleFloor(b: PartialSchedule, scratch: Scratch): void {
  const { model } = b;
  if (!model.floor) return;
  for (let k = 0, tries = 0; k < model.pieces.length; k++) {
    const p = model.pieces[k]!;
    if (p.isHere || p.floor === 0 || !isWhole(b, k)) continue;
    const stay = stayOf(b, k);
    if (lastOverload(model.floor, stay.from, Math.min(stay.until, model.slots), 0) < 0) continue;
    removePiece(b, k);
    placePiece(b, scratch, k, p.steps, Infinity);
    if (++tries < model.pieces.length) k = -1;
  }
}

/** How long a wholly placed piece stands on the floor. */
export function stayOf(b: PartialSchedule, piece: number): { from: number; until: number; done: number } {
  const p = b.model.pieces[piece]!;
  let from = Infinity;
  let done = 0;
  for (const i of p.steps) {
    if (b.start[i]! < from) from = b.start[i]!;
    const d = doneSlot(b, i);
    if (d > done) done = d;
  }
  return { from: p.isHere ? b.model.now : from, until: Math.max(p.staysUntil, done), done };
}

/**
 * Places the steps of `order` that are not placed; `scratch.push` says how far each was
 * pushed already. @returns the slot in which the last of them is done
 */
export function placeSteps(
  b: PartialSchedule,
  scratch: Scratch,
  order: readonly number[],
  from: number,
  limit: number,
  cost: CostBound | null = null,
): Outcome {
  const { steps } = b.model;
  const { push, left } = scratch;
  let pushes = 0;
  let isWhole = true;
  for (let k = 0; k < order.length; k++) {
    const i = order[k]!;
    const step = steps[i]!;
    if (step.fixed || b.start[i]! >= 0) continue;
    if (left && step.preds.some((p) => b.start[p.step]! < 0)) {
      left[i] = NO_PLACE;
      isWhole = false;
      continue;
    }
    const { floorAhead } = scratch;
    const ready = Math.max(from, push[i]!, floorAhead ? floorAhead.room[step.piece]! : 0, readyFor(b, step));
    if (!seekSoonest(b, i, ready)) {
      if (!left) return NO_ROOM;
      left[i] = NO_PLACE;
      isWhole = false;
      continue;
    }
    const room = floorAhead ? floorFullUntil(b, floorAhead, step.piece, b.found.start) : -1;
    if (room >= 0) {
      if (++pushes > MOST_PUSHES) return NO_ROOM;
      floorAhead!.room[step.piece] = Math.max(floorAhead!.room[step.piece]!, room);
      k--;
      continue;
    }
    const latest = latestFor(b, step);
    if (b.found.start > latest) {
      const anchor = tightest(b, i);
      // What must hold is worth more than a time given by hand, which is then said not to be kept.
      const canPush = anchor >= 0 && !steps[anchor]!.fixed;
      if (step.rescue_minutes >= 0) {
        if (!seek(b, i, ready, step.rescue_minutes)) return NO_ROOM;
      } else if (canPush) {
        const back = order.indexOf(anchor);
        // It stands where it is, and is not to be moved now.
        if (back < 0) return NO_ROOM;
        if (++pushes > MOST_PUSHES) {
          if (!left) return NO_ROOM;
          for (let j = back; j < order.length; j++) {
            if (steps[order[j]!]!.fixed) continue;
            remove(b, order[j]!);
            left[order[j]!] = GIVEN_UP;
          }
          return NO_ROOM;
        }
        push[anchor] = b.start[anchor]! + b.found.start - latest;
        takeOff(b, order, back, cost);
        scratch.setBack?.push({ from: back, by: k });
        k = back - 1;
        continue;
      } else if (!left) return NO_ROOM;
      // A window that what happened has closed already cannot be kept; whoever reads the plan is told.
    }
    const { start, end, hold, mode, crew } = b.found;
    if (limit < Infinity && scratch.bound.after(i, end, mode) > limit) return TOO_LATE;
    insert(b, i, start, end, hold, mode, crew);
    if (doneSlot(b, i) > limit || (cost && !cost.placed(i))) return TOO_LATE;
  }
  if (!isWhole) return NO_ROOM;
  let done = 0;
  for (const i of order) done = Math.max(done, doneSlot(b, i));
  return done;
}

/** Takes the steps from a place in the order on out of the schedule again. */
function takeOff(b: PartialSchedule, order: readonly number[], from: number, cost: CostBound | null): void {
  const pieces = new Set<number>();
  for (let j = from; j < order.length; j++) {
    const i = order[j]!;
    const { fixed, piece } = b.model.steps[i]!;
    if (fixed || b.start[i]! < 0) continue;
    remove(b, i);
    pieces.add(piece);
  }
  if (cost) for (const k of pieces) cost.again(k);
}

/** As `seek`; but who would end sooner is not worth missing a time given by hand. */
function seekSoonest(b: PartialSchedule, i: number, ready: number): boolean {
  const { pinSlot } = b.model.steps[i]!;
  if (ready === pinSlot && canStartAt(b, i, pinSlot)) return true;
  return seek(b, i, ready);
}

/** The step whose window closes first; -1 when what already happened closes it. */
export function tightest(b: PartialSchedule, i: number): number {
  const step = b.model.steps[i]!;
  let anchor = -1;
  let at = step.latest;
  for (const p of step.preds)
    if (b.end[p.step]! + p.maxSlots < at) {
      at = b.end[p.step]! + p.maxSlots;
      anchor = p.step;
    }
  return anchor;
}

function clearAway(b: PartialSchedule, order: readonly number[], failed: Outcome): Outcome {
  for (const i of order) if (!b.model.steps[i]!.fixed) remove(b, i);
  return failed;
}
