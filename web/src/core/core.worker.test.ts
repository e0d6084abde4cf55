import type { PieceView } from '@app/contract';
import { chanceBy, planAfresh, planTried, problemOf, promiseFor, replan, simulate, WHOLE } from '@app/core';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { randomWorkshop } from '../../../core/test/fixtures/randomWorkshop.ts';
import { CoreApi, type Rehearsed, type Ways } from './core.worker.ts';

const RUNS = 40;

function laid(pieceCount: number, seed = 4) {
  const { shop, pieces, now } = randomWorkshop(seed, pieceCount);
  const plan = planAfresh(problemOf(shop, pieces, now));
  const api = new CoreApi();
  api.lay({ shop, pieces: pieces as unknown as readonly PieceView[], now, plan });
  const asked = { piece: pieces.at(-1)!, isFirst: false };
  return { api, asked, shop, pieces, now, plan };
}

/** A clock that goes on by so much at each look at it: how long something takes is then no matter of the machine. */
const clockGoingOn = (ms: number) => {
  let now = 0;
  return vi.spyOn(performance, 'now').mockImplementation(() => (now += ms));
};

afterEach(() => void vi.restoreAllMocks());

describe('a question that takes long', () => {
  test('is told early from few rehearsals, then whole, as when it is worked out at once', async () => {
    const { api, asked, shop, pieces, now, plan } = laid(5);
    const told: Rehearsed[] = [];
    const whole = await api.rehearse(asked, RUNS, WHOLE, (soFar) => told.push(soFar));
    const problem = problemOf(shop, pieces, now);
    const { id } = asked.piece;
    const atOnce = promiseFor(problem, plan, id, RUNS);
    const { earliest, plan: saved } = atOnce as Extract<typeof atOnce, { kind: 'ready' }>;
    expect(whole).toEqual({ kind: 'ready', earliest, ready: simulate(problem, saved, RUNS, 1, undefined, id).get(id) });
    expect(told.map((t) => t.kind === 'ready' && t.ready.length)).toEqual([20]);
  });

  test('about a piece that is planned is about the plan there is, and in shares it is told as early', async () => {
    const { api, asked, shop, pieces, now, plan } = laid(5);
    const { id } = asked.piece;
    const told: Rehearsed[] = [];
    clockGoingOn(10);
    const shares = [0, 1].map((part) => api.rehearse(id, RUNS, { part, of: 2 }, (soFar) => told.push(soFar)));
    // The same thread is asked anew, so that only the second is wanted.
    await expect(shares[0]).rejects.toThrow('nobody waits');
    expect(await shares[1]).toMatchObject({ kind: 'ready', earliest: plan.ready[id], ready: { length: RUNS / 2 } });
    expect(told.map((t) => t.kind === 'ready' && t.ready.length)).toEqual([10]);
    const all = await api.rehearse(id, RUNS, WHOLE, () => {});
    const runs = simulate(problemOf(shop, pieces, now), plan, RUNS, 1, undefined, id).get(id);
    expect(all).toMatchObject({ ready: runs });
  });

  test('ways to reach a date come one by one and are rehearsed then; none moves from where it stands', async () => {
    const { api, asked, now, plan } = laid(3, 17);
    const told: Ways[] = [];
    const wanted = plan.ready[asked.piece.id]! - 1440;
    const variants = [{ id: 'same', cost: 1, piece: { ...asked.piece, due: wanted } }];
    const wish = { piece: { ...asked.piece, due: wanted }, isFirst: false, wanted, variants };
    const all = await api.remedies(wish, RUNS, (soFar) => told.push(soFar));
    expect(wanted).toBeGreaterThan(now);
    expect(all.ways.length).toBeGreaterThan(1);
    // What is the same piece once more is ready no sooner.
    expect(all.inVain).toContainEqual({ kind: 'variant', id: 'same' });
    const changes = (w: Ways) => w.ways.map((x) => x.change);
    for (const t of told) expect(changes(t)).toEqual(changes(all).slice(0, t.ways.length));
    const unrehearsed = (w: Ways) => w.ways.filter((x) => x.kept === null).length;
    expect(told.map((t) => t.isAll)).not.toContain(true);
    expect(told.some((t) => unrehearsed(t) === all.ways.length)).toBe(true);
    expect(unrehearsed(told.at(-1)!)).toBe(1);
    expect(unrehearsed(all)).toBe(0);
    const usual = api.preview(wish);
    for (const w of all.ways) expect(w.ready).toBeLessThanOrEqual((usual.kind === 'ready' ? usual.at : 0) - 30);
  });

  test('a way is rehearsed until that takes too long, and never from fewer runs than a first answer has', async () => {
    const { api, asked, plan } = laid(3, 17);
    const piece = { ...asked.piece, due: plan.ready[asked.piece.id]! - 1440 };
    const keptOf = async (runs: number) =>
      (await api.remedies({ piece, isFirst: false, wanted: piece.due, variants: [] }, runs, () => {})).ways.map(
        (w) => w.kept,
      );
    const [first, whole] = [await keptOf(20), await keptOf(60)];
    expect(whole).not.toEqual(first);
    let now = 0;
    const clock = vi.spyOn(performance, 'now').mockImplementation(() => (now += 5000));
    const cut = await keptOf(60);
    clock.mockRestore();
    expect(cut).toEqual(first);
  });

  test('a way that is taken is ready, and kept as often, as it said', async () => {
    const { api, asked, shop, pieces, now, plan } = laid(3);
    const piece = { ...asked.piece, due: plan.ready[asked.piece.id]! - 1440 };
    const all = await api.remedies({ piece, isFirst: false, wanted: piece.due, variants: [] }, RUNS, () => {});
    const hours = all.ways.find((w) => w.change.kind === 'hours')!;
    const { person, hours: longer, isTried } = hours.change as Extract<typeof hours.change, { kind: 'hours' }>;
    const people = shop.people.map((p) => (p.id === person ? { ...p, hours: longer } : p));
    const after = { ...shop, people };
    // As the server plans it when somebody's hours are changed, as it was tried or as a change is planned else.
    const then = (isTried ? planTried : replan)(problemOf(after, pieces, now), plan);
    api.lay({ shop: after, pieces: pieces as unknown as readonly PieceView[], now, plan: then });
    const rehearsed = await api.rehearse({ piece, isFirst: false }, RUNS, WHOLE, () => {});
    if (rehearsed.kind !== 'ready') throw new Error('it has room');
    expect(rehearsed.earliest).toBe(hours.ready);
    expect(chanceBy(rehearsed.ready, piece.due)).toBe(hours.kept);
  });

  test('ends with the rehearsals there are when all of them take longer than anybody waits', async () => {
    const { api, asked } = laid(3);
    const runsWhenALookAtTheClockTakes = async (ms: number) => {
      const clock = clockGoingOn(ms);
      const whole = await api.rehearse(asked, 100, WHOLE, () => {});
      clock.mockRestore();
      return whole.kind === 'ready' ? whole.ready.length : 0;
    };
    expect(await runsWhenALookAtTheClockTakes(1)).toBe(100);
    // Two or three looks each run: between 33 and 50 of them in ten seconds, and never fewer than the first answer has.
    const some = await runsWhenALookAtTheClockTakes(100);
    expect(some).toBeGreaterThan(30);
    expect(some).toBeLessThan(60);
    expect(await runsWhenALookAtTheClockTakes(20_000)).toBe(20);
  });

  test('is given up when it is asked otherwise, and when it is let go; others of its kind and other kinds go on', async () => {
    const { api, asked } = laid(3);
    const first = api.rehearse(asked, 20_000, WHOLE, () => {});
    const second = api.rehearse({ ...asked, isFirst: true }, RUNS, WHOLE, () => {});
    await expect(first).rejects.toThrow('nobody waits');
    expect(await second).toMatchObject({ kind: 'ready', ready: { length: RUNS } });

    const third = api.rehearse(asked, 20_000, WHOLE, () => {});
    const chances = api.rehearse(asked.piece.id, 10, WHOLE, () => {});
    api.letGo('promise');
    await expect(third).rejects.toThrow('nobody waits');
    expect(await chances).toMatchObject({ ready: { length: 10 } });
  });

  test('is answered the same whether the thread was made ready for it or not', async () => {
    const [cold, ready] = [laid(3), laid(3)];
    const prepared = ready.api.prepare();
    const ended = expect(prepared).rejects.toThrow('nobody waits');
    expect(await ready.api.rehearse(ready.asked, 20, WHOLE, () => {})).toEqual(
      await cold.api.rehearse(cold.asked, 20, WHOLE, () => {}),
    );
    await ended;
    expect(ready.api.preview(ready.asked)).toEqual(cold.api.preview(cold.asked));
  });

  test('is not ended by making ready for it, which takes sixty runs or a second', async () => {
    const { api, asked } = laid(3);
    clockGoingOn(10);
    const asking = api.rehearse(asked, RUNS, WHOLE, () => {});
    await api.prepare();
    expect(await asking).toMatchObject({ kind: 'ready', ready: { length: RUNS } });
    const looksAtAClockThatGoesOnBy = async (ms: number) => {
      const clock = clockGoingOn(ms);
      await laid(3).api.prepare();
      const looks = clock.mock.calls.length;
      clock.mockRestore();
      return looks;
    };
    // Two looks a run, and one more after each breath.
    expect(await looksAtAClockThatGoesOnBy(1)).toBeGreaterThan(2 * 60);
    expect(await looksAtAClockThatGoesOnBy(1)).toBeLessThan(3 * 60);
    expect(await looksAtAClockThatGoesOnBy(1100)).toBeLessThan(6);
  });

  test('is answered beside another kind as it is alone', async () => {
    const { api, asked, pieces } = laid(3);
    const other = pieces[0]!.id;
    const ask = [
      () => api.rehearse(asked, RUNS, WHOLE, () => {}),
      () => api.rehearse(other, RUNS, WHOLE, () => {}),
    ] as const;
    const alone = [await ask[0](), await ask[1]()];
    clockGoingOn(10);
    const beside = [ask[0](), ask[1]()];
    api.preview({ ...asked, isFirst: true });
    expect(await Promise.all(beside)).toEqual(alone);
  });

  test('about a date is answered anew when the piece or the workshop is another, though what was found is kept', () => {
    const { api, asked, shop, pieces, now, plan } = laid(3);
    const first = api.preview(asked);
    const other = { ...asked, piece: pieces[0]! };
    expect(api.preview(other)).toEqual(laid(3).api.preview(other));
    expect(api.preview(asked)).toEqual(first);
    const later = now + 3 * 1440;
    const moved = { shop, pieces: pieces as unknown as readonly PieceView[], now: later, plan };
    api.lay(moved);
    const afresh = new CoreApi();
    afresh.lay(moved);
    expect(afresh.preview(asked)).not.toEqual(first);
    expect(api.preview(asked)).toEqual(afresh.preview(asked));
  });

  test('holds up no quick one for longer than a breath', async () => {
    const { api, asked } = laid(3);
    const order: string[] = [];
    clockGoingOn(10);
    const slow = api.rehearse(asked, RUNS, WHOLE, () => {}).then(() => order.push('slow'));
    const quick = new Promise((resolve) => setTimeout(resolve)).then(() => {
      api.scarce();
      order.push('quick');
    });
    await Promise.all([slow, quick]);
    expect(order).toEqual(['quick', 'slow']);
  });
});
