import { instantAt, wallClock } from '../calendar/localTime.ts';
import type { Instant } from '../quantities/units.ts';

/**
 * What is ordered comes in the course of a day; a plan counts on it from noon, whatever the time of day it is ordered at, so
 * that it does not slide by the minute while nobody has ordered yet. Common practice.
 */
const ARRIVES_AT_MINUTE = 12 * 60;

/** When a can ordered at a moment is there; one that takes no day is fetched at once. */
export function arrivalOfOrder(zone: string, ordered: Instant, lead_days: number): Instant {
  if (lead_days === 0) return ordered;
  return instantAt(zone, wallClock(zone, ordered).day + lead_days, ARRIVES_AT_MINUTE);
}

/** The last moment to order a can that has to be there by another. */
export function latestOrder(zone: string, needed: Instant, lead_days: number): Instant {
  if (lead_days === 0) return needed;
  const { day, minute } = wallClock(zone, needed);
  const comes = minute < ARRIVES_AT_MINUTE ? day - 1 : day;
  return instantAt(zone, comes - lead_days + 1, 0) - 1;
}
