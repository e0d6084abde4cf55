import type { Colour, TopBrief, Treatment } from '@app/core';

export const TREATMENT_WORDS: Record<Treatment['kind'], string> = {
  paint: 'Painted',
  stain: 'Stained wood',
  wash: 'Washed wood',
  oil: 'Oiled wood',
  wax: 'Waxed wood',
  clear: 'Clear over wood',
  keep: 'As it is',
};
export const TOP_WORDS: Record<TopBrief['kind'], string> = {
  ...TREATMENT_WORDS,
  same: 'Same as the rest',
  paint: 'Another colour',
};

/** The colour a treatment begins with. */
export const USUAL_COLOUR: Record<'stain' | 'paint' | 'wash', Colour> = {
  stain: { name: 'Warm brown', hex: '#7a5230' },
  paint: { name: 'Off-white', hex: '#eee9dc' },
  wash: { name: 'Salt', hex: '#dfe3e0' },
};

/** Another treatment for the same part: a colour carries over where both have one. */
export function treatmentOf(kind: Treatment['kind'], before: Treatment, paint: string): Treatment {
  if (kind === before.kind) return before;
  if (kind !== 'paint' && kind !== 'stain' && kind !== 'wash') return { kind };
  const colour = USUAL_COLOUR[kind];
  return kind === 'paint' ? { kind, colour, product: paint } : { kind, colour };
}
