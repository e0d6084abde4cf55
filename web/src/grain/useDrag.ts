import type { WorkshopView } from '@app/contract';
import { GRID_MINUTES, type Instant, type PinEffect, type StartSpan } from '@app/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { askPinned, askStartsFar, askStartsNear } from '../core/useCore.ts';

import type { TimeScale } from './timeScale.ts';

/** A step held over another time: where, what forbids it there, and what it would do to its piece. */
export type Drag = {
  readonly step: string;
  readonly at: Instant;
  /** Pointer on the screen, for the words beside it. */
  readonly x: number;
  readonly y: number;
  /** Where the step can start and where not, as far as the core has said by now: first around the finger. */
  readonly spans: readonly StartSpan[];
  /** Why the core does not say it, in words. */
  readonly fault: string | null;
  readonly outcome: PinEffect | null;
};
type Asked = { spans: readonly StartSpan[]; fault: string | null };
type Held = { readonly step: string; readonly grabbed: number; readonly laneLeft: number };

/** The pointer rests this long before the whole plan is worked out for where it is. */
const REST_MS = 120;
/** How far around a held step is asked, one after the other: what is reached within a moment is known within one. */
const NEAR_MINUTES = [720, 2 * 1440];
/** Less than this is a click. */
const SLOP_PX = 5;

/**
 * Dragging a step along its lane. The core says once where the step can start, beginning when it is taken hold of; each movement
 * is answered from that without waiting.
 */
export function useDrag(
  view: WorkshopView,
  scale: TimeScale,
  onDrop: (step: string, at: Instant) => void,
): {
  readonly drag: Drag | null;
  readonly grab: (step: string, start: Instant, e: { clientX: number; clientY: number; laneLeft: number }) => void;
} {
  const [drag, setDrag] = useState<Drag | null>(null);
  const held = useRef<Held | null>(null);
  const begun = useRef({ x: 0, y: 0, isMoving: false });
  const latest = useRef<Drag | null>(null);
  const asked = useRef<Asked>({ spans: [], fault: null });
  const [isHeld, setHeld] = useState(false);

  const grab = useCallback(
    (step: string, start: Instant, e: { clientX: number; clientY: number; laneLeft: number }) => {
      held.current = { step, laneLeft: e.laneLeft, grabbed: e.clientX - e.laneLeft - scale.x(start) };
      begun.current = { x: e.clientX, y: e.clientY, isMoving: false };
      const here: Asked = { spans: [], fault: null };
      asked.current = here;
      const known = (more: Partial<Asked>): boolean => {
        Object.assign(here, more);
        const isHeldStill = asked.current === here && held.current !== null;
        if (isHeldStill && latest.current) setDrag((latest.current = { ...latest.current, ...here }));
        return isHeldStill;
      };
      const around = (minutes: number) =>
        askStartsNear(view, step, Math.max(view.now, start - minutes), Math.min(scale.until, start + minutes));
      const askAll = async () => {
        for (const minutes of NEAR_MINUTES) if (!known({ spans: await around(minutes) })) return;
        known({ spans: await askStartsFar(view, step, view.now, scale.until) });
      };
      askAll().catch((why: Error) => known({ fault: why.message }));
      setHeld(true);
    },
    [view, scale],
  );

  useEffect(() => {
    if (!isHeld) return;
    const put = (next: Drag | null) => {
      latest.current = next;
      setDrag(next);
    };
    const move = (e: PointerEvent) => {
      const h = held.current;
      if (!h) return;
      const isFar = Math.hypot(e.clientX - begun.current.x, e.clientY - begun.current.y) > SLOP_PX;
      if (!begun.current.isMoving && !isFar) return;
      const time = scale.time(e.clientX - h.laneLeft - h.grabbed);
      const at = Math.round(time / GRID_MINUTES) * GRID_MINUTES;
      const known = latest.current;
      begun.current.isMoving = true;
      put({
        step: h.step,
        at,
        x: e.clientX,
        y: e.clientY,
        ...asked.current,
        outcome: known?.at === at ? known.outcome : null,
      });
    };
    const end = (isDropped: boolean) => () => {
      const last = latest.current;
      put(null);
      held.current = null;
      setHeld(false);
      if (!begun.current.isMoving) return;
      // The click that follows a drag is not one.
      window.addEventListener('click', stop, { capture: true, once: true });
      setTimeout(() => window.removeEventListener('click', stop, { capture: true }), 0);
      if (isDropped && last && obstacleAt(last, view.now) === null) onDrop(last.step, last.at);
    };
    const drop = end(true);
    const cancel = end(false);
    const key = (e: KeyboardEvent) => {
      if (e.key === 'Escape') cancel();
    };
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', drop);
    window.addEventListener('pointercancel', cancel);
    window.addEventListener('keydown', key);
    return () => {
      window.removeEventListener('pointermove', move);
      window.removeEventListener('pointerup', drop);
      window.removeEventListener('pointercancel', cancel);
      window.removeEventListener('keydown', key);
    };
  }, [isHeld, view, scale, onDrop]);

  const step = drag?.step ?? null;
  const at = drag?.at ?? 0;
  const isFree = drag !== null && obstacleAt(drag, view.now) === null;
  useEffect(() => {
    if (!isFree || step === null) return;
    const timer = setTimeout(() => {
      void askPinned(view, step, at).then((outcome) => {
        const now = latest.current;
        if (!now || now.at !== at) return;
        latest.current = { ...now, outcome };
        setDrag(latest.current);
      });
    }, REST_MS);
    return () => clearTimeout(timer);
  }, [view, step, at, isFree]);
  return { drag, grab };
}

const stop = (e: Event) => {
  e.stopPropagation();
  e.preventDefault();
};

/** What forbids the step where it is held; null: nothing; undefined: not known yet. */
export function obstacleAt(drag: Drag, now: Instant): StartSpan['obstacle'] | undefined {
  if (drag.at < now) return { kind: 'past' };
  return drag.spans.find((s) => s.from <= drag.at && drag.at < s.until)?.obstacle;
}
