import { type Bits, bitRow, clearRange, setRange } from './bits.ts';

/**
 * Space, tools or another thing of which there are several: how many units are taken in each slot, and for each number
 * of units somebody asks for a row of bits that says where so many still fit.
 */
export type Line = {
  readonly capacity: number;
  readonly used: Uint16Array;
  /** Units asked for, ascending, and their rows. */
  readonly asked: number[];
  readonly fits: Bits[];
  /** Something was taken since it was empty. */
  isTouched: boolean;
};

export const newLine = (slots: number, capacity: number): Line => ({
  capacity,
  used: new Uint16Array(slots + 1),
  asked: [],
  fits: [],
  isTouched: false,
});

/** The row that says where `units` still fit; made when it is first asked for. */
export function rowFor(line: Line, units: number): Bits {
  const known = line.asked.indexOf(units);
  if (known >= 0) return line.fits[known]!;
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
  line.isTouched = true;
  if (until > used.length - 1) until = used.length - 1;
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

export function empty(line: Line): void {
  if (!line.isTouched) return;
  line.isTouched = false;
  line.used.fill(0);
  for (let i = 0; i < line.asked.length; i++) {
    line.fits[i]!.fill(0);
    if (line.asked[i]! <= line.capacity) setRange(line.fits[i]!, 0, line.used.length - 1);
  }
}
