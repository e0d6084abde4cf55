import { type KeyboardEvent, type RefObject, useEffect, useRef } from 'react';

type Panel<E extends HTMLElement> = {
  readonly ref: RefObject<E | null>;
  readonly tabIndex: -1;
  readonly onKeyDown: (e: KeyboardEvent) => void;
};

/** For a panel beside what it is about: takes the focus when it opens, gives it back when it closes; Escape closes it. */
export function useTakesFocus<E extends HTMLElement>(onClose: () => void): Panel<E> {
  const ref = useRef<E>(null);
  useEffect(() => {
    const before = document.activeElement;
    ref.current?.focus({ preventScroll: true });
    ref.current?.scrollIntoView({ block: 'nearest' });
    return () => {
      if (before instanceof HTMLElement && before.isConnected) before.focus({ preventScroll: true });
    };
  }, []);
  return { ref, tabIndex: -1, onKeyDown: (e) => e.key === 'Escape' && onClose() };
}
