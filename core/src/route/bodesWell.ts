import type { Outcome } from './piece.ts';

/** Whether what a test showed is nothing to fear; else there is more to do. Follows from what is learnt by it. */
export const bodesWell = ({ learns }: Pick<Outcome, 'learns'>): boolean =>
  learns.lead !== 'positive' &&
  learns.cloth !== 'dirty' &&
  learns.topWood !== 'poor' &&
  (learns.findings ?? []).length === 0;
