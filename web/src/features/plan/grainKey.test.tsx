import { act, render, screen } from '@testing-library/react';
import { expect, test, vi } from 'vitest';

test('the key folds up the moment a wide window is made narrow, where it would lie over the plan', async () => {
  const heard = new Set<() => void>();
  const query = {
    matches: false,
    addEventListener: (_: string, on: () => void) => heard.add(on),
    removeEventListener: (_: string, on: () => void) => heard.delete(on),
  };
  vi.stubGlobal('matchMedia', () => query);
  const { GrainKey } = await import('./GrainKey.tsx');
  const { unmount } = render(<GrainKey />);
  const isOpen = () => screen.getByText('late from here').closest('details')!.open;
  expect(isOpen()).toBe(true);
  const become = (isNarrow: boolean) =>
    act(() => {
      query.matches = isNarrow;
      for (const on of heard) on();
    });
  become(true);
  expect(isOpen()).toBe(false);
  become(false);
  expect(isOpen()).toBe(true);
  unmount();
  expect(heard.size).toBe(0);
  vi.unstubAllGlobals();
});
