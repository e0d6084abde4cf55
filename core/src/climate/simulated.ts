import type { Instant } from '../quantities/units.ts';
import { type ClimateSeries, hourlyClimate, type TypicalDay } from './climate.ts';

const BACK_HOURS = 7 * 24;
const AHEAD_HOURS = 5 * 24;

/**
 * A made-up logger and forecast for trying things out: ordinary days with weather that drifts from day to day, always the
 * same for the same hour and place.
 */
export function simulatedAir(typical: TypicalDay, zone: string, now: Instant): ClimateSeries {
  const from = Math.floor(now / 60) * 60 - BACK_HOURS * 60;
  const ordinary = hourlyClimate(typical, null, zone, from, BACK_HOURS + AHEAD_HOURS);
  const drift = (hour: number) => 2.2 * Math.sin(hour / 37) + 1.1 * Math.sin(hour / 11.3 + 1);
  const round = (x: number) => Math.round(x * 10) / 10;
  const firstHour = from / 60;
  return {
    from,
    temperature_c: ordinary.temperature_c.map((t, h) => round(t + drift(firstHour + h))),
    humidity_pct: ordinary.humidity_pct.map((rh, h) =>
      round(Math.min(97, Math.max(20, rh - 3 * drift(firstHour + h)))),
    ),
  };
}
