import type { EngineStep } from '../engineModel.ts';

/** Steps to be placed and the keys they are sorted by. Its tables are used again, since this runs for every move. */
export class KeyedSteps {
  readonly #steps: readonly EngineStep[];
  readonly #key: Float64Array;
  readonly #state: Uint8Array;
  readonly #list: number[] = [];

  constructor(steps: readonly EngineStep[]) {
    this.#steps = steps;
    this.#key = new Float64Array(steps.length);
    this.#state = new Uint8Array(steps.length);
  }

  /** Steps in the order they were added. */
  get list(): readonly number[] {
    return this.#list;
  }

  clear(): void {
    for (const i of this.#list) this.#state[i] = OUT;
    this.#list.length = 0;
  }

  /** Adds a step, or gives it another key. */
  set(i: number, key: number): void {
    this.#key[i] = key;
    if (this.#state[i] !== OUT) return;
    this.#state[i] = IN;
    this.#list.push(i);
  }

  /** By how much the key of a step is less from now on. */
  lower(i: number, by: number): void {
    this.#key[i]! -= by;
  }

  /** Steps by their keys, each after those it waits for; empty afterwards. */
  takeInOrder(): number[] {
    const key = this.#key;
    const out: number[] = [];
    this.#list.sort((x, y) => key[x]! - key[y]! || x - y);
    for (const i of this.#list) this.#take(i, out);
    this.clear();
    return out;
  }

  #take(i: number, out: number[]): void {
    if (this.#state[i] !== IN) return;
    this.#state[i] = TAKEN;
    const { preds } = this.#steps[i]!;
    for (let p = 0; p < preds.length; p++) this.#take(preds[p]!.step, out);
    out.push(i);
  }
}
const OUT = 0;
const IN = 1;
const TAKEN = 2;
