import type { WorkshopView } from '@app/contract';
import { GRID_MINUTES, type Instant, type PinEffect, type StartSpan } from '@app/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { askPinned, askStarts } from '../core/useCore.ts';

import type { TimeScale } from './timeScale.ts';

/** A step held over another time: where, what forbids it there, and what it would do to its piece. */
export type Drag = {
  readonly step: string;
  readonly at: Instant;
  /** Pointer on the screen, for the words beside it. */
  readonly x: number;
  readonly y: number;
  /** Null until the core has said where the step can start. */
  readonly spans: readonly StartSpan[] | null;
  readonly outcome: PinEffect | null;
};
type Held = { readonly step: string; readonly grabbed: number; readonly laneLeft: number };

/** The pointer rests this long before the whole plan is worked out for where it is. */
const REST_MS = 120;
/** As far as a step is dragged within a moment. */
const NEAR_MINUTES = 2 * 1440;
/** Less than this is a click. */
const SLOP_PX = 5;

/**
 * Dragging a step along its lane. The core says once, when the drag begins, where the step can start; from then on each
 * movement is answered from that without waiting.
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
  const [isHeld, setHeld] = useState(false);

  const grab = useCallback(
    (step: string, start: Instant, e: { clientX: number; clientY: number; laneLeft: number }) => {
      held.current = { step, laneLeft: e.laneLeft, grabbed: e.clientX - e.laneLeft - scale.x(start) };
      begun.current = { x: e.clientX, y: e.clientY, isMoving: false };
      setHeld(true);
    },
    [scale],
  );

  useEffect(() => {
    if (!isHeld) return;
    const put = (next: Drag | null) => {
      latest.current = next;
      setDrag(next);
    };
    const begin = (step: string) => {
      begun.current.isMoving = true;
      const known = (spans: readonly StartSpan[]) => {
        if (latest.current?.step === step) put({ ...latest.current, spans });
      };
      // At first where the finger can reach at once, then as far as the plan is drawn.
      const at = view.plan.steps[step]?.start ?? view.now;
      const [from, until] = [Math.max(view.now, at - NEAR_MINUTES), Math.min(scale.until, at + NEAR_MINUTES)];
      void askStarts(view, step, from, until).then(known);
      if (from > view.now || until < scale.until) void askStarts(view, step, view.now, scale.until).then(known);
    };
    const move = (e: PointerEvent) => {
      const h = held.current;
      if (!h) return;
      const isFar = Math.hypot(e.clientX - begun.current.x, e.clientY - begun.current.y) > SLOP_PX;
      if (!begun.current.isMoving && !isFar) return;
      const time = scale.time(e.clientX - h.laneLeft - h.grabbed);
      const at = Math.round(time / GRID_MINUTES) * GRID_MINUTES;
      const known = latest.current;
      if (!begun.current.isMoving) begin(h.step);
      put({
        step: h.step,
        at,
        x: e.clientX,
        y: e.clientY,
        spans: known?.spans ?? null,
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
      if (isDropped && last && last.spans && obstacleAt(last) === null) onDrop(last.step, last.at);
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
  const isFree = drag !== null && drag.spans !== null && obstacleAt(drag) === null;
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

/** What forbids the step where it is held; null: nothing. */
export function obstacleAt(drag: Drag): StartSpan['obstacle'] {
  const span = drag.spans?.find((s) => s.from <= drag.at && drag.at < s.until);
  return span ? span.obstacle : { kind: 'past' };
}
