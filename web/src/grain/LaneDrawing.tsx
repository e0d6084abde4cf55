import { memo, type ReactNode } from 'react';
import { grainInk } from './grainInk.ts';
import { LANE, type LaneModel, type Stratum } from './laneModel.ts';
import type { TimeScale } from './timeScale.ts';

type DrawingProps = { readonly lane: LaneModel; readonly scale: TimeScale };

/** Wood, old finish, coats, drying, pickup and cure of one piece: everything that is not a control. */
export const LaneDrawing = memo(function LaneDrawing({ lane, scale }: DrawingProps) {
  const x0 = scale.x(lane.from);
  const x1 = scale.x(lane.until);
  return (
    <g aria-hidden="true">
      <OldFinish lane={lane} scale={scale} />
      <rect
        className="slides"
        style={{ x: x0, width: Math.max(1, x1 - x0) }}
        y={lane.woodY}
        height={LANE.wood}
        fill={lane.wood}
        stroke="var(--m-keyline)"
        strokeWidth="0.5"
      />
      <WoodGrain x0={x0} x1={x1} y={lane.woodY} />
      {lane.stain && <Stain colour={lane.stain.colour} x0={scale.x(lane.stain.from)} x1={x1} y={lane.woodY} />}
      {lane.strata.map((s) => (
        <Coat key={s.step.id} stratum={s} scale={scale} x1={x1} />
      ))}
      <CureTail lane={lane} scale={scale} x1={x1} />
      {lane.isLate && lane.due !== null && <PastDue lane={lane} x0={scale.x(lane.due)} x1={x1} />}
    </g>
  );
});

function WoodGrain({ x0, x1, y }: { readonly x0: number; readonly x1: number; readonly y: number }) {
  return (
    <path
      d={`M${x0} ${y + 2.2}H${x1}M${x0} ${y + 4.4}H${x1}M${x0} ${y + 6.2}H${x1}`}
      stroke="#000"
      strokeOpacity="0.16"
      strokeWidth="0.6"
      strokeDasharray="60 3 22 2 90 4"
    />
  );
}

const Stain = ({
  colour,
  x0,
  x1,
  y,
}: {
  readonly colour: string;
  readonly x0: number;
  readonly x1: number;
  readonly y: number;
}) => (
  <rect
    x={x0}
    width={Math.max(0, x1 - x0)}
    y={y + LANE.wood / 2}
    height={LANE.wood / 2}
    fill={colour}
    fillOpacity="0.85"
  />
);

function OldFinish({ lane, scale }: DrawingProps) {
  if (!lane.oldFinish) return null;
  const x0 = scale.x(lane.from);
  const side = (until: number | null, y: number) => {
    const end = scale.x(until ?? lane.until);
    return end > x0 ? (
      <rect
        x={x0}
        width={end - x0}
        y={y}
        height="3"
        fill="url(#old-finish)"
        stroke="var(--m-keyline)"
        strokeWidth="0.5"
      />
    ) : null;
  };
  return (
    <>
      {side(lane.oldFinish.bodyUntil, lane.woodY - 3)}
      {side(lane.oldFinish.topUntil, lane.woodY + LANE.wood)}
    </>
  );
}

const FILL = { clear: 'url(#clear-coat)', wax: 'url(#wax-coat)' } as const;

