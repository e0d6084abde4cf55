import { tzOffset } from '@date-fns/tz';
import type { Instant } from '../quantities/units.ts';

/** Days since 1970-01-01 of a date on the wall calendar. */
export type LocalDay = number;

/** Zone changes happen on the half hour (Lord Howe) or the hour, so one look-up serves 30 minutes. */
const offsets = new Map<string, Map<number, number>>();

/**
 * Minutes that local time is ahead of UTC at `at`.
 * @throws {RangeError} when the zone is unknown
 */
export function utcOffset(zone: string, at: Instant): number {
  let known = offsets.get(zone);
  if (!known) offsets.set(zone, (known = new Map<number, number>()));
  const key = Math.floor(at / 30);
  let offset = known.get(key);
  if (offset === undefined) {
    offset = tzOffset(zone, new Date(key * 30 * 60_000));
    if (Number.isNaN(offset)) throw new RangeError(`timeZone: "${zone}" is not a known IANA time zone`);
    known.set(key, offset);
  }
  return offset;
}

/** Is this a zone name that clocks can be computed for? */
export function isTimeZone(zone: string): boolean {
  try {
    // The offset alone would be taken from any text with a number in it.
    return new Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone.length > 0 && zone.length > 0;
  } catch {
    return false;
  }
}

/**
 * The instant at which a wall clock in `zone` shows `minute` of `day`.
 * A time skipped in spring uses the offset before the gap; one that comes twice in autumn is the first (RFC 5545, 3.3.5).
 */
export function instantAt(zone: string, day: LocalDay, minute: number): Instant {
  const wall = day * 1440 + minute;
  const before = utcOffset(zone, wall - 1440);
  const after = utcOffset(zone, wall + 1440);
  const first = wall - before;
  if (before === after || utcOffset(zone, first) === before) return first;
  return utcOffset(zone, wall - after) === after ? wall - after : first;
}

/** What the wall shows at an instant. `weekday` counts from Monday = 0. */
export function wallClock(zone: string, at: Instant): { day: LocalDay; minute: number; weekday: number } {
  const wall = at + utcOffset(zone, at);
  const day = Math.floor(wall / 1440);
  return { day, minute: wall - day * 1440, weekday: weekdayOf(day) };
}

/** Monday = 0 … Sunday = 6; 1970-01-01 was a Thursday. */
export const weekdayOf = (day: LocalDay) => (((day + 3) % 7) + 7) % 7;

/** `2026-03-08` as a day number. @throws {RangeError} when it is no date */
export function dayOf(date: string): LocalDay {
  if (!isDate(date)) throw new RangeError(`date: "${date}" is not a date like 2026-03-08`);
  return utcDay(date);
}

/** Whether a text is a day there is, like `2026-03-08`. */
export function isDate(text: string): boolean {
  const day = /^\d{4}-\d{2}-\d{2}$/.test(text) ? utcDay(text) : Number.NaN;
  // Engines read the 31st of February as the 3rd of March.
  return !Number.isNaN(day) && dateOf(day) === text;
}

const utcDay = (date: string): LocalDay => Date.parse(`${date}T00:00:00Z`) / 86_400_000;

/** A day number as `2026-03-08`. */
export const dateOf = (day: LocalDay) => new Date(day * 86_400_000).toISOString().slice(0, 10);
