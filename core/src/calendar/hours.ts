import type { Instant } from '../quantities/units.ts';
import { type Interval, merge, subtract } from './intervals.ts';
import { dayOf, instantAt, wallClock, weekdayOf } from './localTime.ts';

/** Wall-clock minutes since midnight, 0 <= from < until <= 1440. */
export type Shift = { readonly from: number; readonly until: number };
/** Seven lists of shifts, Monday first. */
export type WeeklyHours = readonly (readonly Shift[])[];
/** Hours of one date that replace the weekly ones; no shifts: a day off. */
export type HoursException = { readonly date: string; readonly shifts: readonly Shift[]; readonly note?: string };
/** Time taken by something that is no piece (market day, school run): once on a date, or weekly on a weekday (Monday 0). */
export type Block = {
  readonly title: string;
  readonly on: { readonly date: string } | { readonly weekday: number };
  readonly from: number;
  readonly until: number;
};
export type Hours = {
  readonly weekly: WeeklyHours;
  readonly exceptions: readonly HoursException[];
  readonly blocks: readonly Block[];
};

/**
 * The spans of real time in which `hours` are open between two instants, sorted and disjoint.
 * Shifts follow the wall clock, so a shift over a daylight-saving change is an hour shorter or longer.
 */
export function openIntervals(hours: Hours, zone: string, from: Instant, until: Instant): Interval[] {
  const spans: Interval[] = [];
  const taken: Interval[] = [];
  const exceptions = new Map(hours.exceptions.map((e) => [dayOf(e.date), e.shifts]));
  const span = (day: number, s: Shift): Interval => ({
    from: instantAt(zone, day, s.from),
    until: instantAt(zone, day, s.until),
  });
  const lastDay = wallClock(zone, until).day;
  for (let day = wallClock(zone, from).day; day <= lastDay; day++) {
    for (const shift of exceptions.get(day) ?? hours.weekly[weekdayOf(day)] ?? []) spans.push(span(day, shift));
    for (const block of hours.blocks) if (isOn(block, day)) taken.push(span(day, block));
  }
  return subtract(merge(spans), merge(taken))
    .map((s) => ({ from: Math.max(s.from, from), until: Math.min(s.until, until) }))
    .filter((s) => s.from < s.until);
}

/** When anybody works between two instants, sorted and disjoint. */
export const staffedIntervals = (
  people: readonly { readonly hours: Hours }[],
  zone: string,
  from: Instant,
  until: Instant,
): Interval[] => merge(people.flatMap((p) => openIntervals(p.hours, zone, from, until)));

const isOn = (block: Block, day: number) =>
  'date' in block.on ? dayOf(block.on.date) === day : block.on.weekday === weekdayOf(day);
