import type { WorkshopView } from '@app/contract';
import { clock, type Instant, lowerFirst, type Saying, sayLength, sayTime, wallClock } from '@app/core';
import { useMemo, useState } from 'react';
import { useInUnits, useSaying } from '../../data/saying.ts';
import { grainInk } from '../../grain/grainInk.ts';
import { openingGrain } from '../../grain/LaneDrawing.tsx';
import { timeScale } from '../../grain/timeScale.ts';
import { Button } from '../../ui/parts.tsx';
import { Tag } from '../../ui/Tag.tsx';
import { AHEAD_MINUTES, type PieceStrata, type Wet } from './todayOf.ts';

type Props = {
  readonly view: WorkshopView;
  readonly strata: readonly PieceStrata[];
  readonly onOpen: (stepId: string) => void;
};
/** Where instants lie on the shared axis, from 0 at its left end to 1000 at its right. */
type Axis = {
  readonly x: (at: Instant) => number;
  readonly shut: readonly { readonly x: number; readonly width: number }[];
  readonly hours: readonly { readonly at: Instant; readonly x: number }[];
};

const WIDTH = 1000;
const ROW = 30;
/** How far back the axis reaches: what was laid this morning. */
const BACK_MINUTES = 8 * 60;
/** Pieces shown at first. */
const MOST_ROWS = 3;

/**
 * The day as strata under one clock: every film closes to dry along the time axis, those that are wet now in full, those
 * still to be laid faint; where something can be begun only for a while, the stratum stands open as a gap.
 */
export function DayStrata({ view, strata, onOpen }: Props) {
  const saying = useSaying();
  const axis = useAxis(view, strata, saying.now);
  const [isAll, setAll] = useState(false);
  const shown = isAll ? strata : strata.slice(0, MOST_ROWS);
  const isWet = strata.some((p) => p.films.some((f) => f.isLaid));
  return (
    <section aria-label="Drying">
      <h2 className="border-b border-line pb-1 text-section font-semibold">
        {isWet ? 'Drying: do not touch yet' : 'No coat is wet: everything may be touched'}
      </h2>
      {strata.length > 0 && (
        <>
          <ClockLine axis={axis} saying={saying} />
          <ul>
            {shown.map((p) => (
              <Row key={p.piece.id} strata={p} axis={axis} saying={saying} onOpen={onOpen} />
            ))}
          </ul>
          {strata.length > shown.length && (
            <Button kind="plain" className="!min-h-11" onClick={() => setAll(true)}>
              {strata.length - shown.length} more until tomorrow
            </Button>
          )}
        </>
      )}
    </section>
  );
}

function useAxis(view: WorkshopView, strata: readonly PieceStrata[], now: Instant): Axis {
  const { shop } = view;
  return useMemo(() => {
    const first = Math.min(now - 60, ...strata.flatMap((p) => p.films.map((f) => f.from)));
    const from = Math.max(now - BACK_MINUTES, first);
    const until = now + AHEAD_MINUTES;
    const scale = timeScale(shop, from, until, WIDTH);
    const x0 = scale.x(from);
    const x1 = scale.x(until);
    const to = (x: number) => Math.min(WIDTH, Math.max(0, ((x - x0) / (x1 - x0)) * WIDTH));
    const x = (at: Instant) => to(scale.x(Math.min(Math.max(at, from), until)));
    return {
      x,
      shut: scale.shut.map((s) => ({ x: to(s.x), width: to(s.x + s.width) - to(s.x) })).filter((s) => s.width > 0),
      hours: hoursOf(x, shop.timeZone, from, until, now),
    };
  }, [shop, strata, now]);
}

const HOUR_GAP = 80;

/** Every second hour that has room and does not stand under the clock itself. */
function hoursOf(
  x: Axis['x'],
  zone: string,
  from: Instant,
  until: Instant,
  now: Instant,
): { at: Instant; x: number }[] {
  const shown: { at: Instant; x: number }[] = [];
  for (let at = Math.ceil(from / 60) * 60; at <= until; at += 60) {
    const here = x(at);
    const { minute } = wallClock(zone, at);
    const isFree = here > 20 && here < WIDTH - 20 && here - (shown.at(-1)?.x ?? -WIDTH) >= HOUR_GAP;
    if (minute % 120 === 0 && isFree && Math.abs(here - x(now)) >= HOUR_GAP) shown.push({ at, x: here });
  }
  return shown;
}

const GRID =
  'grid w-full grid-cols-[30px_minmax(0,1fr)_minmax(0,1fr)] items-center gap-x-3 md:grid-cols-[30px_200px_1fr_230px]';
const DRAWN = 'order-last col-span-3 w-full md:order-none md:col-span-1';

/** Hours along the axis, and the one clock all strata stand under. */
function ClockLine({ axis, saying }: { readonly axis: Axis; readonly saying: Saying }) {
  return (
    <div className={`${GRID} pt-2`} aria-hidden="true">
      <span className="hidden md:col-span-2 md:block" />
      <span className={`${DRAWN} relative h-5`}>
        {axis.hours.map((h) => (
          <span
            key={h.at}
            className="condensed absolute -translate-x-1/2 text-lane text-sub"
            style={{ left: `${h.x / 10}%` }}
          >
            {clock(h.at, saying)}
          </span>
        ))}
        <span
          className="condensed absolute -translate-x-1/2 bg-ink px-1 text-lane font-semibold text-paper"
          style={{ left: `${Math.max(20, axis.x(saying.now)) / 10}%` }}
        >
          {clock(saying.now, saying)}
        </span>
      </span>
    </div>
  );
}

