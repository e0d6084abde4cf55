import { type Bits, bitRow, setRange } from './bits.ts';

/** Where all rows are open at once; null stands for always. */
export function intersect(rows: readonly (Bits | null)[], slots: number): Bits {
  const out = bitRow(slots);
  setRange(out, 0, slots);
  for (const row of rows) if (row) for (let w = 0; w < out.length; w++) out[w]! &= row[w]!;
  return out;
}
