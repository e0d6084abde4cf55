import { expect, test } from 'vitest';
import { object, ValidationError } from 'yup';
import { FRESH_PIECE, pieceSchemas, type PieceFields } from './pieceFields.ts';

const piece: PieceFields = {
  ...FRESH_PIECE,
  name: 'Chest',
  template: 'chest-of-drawers',
  dimensions: { width: 1 },
  arrival: 1,
};
/** What is wrong with a brief, in words. */
function withBrief(more: object): string | undefined {
  try {
    object(pieceSchemas).validateSync({ ...piece, brief: { ...piece.brief, ...more } });
    return undefined;
  } catch (error) {
    if (error instanceof ValidationError && error.path?.startsWith('brief')) return error.message;
    throw error;
  }
}
const made = (more: object = {}) => ({ id: 'm', name: 'Shelf', length: 1, width: 0.3, count: 1, ...more });
const row = (treatment: object) => ({ rows: [{ id: 'r', zones: ['top'], treatment }] });
const colour = { name: 'oak', hex: '#7a5230' };

// Each limit from just inside and just outside.
test.each([
  [{ made: [made({ length: 5 })] }, { made: [made({ length: 5.1 })] }],
  [{ made: [made({ width: 2 })] }, { made: [made({ width: 2.1 })] }],
  [{ made: [made({ count: 40 })] }, { made: [made({ count: 41 })] }],
  [{ made: Array.from({ length: 12 }, () => made()) }, { made: Array.from({ length: 13 }, () => made()) }],
  [{ fittingsDays: 90 }, { fittingsDays: 91 }],
  [row({ kind: 'stain', colour, coats: 3 }), row({ kind: 'stain', colour, coats: 4 })],
  [row({ kind: 'wash', colour, water_pct: 80 }), row({ kind: 'wash', colour, water_pct: 81 })],
  [row({ kind: 'wash', colour, left_minutes: 5 }), row({ kind: 'wash', colour, left_minutes: 6 })],
  [row({ kind: 'paint', colour, product: 'matt-paint' }), row({ kind: 'paint', colour })],
  [{ looks: [{ kind: 'stencil', zones: ['top'] }] }, { looks: [{ kind: 'stencil', zones: [] }] }],
])('%j is taken, %j is refused in words', (inside, outside) => {
  expect(withBrief(inside)).toBeUndefined();
  expect(withBrief(outside)).toMatch(/\w{3}/);
});
