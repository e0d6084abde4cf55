import type { CostBound } from '../schedule/costBound.ts';
import { loadsCost } from '../schedule/cost.ts';
import { insert, type PartialSchedule, remove } from '../schedule/partialSchedule.ts';
import { bookFloor, releaseFloor, type Scratch } from '../schedule/serialSgs.ts';
import { type Arc, criticalArcs } from './criticalArcs.ts';
import { placeInterleaved } from './moves.ts';

/**
 * Has two steps on the critical path of a piece change places again and again, always those that bring the most or lose the
 * least; a pair that changed does not change back for a while, so that the search leaves what it has found already.
 * Field term: tabu search over swaps on the critical path (Nowicki & Smutnicki 1996)
 */
export class TabuSearch {
  readonly #b: PartialSchedule;
  readonly #scratch: Scratch;
  readonly #piece: number;
  readonly #least: Float64Array;
  readonly #costBound: CostBound;
  readonly #r: () => number;
  /** By pair of steps: the round before which the first is not put behind the second again. */
  readonly #tabuUntil: Int32Array;
  #round = 0;

  /** @param least what each piece costs at best */
  constructor(
    b: PartialSchedule,
    scratch: Scratch,
    piece: number,
    least: Float64Array,
    costBound: CostBound,
    r: () => number,
  ) {
    this.#b = b;
    this.#scratch = scratch;
    this.#piece = piece;
    this.#least = least;
    this.#costBound = costBound;
    this.#r = r;
    this.#tabuUntil = new Int32Array(b.model.steps.length ** 2);
  }

  begin(): void {
    this.#tabuUntil.fill(0);
    this.#round = 0;
  }

  /**
   * The best swap of a round is made.
   * @param best cost that lifts any ban when it is beaten
   * @returns swaps that were tried; 0: there is none
   */
  next(best: number): number {
    const { steps } = this.#b.model;
    const arcs = criticalArcs(this.#b, this.#piece, this.#r).filter(
      (a) => !steps[a.second]!.preds.some((p) => p.step === a.first),
    );
    const sequence = this.#sequence();
    let most = Infinity;
    let chosen: { readonly arc: Arc; readonly order: readonly number[] } | null = null;
    this.#round++;
    for (const arc of arcs) {
      const order = this.#swapped(sequence, arc);
      const isBanned = this.#tabuUntil[this.#pair(arc)]! > this.#round;
      const cost = this.#try(order, isBanned ? Math.min(most, best - LESS) : most);
      if (cost === Infinity || (cost === most && this.#r() < 0.5)) continue;
      most = cost;
      chosen = { arc, order };
    }
    if (chosen) {
      const { arc, order } = chosen;
      this.#takeOff(order);
      this.#place(order, Infinity);
      const rounds = SHORTEST_BAN + Math.floor(this.#r() * (LONGEST_BAN - SHORTEST_BAN));
      this.#tabuUntil[this.#pair({ first: arc.second, second: arc.first })] = this.#round + rounds;
    }
    return arcs.length;
  }

  #pair({ first, second }: Arc): number {
    return first * this.#b.model.steps.length + second;
  }

  /** Steps in the order of their starts. */
  #sequence(): readonly number[] {
    const b = this.#b;
    const { steps, pieces } = b.model;
    return pieces[this.#piece]!.steps.filter((i) => !steps[i]!.fixed && b.start[i]! >= 0).sort(
      (x, y) => b.start[x]! - b.start[y]! || x - y,
    );
  }

  /** What begins with the first of two steps or later, the second and what that waits for before all. */
  #swapped(sequence: readonly number[], { first, second }: Arc): readonly number[] {
    const b = this.#b;
    const { steps } = b.model;
    const later = sequence.slice(sequence.findIndex((i) => b.start[i]! >= b.start[first]!));
    const ahead = new Set([second]);
    for (const i of ahead) for (const p of steps[i]!.preds) if (b.start[p.step]! >= b.start[first]!) ahead.add(p.step);
    return [...later.filter((i) => ahead.has(i)), ...later.filter((i) => !ahead.has(i))];
  }

  /** What the plan would cost with some steps in another order; leaves it as it was. Infinity: more than `most`. */
  #try(order: readonly number[], most: number): number {
    const b = this.#b;
    const { start, end, hold, mode, crew } = b;
    const places = order.map((i) => [start[i]!, end[i]!, hold[i]!, mode[i]!, crew[i]!] as const);
    this.#takeOff(order);
    const cost = this.#place(order, most);
    this.#takeOff(order);
    order.forEach((i, n) => insert(b, i, ...places[n]!));
    bookFloor(b, this.#piece, true);
    return cost <= most ? cost : Infinity;
  }

  #takeOff(order: readonly number[]): void {
    releaseFloor(this.#b, this.#piece);
    for (const i of order) remove(this.#b, i);
  }

  #place(order: readonly number[], most: number): number {
    const cost = placeInterleaved(this.#b, this.#scratch, [this.#piece], order, most, this.#least, this.#costBound);
    return cost + loadsCost(this.#b);
  }
}

/** Rounds for which two steps do not change back. */
const SHORTEST_BAN = 8;
const LONGEST_BAN = 16;
const LESS = 1e-6;
