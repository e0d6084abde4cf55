import { useEffect, useState } from 'react';

/** Keeps the screen awake while the page is seen. @returns whether it is kept awake now */
export function useAwake(isWanted: boolean): boolean {
  const [isAwake, setAwake] = useState(false);
  useEffect(() => {
    if (!isWanted || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let isOver = false;
    const ask = async () => {
      if (document.visibilityState !== 'visible' || lock) return;
      // Refused when the battery is low: the screen may then sleep, and the panel says so.
      lock = await navigator.wakeLock.request('screen').catch(() => null);
      if (isOver) return void lock?.release();
      setAwake(lock !== null);
      lock?.addEventListener('release', () => {
        lock = null;
        setAwake(false);
      });
    };
    // The browser lets go of it whenever the page is hidden.
    const askAgain = () => void ask();
    askAgain();
    document.addEventListener('visibilitychange', askAgain);
    return () => {
      isOver = true;
      document.removeEventListener('visibilitychange', askAgain);
      void lock?.release();
      setAwake(false);
    };
  }, [isWanted]);
  return isAwake;
}
