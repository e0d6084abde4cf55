import 'fake-indexeddb/auto';
import type { Problem } from '@app/contract';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { Outbox, type Sent } from './outbox.ts';
import { type NewTap, openStore, type Tap } from './store.ts';

const STALE: Problem = { type: 'about:blank', title: 'Someone changed this.', status: 409, code: 'STALE_VERSION' };
const OWNER = 'shed/Ines';
let ids = 0;
const tap = (step: string, more: Partial<NewTap> = {}): NewTap => ({
  owner: OWNER,
  method: 'POST',
  path: `/steps/${step}/done`,
  body: { commandId: `c${++ids}`, version: 0 },
  step,
  words: `Done: ${step}`,
  tappedAt: 5,
  ...more,
});

/** A server that can be away, refuse a step, and remembers what reached it. */
function server() {
  const got: Tap[] = [];
  const state = { isAway: false, refuses: null as string | null };
  const send = vi.fn((t: Tap): Promise<Sent> => {
    if (state.isAway) return Promise.resolve({ kind: 'away' });
    if (t.step === state.refuses) return Promise.resolve({ kind: 'refused', problem: STALE });
    got.push(t);
    return Promise.resolve({ kind: 'done' });
  });
  return { got, state, send };
}

afterEach(async () => (await openStore()).clear('taps'));

describe('taps', () => {
  test('one that reaches the server leaves nothing behind', async () => {
    const { got, send } = server();
    const outbox = new Outbox(OWNER, send);
    expect(await outbox.add(tap('prime'))).toEqual({ kind: 'done' });
    expect(got.map((t) => t.step)).toEqual(['prime']);
    expect(outbox.taps()).toEqual([]);
  });

  test('sent by another call at the same moment, it is known to be sent, and sent once', async () => {
    const { got, send } = server();
    const outbox = new Outbox(OWNER, send);
    outbox.subscribe(() => void outbox.sendAll());
    expect(await outbox.add(tap('prime'))).toEqual({ kind: 'done' });
    expect(got).toHaveLength(1);
    outbox.close();
  });

  test('while nobody answers they wait, in the order they were made, and are sent once when somebody does', async () => {
    const { got, state, send } = server();
    const outbox = new Outbox(OWNER, send);
    state.isAway = true;
    for (const step of ['prime', 'coat-1', 'coat-2']) expect(await outbox.add(tap(step))).toEqual({ kind: 'away' });
    expect(outbox.taps().map((t) => t.step)).toEqual(['prime', 'coat-1', 'coat-2']);
    state.isAway = false;
    await Promise.all([outbox.sendAll(), outbox.sendAll()]);
    expect(got.map((t) => t.step)).toEqual(['prime', 'coat-1', 'coat-2']);
    expect(outbox.taps()).toEqual([]);
  });

  test('a page that is opened later finds and sends what an earlier one left, with the same command ids', async () => {
    const { got, state, send } = server();
    state.isAway = true;
    const left = tap('prime');
    await new Outbox(OWNER, send).add(left);
    state.isAway = false;
    const later = new Outbox(OWNER, send);
    await later.open();
    expect(got.map((t) => t.body)).toEqual([left.body]);
    expect(later.taps()).toEqual([]);
  });

  test('of somebody else who was signed in here are neither shown nor sent', async () => {
    const { got, state, send } = server();
    state.isAway = true;
    await new Outbox('shed/Teo', send).add(tap('prime', { owner: 'shed/Teo' }));
    state.isAway = false;
    const mine = new Outbox(OWNER, send);
    await mine.open();
    expect(mine.taps()).toEqual([]);
    expect(got).toEqual([]);
  });

  test('refused while the painter looks: told at once, and not kept', async () => {
    const { state, send } = server();
    state.refuses = 'prime';
    const outbox = new Outbox(OWNER, send);
    expect(await outbox.add(tap('prime'))).toEqual({ kind: 'refused', problem: STALE });
    expect(outbox.taps()).toEqual([]);
  });

  test('refused after waiting: it stays with its reason, holds later taps on its step, and no others', async () => {
    const { got, state, send } = server();
    const outbox = new Outbox(OWNER, send);
    state.isAway = true;
    await outbox.add(tap('prime'));
    await outbox.add(tap('prime', { path: '/steps/prime/problem' }));
    await outbox.add(tap('coat-1'));
    state.isAway = false;
    state.refuses = 'prime';
    await outbox.sendAll();
    expect(got.map((t) => t.step)).toEqual(['coat-1']);
    expect(outbox.taps().map((t) => [t.path, t.refused?.code])).toEqual([
      ['/steps/prime/done', 'STALE_VERSION'],
      ['/steps/prime/problem', undefined],
    ]);

    state.refuses = null;
    await outbox.again(outbox.taps()[0]!.number, { version: 4 }, 'new-id');
    expect(got.slice(1).map((t) => t.path)).toEqual(['/steps/prime/done', '/steps/prime/problem']);
    expect(got[1]!.body).toMatchObject({ version: 4, commandId: 'new-id' });
    expect(outbox.taps()).toEqual([]);
  });

  test('taken back before it was sent: it never happens', async () => {
    const { got, state, send } = server();
    const outbox = new Outbox(OWNER, send);
    state.isAway = true;
    await outbox.add(tap('prime'));
    await outbox.remove(outbox.taps()[0]!.number);
    state.isAway = false;
    await outbox.sendAll();
    expect(got).toEqual([]);
  });
});
