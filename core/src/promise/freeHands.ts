import { crewRun, type PartialSchedule } from '../planner/engine/schedule/partialSchedule.ts';

/** When somebody is free who can do a step. Hands only become less in a run, so that what was found once holds for the rest of it. */
export class FreeHands {
  readonly #b: PartialSchedule;
  /** By step: the number of the crews that can do it in some way. */
  readonly #kind: Int32Array;
  /** By number: those crews, and a slot before which none of them is free. */
  readonly #crews: readonly (readonly (readonly number[])[])[];
  readonly #noneBefore: Int32Array;

  constructor(b: PartialSchedule) {
    this.#b = b;
    const kinds = new Map<string, { readonly number: number; readonly crews: readonly (readonly number[])[] }>();
    this.#kind = Int32Array.from(b.model.steps, ({ modes }) => {
      const crews = new Map(modes.flatMap((m) => m.crews).map((c) => [c.join(), c]));
      const key = [...crews.keys()].join(';');
      if (!kinds.has(key)) kinds.set(key, { number: kinds.size, crews: [...crews.values()] });
      return kinds.get(key)!.number;
    });
    this.#crews = Array.from(kinds.values(), (k) => k.crews);
    this.#noneBefore = new Int32Array(kinds.size);
  }

  /** A new run. */
  begin(): void {
    this.#noneBefore.fill(0);
  }

  /** A slot not after the first in which somebody is free, which is never after the first in which the step can be done. */
  from(i: number, at: number): number {
    const kind = this.#kind[i]!;
    if (this.#noneBefore[kind]! > at) return this.#noneBefore[kind]!;
    let soonest = this.#b.model.slots;
    for (const crew of this.#crews[kind]!) {
      soonest = crewRun(this.#b, crew, at, 1, soonest, 0);
      if (soonest === at) return at;
    }
    return (this.#noneBefore[kind] = soonest);
  }
}
