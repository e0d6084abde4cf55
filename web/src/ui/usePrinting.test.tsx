import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { usePrinting } from './usePrinting.ts';

afterEach(cleanup);

test('what is for paper is there from before the first sheet until after the last, and at no other time', () => {
  const { result } = renderHook(() => usePrinting());
  expect(result.current).toBe(false);
  act(() => void dispatchEvent(new Event('beforeprint')));
  expect(result.current).toBe(true);
  act(() => void dispatchEvent(new Event('afterprint')));
  expect(result.current).toBe(false);
});
