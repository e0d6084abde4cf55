import type { PieceView, WorkshopView } from '@app/contract';
import { clock, type Saying, sayLength, sayObstacle, sayTime } from '@app/core';
import { LANE } from './laneModel.ts';
import type { TimeScale } from './timeScale.ts';
import { type Drag, obstacleAt } from './useDrag.ts';

/** Over the lane of a step that is dragged: where it cannot start, cross-hatched, and the step itself, dashed. */
export function Ghost({
  drag,
  view,
  scale,
}: {
  readonly drag: Drag;
  readonly view: WorkshopView;
  readonly scale: TimeScale;
}) {
  const was = view.plan.steps[drag.step];
  const length = was ? was.end - was.start : 30;
  const isFree = obstacleAt(drag, view.now) === null;
  const x = scale.x(drag.at);
  const y = LANE.height - LANE.work - 1;
  return (
    <g pointerEvents="none" data-testid="ghost" data-free={isFree}>
      {drag.spans.map((s) =>
        s.obstacle ? (
          <rect
            key={s.from}
            x={scale.x(s.from)}
            width={Math.max(0, scale.x(s.until) - scale.x(s.from))}
            y={LANE.labels}
            height={LANE.height - LANE.labels}
            fill="url(#blocked)"
          />
        ) : (
          <path
            key={s.from}
            d={`M${scale.x(s.from)} ${LANE.height - 1}H${scale.x(s.until)}`}
            stroke="var(--m-ink)"
            strokeWidth="2"
          />
        ),
      )}
      <rect
        x={x}
        width={Math.max(6, scale.x(drag.at + length) - x)}
        y={y - 3}
        height={LANE.work + 3}
        fill={isFree ? 'var(--m-raised)' : 'url(#blocked)'}
        stroke={isFree ? 'var(--m-ink)' : 'var(--m-oxide)'}
        strokeWidth="1.6"
        strokeDasharray="4 3"
      />
      <path
        d={`M${x} 2v${LANE.height - 4}`}
        stroke={isFree ? 'var(--m-ink)' : 'var(--m-oxide)'}
        strokeDasharray="4 3"
      />
    </g>
  );
}

const WIDTH = 300;

/** Beside the pointer: the time it is held over, and what forbids it or follows from it. */
export function GhostWords({
  drag,
  piece,
  view,
  saying,
}: {
  readonly drag: Drag;
  readonly piece: PieceView;
  readonly view: WorkshopView;
  readonly saying: Saying;
}) {
  const step = piece.steps.find((s) => s.id === drag.step);
  const obstacle = obstacleAt(drag, view.now);
  const left = Math.min(Math.max(8, drag.x + 14), window.innerWidth - WIDTH - 8);
  const isLow = drag.y > window.innerHeight - 160;
  return (
    <div
      role="status"
      className="pointer-events-none fixed z-40 border border-ink bg-raised p-2.5 text-table"
      style={{ left, width: WIDTH, ...(isLow ? { bottom: window.innerHeight - drag.y + 14 } : { top: drag.y + 18 }) }}
    >
      <p className="font-semibold">
        {step?.title}: {sayTime(drag.at, saying)}
      </p>
      {obstacle === undefined ? (
        <p className="text-sub">{drag.fault ?? '…'}</p>
      ) : obstacle ? (
        <p className="text-oxide-text">{sayObstacle(obstacle, piece.steps, saying)}</p>
      ) : (
        <Outcome drag={drag} piece={piece} view={view} saying={saying} />
      )}
    </div>
  );
}

function Outcome({
  drag,
  piece,
  view,
  saying,
}: {
  readonly drag: Drag;
  readonly piece: PieceView;
  readonly view: WorkshopView;
  readonly saying: Saying;
}) {
  const before = view.plan.ready[piece.id];
  const { outcome } = drag;
  if (!outcome) return <p>Let go to pin it at {clock(drag.at, saying)}.</p>;
  if (outcome.ready === null) return <p className="text-oxide-text">Then not everything of it has room.</p>;
  const by = before === undefined ? 0 : outcome.ready - before;
  return (
    <>
      <p>
        Ready {sayTime(outcome.ready, saying)}
        {Math.abs(by) < 5 ? ', as now' : `, ${sayLength(Math.abs(by))} ${by > 0 ? 'later' : 'sooner'}`}.
      </p>
      {outcome.later.length > 0 && (
        <p className="font-semibold text-oxide-text">Moves what was told: {outcome.later.join(', ')}.</p>
      )}
    </>
  );
}
