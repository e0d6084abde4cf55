import type { TableName } from '../store/records.ts';

/**
 * Who keeps which rows: the owner alone, or everybody of the workshop. Routes that change them and the undoing of changes to
 * them follow from this one table.
 */
export const TABLE_ACCESS: Readonly<Record<TableName, 'owner' | 'helper'>> = {
  workshops: 'owner',
  people: 'owner',
  stations: 'owner',
  tools: 'owner',
  places: 'owner',
  products: 'owner',
  // Kept by whoever mixes and paints.
  paints: 'helper',
  mixes: 'helper',
  lessons: 'helper',
  recipes: 'helper',
  pieces: 'helper',
  steps: 'helper',
  photos: 'helper',
};
