import { windowsOf } from '@app/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useWorkshop } from '../data/workshop.tsx';
import { useKept } from '../ui/useKept.ts';
import { answeredCalls, keepAnswered } from './answered.ts';
import { allowSound, maySound, ring } from './bell.ts';
import { alreadyOpen, type Call, dueCall, STALE_MINUTES } from './dueAlarm.ts';
import { notify } from './notify.ts';
import { beTold, beToldNothing, stayTold } from './push.ts';
import { useAwake } from './useAwake.ts';
import { useCallWords } from './useCallWords.ts';

export type Alarms = {
  readonly isOn: boolean;
  readonly isAwake: boolean;
  readonly hasSound: boolean;
  /** This device is told of windows while no page is open. */
  readonly isPushed: boolean;
  readonly switchOn: () => Promise<void>;
  readonly switchOff: () => void;
  /** What is called out now; null: nothing. */
  readonly call: Call | null;
  readonly answer: (call: Call) => void;
};

/** Rung again so often until somebody answers, and no longer than a minute. */
const AGAIN_MS = 12_000;
const RINGS = 5;

/** The alarms of this device: by the server's clock, from what is known here, so that they ring offline too. */
export function useAlarms(): Alarms {
  const { shown, now } = useWorkshop();
  const [mode, setMode] = useKept('alarms', 'off');
  const isOn = mode === 'on';
  const isAwake = useAwake(isOn);
  const [hasSound, setHasSound] = useState(maySound);
  const [isPushed, setPushed] = useState(false);
  useEffect(() => void stayTold().then(setPushed), []);
  const [answered, setAnswered] = useState(answeredCalls);
  // Those that opened lately too: that is what is called out.
  const windows = useMemo(
    () => windowsOf({ pieces: shown.pieces, products: shown.shop.products, plan: shown.plan }, now - STALE_MINUTES - 1),
    [shown, now],
  );
  const call = isOn ? dueCall(windows, now, answered) : null;
  const words = useCallWords(call);
  useEffect(() => {
    if (call === null) return;
    ring();
    notify(words, call.id);
    let left = RINGS - 1;
    const timer = setInterval(() => (left-- > 0 ? ring() : clearInterval(timer)), AGAIN_MS);
    return () => clearInterval(timer);
    // Rung once for each call, not whenever its words change with the clock.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [call?.id]);
  const put = useCallback((ids: readonly string[]) => {
    setAnswered((before) => {
      const after = new Set([...before, ...ids]);
      keepAnswered(after);
      return after;
    });
  }, []);
  const answer = useCallback((c: Call) => put([c.id]), [put]);
  const switchOn = useCallback(async () => {
    put(alreadyOpen(windows, now));
    setMode('on');
    setHasSound(await allowSound());
    if ('Notification' in window && Notification.permission === 'default') await Notification.requestPermission();
    ring();
    setPushed(await beTold());
  }, [setMode, put, windows, now]);
  const switchOff = useCallback(() => {
    setMode('off');
    setPushed(false);
    void beToldNothing();
  }, [setMode]);
  return { isOn, isAwake, hasSound, isPushed, switchOn, switchOff, call, answer };
}
