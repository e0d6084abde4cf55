import { getTimes } from 'suncalc';
import type { Instant } from '../quantities/units.ts';
import { type Interval, merge } from './intervals.ts';

/** A place on the globe; north and east are above 0. */
export type Position = { readonly latitude_deg: number; readonly longitude_deg: number };

/**
 * Sunrise to sunset of each day, in whole minutes rounded inward; a polar day is open throughout, a polar night never.
 * Source: Meeus, Astronomical Algorithms, as `suncalc` computes it; the verifier has formulas of its own.
 */
export function daylight(at: Position, from: Instant, until: Instant): Interval[] {
  const out: Interval[] = [];
  for (let day = Math.floor(from / 1440) - 1; day * 1440 < until + 1440; day++) {
    const light = lightAround(at, noonOf(at, day));
    if (!light) continue;
    const a = Math.max(from, light.from);
    const b = Math.min(until, light.until);
    if (a < b) out.push({ from: a, until: b });
  }
  return merge(out);
}

/** When the sun is mostly highest, give or take the equation of time. */
const noonOf = ({ longitude_deg }: Position, day: number): Instant => day * 1440 + 720 - Math.round(4 * longitude_deg);

function lightAround({ latitude_deg, longitude_deg }: Position, noon: Instant): Interval | null {
  const { sunrise, sunset, alwaysUp } = getTimes(new Date(noon * 60_000), latitude_deg, longitude_deg);
  // A polar day runs into the next without a minute between.
  if (alwaysUp) return { from: noon - 721, until: noon + 721 };
  if (!sunrise || !sunset) return null;
  return { from: Math.ceil(sunrise.getTime() / 60_000), until: Math.floor(sunset.getTime() / 60_000) };
}
