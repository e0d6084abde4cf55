import { type Instant, instantAt, type Interval, type Shop, staffedIntervals, wallClock } from '@app/core';
import { scaleLinear } from 'd3';

export type Zoom = 'day' | 'week' | 'month';
/** Pixels of one ordinary working day. */
export const DAY_WIDTH: Record<Zoom, number> = { day: 520, week: 150, month: 46 };
/** A closed minute is drawn this much narrower than a working one. */
const NIGHT_SQUEEZE = 0.09;

type DayColumn = {
  readonly at: Instant;
  readonly x: number;
  readonly width: number;
  readonly isClosed: boolean;
};
export type TimeScale = {
  readonly x: (at: Instant) => number;
  readonly time: (x: number) => Instant;
  readonly width: number;
  readonly from: Instant;
  readonly until: Instant;
  readonly days: readonly DayColumn[];
  /** Nights and closed days, in pixels. */
  readonly shut: readonly { readonly x: number; readonly width: number }[];
};

/** Pixels a date takes along the axis. */
const DATE_WIDTH = 44;
/** Where a date stands that begins at `x`: right of the line of now when that would cross it. */
export const besideNow = (x: number, nowX: number): number => (x < nowX && nowX < x + DATE_WIDTH ? nowX + 6 : x);

/**
 * A time axis with nights and closed days compressed but not hidden; piecewise linear, so it can be read back.
 * @param dayWidth pixels of one ordinary working day with its night
 */
export function timeScale(shop: Shop, fromAround: Instant, untilAround: Instant, dayWidth: number): TimeScale {
  const zone = shop.timeZone;
  const firstDay = wallClock(zone, fromAround).day;
  const lastDay = wallClock(zone, untilAround).day;
  const from = instantAt(zone, firstDay, 0);
  const until = instantAt(zone, lastDay + 1, 0);
  const open = staffedIntervals(shop.people, shop.timeZone, from, until);
  const dayMinutes = Math.max(...byDay(open, zone).values(), 4 * 60);
  const perMinute = dayWidth / (dayMinutes + (1440 - dayMinutes) * NIGHT_SQUEEZE);
  const marks: number[] = [from];
  const pixels: number[] = [0];
  const shut: { x: number; width: number }[] = [];
  const go = (to: Instant, factor: number) => {
    const start = pixels.at(-1)!;
    const end = start + (to - marks.at(-1)!) * perMinute * factor;
    if (factor < 1 && end > start) shut.push({ x: start, width: end - start });
    marks.push(to);
    pixels.push(end);
  };
  // A lunch break stays at full width: only gaps longer than two hours are squeezed.
  for (const span of joined(open, 120)) {
    if (span.from > marks.at(-1)!) go(span.from, NIGHT_SQUEEZE);
    go(span.until, 1);
  }
  if (until > marks.at(-1)!) go(until, NIGHT_SQUEEZE);
  const scale = scaleLinear().domain(marks).range(pixels).clamp(true);
  const days = Array.from({ length: lastDay - firstDay + 1 }, (_, i): DayColumn => {
    const at = instantAt(zone, firstDay + i, 0);
    const next = instantAt(zone, firstDay + i + 1, 0);
    return {
      at,
      x: scale(at),
      width: scale(next) - scale(at),
      isClosed: !open.some((s) => s.from < next && s.until > at),
    };
  });
  return {
    x: (at) => scale(at),
    time: (x) => Math.round(scale.invert(x)),
    width: pixels.at(-1)!,
    from,
    until,
    days,
    shut,
  };
}

function joined(spans: readonly Interval[], gap: number): Interval[] {
  const out: Interval[] = [];
  for (const s of spans) {
    const last = out.at(-1);
    if (last && s.from - last.until <= gap) out[out.length - 1] = { from: last.from, until: s.until };
    else out.push(s);
  }
  return out;
}

function byDay(spans: readonly Interval[], zone: string): Map<number, number> {
  const minutes = new Map<number, number>();
  for (const s of spans) {
    const { day } = wallClock(zone, s.from);
    minutes.set(day, (minutes.get(day) ?? 0) + s.until - s.from);
  }
  return minutes;
}
