import type { WorkshopView } from '@app/contract';
import { expose } from 'comlink';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { Bridge, CoreFailure } from './bridge.ts';
import type { LaidChange } from './core.worker.ts';

const SHOP = {};
const PLAN = { steps: {}, ready: {}, unplanned: [], notices: [] };
const view = (revision: number) =>
  ({
    workshop: { id: 'w' },
    revision,
    shop: SHOP,
    pieces: [],
    now: revision,
    plan: PLAN,
  }) as unknown as WorkshopView;

/** A core in the same thread, spoken to as a worker is: it counts what it was asked, and can be made to fail or hang. */
function fakes() {
  const ends: (() => void)[] = [];
  const changes: LaidChange[] = [];
  const started: { laid: number[]; fail: (event: Event) => void }[] = [];
  const start = () => {
    const { port1, port2 } = new MessageChannel();
    const laid: number[] = [];
    const api = {
      lay: ({ now }: { now: number }) => void laid.push(now),
      change: (change: LaidChange) => {
        laid.push(change.now);
        changes.push(change);
      },
      scarce: () => [laid.at(-1)],
      standing: () => {
        throw new RangeError('no such step');
      },
      // Never answers.
      explain: () => new Promise(() => {}),
    };
    expose(api, port1 as never);
    port2.start();
    const listeners = new Map<string, (e: Event) => void>();
    started.push({ laid, fail: (e) => listeners.get('error')?.(e) });
    const terminate = vi.fn(() => {
      port1.close();
      port2.close();
    });
    ends.push(terminate);
    const worker = {
      postMessage: port2.postMessage.bind(port2),
      addEventListener: (kind: string, listener: (e: Event) => void) =>
        kind === 'error' ? listeners.set('error', listener) : port2.addEventListener(kind, listener),
      removeEventListener: port2.removeEventListener.bind(port2),
      terminate,
    };
    return worker as unknown as Worker;
  };
  return { start, started, ends, changes };
}
let open: ReturnType<typeof fakes> | null = null;
const bridged = () => {
  open = fakes();
  return { ...open, bridge: new Bridge(open.start) };
};
afterEach(() => open?.ends.forEach((end) => end()));

describe('the bridge to the core’s thread', () => {
  test('lays a workshop out once, before the first question about it, and again when it has moved on', async () => {
    const { bridge, started } = bridged();
    const [one, two] = [view(1), view(2)];
    const asked = (v: WorkshopView) => bridge.ask(v, (api) => api.scarce() as unknown as Promise<number[]>);
    expect(await Promise.all([asked(one), asked(one)])).toEqual([[1], [1]]);
    expect(await asked(two)).toEqual([2]);
    expect(started).toHaveLength(1);
    expect(started[0]!.laid).toEqual([1, 2]);
  });
  test('a page first draws itself: only then is a workshop laid out, and what changes later at once', async () => {
    open = fakes();
    let drawn = () => {};
    const bridge = new Bridge(open.start, () => new Promise((done) => (drawn = done)));
    const asked = bridge.ask(view(1), (api) => api.scarce());
    await Promise.resolve();
    expect(open.started).toHaveLength(0);
    drawn();
    expect(await asked).toEqual([1]);
    expect(await bridge.ask(view(2), (api) => api.scarce())).toEqual([2]);
  });
  test('sends of a workshop that moved on only what is otherwise, and all of another one', async () => {
    const { bridge, started, changes } = bridged();
    const [a, b, c] = [{ id: 'a' }, { id: 'b' }, { id: 'c' }];
    const at = (now: number, pieces: object[], plan: object = PLAN) => ({ ...view(now), pieces, plan }) as WorkshopView;
    const asked = (v: WorkshopView) => bridge.ask(v, (api) => api.scarce());
    await asked(at(1, [a, b]));
    const otherB = { id: 'b' };
    const plan = { ...PLAN, ready: { b: 7 } };
    await asked(at(2, [otherB, c], plan));
    expect(changes).toEqual([
      {
        shop: null,
        pieces: [otherB, c],
        gone: ['a'],
        now: 2,
        plan: { steps: {}, ready: { b: 7 }, unplanned: null, notices: null },
      },
    ]);
    await asked({ ...at(3, [otherB, c], plan), shop: { other: true } } as unknown as WorkshopView);
    expect(changes[1]).toMatchObject({ shop: { other: true }, pieces: [], gone: [], plan: null });
    await asked({ ...at(4, [c]), workshop: { id: 'another' } } as WorkshopView);
    expect(changes).toHaveLength(2);
    expect(started[0]!.laid).toEqual([1, 2, 3, 4]);
  });
  test('a fault of the core is told in words, keeps its cause, and the thread goes on', async () => {
    const { bridge, started } = bridged();
    const failed = await bridge.ask(view(1), (api) => api.standing()).catch((e: unknown) => e);
    expect(failed).toBeInstanceOf(CoreFailure);
    expect((failed as Error).message).toBe('This could not be worked out.');
    expect(String((failed as Error).cause)).toMatch(/no such step/);
    await bridge.ask(view(1), (api) => api.scarce());
    expect(started).toHaveLength(1);
  });
  test('what takes too long is given up with everything that waits behind it; the next question starts anew', async () => {
    const { bridge, started, ends } = bridged();
    const behind = bridge.ask(view(1), (api) => api.explain(), 10_000).catch((e: Error) => e.message);
    await expect(bridge.ask(view(1), (api) => api.explain(), 20)).rejects.toThrow('This took too long to work out.');
    expect(await behind).toBe('This took too long to work out.');
    expect(ends[0]).toHaveBeenCalledOnce();
    expect(await bridge.ask(view(1), (api) => api.scarce())).toEqual([1]);
    expect(started).toHaveLength(2);
  });
  test('a thread that does not start is told, and started again by the next question', async () => {
    const { bridge, started } = bridged();
    const asked = bridge.ask(view(1), (api) => api.explain());
    started[0]!.fail(new Event('error'));
    await expect(asked).rejects.toThrow('The part of Mokume that plans did not start.');
    expect(await bridge.ask(view(3), (api) => api.scarce())).toEqual([3]);
  });
});
