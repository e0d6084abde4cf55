import { wallClock } from '../calendar/localTime.ts';
import type { Instant } from '../quantities/units.ts';

export type Units = 'metric' | 'us';
/** How a workshop says times: its zone, its clock style, and what counts as today. */
export type Saying = { readonly zone: string; readonly units: Units; readonly now: Instant };

const formats = new Map<string, Intl.DateTimeFormat>();
function format(zone: string, units: Units, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${zone}|${units}|${JSON.stringify(options)}`;
  let f = formats.get(key);
  if (!f)
    formats.set(key, (f = new Intl.DateTimeFormat(units === 'us' ? 'en-US' : 'en-GB', { ...options, timeZone: zone })));
  return f;
}

/** `14:10` or `2:10 pm`. */
export function clock(at: Instant, s: Saying): string {
  const text = format(
    s.zone,
    s.units,
    s.units === 'us'
      ? { hour: 'numeric', minute: '2-digit' }
      : { hour: 'numeric', minute: '2-digit', hourCycle: 'h23' },
  ).format(at * 60_000);
  return text.replace(/\s?([AP])M/, (_, half: string) => `${NBSP}${half.toLowerCase()}m`).replace(/^0(\d:)/, '$1');
}

/** As a person says it: `today 14:10`, `tomorrow 9:00`, `Thu 9:00`, `Thu 26, 9:00`, `Thu 26 Nov 9:00`. */
export function sayTime(at: Instant, s: Saying): string {
  const day = sayDay(at, s);
  // "Tue 17, 9:00": a comma keeps the day from running into the hour.
  return `${day}${/\d$/.test(day) ? ',' : ''} ${clock(at, s)}`;
}

export function sayDay(at: Instant, s: Saying): string {
  const days = wallClock(s.zone, at).day - wallClock(s.zone, s.now).day;
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days === -1) return 'yesterday';
  if (Math.abs(days) < 7) return format(s.zone, s.units, { weekday: 'short' }).format(at * 60_000);
  // Within four weeks the day of the month is enough: "Tue 17".
  return Math.abs(days) < 28
    ? sayDate(at, s)
    : format(s.zone, s.units, { weekday: 'short', day: 'numeric', month: 'short' })
        .format(at * 60_000)
        .replace(',', '')
        .replaceAll(' ', NBSP);
}

/** `Tue 17`: day first in every clock style, so that a column of dates reads straight down. */
export function sayDate(at: Instant, s: Saying): string {
  const weekday = format(s.zone, s.units, { weekday: 'short' }).format(at * 60_000);
  return `${weekday}${NBSP}${format(s.zone, s.units, { day: 'numeric' }).format(at * 60_000)}`;
}

/** `Monday 9 March 2026`, or `Monday, March 9, 2026`. */
export const sayFullDate = (at: Instant, s: Saying): string =>
  format(s.zone, s.units, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' }).format(at * 60_000);

/** `November 2026`. */
export const sayMonth = (at: Instant, s: Saying): string =>
  format(s.zone, s.units, { month: 'long', year: 'numeric' }).format(at * 60_000);

/** `45 min`, `1 h`, `2 h 10`, `1.5 days`, `3 days`. */
export function sayLength(minutes: number): string {
  const m = Math.round(minutes);
  if (m < 60) return `${m}${NBSP}min`;
  if (m < 36 * 60) return `${Math.floor(m / 60)}${NBSP}h${m % 60 === 0 ? '' : NBSP + String(m % 60).padStart(2, '0')}`;
  const days = Math.round((m / 1440) * 2) / 2;
  return `${days}${NBSP}days`;
}
/** No line is broken there, so that a figure never stands apart from its unit, nor a weekday from its day of the month. */
const NBSP = '\u00a0';

/** Hours as a figure: `6.5 h`. */
export const sayHours = (minutes: number) => `${(Math.round(minutes / 6) / 10).toLocaleString('en')}${NBSP}h`;