type RowProps = {
  readonly strata: PieceStrata;
  readonly axis: Axis;
  readonly saying: Saying;
  readonly onOpen: Props['onOpen'];
};

function Row({ strata: { piece, films }, axis, saying, onOpen }: RowProps) {
  const said = useInUnits();
  // What is wet now is what must not be touched; of what is still to be laid, the first coat.
  const told = films.find((f) => f.isLaid) ?? films[0]!;
  return (
    <li>
      <button
        type="button"
        onClick={() => onOpen(told.step.id)}
        className={`${GRID} min-h-12 cursor-pointer border-b border-line py-1 text-left hover:bg-sunk`}
      >
        <Tag brief={piece.brief} size={28} />
        <span className="min-w-0">
          <span className="block text-[16px] font-semibold">{piece.name}</span>
          <span className="condensed block text-table text-sub">{said(told.step.title)}</span>
        </span>
        <Films films={films} axis={axis} now={saying.now} />
        <Told film={told} saying={saying} />
      </button>
    </li>
  );
}

function Told({ film: f, saying }: { readonly film: Wet; readonly saying: Saying }) {
  const said = useInUnits();
  const then = f.next ? lowerFirst(said(f.next.title)) : 'handling';
  const closes = f.isLaid ? (f.window?.closes ?? null) : null;
  return (
    <span className="min-w-0 text-right">
      <span className={`block text-section ${f.isLaid ? 'font-semibold' : 'text-sub'}`}>{moment(f.ready, saying)}</span>
      <span className="condensed block text-table text-sub">
        {f.isLaid
          ? `in ${sayLength(f.ready - saying.now)}, then ${then}`
          : `laid by ${moment(f.from, saying)}, then ${then}`}
      </span>
      {closes !== null && (
        <span className="condensed block text-table font-semibold text-brass-text">
          only until {moment(closes, saying)}
        </span>
      )}
    </span>
  );
}

const moment = (at: Instant, saying: Saying) => (at - saying.now < 720 ? clock(at, saying) : sayTime(at, saying));

/** The films of one piece, one after the other on its line of time. */
function Films({ films, axis, now }: { readonly films: readonly Wet[]; readonly axis: Axis; readonly now: Instant }) {
  const clockX = axis.x(now);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${ROW}`} preserveAspectRatio="none" className={`${DRAWN} h-8`} aria-hidden="true">
      <rect x="0" y="0" width={WIDTH} height={ROW} fill="var(--m-sunk)" />
      {axis.shut.map((s) => (
        <rect key={s.x} x={s.x} y="0" width={s.width} height={ROW} fill="var(--m-night)" />
      ))}
      {films.map((f, i) => (
        <Film key={f.step.id} film={f} axis={axis} until={films[i + 1]?.from ?? null} />
      ))}
      <path d={`M${clockX} 0v${ROW}`} stroke="var(--m-ink)" strokeWidth="3" vectorEffect="non-scaling-stroke" />
    </svg>
  );
}

/** One film: open where it is wet, closing to dry; then whole until the next, with a gap while its window lasts. */
function Film({ film: f, axis, until }: { readonly film: Wet; readonly axis: Axis; readonly until: Instant | null }) {
  const ink = grainInk(f.step.coat, f.step.colour);
  const [laid, ready] = [axis.x(f.from), axis.x(f.ready)];
  const end = until === null ? WIDTH : axis.x(until);
  const mid = ROW / 2;
  const closes = f.window?.closes ?? null;
  const gap = closes === null ? null : { from: axis.x(Math.max(f.ready, f.window!.opens)), until: axis.x(closes) };
  if (end <= laid) return null;
  return (
    <g opacity={f.isLaid ? 1 : 0.45}>
      <rect x={laid} y="4" width={end - laid} height={ROW - 8} fill={f.step.colour ?? ink} />
      <path d={`M${laid} 4L${Math.min(end, ready)} ${mid}L${laid} ${ROW - 4}z`} fill="var(--m-raised)" />
      <path
        d={openingGrain(laid, Math.min(end, ready), 4, ROW - 8)}
        stroke={ink}
        strokeWidth="1.6"
        strokeOpacity="0.75"
      />
      <rect
        x={laid}
        y="4"
        width={end - laid}
        height={ROW - 8}
        fill="none"
        stroke="var(--m-keyline)"
        vectorEffect="non-scaling-stroke"
      />
      {gap && gap.until > gap.from && (
        <path
          d={`M${gap.from} 2H${gap.until}V${ROW - 2}H${gap.from}z`}
          fill="var(--m-raised)"
          stroke="var(--m-brass)"
          strokeWidth="2"
          vectorEffect="non-scaling-stroke"
        />
      )}
      {ready < end && (
        <path d={`M${ready} 0v${ROW}`} stroke="var(--m-ink)" strokeWidth="1.5" vectorEffect="non-scaling-stroke" />
      )}
    </g>
  );
}