function Coat({
  stratum: s,
  scale,
  x1,
}: {
  readonly stratum: Stratum;
  readonly scale: TimeScale;
  readonly x1: number;
}) {
  const from = scale.x(s.from);
  const laid = scale.x(s.laid);
  const dry = Math.min(scale.x(s.dry), x1);
  const fill = s.coat === 'clear' || s.coat === 'wax' ? FILL[s.coat] : s.colour;
  const ink = grainInk(s.coat, s.colour);
  return (
    <g>
      <rect
        className="slides"
        style={{ x: from, width: Math.max(1, laid - from) }}
        y={s.y}
        height={s.height}
        fill={fill}
      />
      <rect
        className="slides"
        style={{ x: laid, width: Math.max(0, dry - laid) }}
        y={s.y}
        height={s.height}
        fill={ink}
        fillOpacity="0.22"
      />
      <path d={openingGrain(laid, dry, s.y, s.height)} stroke={ink} strokeWidth="1.4" />
      <rect className="slides" style={{ x: dry, width: Math.max(0, x1 - dry) }} y={s.y} height={s.height} fill={fill} />
      <rect
        className="slides"
        style={{ x: from, width: Math.max(1, x1 - from) }}
        y={s.y}
        height={s.height}
        fill="none"
        stroke="var(--m-keyline)"
        strokeWidth={s.isDone ? 1 : 0.6}
      />
      {dry < x1 && <path d={`M${dry} ${s.y - 1.5}v${s.height + 3}`} stroke="var(--m-ink)" strokeWidth="1.2" />}
    </g>
  );
}

/** Fine lines across a drying film that stand further and further apart as it dries. */
export function openingGrain(x0: number, x1: number, y: number, height: number): string {
  let d = '';
  for (let x = x0 + 1.5; x < x1; x += 2.4 + 9 * ((x - x0) / Math.max(1, x1 - x0)) ** 1.4)
    d += `M${x.toFixed(1)} ${y}v${height}`;
  return d;
}

/** After pickup full cure runs on, thinning away. */
function CureTail({ lane, scale, x1 }: DrawingProps & { readonly x1: number }) {
  const end = lane.cured === null ? scale.width : scale.x(lane.cured);
  if (lane.strata.length === 0 || end <= x1) return null;
  const y = lane.woodY + LANE.wood / 2;
  return (
    <path
      d={`M${x1} ${y - 3}L${end} ${y}L${x1} ${y + 3}z`}
      fill="none"
      stroke="var(--m-keyline)"
      strokeWidth="0.8"
      strokeDasharray="2 4"
    />
  );
}

/** The stretch between the promised and the real end, with a torn edge where the promise was. */
function PastDue({ lane, x0, x1 }: { readonly lane: LaneModel; readonly x0: number; readonly x1: number }) {
  const top = LANE.labels;
  const bottom = LANE.labels + LANE.strata;
  let tear = `M${x0} ${top}`;
  for (let y = top, k = 0; y < bottom; y += 4, k++) tear += `l${k % 2 === 0 ? 4 : -4} 4`;
  return (
    <>
      <rect x={x0} width={Math.max(0, x1 - x0)} y={top} height={LANE.strata} fill="url(#past-due)" fillOpacity="0.55" />
      <path d={tear} fill="none" stroke="var(--m-oxide)" strokeWidth="2" />
      <path d={`M${x1} ${lane.woodY - 12}v${LANE.wood + 24}`} stroke="var(--m-oxide)" strokeWidth="1.5" />
    </>
  );
}

/** The pickup flag: a tick when it fits, torn when late, half-filled when nothing can be said. */
export function Pennant({ x, kind }: { readonly x: number; readonly kind: 'fits' | 'late' | 'unknown' }): ReactNode {
  const colour = kind === 'fits' ? 'var(--m-verdigris)' : kind === 'late' ? 'var(--m-oxide)' : 'var(--m-ink)';
  const flag = kind === 'late' ? `M${x} 2h13l-3 3 3 3-3 3h-10z` : `M${x} 2l14 5-14 5z`;
  return (
    <g aria-hidden="true">
      <path d={`M${x} 2v${LANE.height - 8}`} stroke={colour} strokeWidth="1.4" />
      <path d={flag} fill={kind === 'unknown' ? 'none' : colour} stroke={colour} />
      {kind === 'fits' && (
        <path d={`M${x + 2.5} 7l2 2 3.4-3.6`} fill="none" stroke="var(--m-paper)" strokeWidth="1.2" />
      )}
    </g>
  );
}
