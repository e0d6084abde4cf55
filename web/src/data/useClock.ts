import type { WorkshopView } from '@app/contract';
import { useCallback, useEffect, useRef, useState } from 'react';

export type Clock = {
  /** Minutes since the epoch by the server's clock, stepped twice a minute; a fixed clock stands still. */
  readonly now: number;
  /** The same to this minute, for what is tapped now. */
  readonly nowExactly: () => number;
};

export function useClock(view: WorkshopView | undefined): Clock {
  const answered = view?.now ?? 0;
  const isFixed = view?.clockIsFixed ?? true;
  const [clock, setClock] = useState({ since: 0, passed: 0 });
  const from = useRef({ answered: 0, at: 0 });
  const passed = useCallback(() => {
    if (from.current.answered !== answered) from.current = { answered, at: Date.now() };
    return isFixed ? 0 : Math.floor((Date.now() - from.current.at) / 60_000);
  }, [answered, isFixed]);
  useEffect(() => {
    passed();
    if (answered === 0 || isFixed) return;
    const timer = setInterval(() => setClock({ since: answered, passed: passed() }), 30_000);
    return () => clearInterval(timer);
  }, [answered, isFixed, passed]);
  const nowExactly = useCallback(() => answered + passed(), [answered, passed]);
  return { now: answered + (clock.since === answered ? clock.passed : 0), nowExactly };
}
