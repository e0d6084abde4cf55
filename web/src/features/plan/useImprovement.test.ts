import type { ProposalAnswer, ProposalView, WorkshopView } from '@app/contract';
import { KNOWN_AFTER_MINUTES } from '@app/core';
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { useImprovement } from './useImprovement.ts';

const LONG_ENOUGH_MS = 5000;
const view = (revision: number) => ({ revision }) as WorkshopView;
const offer = { id: 'one', before: {}, after: {}, moves: [] } as unknown as ProposalView;

/** What the server answers, one after another; null: it cannot be reached. */
let answers: (ProposalAnswer | null)[] = [];
const asked = vi.fn(() => {
  const next = answers.shift();
  // Not a real Response: how long its body takes to read is the machine's business.
  const answer = { ok: true, status: 200, json: () => Promise.resolve(next) } as Response;
  return next ? Promise.resolve(answer) : Promise.reject(new TypeError('no network'));
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
test('an answer lost on the way keeps the offer there is, and says that the look has ended', async () => {
  answers = [{ proposal: offer, isLooking: true }, null];
  const { result } = renderHook(() => useImprovement(view(1)));
  await wait();
  expect(asked).toHaveBeenCalledTimes(2);
  expect(result.current).toEqual({ proposal: offer, state: 'lost' });
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
test('a page left open looks again once people know the plan, and an offer that would move what they count on is gone', async () => {
  answers = [
    { proposal: offer, isLooking: false },
    { proposal: null, isLooking: false },
  ];
  const { result } = renderHook(() => useImprovement(view(1)));
  const minutes = (n: number) => act(() => vi.advanceTimersByTimeAsync(n * 60_000));
  await minutes(KNOWN_AFTER_MINUTES);
  expect(asked).toHaveBeenCalledTimes(1);
  expect(result.current).toEqual({ proposal: offer, state: 'looked' });
  await minutes(1);
  expect(result.current).toEqual({ proposal: null, state: 'looked' });
  await minutes(10 * KNOWN_AFTER_MINUTES);
  expect(asked).toHaveBeenCalledTimes(2);
});
