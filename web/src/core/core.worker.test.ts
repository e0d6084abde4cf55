import type { PieceView } from '@app/contract';
import { planAfresh, problemOf, promiseFor } from '@app/core';
import { describe, expect, test } from 'vitest';
import { randomWorkshop } from '../../../core/test/fixtures/randomWorkshop.ts';
import { CoreApi, type Promised } from './core.worker.ts';

const RUNS = 40;

function laid(pieceCount: number) {
  const { shop, pieces, now } = randomWorkshop(4, pieceCount);
  const plan = planAfresh(problemOf(shop, pieces, now));
  const api = new CoreApi();
  api.lay({ shop, pieces: pieces as unknown as readonly PieceView[], now, plan });
  const asked = { piece: pieces.at(-1)!, isFirst: false };
  return { api, asked, shop, pieces, now, plan };
}

describe('a question that takes long', () => {
  test('is told early from few rehearsals, then whole, as when it is worked out at once', async () => {
    const { api, asked, shop, pieces, now, plan } = laid(5);
    const told: Promised[] = [];
    const whole = await api.promise(asked, RUNS, (soFar) => told.push(soFar));
    const { plan: _plan, ...atOnce } = promiseFor(problemOf(shop, pieces, now), plan, asked.piece.id, RUNS) as Extract<
      ReturnType<typeof promiseFor>,
      { kind: 'ready' }
    >;
    expect(whole).toEqual(atOnce);
    expect(told.map((t) => t.kind === 'ready' && t.chances.runs)).toEqual([20]);
  });

  test('is given up when it is asked otherwise, and when it is let go; others of its kind and other kinds go on', async () => {
    const { api, asked } = laid(5);
    const first = api.promise(asked, 20_000, () => {});
    const second = api.promise({ ...asked, isFirst: true }, RUNS, () => {});
    await expect(first).rejects.toThrow('nobody waits');
    expect(await second).toMatchObject({ kind: 'ready', chances: { runs: RUNS } });

    const third = api.promise(asked, 20_000, () => {});
    const chances = api.chances(10);
    api.letGo('promise');
    await expect(third).rejects.toThrow('nobody waits');
    expect(Object.values(await chances)[0]!.runs).toBe(10);
  });

  test('is answered the same whether the thread was made ready for it or not', async () => {
    const [cold, ready] = [laid(5), laid(5)];
    ready.api.prepare();
    expect(await ready.api.promise(ready.asked, 20, () => {})).toEqual(
      await cold.api.promise(cold.asked, 20, () => {}),
    );
    expect(ready.api.preview(ready.asked)).toEqual(cold.api.preview(cold.asked));
  });

  test('holds up no quick one for longer than a breath', async () => {
    const { api, asked } = laid(5);
    const order: string[] = [];
    const slow = api.promise(asked, RUNS, () => {}).then(() => order.push('slow'));
    const quick = new Promise((resolve) => setTimeout(resolve)).then(() => {
      api.scarce();
      order.push('quick');
    });
    await Promise.all([slow, quick]);
    expect(order).toEqual(['quick', 'slow']);
  });
});
