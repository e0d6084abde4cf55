/** One way a plan may turn out, drawn anew each time. */
export type Runs = {
  /** @returns the slot in which each piece is ready, beyond the plan when it never is; the same array every time */
  readonly once: () => Float64Array;
};

/** Of steps ready at once the one that was planned first goes first: far less than a slot between neighbours. */
export const TIE = 2 ** -24;
/** Work that could be left for tomorrow is finished today when no more than this is left. */
export const OVERTIME_SLOTS = 6;
/** A failed coat is let dry and sanded before it is done again: working time. */
export const REWORK_MINUTES = { film: 180, plain: 60 } as const;
