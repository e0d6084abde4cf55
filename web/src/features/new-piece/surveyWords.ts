import type { Finding, Finish, Wood } from '@app/core';

export const WOOD_WORDS: readonly (readonly [Wood, string])[] = [
  ['softwood', 'Softwood'],
  ['hardwood', 'Hardwood'],
  ['red-wood', 'Red or dark wood'],
  ['veneer', 'Veneer'],
  ['laminate', 'Laminate or chipboard'],
  ['mdf', 'MDF'],
];
/** What a part of it may be made of beside wood. */
export const MATERIAL_WORDS: readonly (readonly [Wood, string])[] = [
  ...WOOD_WORDS,
  ['metal', 'Metal'],
  ['glass', 'Glass or mirror'],
  ['cane', 'Cane or rush'],
  ['cloth', 'Upholstery'],
  ['stone', 'Marble or tiles'],
];
export const FINISH_WORDS: readonly (readonly [Finish, string])[] = [
  ['raw', 'Bare'],
  ['wax', 'Wax'],
  ['oil', 'Oil'],
  ['varnish', 'Varnish'],
  ['pale-paint', 'Pale paint'],
  ['dark-paint', 'Dark paint'],
  ['aerosol', 'Aerosol paint'],
  ['foil', 'Glossy foil'],
];
export const FINDING_WORDS: Record<Finding, string> = {
  grime: 'Grime',
  nicotine: 'Nicotine',
  grease: 'Grease',
  odour: 'Smells',
  droppings: 'Droppings',
  insects: 'Woodworm',
  knots: 'Knots',
  'open-grain': 'Open grain',
  bleeds: 'Colour on the rag',
  'water-rings': 'Water rings',
  'cracked-finish': 'Finish cracked like hide',
  flaking: 'Paint flakes',
  gouges: 'Gouges',
  'dents-kept': 'Dents worth keeping',
  'loose-joints': 'Loose joints',
  'animal-glue': 'Animal glue',
  'lifting-veneer': 'Veneer lifts',
  'missing-veneer': 'Veneer missing',
  'curled-veneer': 'Veneer curled',
  'swollen-board': 'Board swollen',
  'worn-runners': 'Runners worn',
  'old-paint': 'Old paint, lead possible',
  'nailed-plates': 'Plates nailed on',
  label: 'Label worth keeping',
  tarnished: 'Hardware tarnished',
  'missing-hardware': 'Hardware missing',
  'broken-hardware': 'Hardware broken',
  rust: 'Rust',
};
