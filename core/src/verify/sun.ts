import type { Position } from '../calendar/daylight.ts';

/** The planner's sun and this one differ by a few minutes; below the first it is down for both, above the second up for both. */
export const DUSK_DEG = -2;
export const DAY_DEG = 0.5;

/**
 * Height of the sun over the horizon by the low-precision formulas of the Astronomical Almanac: mean longitude and
 * anomaly, ecliptic longitude, sidereal time. The planner finds its sunrise another way.
 */
export function sunElevation_deg(at: Position, minutes: number): number {
  const rad = Math.PI / 180;
  const days = minutes / 1440 - 10_957.5; // since noon of 1 January 2000
  const anomaly = (357.528 + 0.9856003 * days) * rad;
  const longitude = (280.46 + 0.9856474 * days + 1.915 * Math.sin(anomaly) + 0.02 * Math.sin(2 * anomaly)) * rad;
  const tilt = (23.439 - 0.0000004 * days) * rad;
  const declination = Math.asin(Math.sin(tilt) * Math.sin(longitude));
  const ascension = Math.atan2(Math.cos(tilt) * Math.sin(longitude), Math.cos(longitude));
  const sidereal = (280.46061837 + 360.98564736629 * days + at.longitude_deg) * rad;
  const hour = sidereal - ascension;
  const phi = at.latitude_deg * rad;
  return (
    Math.asin(Math.sin(phi) * Math.sin(declination) + Math.cos(phi) * Math.cos(declination) * Math.cos(hour)) / rad
  );
}
