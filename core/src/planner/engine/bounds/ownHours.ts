import { type EngineModel, type EngineStep, type Film } from '../engineModel.ts';
import { type Bits, bitRow } from '../resources/bits.ts';
import { leastSlots } from './headsAndTails.ts';

/**
 * When each step can be worked on if nothing else were in the shop: the hours in which somebody who can do it, its place and
 * its tool are there, as tables, so that where work ends or must begin is looked up.
 */
export class OwnHours {
  readonly #hours: readonly OpenHours[];
  readonly #length: Int32Array;
  readonly #isSplit: Uint8Array;

  constructor(model: EngineModel) {
    const byModes = new Map<EngineStep['modes'], OpenHours>();
    const byKey = new Map<string, OpenHours>();
    const numbers = new Map<Bits, number>();
    const numberOf = (row: Bits) => {
      const known = numbers.get(row) ?? numbers.size;
      numbers.set(row, known);
      return known;
    };
    this.#hours = model.steps.map(({ modes }) => {
      let hours = byModes.get(modes);
      if (hours) return hours;
      // Rows are shared between modes, so that most steps ask for hours that are known already.
      const shifts = new Map(
        modes.flatMap((m) => m.crews.map((crew) => [`${numberOf(m.open)}:${crew.join('+')}`, { open: m.open, crew }])),
      );
      const key = [...shifts.keys()].join();
      hours = byKey.get(key);
      if (!hours) byKey.set(key, (hours = hoursOf(model, [...shifts.values()])));
      byModes.set(modes, hours);
      return hours;
    });
    this.#length = Int32Array.from(model.steps, (_, i) => leastSlots(model, i));
    this.#isSplit = Uint8Array.from(model.steps, (s) => (s.split ? 1 : 0));
  }

  /** First slot by which so much of a step can be done that is worked on from slot `ready` on; Infinity when there are no such hours. */
  worked(i: number, ready: number, slots: number): number {
    const { before, open } = this.#hours[i]!;
    if (ready >= before.length) return Infinity;
    const n = before[Math.max(0, ready)]! + slots - 1;
    return n < open.length ? open[n]! + 1 : Infinity;
  }

  /** First end of a step that may start in slot `ready`; Infinity when there are no hours left. */
  endAfter(i: number, ready: number): number {
    const { before, open } = this.#hours[i]!;
    const length = this.#length[i]!;
    if (length === 0) return ready;
    if (ready >= before.length) return Infinity;
    const isSplit = this.#isSplit[i] === 1;
    for (let n = before[Math.max(0, ready)]!; n + length <= open.length; n++) {
      if (isSplit || isRun(open, n, length)) return open[n + length - 1]! + 1;
    }
    return Infinity;
  }

  /** Latest start of a step that ends by slot `end`; so much before it when there are no such hours. */
  startBefore(i: number, end: number): number {
    const { before, open } = this.#hours[i]!;
    const length = this.#length[i]!;
    if (length === 0 || end <= 0) return end - length;
    const isSplit = this.#isSplit[i] === 1;
    for (let n = before[Math.min(Math.floor(end), before.length - 1)]! - length; n >= 0; n--)
      if (isSplit || isRun(open, n, length)) return open[n]!;
    return end - length;
  }
}

/** By slot: how many slots before it are open; and those slots in order. */
type OpenHours = { readonly before: Int32Array; readonly open: Int32Array };

/** A crew, and when its workplaces and tool are open. */
type Shift = { readonly open: Bits; readonly crew: readonly number[] };

/** Whether so many open slots from the `n`-th on follow one another. */
const isRun = (open: Int32Array, n: number, length: number) => open[n]! + length - 1 === open[n + length - 1]!;

function hoursOf({ people, slots }: EngineModel, shifts: readonly Shift[]): OpenHours {
  const row = bitRow(slots);
  for (const { open, crew } of shifts)
    for (let w = 0; w < row.length; w++) {
      let word = open[w]!;
      for (let c = 0; c < crew.length; c++) word &= people[crew[c]!]!.open[w]!;
      row[w]! |= word;
    }
  return tablesOf(row, slots);
}

function tablesOf(row: Bits, slots: number): OpenHours {
  const before = new Int32Array(slots + 1);
  const open = new Int32Array(slots);
  let count = 0;
  for (let from = 0; from < slots; from += 32) {
    const word = row[from >>> 5]!;
    const until = Math.min(slots, from + 32);
    // Nights are most of a plan.
    if (word === 0) before.fill(count, from, until);
    else
      for (let s = from; s < until; s++) {
        before[s] = count;
        if ((word >>> (s & 31)) & 1) open[count++] = s;
      }
  }
  before[slots] = count;
  return { before, open: open.slice(0, count) };
}

/** The films a step may have, each once; null: none. */
export function filmsOf(step: EngineStep): readonly (Film | null)[] {
  const films = new Set(step.modes.map((m) => m.film));
  return films.size === 0 ? [null] : [...films];
}
