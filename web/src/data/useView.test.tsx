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
  undone: false,
  undoable: true,
  piece: null,
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
    update: { base, now: 6, change: change(`c${revision}`), undone: [], pieces: [], gone: [], shop: null, plan: null },
  }) as unknown as CommandAnswer;

let served: object;
let looks = 0;
let kept: KeptView;
function Screen({ onKept }: { readonly onKept: (k: KeptView) => void }) {
  const view = useView();
  useEffect(() => {
    onKept(view);
  });
  return (
    <p data-testid="shown">
      {view.view
        ? `${view.view.revision} ${view.view.changes.map((c) => c.id).join()}`
        : (view.error?.message ?? 'nothing')}
    </p>
  );
}
beforeEach(async () => {
  served = view(1);
  looks = 0;
  Line.open.length = 0;
  vi.stubGlobal('EventSource', Line);
  vi.stubGlobal('fetch', () => {
    looks++;
    return Promise.resolve(Response.json(served));
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
});
const settle = (what: () => unknown) =>
  act(async () => {
    await what();
    await new Promise((done) => setTimeout(done, 5));
  });
const is = (words: string) => expect(screen.getByTestId('shown')).toHaveTextContent(words);

test('a command’s own answer is laid upon what is shown: nothing is asked for again, though the news of it comes first', async () => {
  is('1');
  await settle(() =>
    kept.during(() => {
      Line.open[0]!.say('changed', '2');
      return Promise.resolve(answer(2, 1));
    }),
  );
  is('2 c2');
  await settle(() => Line.open[0]!.say('changed', '2'));
  expect(looks).toBe(1);
});
test('a change made elsewhere is asked for once; one that came before an own answer too', async () => {
  served = view(3);
  await settle(() => Line.open[0]!.say('changed', '3'));
  is('3');
  expect(looks).toBe(2);
  served = view(5);
  // Somebody else’s change came between: the answer does not fit upon what is shown.
  await settle(() => kept.during(() => Promise.resolve(answer(5, 4))));
  is('5');
  expect(looks).toBe(3);
});
test('what came while the line was lost is asked for when it is back', async () => {
  served = view(7);
  await settle(() => Line.open[0]!.say('open'));
  expect(looks).toBe(1);
  await settle(() => {
    Line.open[0]!.say('error');
    Line.open[0]!.say('open');
  });
  is('7');
  expect(looks).toBe(2);
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
