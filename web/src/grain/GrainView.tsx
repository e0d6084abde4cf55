import type { PieceView, WorkshopView } from '@app/contract';
import type { Explained, Instant, Saying } from '@app/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { afterPaint } from '../core/afterPaint.ts';
import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { GhostWords } from './Ghost.tsx';
import { AXIS_HEIGHT, GrainAxis } from './GrainAxis.tsx';
import { Lane } from './Lane.tsx';
import { LANE } from './laneModel.ts';
import { type Free, PeopleLoad } from './PeopleLoad.tsx';
import { StepHint } from './StepHint.tsx';
import { DAY_WIDTH, timeScale, type TimeScale, type Zoom } from './timeScale.ts';
import { useDrag } from './useDrag.ts';
import { useGutter } from './useGutter.ts';
import { useRoving } from './useRoving.ts';
import type { Pointed } from './WorkButton.tsx';
import { useWordsInSight, WordsInSight } from './wordsInSight.ts';

type GrainProps = {
  readonly view: WorkshopView;
  readonly now: Instant;
  readonly zoom: Zoom;
  readonly saying: Saying;
  readonly selected: string | null;
  /** Steps with taps the server has not taken yet. */
  readonly notSent: ReadonlySet<string>;
  /** A plan that is only tried: it never looks like the one that holds. */
  readonly isTried: boolean;
  readonly onSelect: (stepId: string) => void;
  readonly onPiece: (pieceId: string) => void;
  readonly explained: Explained | null;
  /** A step let go at another time; missing: nothing can be dragged (a plan that is only tried). */
  readonly onDrop?: ((stepId: string, at: Instant) => void) | undefined;
  /** Somebody's free time was chosen. */
  readonly onFree?: ((free: Free) => void) | undefined;
};

const ROW = LANE.height + 1;

/** The signature picture: one lane per piece along the time axis, then the people's load and the rack below. */
export function GrainView(props: GrainProps) {
  const { view, now, zoom, saying, selected, notSent, isTried, onSelect, onPiece, explained, onDrop, onFree } = props;
  const pieces = useMemo(() => view.pieces.filter((p) => p.active).sort(byDate(view)), [view]);
  const scale = useMemo(() => scaleFor(view, now, zoom), [view, now, zoom]);
  const [pointed, setPointed] = useState<Pointed | null>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const gutter = useGutter();
  const watch = useWordsInSight(scroller, gutter);
  const rove = useRoving();
  const drop = useCallback((step: string, at: Instant) => onDrop?.(step, at), [onDrop]);
  const { drag, grab } = useDrag(view, scale, drop);
  const [isDrawn, setDrawn] = useState(false);
  useEffect(() => void afterPaint().then(() => setDrawn(true)), []);
  const rows = useVirtualizer({
    count: pieces.length,
    getScrollElement: () => scroller.current,
    // The lanes are drawn at once, not after the room for them was measured.
    initialRect: { width: window.innerWidth, height: window.innerHeight },
    estimateSize: () => ROW,
    // What lies beyond the edges is drawn once what is in sight stands there.
    overscan: isDrawn ? 3 : 0,
    scrollMargin: AXIS_HEIGHT,
    getItemKey: (i) => pieces[i]!.id,
  });
  // Now stands a little in from the left when the view opens or the zoom changes; scrolling is the user's after that.
  useEffect(() => {
    scroller.current?.scrollTo({ left: Math.max(0, scale.x(now) - (gutter < 200 ? 50 : 110)) });
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- not on every re-plan
  }, [zoom]);
  const dragged = drag && pieces.find((p) => p.steps.some((s) => s.id === drag.step));
  return (
    <div
      ref={scroller}
      className={`relative min-h-0 flex-1 overflow-auto ${drag ? 'cursor-grabbing' : ''} ${isTried ? 'is-tried' : ''}`}
      data-testid="grain"
      tabIndex={0}
      role="group"
      aria-label="Plan along the time axis; the arrow keys go from step to step"
      onKeyDown={rove}
    >
      {isTried && (
        <p className="sticky top-0 left-0 z-30 w-full border-b-2 border-dashed border-ink bg-paper px-4 py-1 text-table font-semibold">
          Tried out: not the plan. Everything dashed is as it would be.
        </p>
      )}
      <div style={{ width: gutter + scale.width }} className="relative">
        <WordsInSight value={watch}>
          <GrainAxis scale={scale} view={view} saying={saying} now={now} />
          <ul className="relative" style={{ height: rows.getTotalSize() }}>
            <Nights scale={scale} height={rows.getTotalSize()} left={gutter} />
            {rows.getVirtualItems().map((row) => {
              const piece = pieces[row.index]!;
              return (
                <li
                  key={row.key}
                  className="absolute top-0 left-0"
                  style={{ transform: `translateY(${row.start - AXIS_HEIGHT}px)` }}
                >
                  <Lane
                    piece={piece}
                    view={view}
                    scale={scale}
                    saying={saying}
                    now={now}
                    selected={selected}
                    notSent={notSent}
                    onSelect={onSelect}
                    onPiece={onPiece}
                    onPoint={setPointed}
                    onGrab={onDrop && grab}
                    drag={dragged === piece ? drag : null}
                  />
                </li>
              );
            })}
          </ul>
        </WordsInSight>
        <PeopleLoad view={view} scale={scale} saying={saying} now={now} onFree={onFree} />
      </div>
      {pointed && !drag && <StepHint pointed={pointed} view={view} saying={saying} explained={explained} />}
      {drag && dragged && <GhostWords drag={drag} piece={dragged} view={view} saying={saying} />}
    </div>
  );
}

/** Nights and closed days behind all lanes, drawn once. */
const Nights = memo(function Nights({
  scale,
  height,
  left,
}: {
  readonly scale: TimeScale;
  readonly height: number;
  readonly left: number;
}) {
  return (
    <li aria-hidden="true">
      {scale.shut.map((n) => (
        <div key={n.x} className="absolute top-0 bg-night" style={{ left: left + n.x, width: n.width, height }} />
      ))}
    </li>
  );
});

function scaleFor(view: WorkshopView, now: Instant, zoom: Zoom): TimeScale {
  const last = Math.max(
    now + (zoom === 'month' ? 30 : 7) * 1440,
    ...Object.values(view.plan.ready),
    ...view.pieces.filter((p) => p.active).map((p) => p.due ?? 0),
  );
  return timeScale(view.shop, now - 2 * 1440, Math.min(last, now + 75 * 1440) + 2 * 1440, DAY_WIDTH[zoom]);
}

/** Soonest date first; pieces without one by when they are ready. */
const byDate = (view: WorkshopView) => (a: PieceView, b: PieceView) =>
  (a.due ?? view.plan.ready[a.id] ?? Infinity) - (b.due ?? view.plan.ready[b.id] ?? Infinity) ||
  a.name.localeCompare(b.name);
