import { nextSet } from '../planner/engine/resources/bits.ts';
import { type PartialSchedule } from '../planner/engine/schedule/partialSchedule.ts';
import { crewRun } from '../planner/engine/schedule/seek.ts';

/** All that the same people can do: their crews, and the steps that wait until one of them is free, in turn. */
type Line = {
  readonly crews: readonly (readonly number[])[];
  /** Room for all of them, and how many there are. */
  readonly steps: Int32Array;
  readonly turns: Float64Array;
  count: number;
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
    const crewsOf: (readonly number[])[][] = [];
    this.#lineOf = Int32Array.from(b.model.steps, ({ modes }) => {
      const crews = new Map(modes.flatMap((m) => m.crews).map((c) => [c.join(), c]));
      // What takes no hands has one crew of nobody; what nobody can do has none.
      const key = [...crews.keys()].map((c) => `${c};`).join('');
      if (!numbers.has(key)) {
        numbers.set(key, crewsOf.length);
        crewsOf.push([...crews.values()]);
      }
      return numbers.get(key)!;
    });
    this.#lines = crewsOf.map((crews, line) => {
      const most = this.#lineOf.reduce((n, of) => n + Number(of === line), 0);
      return { crews, steps: new Int32Array(most), turns: new Float64Array(most), count: 0, noneBefore: 0 };
    });
  }

  /** How many lines there are; they are known by their numbers. */
  get count(): number {
    return this.#lines.length;
  }

  /** A new run, in which nobody waits. */
  begin(): void {
    for (const line of this.#lines) line.noneBefore = line.count = 0;
  }

  lineOf(i: number): number {
    return this.#lineOf[i]!;
  }

  /** A slot not after the first in which somebody of a line is free, which is never after the first in which a step can be done. */
  freeFrom(line: number, at: number): number {
    const r = this.#lines[line]!;
    if (r.noneBefore > at) return r.noneBefore;
    let soonest = this.#b.model.slots;
    for (let c = 0; c < r.crews.length; c++) {
      const crew = r.crews[c]!;
      soonest =
        crew.length === 1
          ? nextSet(this.#b.model.people[crew[0]!]!.free, at, soonest)
          : crewRun(this.#b, crew, at, 1, soonest, 0);
      if (soonest === at) return at;
    }
    return (r.noneBefore = soonest);
  }

  /** A step waits until its turn. @returns whether it is the first */
  join(i: number, turn: number): boolean {
    const line = this.#lines[this.#lineOf[i]!]!;
    const { steps, turns } = line;
    let k = line.count++;
    for (; k > 0 && turns[k - 1]! > turn; k--) {
      steps[k] = steps[k - 1]!;
      turns[k] = turns[k - 1]!;
    }
    steps[k] = i;
    turns[k] = turn;
    return k === 0;
  }

  /** The turn of the first who waits in a line; -1: nobody does. */
  firstTurn(line: number): number {
    const { turns, count } = this.#lines[line]!;
    return count > 0 ? turns[0]! : -1;
  }

  /** Whose turn it is leaves the line. */
  next(line: number): number {
    const of = this.#lines[line]!;
    const first = of.steps[0]!;
    of.steps.copyWithin(0, 1, of.count);
    of.turns.copyWithin(0, 1, of.count--);
    return first;
  }

  /** Those who wait in a line and are told so leave it. */
  leave(line: number, doesLeave: (i: number) => boolean): void {
    const of = this.#lines[line]!;
    const { steps, turns } = of;
    let kept = 0;
    for (let k = 0; k < of.count; k++) {
      if (doesLeave(steps[k]!)) continue;
      steps[kept] = steps[k]!;
      turns[kept++] = turns[k]!;
    }
    of.count = kept;
  }
}
