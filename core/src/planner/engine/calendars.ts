import { type Bits, bitRow, isSet, nextSet, setRange } from './bits.ts';
import type { Calendar } from './engineModel.ts';

/** Where all rows are open at once; null stands for always. */
export function intersect(rows: readonly (Bits | null)[], slots: number): Bits {
  const out = bitRow(slots);
  setRange(out, 0, slots);
  for (const row of rows) if (row) for (let w = 0; w < out.length; w++) out[w]! &= row[w]!;
  return out;
}

/** A row of open slots with its running count. */
export function calendarOf(bits: Bits, slots: number): Calendar {
  let counted: { before: Int32Array; nth: Int32Array } | null = null;
  const count = () => {
    if (counted) return counted;
    const before = new Int32Array(slots + 1);
    let n = 0;
    for (let k = 0; k < slots; k++) {
      before[k] = n;
      if (isSet(bits, k)) n++;
    }
    before[slots] = n;
    const nth = new Int32Array(n);
    for (let k = nextSet(bits, 0, slots), i = 0; k < slots; k = nextSet(bits, k + 1, slots)) nth[i++] = k;
    return (counted = { before, nth });
  };
  return {
    bits,
    // Counted when work that may be broken first asks; most rows are only looked at.
    get before() {
      return count().before;
    },
    get nth() {
      return count().nth;
    },
  };
}
