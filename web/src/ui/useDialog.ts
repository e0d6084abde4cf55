import { type RefObject, useEffect, useRef } from 'react';

/** A modal dialog, open from the moment it is on the page: the rest is inert, the focus stays in, Escape closes. */
export function useDialog(): RefObject<HTMLDialogElement | null> {
  const ref = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    if (ref.current && !ref.current.open) ref.current.showModal();
  }, []);
  return ref;
}
