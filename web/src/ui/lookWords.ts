import type { LookKind } from '@app/core';

/** What a look is called wherever it is chosen. */
export const LOOK_WORDS: Record<LookKind, string> = {
  under: 'Under-colour',
  mouldings: 'Mouldings',
  textured: 'Textured',
  'tone-wash': 'Tone over everything',
  blended: 'Blended colours',
  speckle: 'Speckles',
  glazed: 'Glazed or ragged',
  stencil: 'Stencil',
  lettering: 'Lettering',
  stripes: 'Taped stripes',
  inlay: 'Paint inlay',
  decoupage: 'Paper',
  transfer: 'Transfer',
  distressed: 'Distressed',
  'dry-brush': 'Dry-brushed',
  chippy: 'Chippy',
  leaf: 'Metal leaf',
  'dark-wax': 'Dark or tinted wax',
  metallic: 'Metallic edges',
};
