import { type Chances, type Instant, sayDay, type Saying, sayTime } from '@app/core';
import { scaleLinear } from 'd3';

const WIDTH = 320;
const HEIGHT = 124;
const FOOT = 46;
/** Above the curve the pennant has its place, which would be crossed by it. */
const TOP = 20;

/** The place of the curve while the plan is rehearsed, so that nothing moves when it comes. */
export function Rehearsing() {
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT + 10}`} className="w-full" role="img" aria-label="Rehearsing the plan">
      <path d={`M8 ${TOP}V${HEIGHT - FOOT}H${WIDTH - 70}`} fill="none" stroke="var(--m-keyline)" />
      <text x="20" y={HEIGHT - FOOT - 12} fontSize="12" fill="var(--m-sub)">
        Rehearsing the plan…
      </text>
    </svg>
  );
}

/**
 * How sure each date is, along the time axis: the film of chance thickens as rehearsals come in, with the dates by which
 * half, four of five and nineteen of twenty are ready, and the pennant of the date that was asked for.
 */
export function ChanceCurve({
  chances,
  due,
  saying,
}: {
  readonly chances: Chances;
  readonly due: Instant | null;
  readonly saying: Saying;
}) {
  const { sample, p50, p80, p95 } = chances;
  // Runs that went past what is known are runs all the same: where there are some, the curve ends below “all ready”.
  const known = sample.filter((at) => at !== Infinity);
  if (known.length === 0) return null;
  const first = Math.min(known[0]!, due ?? Infinity);
  const last = Math.max(p95 === Infinity ? known.at(-1)! : p95, due ?? 0, known[0]! + 1440);
  const x = scaleLinear()
    .domain([first, last])
    .range([8, WIDTH - 70])
    .clamp(true);
  const y = scaleLinear()
    .domain([0, 1])
    .range([HEIGHT - FOOT, TOP]);
  let path = `M${x(known[0]!)} ${y(0)}`;
  known.forEach((at, i) => {
    path += `H${x(at)}V${y((i + 1) / sample.length)}`;
  });
  path += `H${WIDTH - 70}V${y(0)}Z`;
  const marks = [
    [p50, '50 %', 0],
    [p80, '80 %', 12],
    [p95, '95 %', 24],
  ] as const;
  const chance = chances.due === null ? '' : `${Math.round(chances.due * 100)} % by the date asked for; `;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT + 10}`}
      className="w-full"
      role="img"
      aria-label={`${chance}${marks.map(([at, words]) => `${words} by ${at === Infinity ? 'a date too far to know' : sayTime(at, saying)}`).join(', ')}`}
    >
      <path d={path} fill="var(--m-ink)" fillOpacity="0.16" stroke="var(--m-ink)" strokeWidth="1.2" />
      <path d={`M8 ${y(1)}V${y(0)}H${WIDTH - 70}`} fill="none" stroke="var(--m-keyline)" />
      <text x={WIDTH - 66} y={y(1) + 10} fontSize="12" fill="var(--m-sub)">
        all ready
      </text>
      <text x={WIDTH - 66} y={y(0)} fontSize="12" fill="var(--m-sub)">
        none
      </text>
      <text x="8" y={HEIGHT - FOOT + 13} fontSize="12" fill="var(--m-sub)">
        {sayDay(first, saying)}
      </text>
      <text x={WIDTH - 70} y={HEIGHT - FOOT + 13} fontSize="12" fill="var(--m-sub)" textAnchor="end">
        {sayDay(last, saying)}
      </text>
      {marks.map(([at, words, down]) =>
        at === Infinity ? null : (
          <g key={words}>
            <path d={`M${x(at)} ${y(Number.parseInt(words, 10) / 100)}V${HEIGHT - FOOT + 4}`} stroke="var(--m-ink)" />
            <text
              x={Math.min(x(at), WIDTH - 150)}
              y={HEIGHT - FOOT + 29 + down}
              fontSize="12"
              fill="var(--m-ink)"
              fontWeight={words === '80 %' ? 600 : 400}
            >
              {words} by {sayTime(at, saying)}
            </text>
          </g>
        ),
      )}
      {due !== null && (
        <g>
          <path d={`M${x(due)} 2V${HEIGHT - FOOT}`} stroke="var(--m-ink)" strokeWidth="1.4" strokeDasharray="4 3" />
          <path d={`M${x(due)} 2l14 5-14 5z`} fill="none" stroke="var(--m-ink)" />
          <path d={`M${x(due)} 2l7 2.5v5l-7 2.5z`} fill="var(--m-ink)" />
          {chances.due !== null && (
            <text x={x(due) + 18} y="12" fontSize="13" fontWeight="600" fill="var(--m-ink)">
              {Math.round(chances.due * 100)} %
            </text>
          )}
        </g>
      )}
    </svg>
  );
}
