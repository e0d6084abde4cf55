import type { Instant, Placement } from '@app/core';

const WORDS = [
  ['handle', 'Handle'],
  ['sand', 'Sand'],
  ['recoat', 'Next coat'],
  ['topcoat', 'Seal or other product'],
  ['cure', 'Fully cured'],
] as const;

/** Stages of drying somebody acts on and from when each is reached, the soonest first; those reached with the work itself are left out. */
export const dryingStages = (at: Placement): { readonly label: string; readonly from: Instant }[] =>
  WORDS.flatMap(([stage, label]) => {
    const { [stage]: from } = at.dry;
    return from !== undefined && from > at.end ? [{ label, from }] : [];
  }).sort((a, b) => a.from - b.from);
