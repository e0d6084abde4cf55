import type { Instant } from '../quantities/units.ts';
import { type Hours, openIntervals } from './hours.ts';
import { dateOf, instantAt, wallClock, weekdayOf } from './localTime.ts';

/** Whether somebody is at work. */
export type Presence =
  /** From when (now, or later today) until when, breaks in between. */
  | { readonly kind: 'here'; readonly from: Instant; readonly until: Instant }
  /** `back`: their next hours; null: none within two months. `isUnusual`: on a day they would ordinarily be at work now. */
  | { readonly kind: 'away'; readonly back: Instant | null; readonly isUnusual: boolean };

const AHEAD_DAYS = 62;

/** Who has hours still to come today is here, whether in the morning before them or in a break between. */
export function presenceOf(hours: Hours, zone: string, now: Instant): Presence {
  const { day, minute } = wallClock(zone, now);
  const midnight = instantAt(zone, day + 1, 0);
  const today = openIntervals(hours, zone, now, midnight);
  const isBack = openIntervals(hours, zone, instantAt(zone, day, 0), now).length > 0;
  if (today.length > 0) return { kind: 'here', from: isBack ? now : today[0]!.from, until: today.at(-1)!.until };
  const next = openIntervals(hours, zone, midnight, midnight + AHEAD_DAYS * 1440)[0];
  const ordinary = hours.weekly[weekdayOf(day)] ?? [];
  const isOther = hours.exceptions.some((e) => e.date === dateOf(day));
  return { kind: 'away', back: next?.from ?? null, isUnusual: isOther && ordinary.some((s) => s.until > minute) };
}
