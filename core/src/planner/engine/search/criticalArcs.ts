import { type PartialSchedule, doneSlot, readyAfter, readyFor } from '../schedule/partialSchedule.ts';
import { startAlone, takenBefore } from '../schedule/takenBefore.ts';
import { sharesAt } from './blockers.ts';

/**
 * Two steps that want the same person, tool or place: `second` starts just as `first` is done with it, or as soon after that as
 * there is time enough in one go, which may be the next morning.
 */
export type Arc = { readonly first: number; readonly second: number };

/**
 * The arcs on the path that decides when a piece is done, latest first: from its last step back, each time to the step it
 * waits for by its links or the one whose person, tool or place it takes over, in whatever piece that is.
 * @param isThroughNights what begins with the hours is followed to what kept it from beginning before them; else the path ends there
 * Field term: disjunctive arcs on a critical path (van Laarhoven, Aarts & Lenstra 1992)
 * Cost: O(steps) for each step on the path
 */
export function criticalArcs(b: PartialSchedule, piece: number, r: () => number, isThroughNights = false): Arc[] {
  const { steps } = b.model;
  const arcs: Arc[] = [];
  // Within a row of steps that hand one thing on, only a swap at either end can shorten the path.
  let isInRow = false;
  let inside: Arc | null = null;
  let i = lastOf(b, piece);
  for (let n = 0; i >= 0 && n < LONGEST; n++) {
    if (steps[i]!.fixed) break;
    let tied = lastFor(b, i, b.start[i]!);
    let freed = freedBy(b, i, r);
    if (isThroughNights && tied < 0 && freed < 0) ({ tied, freed } = beforeClosing(b, i, r));
    // Where both bind, either path is as long.
    if (freed >= 0 && (tied < 0 || r() < 0.5)) {
      const arc = { first: freed, second: i };
      if (isInRow) inside = arc;
      else arcs.push(arc);
      isInRow = true;
      i = freed;
    } else {
      if (inside) arcs.push(inside);
      inside = null;
      isInRow = false;
      i = tied;
    }
  }
  return inside ? [...arcs, inside] : arcs;
}
const LONGEST = 200;

function lastOf(b: PartialSchedule, piece: number): number {
  let last = -1;
  let at = -1;
  for (const i of b.model.pieces[piece]!.steps) {
    if (b.start[i]! < 0 || doneSlot(b, i) <= at) continue;
    at = doneSlot(b, i);
    last = i;
  }
  return last;
}

/** The step a step waits for by its links, when that does not let it start before a slot; -1: none. */
function lastFor(b: PartialSchedule, i: number, slot: number): number {
  const step = b.model.steps[i]!;
  for (const p of step.preds) if (b.start[p.step]! >= 0 && readyAfter(b, [p], 0) >= slot) return p.step;
  return -1;
}

/**
 * What kept a step that begins with the hours of those who do it from beginning before the last closing: the step it waits for by its
 * links, if it would begin no sooner with nothing else in the shop; else a step that has what it needs when it could begin then.
 */
function beforeClosing(b: PartialSchedule, i: number, r: () => number): { tied: number; freed: number } {
  const alone = startAlone(b, i);
  if (alone < b.start[i]!) return { tied: -1, freed: takenBefore(b, i, alone, r) };
  const ready = readyFor(b, b.model.steps[i]!);
  return { tied: lastFor(b, i, ready), freed: -1 };
}

/** A step, any of them, that gives up something in the slot this one takes it; -1: none. */
function freedBy(b: PartialSchedule, i: number, r: () => number): number {
  const at = b.start[i]!;
  const { steps } = b.model;
  const mode = steps[i]!.modes[b.mode[i]!]!;
  const crew = mode.crews[b.crew[i]!]!;
  let found = -1;
  let count = 0;
  for (let j = 0; j < steps.length; j++) {
    if ((b.end[j] !== at && b.hold[j] !== at) || b.start[j]! < 0 || j === i || steps[j]!.fixed) continue;
    if (sharesAt(b, j, at, mode, crew) && r() * ++count < 1) found = j;
  }
  return found;
}
