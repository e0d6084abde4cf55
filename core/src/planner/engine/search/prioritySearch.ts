import type { PartialSchedule } from '../schedule/partialSchedule.ts';
import type { ParallelSgs, Priority } from '../schedule/parallelSgs.ts';
import { removePiece, placePiece, type Scratch, stayOf } from '../schedule/serialSgs.ts';
import { waitFor } from './waitFor.ts';

/**
 * Local search over priorities instead of plans: each try places all pieces anew by the best priority so far, in which mostly some of what
 * was late by it is more urgent. It finds good plans where many pieces want the same tool, which moving a few pieces at a time does not.
 * See docs/decisions/0037 and 0038.
 * Field terms: search in problem and heuristic space (Storer, Wu & Vaccari 1992); squeaky wheel optimization (Joslin & Clements 1999)
 */
export class PrioritySearch {
  readonly #b: PartialSchedule;
  readonly #scratch: Scratch;
  readonly #parallelSgs: ParallelSgs;
  readonly #group: readonly number[];
  readonly #r: () => number;
  #here: Trial | null = null;
  /** By piece: slots by which it is late in the plan of that priority. */
  readonly #late: Float64Array;
  #cost = Infinity;
  #tries = 0;
  #sinceBetter = 0;

  constructor(
    b: PartialSchedule,
    scratch: Scratch,
    parallelSgs: ParallelSgs,
    group: readonly number[],
    r: () => number,
  ) {
    this.#b = b;
    this.#scratch = scratch;
    this.#parallelSgs = parallelSgs;
    this.#group = group;
    this.#r = r;
    this.#late = new Float64Array(b.model.pieces.length);
  }

  /** The priority that brought the best plan so far. */
  get best(): Trial | null {
    return this.#here;
  }

  /** Nothing better for so long that it is not worth going on. */
  get isSpent(): boolean {
    const most = Math.max(MOST_TRIES, MOST_STEPS / this.#b.model.steps.length);
    return this.#tries >= most || this.#sinceBetter > Math.max(LEAST_PATIENCE, this.#tries * PATIENCE);
  }

  /**
   * Tries one more priority. The schedule holds what came of it.
   * @param costOf what is in the schedule
   */
  try(costOf: () => number): number {
    const trial = this.#next();
    this.#tries++;
    for (const k of this.#group) removePiece(this.#b, k);
    const left = this.#parallelSgs.run(this.#group, trial, Infinity)!;
    for (const k of left) placePiece(this.#b, this.#scratch, k, this.#b.model.pieces[k]!.steps, Infinity);
    const cost = costOf();
    this.#sinceBetter = cost < this.#cost - 1e-6 ? 0 : this.#sinceBetter + 1;
    if (cost <= this.#cost) {
      this.#cost = cost;
      this.#here = trial;
      for (const k of this.#group) this.#late[k] = Math.max(0, stayOf(this.#b, k).done - this.#b.model.pieces[k]!.due);
    }
    return cost;
  }

  #next(): Trial {
    if (this.#tries === 0) return { ...ORDINARY, ...inTurn(this.#b) };
    if (this.#here && this.#tries >= STARTS) return this.#changed(this.#here);
    return anyPriority(this.#b, this.#group, this.#r);
  }

  #changed(from: Trial): Trial {
    const r = this.#r;
    if (r() >= CORRECTIONS_SHARE) return nearPriority(this.#b, from, this.#group, r);
    const urge = from.urge.slice();
    const share = LEAST_CORRECTION * SPREAD ** r();
    for (const k of this.#group) if (r() < CORRECTED_SHARE) urge[k]! += share * this.#late[k]!;
    return { ...from, urge };
  }
}
/** The first try, and others anywhere, before the best of them is gone on from: the middle of what is drawn below. */
const ORDINARY = { slack: 3.5, hurry: 220, cleanout: 10, stay: 700, evening: 26 };
const STARTS = 10;
/** How often what is late is corrected, how many of those pieces at once, and by what share of their lateness at least and at most. */
const CORRECTIONS_SHARE = 0.8;
const CORRECTED_SHARE = 0.3;
const LEAST_CORRECTION = 0.15;
const SPREAD = 15;
/** Tries without anything better after which it is given up: so many, or this share of all. */
const LEAST_PATIENCE = 12;
const PATIENCE = 0.3;
/** Tries in all: so many, and more where there is little to place. */
const MOST_TRIES = 150;
const MOST_STEPS = 40_000;

/** A priority with all its parts. */
export type Trial = Required<Priority>;
type Changing = { -readonly [P in keyof Trial]: Trial[P] };

/** No piece out of turn. */
const inTurn = ({ model: { pieces, steps } }: PartialSchedule) => ({
  urge: new Float64Array(pieces.length),
  bias: new Float64Array(steps.length),
  notBefore: new Float64Array(pieces.length),
});

/** Any priority of those that have proved good somewhere, with the pieces more or less out of turn. */
export function anyPriority(b: PartialSchedule, group: readonly number[], r: () => number): Trial {
  const turns = inTurn(b);
  const spread = [0, 100, 300][Math.floor(r() * 3)]!;
  for (const k of group) turns.urge[k] = (r() - 0.5) * spread;
  if (b.model.floor && group.length > 1 && r() < Math.min(0.5, 4 / group.length))
    letOneWait(b, turns.notBefore, group, r);
  return {
    slack: 2 * 3.5 ** r(),
    hurry: 120 * 2.75 ** r(),
    cleanout: 30 * r(),
    stay: 200 * 20 ** r(),
    evening: 18 + 16 * r(),
    ...turns,
  };
}

/** One that differs a little: some pieces sooner or later, now and then another weight; or only some of their steps. */
export function nearPriority(b: PartialSchedule, from: Trial, group: readonly number[], r: () => number): Trial {
  const out = { ...from, urge: from.urge.slice(), bias: from.bias.slice(), notBefore: from.notBefore.slice() };
  // Where there are many pieces, single steps hardly ever matter.
  if (r() < Math.min(0.5, 4 / group.length)) shiftSteps(b, out.bias, group, r);
  else shiftPieces(b, out, group, r);
  return out;
}

function shiftSteps(b: PartialSchedule, bias: Float64Array, group: readonly number[], r: () => number): void {
  const share = 0.005 * 40 ** r();
  const spread = 50 * 20 ** r();
  for (const k of group)
    for (const i of b.model.pieces[k]!.steps)
      if (r() < share) bias[i] = r() < 0.2 ? 0 : bias[i]! + (r() - 0.5) * spread;
}

function shiftPieces(b: PartialSchedule, out: Changing, group: readonly number[], r: () => number): void {
  const share = 0.05 * 12 ** r();
  const spread = 400 * 5 ** r();
  for (const k of group) if (r() < share) out.urge[k]! += (r() - 0.5) * spread;
  if (b.model.floor && group.length > 1) {
    if (r() < 0.3) out.notBefore[group[Math.floor(r() * group.length)]!] = 0;
    if (r() < Math.min(0.3, 2 / group.length)) letOneWait(b, out.notBefore, group, r);
  }
  const change = () => (r() < 0.3 ? 2 ** (r() - 0.5) : 1);
  out.slack *= change();
  out.hurry *= change();
  out.cleanout *= change();
  out.stay *= change();
  out.evening *= change();
}

/** Has one piece wait until another leaves the floor. */
function letOneWait(b: PartialSchedule, notBefore: Float64Array, group: readonly number[], r: () => number): void {
  const one = group[Math.floor(r() * group.length)]!;
  waitFor(b.model, notBefore, one, group[Math.floor(r() * group.length)]!);
}
