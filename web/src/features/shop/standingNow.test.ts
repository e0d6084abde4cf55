import type { WorkshopView } from '@app/contract';
import { expect, test } from 'vitest';
import { standingNow } from './standingNow.ts';

const coat = (id: string) => ({ id, needs: [{ kind: 'bench', units: 1, span: 'both' }] });
const at = (start: number, handle: number) => ({ start, end: start + 20, stations: ['bench'], dry: { handle } });
/** A chest whose second coat is laid at 120 where the first dries until 240; the second until 360. */
const view = (active: boolean) =>
  ({
    pieces: [{ id: 'chest', active, steps: [coat('first'), coat('second')] }],
    plan: { steps: { first: at(0, 240), second: at(120, 360) } },
  }) as unknown as WorkshopView;
const standing = (now: number, active = true) =>
  (standingNow(view(active), now).get('bench') ?? []).map(({ units, until }) => [units, until]);

test('a piece in its second coat stands on the bench once, until that can be handled', () => {
  expect(standing(-1)).toEqual([]);
  for (const now of [0, 130, 359]) expect(standing(now)).toEqual([[1, 360]]);
  expect(standing(360)).toEqual([]);
});
test('a piece that left stands nowhere', () => {
  expect(standing(130, false)).toEqual([]);
});
