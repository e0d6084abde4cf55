import type { WorkshopView } from '@app/contract';
import { act, renderHook, waitFor } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { askPinned, askStartsFar, askStartsNear } from '../core/useCore.ts';
import type { TimeScale } from './timeScale.ts';
import { useDrag } from './useDrag.ts';

vi.mock('../core/useCore.ts', () => ({ askStartsNear: vi.fn(), askStartsFar: vi.fn(), askPinned: vi.fn() }));

const NOW = 29_541_000;
const view = { now: NOW, plan: { steps: {} } } as unknown as WorkshopView;
/** A pixel is a minute. */
const scale = {
  x: (at: number) => at - NOW,
  time: (x: number) => NOW + x,
  until: NOW + 10_000,
} as unknown as TimeScale;
const free = [{ from: NOW, until: NOW + 5000, obstacle: null }];

function held() {
  const dropped = vi.fn();
  const hook = renderHook(() => useDrag(view, scale, dropped));
  act(() => hook.result.current.grab('s', NOW + 100, { clientX: 100, clientY: 10, laneLeft: 0 }));
  const move = (x: number) =>
    act(() => void window.dispatchEvent(new PointerEvent('pointermove', { clientX: x, clientY: 10 })));
  const letGo = () => act(() => void window.dispatchEvent(new PointerEvent('pointerup')));
  return { hook, move, letGo, dropped };
}

test('what the plan says of a step is known when it is moved, and it is dropped where it may start', async () => {
  vi.mocked(askStartsNear).mockResolvedValue(free);
  vi.mocked(askStartsFar).mockResolvedValue(free);
  vi.mocked(askPinned).mockResolvedValue({ ready: null, before: null, later: [] } as never);
  const { hook, move, letGo, dropped } = held();
  await waitFor(() => expect(askStartsFar).toHaveBeenCalled());
  move(160);
  expect(hook.result.current.drag).toMatchObject({ at: NOW + 160, spans: free, fault: null });
  letGo();
  expect(dropped).toHaveBeenCalledExactlyOnceWith('s', NOW + 160);
});
test('when the plan does not answer that is said, and nothing is dropped', async () => {
  vi.mocked(askStartsNear).mockRejectedValue(new Error('This took too long to work out.'));
  const { hook, move, letGo, dropped } = held();
  move(160);
  await waitFor(() => expect(hook.result.current.drag!.fault).toBe('This took too long to work out.'));
  letGo();
  expect(dropped).not.toHaveBeenCalled();
});
