import type { WorkshopView } from '@app/contract';
import { clock, type Instant, mainPlace, sayDate, type Saying, wallClock } from '@app/core';
import { memo, useMemo } from 'react';
import { sayTemperature } from '../ui/amounts.ts';
import { dayAir } from './dayAir.ts';
import type { TimeScale } from './timeScale.ts';
import { useGutter } from './useGutter.ts';

export const AXIS_HEIGHT = 34;

/** At month zoom only Mondays have room for their date. */
const isMonday = (at: Instant, saying: Saying) => wallClock(saying.zone, at + 720).weekday === 0;

/** Days with their coldest and warmest hour, and now. */
export const GrainAxis = memo(function GrainAxis({
  scale,
  view,
  saying,
  now,
}: {
  readonly scale: TimeScale;
  readonly view: WorkshopView;
  readonly saying: Saying;
  readonly now: Instant;
}) {
  const air = useMemo(() => dayAir(view.shop, scale), [view.shop, scale]);
  return (
    <div className="sticky top-0 z-20 flex border-b border-keyline bg-paper" style={{ height: AXIS_HEIGHT }}>
      <div
        className="condensed sticky left-0 z-10 flex shrink-0 items-end bg-paper px-4 pb-1 text-lane text-sub"
        style={{ width: useGutter() }}
      >
        {mainPlace(view.shop) ? `Air: ${mainPlace(view.shop)!.name}` : ''}
      </div>
      <svg width={scale.width} height={AXIS_HEIGHT} aria-hidden="true">
        {scale.days.map((d, i) => (
          <g key={d.at}>
            <path d={`M${d.x} 0v${AXIS_HEIGHT}`} stroke="var(--m-line)" />
            {(d.width > 44 || (d.width > 16 && isMonday(d.at, saying))) && (
              <text
                x={d.x + 8}
                y="15"
                fontSize="13"
                fontWeight={d.isClosed ? 400 : 600}
                fill={d.isClosed ? 'var(--m-sub)' : 'var(--m-ink)'}
              >
                {sayDate(d.at + 720, saying)}
              </text>
            )}
            {d.width > 100 && (
              <text
                x={d.x + 8}
                y="29"
                fontSize="12"
                fill={air[i]!.isCold ? 'var(--m-oxide-text)' : 'var(--m-sub)'}
                fontWeight={air[i]!.isCold ? 600 : 400}
              >
                {sayTemperature(air[i]!.low_c, saying.units).replace(/ °[CF]/, '')}–
                {sayTemperature(air[i]!.high_c, saying.units)}
                {air[i]!.isCold ? ' cold' : ''}
              </text>
            )}
          </g>
        ))}
        <text
          x={scale.x(now) + 4}
          y={29}
          fontSize="12"
          fontWeight="700"
          fill="var(--m-ink)"
          stroke="var(--m-paper)"
          strokeWidth="4"
          paintOrder="stroke"
        >
          now {clock(now, saying)}
        </text>
      </svg>
    </div>
  );
});
