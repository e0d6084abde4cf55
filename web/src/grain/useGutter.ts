import { useSyncExternalStore } from 'react';

const DESK = 256;
const PHONE = 124;
const narrow = window.matchMedia('(max-width: 700px)');
const subscribe = (onChange: () => void) => {
  narrow.addEventListener('change', onChange);
  return () => narrow.removeEventListener('change', onChange);
};

/** Width of the column of names left of the lanes, in pixels: narrow on a phone. */
export const useGutter = () => useSyncExternalStore(subscribe, () => (narrow.matches ? PHONE : DESK));
