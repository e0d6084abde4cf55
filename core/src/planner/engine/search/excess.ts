import { UNPLACED } from '../schedule/cost.ts';
import type { EngineModel } from '../engineModel.ts';

/** What is weighed apart, since each outweighs the next a hundredfold and more. */
export const LEVEL = { place: 0, weightyDate: 1, otherDate: 2, time: 3 } as const;
export const LEVELS = 4;
/** Dates that weigh a hundredth of the weightiest, or less, are a level of their own. */
const WEIGHTIER = 100;

/** What of each piece's cost could be saved at best, level by level. */
export class Excess {
  readonly #unavoidable: Float64Array;
  readonly #isWeighty: Uint8Array;
  readonly #of: Float64Array;

  /** @param unavoidable what of each piece's cost no plan can save */
  constructor(model: EngineModel, unavoidable: Float64Array) {
    this.#unavoidable = unavoidable;
    this.#isWeighty = weightyOf(model);
    this.#of = new Float64Array(LEVELS * model.pieces.length);
  }

  /** Takes down what a piece costs as it stands, from `pieceCost` and, of that, `latenessCost`. */
  note(k: number, cost: number, late: number): void {
    const sure = this.#unavoidable[k]!;
    const at = LEVELS * k;
    this.#of.fill(0, at, at + LEVELS);
    if (late >= UNPLACED) {
      // Without a place no date and no stay says anything.
      this.#of[at + LEVEL.place] = Math.max(0, cost - sure);
      return;
    }
    const sureLate = Math.min(late, sure);
    this.#of[at + (this.#isWeighty[k] ? LEVEL.weightyDate : LEVEL.otherDate)] = late - sureLate;
    // A time given by hand that is lost weighs as much as a step without a place.
    const rest = Math.max(0, cost - late - (sure - sureLate));
    this.#of[at + LEVEL.time] = rest % UNPLACED;
    this.#of[at + LEVEL.place] = rest - (rest % UNPLACED);
  }

  /** Of one piece at a level and those below it. */
  from(level: number, k: number): number {
    let sum = 0;
    for (let l = level; l < LEVELS; l++) sum += this.#of[LEVELS * k + l]!;
    return sum;
  }

  /** Of all pieces at one level. */
  total(level: number): number {
    let sum = 0;
    for (let n = level; n < this.#of.length; n += LEVELS) sum += this.#of[n]!;
    return sum;
  }
}

/** By piece: 1 where its date is one of the weightiest. */
export function weightyOf(model: EngineModel): Uint8Array {
  const heaviest = model.pieces.reduce((most, p) => Math.max(most, p.lateCost), 0);
  return Uint8Array.from(model.pieces, (p) => Number(p.lateCost * WEIGHTIER >= heaviest));
}
