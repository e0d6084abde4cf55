import type { Sealer, Sheen, Use } from '@app/core';

export const USE_WORDS: Record<Use, string> = { light: 'Hardly touched', everyday: 'Everyday', hard: 'Hard' };
export const SHEEN_WORDS: readonly (readonly [Sheen, string])[] = [
  ['matt', 'Matt'],
  ['satin', 'Satin'],
  ['gloss', 'Gloss'],
];
export const SEALER_WORDS: readonly (readonly [Sealer, string])[] = [
  ['auto', 'As the house does'],
  ['clear', 'Clear coat'],
  ['wax', 'Wax'],
  ['oil', 'Oil'],
  ['none', 'None'],
];
