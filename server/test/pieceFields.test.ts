import { randomUUID } from 'node:crypto';
import { FRESH_PIECE, PIECE_FIELD_NAMES, PIECE_FIELDS, type PieceFields } from '@app/contract';
import { TEMPLATE_ZONES } from '@app/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { fromPieceColumns, pieceColumns } from '../src/store/pieceColumns.ts';
import { Browser, chest, MONDAY_9, openShop, type TestShop } from './shop.ts';

let shop: TestShop;
let rona: Browser;
beforeAll(async () => {
  shop = await openShop();
  rona = await Browser.owner(shop);
});
afterAll(() => shop.close());

/** Another value than `chest` has, where not any value of the field's kind will do. */
const PARTICULAR: Partial<PieceFields> = {
  kind: 'stock',
  template: 'cabinet',
  dimensions: { width: 0.8, depth: 0.4, height: 1.1, parts: 2 },
  survey: { wood: 'hardwood', finish: 'varnish', layers: 2, findings: ['grime'], age: 'new' },
  brief: { ...(chest().brief as unknown as PieceFields['brief']), body: { name: 'Straw', hex: '#c7a53c' } },
  zoneChoice: { ...TEMPLATE_ZONES, include: ['back'] },
  atHand: ['tape', 'rags'],
  due: null,
};
const ANY = { text: 'Bedside', flag: false, moment: MONDAY_9 + 1440, json: { other: true } };
const OTHER = Object.fromEntries(
  PIECE_FIELD_NAMES.map((k) => [k, k in PARTICULAR ? PARTICULAR[k] : ANY[PIECE_FIELDS[k].storedAs]]),
) as unknown as PieceFields;

describe('every field of a piece', () => {
  test.each(PIECE_FIELD_NAMES)('%s goes through its column and back unchanged', (k) => {
    for (const fields of [OTHER, { ...FRESH_PIECE, ...(chest() as unknown as PieceFields) }]) {
      const columns = pieceColumns(fields);
      expect(columns).toHaveProperty(PIECE_FIELDS[k].column);
      // A change in the log is JSON, in which moments are text; undo reads it so.
      for (const stored of [columns, JSON.parse(JSON.stringify(columns)) as typeof columns])
        expect(fromPieceColumns(stored)[k]).toEqual(fields[k]);
    }
  });
  test.each(PIECE_FIELD_NAMES)('%s is kept as it was sent, changed, and put back by undo', async (k) => {
    const id = randomUUID();
    const first = { ...FRESH_PIECE, ...chest() };
    await rona.command('post', '/pieces', { id, ...first });
    const piece = async () => (await rona.view()).pieces.find((p) => p.id === id)!;
    const before = await piece();
    expect(before[k]).toEqual((first as unknown as PieceFields)[k]);
    // A stock piece has nobody to tell; a date that is not set is told to nobody.
    const changed = { ...first, [k]: OTHER[k], ...(k === 'due' ? { promised: false } : {}) };
    const answer = await rona.command('put', `/pieces/${id}`, { version: before.version, ...changed, consent: true });
    expect((await piece())[k]).toEqual(OTHER[k]);
    await rona.command('post', `/changes/${answer.change.id}/undo`);
    expect((await piece())[k]).toEqual(before[k]);
    await rona.command('delete', `/pieces/${id}`, { version: (await piece()).version });
  });
});
