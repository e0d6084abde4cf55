type Span = { readonly start: number; readonly end: number };
type Open = { readonly from: number; readonly until: number };

/** Minutes of a person's open time that steps take; a step broken off over a night takes nothing of the night. */
export const bookedMinutes = (steps: readonly Span[], open: readonly Open[]): number =>
  open.reduce(
    (sum, o) => sum + steps.reduce((n, s) => n + Math.max(0, Math.min(s.end, o.until) - Math.max(s.start, o.from)), 0),
    0,
  );
