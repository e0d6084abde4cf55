import type { PieceView, WorkshopView } from '@app/contract';
import type { Instant } from '@app/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Explained } from '../core/core.worker.ts';
import type { Saying } from '../ui/time.ts';
import { GrainAxis } from './GrainAxis.tsx';
import { Lane } from './Lane.tsx';
import { laneModel } from './laneModel.ts';
import { PeopleLoad } from './PeopleLoad.tsx';
import { StepHint } from './StepHint.tsx';
import { DAY_WIDTH, timeScale, type TimeScale, type Zoom } from './timeScale.ts';
import { useGutter } from './useGutter.ts';
import type { Pointed } from './WorkButton.tsx';

type GrainProps = {
  readonly view: WorkshopView;
  readonly now: Instant;
  readonly zoom: Zoom;
  readonly saying: Saying;
  readonly selected: string | null;
  readonly onSelect: (stepId: string) => void;
  readonly onPiece: (pieceId: string) => void;
  readonly explained: Explained | null;
};

/** The signature picture: one lane per piece along the time axis, then the people's load and the rack below. */
export function GrainView({ view, now, zoom, saying, selected, onSelect, onPiece, explained }: GrainProps) {
  const pieces = useMemo(() => view.pieces.filter((p) => p.active).sort(byDate(view)), [view]);
  const scale = useMemo(() => scaleFor(view, now, zoom), [view, now, zoom]);
  const lanes = useMemo(
    () => pieces.map((piece) => ({ piece, lane: laneModel(piece, view.plan, now) })),
    [pieces, view.plan, now],
  );
  const [pointed, setPointed] = useState<Pointed | null>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const gutter = useGutter();
  // Now stands a little in from the left when the view opens or the zoom changes; scrolling is the user's after that.
  useEffect(() => {
    scroller.current?.scrollTo({ left: Math.max(0, scale.x(now) - (gutter < 200 ? 50 : 110)) });
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- not on every re-plan
  }, [zoom]);
  return (
    <div
      ref={scroller}
      className="relative min-h-0 flex-1 overflow-auto"
      data-testid="grain"
      tabIndex={0}
      aria-label="Plan along the time axis"
    >
      <div style={{ width: gutter + scale.width }} className="relative">
        <GrainAxis scale={scale} view={view} saying={saying} now={now} />
        <ul>
          {lanes.map(({ piece, lane }) => (
            <Lane
              key={piece.id}
              piece={piece}
              lane={lane}
              view={view}
              scale={scale}
              saying={saying}
              now={now}
              selected={selected}
              onSelect={onSelect}
              onPiece={onPiece}
              onPoint={setPointed}
            />
          ))}
        </ul>
        <PeopleLoad view={view} scale={scale} saying={saying} now={now} />
      </div>
      {pointed && <StepHint pointed={pointed} view={view} saying={saying} explained={explained} />}
    </div>
  );
}

function scaleFor(view: WorkshopView, now: Instant, zoom: Zoom): TimeScale {
  const last = Math.max(
    now + 7 * 1440,
    ...Object.values(view.plan.ready),
    ...view.pieces.filter((p) => p.active).map((p) => p.due ?? 0),
  );
  return timeScale(view.shop, now - 2 * 1440, Math.min(last, now + 75 * 1440) + 2 * 1440, DAY_WIDTH[zoom]);
}

/** Soonest date first; pieces without one by when they are ready. */
const byDate = (view: WorkshopView) => (a: PieceView, b: PieceView) =>
  (a.due ?? view.plan.ready[a.id] ?? Infinity) - (b.due ?? view.plan.ready[b.id] ?? Infinity) ||
  a.name.localeCompare(b.name);
