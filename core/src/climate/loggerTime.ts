import { dayOf, instantAt, isDate } from '../calendar/localTime.ts';
import type { Instant } from '../quantities/units.ts';

/** Which comes first in a date like 3/10/2026. */
export type DateOrder = 'day first' | 'month first';
const ORDERS: readonly DateOrder[] = ['day first', 'month first'];

/** Year, month and day, then hour and minute; what stands behind that differs. */
const BY_YEAR = /^\s*(\d{4})[-/](\d\d?)[-/](\d\d?)[T ]+(\d\d?):(\d\d)(?::\d\d(?:\.\d+)?)?\s*(Z|[+-]\d\d:?\d\d)?\s*$/;
const BY_POINTS = /^\s*(\d\d?)\.(\d\d?)\.(\d{4}|\d\d),?\s+(\d\d?):(\d\d)(?::\d\d)?\s*$/;
const BY_SLASHES = /^\s*(\d\d?)[/-](\d\d?)[/-](\d{4}|\d\d),?\s+(\d\d?):(\d\d)(?::\d\d)?\s*(?:([ap])\.?m\.?)?\s*$/i;

/**
 * A moment as loggers write it: `2026-03-10 14:00`, with seconds, T, Z or an offset; `10.03.2026 14:00`; `3/10/2026 2:00 PM`
 * or `10/3/26 14:00`, by the order of such dates. Null: none of these, or a time there is not.
 */
export function readLoggerTime(text: string, zone: string, order: DateOrder): Instant | null {
  const byYear = BY_YEAR.exec(text);
  if (byYear) {
    const [, year, month, day, hour, minute, offset] = byYear;
    const at = wallTime(offset ? 'UTC' : zone, [year!, month!, day!], Number(hour), Number(minute));
    return at === null ? null : at - offset_minutes(offset);
  }
  const byPoints = BY_POINTS.exec(text);
  if (byPoints) {
    const [, day, month, year, hour, minute] = byPoints;
    return wallTime(zone, [year!, month!, day!], Number(hour), Number(minute));
  }
  const bySlashes = BY_SLASHES.exec(text);
  if (!bySlashes) return null;
  const [, first, second, year, hour, minute, half] = bySlashes;
  const [day, month] = order === 'day first' ? [first, second] : [second, first];
  return wallTime(zone, [year!, month!, day!], half ? hourOf(Number(hour), half) : Number(hour), Number(minute));
}

/**
 * The order of dates in which most of a table's times can be read; of two that read as many, the one by which they lie nearer one
 * another: the first week of May looks like half a year the other way round.
 * @param usual where both are as good
 * @returns null when no date is written so that it could be either
 */
export function dateOrderOf(times: readonly string[], zone: string, usual: DateOrder): DateOrder | null {
  const slashed = times.filter((t) => BY_SLASHES.test(t) && !BY_YEAR.test(t));
  if (slashed.length === 0) return null;
  const [day, month] = ORDERS.map((order) => {
    const read = slashed.map((t) => readLoggerTime(t, zone, order)).filter((at) => at !== null);
    const first = read.reduce((a, b) => Math.min(a, b), Infinity);
    return { read: read.length, span_minutes: read.reduce((a, b) => Math.max(a, b), first) - first };
  }) as [{ read: number; span_minutes: number }, { read: number; span_minutes: number }];
  const better = day.read - month.read || month.span_minutes - day.span_minutes;
  return better === 0 ? usual : better > 0 ? 'day first' : 'month first';
}

/** 12 am is midnight; NaN for 0 and 13 am. */
function hourOf(hour: number, half: string): number {
  return hour >= 1 && hour <= 12 ? (hour % 12) + (half.toLowerCase() === 'p' ? 12 : 0) : Number.NaN;
}

function wallTime(zone: string, [year, month, day]: [string, string, string], hour: number, minute: number) {
  const date = `${year.length === 2 ? '20' : ''}${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  if (!(hour <= 23 && minute <= 59 && isDate(date))) return null;
  return instantAt(zone, dayOf(date), hour * 60 + minute);
}

/** Minutes that `+05:30` or `-0300` is ahead of UTC; of `Z` or nothing 0. */
function offset_minutes(text: string | undefined): number {
  const [, sign, hours, minutes] = /^([+-])(\d\d):?(\d\d)$/.exec(text ?? '') ?? [];
  return sign ? (sign === '-' ? -1 : 1) * (Number(hours) * 60 + Number(minutes)) : 0;
}
