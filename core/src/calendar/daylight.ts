import type { Instant } from '../quantities/units.ts';
import { type Interval, merge } from './intervals.ts';

/** A place on the globe; north and east are above 0. */
export type Position = { readonly latitude_deg: number; readonly longitude_deg: number };

const RAD = Math.PI / 180;
/** The sun's upper edge on the horizon, refraction included. */
const HORIZON_DEG = -0.833;

/**
 * Sunrise to sunset of each day, in whole minutes rounded inward; a polar day is open throughout, a polar night never.
 * Source: the sunrise equation with the Fourier terms of Spencer (1971) for declination and equation of time; within
 * a few minutes of almanac values below the polar circles.
 */
export function daylight(at: Position, from: Instant, until: Instant): Interval[] {
  const out: Interval[] = [];
  for (let day = Math.floor(from / 1440) - 1; day * 1440 < until + 1440; day++) {
    const { declination, equation_minutes } = sunOn(day);
    const noon = day * 1440 + 720 - 4 * at.longitude_deg - equation_minutes;
    const phi = at.latitude_deg * RAD;
    const cos =
      (Math.sin(HORIZON_DEG * RAD) - Math.sin(phi) * Math.sin(declination)) / (Math.cos(phi) * Math.cos(declination));
    if (cos >= 1) continue;
    const isPolarDay = cos <= -1;
    const half = isPolarDay ? 720 : (Math.acos(cos) / RAD) * 4;
    // A polar day runs into the next without a minute between.
    const a = Math.max(from, isPolarDay ? Math.floor(noon - half) : Math.ceil(noon - half));
    const b = Math.min(until, isPolarDay ? Math.ceil(noon + half) : Math.floor(noon + half));
    if (a < b) out.push({ from: a, until: b });
  }
  return merge(out);
}

function sunOn(day: number): { declination: number; equation_minutes: number } {
  const year = new Date(day * 86_400_000).getUTCFullYear();
  const g = (2 * Math.PI * (day - Date.UTC(year, 0, 1) / 86_400_000)) / 365;
  const [c, s, c2, s2] = [Math.cos(g), Math.sin(g), Math.cos(2 * g), Math.sin(2 * g)];
  return {
    declination:
      0.006918 -
      0.399912 * c +
      0.070257 * s -
      0.006758 * c2 +
      0.000907 * s2 -
      0.002697 * Math.cos(3 * g) +
      0.00148 * Math.sin(3 * g),
    equation_minutes: 229.18 * (0.000075 + 0.001868 * c - 0.032077 * s - 0.014615 * c2 - 0.040849 * s2),
  };
}
