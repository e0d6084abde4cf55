import type { WorkshopView } from '@app/contract';
import { clock, type Instant, mainPlace, sayDate, type Saying, wallClock } from '@app/core';
import { memo, useMemo } from 'react';
import { sayTemperature } from '../ui/amounts.ts';
import { dayAir } from './dayAir.ts';
import type { TimeScale } from './timeScale.ts';
import { useGutter } from './useGutter.ts';
import { Word } from './Word.tsx';

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
  const place = nowPlace(scale, now);
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
              <Word
                x={d.x + 8}
                y="15"
                fontSize="13"
                fontWeight={d.isClosed ? 400 : 600}
                fill={d.isClosed ? 'var(--m-sub)' : 'var(--m-ink)'}
              >
                {sayDate(d.at + 720, saying)}
              </Word>
            )}
            {d.width > HOURS_FROM && <Hours day={d} scale={scale} saying={saying} />}
            {d.width > 100 && !(place.hidesAir && d.x <= scale.x(now) && scale.x(now) < d.x + d.width) && (
              <Word
                x={d.width > HOURS_FROM ? d.x + AIR_FROM : d.x + 8}
                y={d.width > HOURS_FROM ? 15 : 29}
                fontSize="12"
                fill={air[i]!.isCold ? 'var(--m-oxide-text)' : 'var(--m-sub)'}
                fontWeight={air[i]!.isCold ? 600 : 400}
              >
                {sayTemperature(air[i]!.low_c, saying.units).replace(/ °[CF]/, '')}–
                {sayTemperature(air[i]!.high_c, saying.units)}
                {air[i]!.isCold ? ' cold' : ''}
              </Word>
            )}
          </g>
        ))}
        <Word
          x={scale.x(now) + (place.isLeft ? -4 : 4)}
          y={place.y}
          textAnchor={place.isLeft ? 'end' : 'start'}
          fontSize="12"
          fontWeight="700"
          fill="var(--m-ink)"
          stroke="var(--m-paper)"
          strokeWidth="4"
          paintOrder="stroke"
        >
          now {clock(now, saying)}
        </Word>
      </svg>
    </div>
  );
});

/** Days as wide as this show their hours. */
const HOURS_FROM = 300;
/** Hours stand this far apart at least, pixels. */
const HOUR_APART = 46;

/** The working hours of a day, at day zoom: a mark and a clock time each, no nearer than can be read. */
function Hours({
  day,
  scale,
  saying,
}: {
  readonly day: TimeScale['days'][number];
  readonly scale: TimeScale;
  readonly saying: Saying;
}) {
  const marks: { readonly at: Instant; readonly x: number }[] = [];
  for (let at = day.at + 60; at < day.at + 1440; at += 60) {
    const x = scale.x(at);
    const isShut = scale.shut.some((s) => x > s.x && x < s.x + s.width);
    if (!isShut && x < day.x + day.width - HOUR_APART && x - (marks.at(-1)?.x ?? -Infinity) >= HOUR_APART)
      marks.push({ at, x });
  }
  return marks.map(({ at, x }) => (
    <g key={at}>
      <path d={`M${x} ${AXIS_HEIGHT - 5}v5`} stroke="var(--m-keyline)" />
      <Word x={x + 3} y="29" fontSize="12" fill="var(--m-sub)">
        {clock(at, saying)}
      </Word>
    </g>
  ));
}

type NowPlace = { readonly y: number; readonly isLeft: boolean; readonly hidesAir: boolean };
const DATE_WIDTH = 58;
const NOW_WIDTH = 68;
/** Where the air of a day stands beside its date, at day zoom. */
const AIR_FROM = 60;
const AIR_WIDTH = 70;

/** Where “now 9:20” stands so that it covers no date: beside the line, in the row of the dates or below it. */
function nowPlace(scale: TimeScale, now: Instant): NowPlace {
  const x = scale.x(now);
  const dates = scale.days.filter((d) => d.width > 44).map((d) => [d.x + 4, d.x + 8 + DATE_WIDTH] as const);
  const isFree = (from: number, until: number) => dates.every(([a, b]) => until < a || from > b);
  if (scale.days[0]!.width < HOURS_FROM) {
    if (isFree(x, x + NOW_WIDTH)) return { y: 15, isLeft: false, hidesAir: false };
    if (isFree(x - NOW_WIDTH, x)) return { y: 15, isLeft: true, hidesAir: false };
    return { y: 29, isLeft: false, hidesAir: true };
  }
  const isOverAir = scale.days.some((d) => x + NOW_WIDTH > d.x + AIR_FROM && x < d.x + AIR_FROM + AIR_WIDTH);
  return { y: 15, isLeft: !isFree(x, x + NOW_WIDTH), hidesAir: isOverAir };
}
