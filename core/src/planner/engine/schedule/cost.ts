import { type PartialSchedule, doneSlot } from './partialSchedule.ts';
import type { EnginePiece } from '../engineModel.ts';

/** Costs more than any lateness: a piece that cannot be ready, since steps of it have no place at all. */
export const UNPLACED = 1e12;
/** How many they are counts for more than time in the shop, and for less than a date. */
const MISSING_STEP = 1e5;

/** A time given by hand that can be kept is given up for nothing, not even a promise. */
const PIN_LOST = UNPLACED;

/** What a piece costs as it stands: weighted lateness and time in the shop, and steps without a place or at another time than they were given. */
export function pieceCost(b: PartialSchedule, piece: number): number {
  const p = b.model.pieces[piece]!;
  let done = 0;
  let missing = 0;
  let moved = 0;
  for (const i of p.steps) {
    if (b.start[i]! < 0) missing++;
    else {
      const d = doneSlot(b, i);
      if (d > done) done = d;
      const { baseline, pinSlot, fixed } = b.model.steps[i]!;
      if (pinSlot >= 0 && !fixed && b.start[i] !== pinSlot) moved += PIN_LOST;
      if (baseline && (b.start[i] !== baseline.start || b.mode[i] !== baseline.mode || b.crew[i] !== baseline.crew))
        moved += baseline.cost;
    }
  }
  if (missing > 0) done = b.model.slots;
  return costOfMissing(missing) + costOfDone(p, done) + moved;
}

/** What so many steps of a piece without a place cost. */
export const costOfMissing = (steps: number): number => (steps > 0 ? UNPLACED + steps * MISSING_STEP : 0);

/** What a piece costs by being late, or by having steps without a place; 0 when it is on time. */
export function latenessCost(b: PartialSchedule, piece: number): number {
  const p = b.model.pieces[piece]!;
  let late = 0;
  for (const i of p.steps) {
    if (b.start[i]! < 0) return UNPLACED;
    late = Math.max(late, doneSlot(b, i) - p.due);
  }
  return p.lateCost * late;
}

/** Cost of a piece wholly done in slot `done`. */
export function costOfDone(p: EnginePiece, done: number): number {
  const soft = p.due - p.slack;
  return (
    p.lateCost * (done > p.due ? done - p.due : 0) +
    p.slackCost * (done > soft ? done - soft : 0) +
    p.flowCost * (done > p.release ? done - p.release : 0)
  );
}

/** What all trays taken up cost. */
export const loadsCost = (b: PartialSchedule): number => (b.loads ? b.model.loadCost * b.loads.count() : 0);

export function scheduleCost(b: PartialSchedule): number {
  let sum = loadsCost(b);
  for (let k = 0; k < b.model.pieces.length; k++) sum += pieceCost(b, k);
  return sum;
}
