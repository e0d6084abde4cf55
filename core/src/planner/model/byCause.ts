import type { Unplanned } from './reasons.ts';

/** Whether a step has no place for a reason of its own, not only since what it waits for has none. */
export const isCause = ({ reason }: Pick<Unplanned, 'reason'>): boolean => reason.code !== 'before-unplanned';

/** Causes first, then by step. */
export const byCause = (a: Unplanned, b: Unplanned): number =>
  Number(isCause(b)) - Number(isCause(a)) || (a.step < b.step ? -1 : 1);
