/** One way a plan may turn out, drawn anew each time. */
export type Rehearsal = {
  /** @returns the slot in which each piece is ready, beyond the plan when it never is; the same array every time */
  readonly once: () => Float64Array;
};
