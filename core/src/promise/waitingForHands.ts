import { type PartialSchedule } from '../planner/engine/schedule/partialSchedule.ts';
import { crewRun } from '../planner/engine/schedule/seek.ts';

/** All that the same people can do: their crews, and the steps that wait until one of them is free, in turn. */
type Line = {
  readonly crews: readonly (readonly number[])[];
  readonly steps: number[];
  readonly turns: number[];
  /** Before this slot none of them is free: hands only become less in a run, so that what was found holds for the rest of it. */
  noneBefore: number;
};

/** Steps that wait for hands and for nothing else. Only the first of a line is looked at when somebody is free, not all of them. */
export class WaitingForHands {
  readonly #b: PartialSchedule;
  readonly #lines: readonly Line[];
  readonly #lineOf: Int32Array;

  constructor(b: PartialSchedule) {
    this.#b = b;
    const numbers = new Map<string, number>();
    const lines: Line[] = [];
    this.#lineOf = Int32Array.from(b.model.steps, ({ modes }) => {
      const crews = new Map(modes.flatMap((m) => m.crews).map((c) => [c.join(), c]));
      // What takes no hands has one crew of nobody; what nobody can do has none.
      const key = [...crews.keys()].map((c) => `${c};`).join('');
      if (!numbers.has(key)) {
        numbers.set(key, lines.length);
        lines.push({ crews: [...crews.values()], steps: [], turns: [], noneBefore: 0 });
      }
      return numbers.get(key)!;
    });
    this.#lines = lines;
  }

  /** How many lines there are; they are known by their numbers. */
  get count(): number {
    return this.#lines.length;
  }

  /** A new run, in which nobody waits. */
  begin(): void {
    for (const line of this.#lines) line.noneBefore = line.steps.length = line.turns.length = 0;
  }

  lineOf(i: number): number {
    return this.#lineOf[i]!;
  }

  /** A slot not after the first in which somebody of a line is free, which is never after the first in which a step can be done. */
  freeFrom(line: number, at: number): number {
    const r = this.#lines[line]!;
    if (r.noneBefore > at) return r.noneBefore;
    let soonest = this.#b.model.slots;
    for (const crew of r.crews) {
      soonest = crewRun(this.#b, crew, at, 1, soonest, 0);
      if (soonest === at) return at;
    }
    return (r.noneBefore = soonest);
  }

  /** A step waits until its turn. @returns whether it is the first */
  join(i: number, turn: number): boolean {
    const { steps, turns } = this.#lines[this.#lineOf[i]!]!;
    let k = turns.length;
    while (k > 0 && turns[k - 1]! > turn) k--;
    steps.splice(k, 0, i);
    turns.splice(k, 0, turn);
    return k === 0;
  }

  /** The turn of the first who waits in a line; -1: nobody does. */
  firstTurn(line: number): number {
    return this.#lines[line]!.turns[0] ?? -1;
  }

  /** Whose turn it is leaves the line. */
  next(line: number): number {
    const { steps, turns } = this.#lines[line]!;
    turns.shift();
    return steps.shift()!;
  }

  /** Those who wait in a line and are told so leave it. */
  leave(line: number, doesLeave: (i: number) => boolean): void {
    const { steps, turns } = this.#lines[line]!;
    let kept = 0;
    for (let k = 0; k < steps.length; k++) {
      if (doesLeave(steps[k]!)) continue;
      steps[kept] = steps[k]!;
      turns[kept++] = turns[k]!;
    }
    steps.length = turns.length = kept;
  }
}
