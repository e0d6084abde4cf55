import type { WorkshopView } from '@app/contract';
import type { Gap } from '@app/core';
import { act, cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { type Cache, SWRConfig } from 'swr';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { bridge, CoreFailure } from './bridge.ts';
import { CoreFault } from './CoreFault.tsx';
import { useFillers, useForgetting } from './useCore.ts';

type Asked = { readonly answer: (words: string) => void; readonly fail: (why: string) => void };
let asked: Asked[] = [];
beforeEach(() => {
  asked = [];
  vi.spyOn(bridge, 'ask').mockImplementation(
    () =>
      new Promise((resolve, reject) => {
        asked.push({ answer: (step) => resolve([{ step }] as never), fail: (why) => reject(new CoreFailure(why)) });
      }),
  );
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const view = (revision: number) => ({ workshop: { id: 'w' }, revision, now: 5 }) as unknown as WorkshopView;
const gap = (minutes: number): Gap => ({ person: 'a', from: 0, minutes });

function Fillers({ revision, minutes }: { readonly revision: number; readonly minutes: number }) {
  const shown = view(revision);
  useForgetting(shown);
  const answer = useFillers(shown, gap(minutes));
  return (
    <>
      <p data-testid="shown">{answer.data?.[0]?.step ?? 'nothing'}</p>
      <CoreFault of={answer} />
    </>
  );
}
const cache = (): Cache => new Map();
const inCache = (provider: () => Cache, revision: number, minutes: number) => (
  <SWRConfig value={{ provider }}>
    <Fillers revision={revision} minutes={minutes} />
  </SWRConfig>
);
const is = (words: string) => expect(screen.getByTestId('shown')).toHaveTextContent(words);
const settle = (what: () => void) => act(async () => Promise.resolve(what()));

test('a new question never shows the old answer, nor does a new revision; the same question again shows what is known', async () => {
  const kept = cache();
  const shown = render(inCache(() => kept, 1, 30));
  await settle(() => asked[0]!.answer('sand'));
  is('sand');
  shown.rerender(inCache(() => kept, 1, 60));
  is('nothing');
  await settle(() => asked[1]!.answer('wash'));
  is('wash');
  shown.rerender(inCache(() => kept, 1, 30));
  is('sand');
  expect(asked).toHaveLength(2);
  shown.rerender(inCache(() => kept, 2, 30));
  is('nothing');
  // An answer that comes late for a question nobody asks any more changes nothing.
  shown.rerender(inCache(() => kept, 2, 90));
  await settle(() => asked[2]!.answer('late'));
  is('nothing');
});
test('an error stands beside the place of the answer, spoken, and asking again helps', async () => {
  const kept = cache();
  render(inCache(() => kept, 1, 30));
  await settle(() => asked[0]!.fail('This took too long to work out.'));
  expect(screen.getByRole('alert')).toHaveTextContent('This took too long to work out. Everything saved is safe.');
  await userEvent.click(screen.getByRole('button', { name: 'Work it out again' }));
  await settle(() => asked[1]!.answer('sand'));
  is('sand');
  expect(screen.queryByRole('alert')).toBeNull();
});
