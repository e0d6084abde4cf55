import type { ProposalAnswer, ProposalView, WorkshopView } from '@app/contract';
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { useImprovement } from './useImprovement.ts';

const LONG_ENOUGH_MS = 5000;
const view = (revision: number) => ({ revision }) as WorkshopView;
const offer = { id: 'one' } as unknown as ProposalView;

/** What the server answers, one after another; null: it cannot be reached. */
let answers: (ProposalAnswer | null)[] = [];
const asked = vi.fn(() => {
  const next = answers.shift();
  return next ? Promise.resolve(Response.json(next)) : Promise.reject(new TypeError('no network'));
});
beforeEach(() => {
  vi.useFakeTimers();
  asked.mockClear();
  vi.stubGlobal('fetch', asked);
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});
const wait = () => act(() => vi.advanceTimersByTimeAsync(LONG_ENOUGH_MS));

test('a plan left alone is looked at until nothing is left to look at, and the last offer stands', async () => {
  answers = [
    { proposal: null, isLooking: true },
    { proposal: offer, isLooking: true },
    { proposal: offer, isLooking: false },
  ];
  const { result } = renderHook(() => useImprovement(view(1)));
  expect(result.current).toEqual({ proposal: null, state: 'looking' });
  await wait();
  expect(asked).toHaveBeenCalledTimes(3);
  expect(result.current).toEqual({ proposal: offer, state: 'looked' });
});
test('an offer for the plan as it was before a change is not shown any more', async () => {
  answers = [{ proposal: offer, isLooking: false }];
  const { result, rerender } = renderHook(({ revision }) => useImprovement(view(revision)), {
    initialProps: { revision: 1 },
  });
  await wait();
  rerender({ revision: 2 });
  expect(result.current).toEqual({ proposal: null, state: 'looking' });
});
test('a look without an answer is told as lost, and begins again with the next change', async () => {
  answers = [null, { proposal: null, isLooking: false }];
  const { result, rerender } = renderHook(({ revision }) => useImprovement(view(revision)), {
    initialProps: { revision: 1 },
  });
  await wait();
  expect(result.current).toEqual({ proposal: null, state: 'lost' });
  rerender({ revision: 2 });
  await wait();
  expect(result.current).toEqual({ proposal: null, state: 'looked' });
});
