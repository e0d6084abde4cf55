/** Planned starts lie on this grid, counted from midnight UTC; what happened is kept to the minute. */
export const GRID_MINUTES = 5;

/** Whether an instant is one at which work can be planned to start. */
export const isOnGrid = (at: number): boolean => at % GRID_MINUTES === 0;

/** The first instant at or after `at` at which work can be planned to start. */
export const nextOnGrid = (at: number): number => Math.ceil(at / GRID_MINUTES) * GRID_MINUTES;
