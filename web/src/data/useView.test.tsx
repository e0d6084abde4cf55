import type { CommandAnswer } from '@app/contract';
import { act, cleanup, render, screen } from '@testing-library/react';
import { useEffect } from 'react';
import { SWRConfig } from 'swr';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { type KeptView, useView } from './useView.ts';

/** The line on which news comes, as the test sends it. */
class Line {
  static readonly open: Line[] = [];
  readonly #listeners = new Map<string, (e: Event) => void>();
  constructor() {
    Line.open.push(this);
  }
  addEventListener(kind: string, listener: (e: Event) => void) {
    this.#listeners.set(kind, listener);
  }
  close() {}
  say(kind: string, data = '') {
    this.#listeners.get(kind)?.(new MessageEvent(kind, { data }));
  }
}

const change = (id: string) => ({
  id,
  at: 0,
  by: 'Rona',
  madeBy: 'person',
  summary: id,
  moves: [],
  undoes: null,
  undoneBy: null,
  undoable: true,
  piece: null,
  number: 0,
});
const view = (revision: number) => ({
  workshop: { id: 'w', name: 'W', units: 'metric', isDemo: false, version: 0 },
  me: { name: 'Rona', role: 'owner', personId: null },
  revision,
  now: 5,
  clockIsFixed: true,
  shop: {},
  versions: {},
  pieces: [],
  plan: { steps: {}, ready: {}, unplanned: [], notices: [] },
  changes: [],
});
const answer = (revision: number, base: number): CommandAnswer =>
  ({
    change: change(`c${revision}`),
    revision,
    update: {
      base,
      now: 6,
      change: change(`c${revision}`),
      undone: [],
      redone: [],
      pieces: [],
      gone: [],
      shop: null,
      plan: null,
    },
  }) as unknown as CommandAnswer;

/** What somebody else's change is announced with. */
const announced = (revision: number, base = revision - 1) => {
  const { update } = answer(revision, base);
  return JSON.stringify({ revision, update });
};

