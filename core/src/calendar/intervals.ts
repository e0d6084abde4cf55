import type { Instant } from '../quantities/units.ts';

/** Half-open span of time [from, until). */
export type Interval = { readonly from: Instant; readonly until: Instant };

/** Sorts and merges spans that touch or overlap; empty ones go. */
export function merge(spans: readonly Interval[]): Interval[] {
  const sorted = spans.filter((s) => s.from < s.until).sort((a, b) => a.from - b.from);
  const out: Interval[] = [];
  for (const s of sorted) {
    const last = out.at(-1);
    if (last && s.from <= last.until) out[out.length - 1] = { from: last.from, until: Math.max(last.until, s.until) };
    else out.push(s);
  }
  return out;
}

/** What is in `a` and not in `b`. Both sorted and disjoint. */
export function subtract(a: readonly Interval[], b: readonly Interval[]): Interval[] {
  const out: Interval[] = [];
  for (const span of a) {
    let from = span.from;
    for (const cut of b) {
      if (cut.until <= from || cut.from >= span.until) continue;
      if (cut.from > from) out.push({ from, until: cut.from });
      from = Math.max(from, cut.until);
    }
    if (from < span.until) out.push({ from, until: span.until });
  }
  return out;
}
