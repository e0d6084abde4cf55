import { useState } from 'react';

/** What was typed last on this device, kept for the next time; never leaves it. */
export function useKept(name: string, usual: string): readonly [string, (v: string) => void] {
  const key = `mokume-${name}`;
  const [value, setValue] = useState(() => localStorage.getItem(key) ?? usual);
  const keep = (v: string) => {
    setValue(v);
    localStorage.setItem(key, v);
  };
  return [value, keep];
}
