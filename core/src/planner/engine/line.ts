import { type Bits, bitRow, clearRange, isSet, lastClear, setRange } from './bits.ts';

/**
 * Space, tools or another thing of which there are several: how many units are taken in each slot, and for each number
 * of units somebody asks for a row of bits that says where so many still fit.
 */
export type Line = {
  readonly capacity: number;
  /** Not kept while one taker at a time has all of it: then the only row says everything. */
  readonly used: Uint16Array;
  /** Units asked for, ascending, and their rows. */
  readonly asked: number[];
  readonly fits: Bits[];
  /** Something was taken since it was empty. */
  isTouched: boolean;
  /** `used` is kept: some ask for less than all of it, or two have it at once. */
  isCounted: boolean;
};

export const newLine = (slots: number, capacity: number): Line => ({
  capacity,
  used: new Uint16Array(slots + 1),
  asked: [],
  fits: [],
  isTouched: false,
  isCounted: false,
});

/** The row that says where `units` still fit; made when it is first asked for. */
export function rowFor(line: Line, units: number): Bits {
  const known = line.asked.indexOf(units);
  if (known >= 0) return line.fits[known]!;
  if (line.isTouched && !line.isCounted) count(line);
  const row = bitRow(line.used.length - 1);
  if (units <= line.capacity) setRange(row, 0, line.used.length - 1);
  if (line.isTouched)
    for (let k = 0; k < line.used.length; k++) if (line.used[k]! + units > line.capacity) clearRange(row, k, k + 1);
  line.asked.push(units);
  line.fits.push(row);
  return row;
}

/** Takes `units` (or, below 0, gives them back) over a range of slots. */
export function take(line: Line, from: number, until: number, units: number): void {
  const { used, asked, fits, capacity } = line;
  const wasTouched = line.isTouched;
  line.isTouched = true;
  if (until > used.length - 1) until = used.length - 1;
  if (!line.isCounted) {
    if (asked.length === 1 && asked[0] === capacity && Math.abs(units) === capacity) {
      const row = fits[0]!;
      if (units < 0) return setRange(row, from, until);
      if (lastClear(row, from, until) < 0) return clearRange(row, from, until);
    }
    if (wasTouched) count(line);
    else line.isCounted = true;
  }
  for (let k = from; k < until; k++) used[k]! += units;
  for (let i = 0; i < asked.length; i++) {
    const most = capacity - asked[i]!;
    if (most < 0) continue;
    const row = fits[i]!;
    for (let k = from; k < until;) {
      const w = k >>> 5;
      const stop = Math.min(until, (w + 1) << 5);
      let word = row[w]!;
      for (; k < stop; k++) word = used[k]! > most ? word & ~(1 << (k & 31)) : word | (1 << (k & 31));
      row[w] = word;
    }
  }
}

/** Begins to count, from what the only row says. */
function count(line: Line): void {
  line.isCounted = true;
  const row = line.fits[0];
  if (!row || line.asked[0] !== line.capacity) return;
  for (let k = 0; k < line.used.length - 1; k++) line.used[k] = isSet(row, k) ? 0 : line.capacity;
}

export function empty(line: Line): void {
  if (!line.isTouched) return;
  line.isTouched = false;
  line.isCounted = false;
  line.used.fill(0);
  for (let i = 0; i < line.asked.length; i++) {
    line.fits[i]!.fill(0);
    if (line.asked[i]! <= line.capacity) setRange(line.fits[i]!, 0, line.used.length - 1);
  }
}