let served: object;
let since: object;
let asked: string[] = [];
let kept: KeptView;
function Screen({ onKept }: { readonly onKept: (k: KeptView) => void }) {
  const view = useView();
  useEffect(() => {
    onKept(view);
  });
  return (
    <p data-testid="shown">
      {view.view
        ? `${view.view.revision} ${view.view.changes.map((c) => c.id).join()}${view.isCutOff ? ' cut off' : ''}`
        : (view.error?.message ?? 'nothing')}
    </p>
  );
}
beforeEach(async () => {
  served = view(1);
  since = { updates: null };
  asked = [];
  Line.open.length = 0;
  vi.stubGlobal('EventSource', Line);
  vi.stubGlobal('fetch', (path: string) => {
    asked.push(path);
    return Promise.resolve(Response.json(path.includes('/since/') ? since : served));
  });
  await act(async () => {
    render(
      <SWRConfig value={{ provider: () => new Map(), dedupingInterval: 0 }}>
        <Screen onKept={(k) => (kept = k)} />
      </SWRConfig>,
    );
    await new Promise((done) => setTimeout(done, 5));
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});
const settle = (what: () => unknown) =>
  act(async () => {
    await what();
    await new Promise((done) => setTimeout(done, 5));
  });
const is = (words: string) => expect(screen.getByTestId('shown').textContent?.trim()).toBe(words);
const line = () => Line.open.at(-1)!;

test('a command’s own answer is laid upon what is shown: nothing is asked for again, though the news of it comes first', async () => {
  is('1');
  await settle(() =>
    kept.during(() => {
      line().say('changed', announced(2));
      return Promise.resolve(answer(2, 1));
    }),
  );
  is('2 c2');
  await settle(() => line().say('changed', announced(2)));
  is('2 c2');
  expect(asked).toEqual(['/api/view']);
});
test('a change made elsewhere comes as what it changed: nothing is asked for', async () => {
  await settle(() => line().say('changed', announced(2)));
  is('2 c2');
  await settle(() => line().say('changed', announced(3)));
  is('3 c3,c2');
  expect(asked).toEqual(['/api/view']);
});
test('changes that come in another order, and one’s own among them, are laid one after the other', async () => {
  await settle(() =>
    kept.during(() => {
      line().say('changed', announced(2));
      return Promise.resolve(answer(3, 2));
    }),
  );
  is('3 c3,c2');
  expect(asked).toEqual(['/api/view']);
});
test('a change that was not heard of is asked for by itself; only when it is too long ago the view is', async () => {
  since = { updates: [JSON.parse(announced(2)), JSON.parse(announced(3))] };
  await settle(() => line().say('changed', announced(4)));
  is('4 c4,c3,c2');
  expect(asked).toEqual(['/api/view', '/api/view/since/1']);
  since = { updates: null };
  served = view(9);
  await settle(() => line().say('changed', announced(9)));
  is('9');
  expect(asked.slice(2)).toEqual(['/api/view/since/4', '/api/view']);
});
test('a command that was carried out before, by an answer that got lost, is caught up with', async () => {
  since = { updates: [JSON.parse(announced(2))] };
  await settle(() => kept.during(() => Promise.resolve({ ...answer(2, 1), update: null })));
  is('2 c2');
});
test('a command that is refused changes nothing, and what came meanwhile is laid on after it', async () => {
  await settle(() =>
    kept
      .during(() => {
        line().say('changed', announced(2));
        return Promise.reject(new Error('no'));
      })
      .catch(() => {}),
  );
  is('2 c2');
});
test('while the line is lost it says so, is called again, and what was missed is asked for when it is back', async () => {
  await settle(() => line().say('open'));
  is('1');
  vi.useFakeTimers();
  await act(async () => {
    line().say('error');
    await vi.advanceTimersByTimeAsync(1);
  });
  is('1  cut off');
  const before = Line.open.length;
  since = { updates: [JSON.parse(announced(2))] };
  // Refused once more (a server that starts says it is not ready), then there.
  await act(async () => {
    await vi.advanceTimersByTimeAsync(1000);
    line().say('error');
    await vi.advanceTimersByTimeAsync(2000);
  });
  expect(Line.open.length).toBe(before + 2);
  await act(async () => {
    line().say('open');
    await vi.advanceTimersByTimeAsync(5);
  });
  is('2 c2');
});
test('what was missed is asked for again when the server, just started, could not answer yet', async () => {
  vi.useFakeTimers();
  await act(async () => {
    line().say('error');
    await vi.advanceTimersByTimeAsync(1000);
  });
  since = { status: 503, code: 'AWAY', title: 'A moment.', type: 'x' };
  let isAway = true;
  const answered = globalThis.fetch;
  vi.stubGlobal('fetch', (path: string) =>
    isAway && path.includes('/since/')
      ? (asked.push(path), Promise.resolve(Response.json(since, { status: 503 })))
      : answered(path),
  );
  await act(async () => {
    line().say('open');
    await vi.advanceTimersByTimeAsync(10);
  });
  is('1');
  isAway = false;
  since = { updates: [JSON.parse(announced(2))] };
  await act(async () => {
    await vi.advanceTimersByTimeAsync(2100);
  });
  is('2 c2');
  expect(asked.filter((path) => path.includes('/since/'))).toHaveLength(2);
});
test('whoever is signed out by somebody else is not called again', async () => {
  vi.useFakeTimers();
  const before = Line.open.length;
  await act(async () => {
    line().say('signed-out', '0');
    line().say('error');
    await vi.advanceTimersByTimeAsync(20_000);
  });
  expect(Line.open.length).toBe(before);
});
test('an answer with a kind this page does not know is named, not guessed', async () => {
  const strange = view(8);
  served = {
    ...strange,
    plan: { ...strange.plan, unplanned: [{ step: 'a', piece: 'p', reason: { code: 'moonstruck' } }] },
  };
  await settle(() => kept.reload());
  expect(kept.error?.message).toMatch(/“moonstruck” .*is not known to this version of Mokume\. Reload the page\./);
  is('1');
});
