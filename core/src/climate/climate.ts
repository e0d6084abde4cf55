import { utcOffset } from '../calendar/localTime.ts';
import type { Instant } from '../quantities/units.ts';

/** Air of one place by the hour, constant within each hour. Arrays are equally long; `from` is on the hour. */
export type Climate = {
  readonly from: Instant;
  readonly temperature_c: readonly number[];
  readonly humidity_pct: readonly number[];
  /** How fast the air moves over the piece, all the time; missing: still air, as the data sheets have it. */
  readonly air_mps?: number | undefined;
};

/** Air indoors that nobody moves: what the data sheets stand for. */
export const STILL_AIR_MPS = 0.1;

/** What a person types about a place: warmest and coldest hour of an ordinary day, and relative humidity at each. */
export type TypicalDay = {
  readonly high_c: number;
  readonly low_c: number;
  readonly humidityAtHigh_pct: number;
  readonly humidityAtLow_pct: number;
};

/** A measured or forecast stretch that replaces the typical days, hour by hour. */
export type ClimateSeries = Climate;
/** Two years: what is longer is no stretch of a workshop's own. */
export const MOST_SERIES_HOURS = 2 * 366 * 24;

const WARMEST_HOUR = 15; // common practice: air is warmest mid-afternoon, coldest before dawn

/**
 * Hourly climate of a place: a sine day between low and high on the local clock, overlaid with a measured or
 * forecast series where there is one.
 * @param hours how many, at least 1
 */
export function hourlyClimate(
  typical: TypicalDay,
  series: ClimateSeries | null,
  zone: string,
  from: Instant,
  hours: number,
  air_mps = STILL_AIR_MPS,
): Climate {
  const start = Math.floor(from / 60) * 60;
  const temperature_c: number[] = [];
  const humidity_pct: number[] = [];
  for (let h = 0; h < hours; h++) {
    const at = start + h * 60;
    const known = series ? Math.floor((at - series.from) / 60) : -1;
    if (series && known >= 0 && known < series.temperature_c.length) {
      temperature_c.push(series.temperature_c[known]!);
      humidity_pct.push(series.humidity_pct[known]!);
      continue;
    }
    const localHour = (((at + utcOffset(zone, at)) / 60) % 24) + 0.5;
    const warmth = (1 + Math.cos(((localHour - WARMEST_HOUR) / 24) * 2 * Math.PI)) / 2;
    temperature_c.push(typical.low_c + (typical.high_c - typical.low_c) * warmth);
    humidity_pct.push(typical.humidityAtLow_pct + (typical.humidityAtHigh_pct - typical.humidityAtLow_pct) * warmth);
  }
  return { from: start, temperature_c, humidity_pct, air_mps };
}

/**
 * Measured hours laid over what was known before: where both have an hour the new one counts, and between the two days are ordinary.
 * Of what is longer than a series may be the oldest hours are left out.
 */
export function laidOver(newer: ClimateSeries, older: ClimateSeries, typical: TypicalDay, zone: string): ClimateSeries {
  const until = (s: ClimateSeries) => s.from + s.temperature_c.length * 60;
  const last = Math.max(until(newer), until(older));
  const from = Math.max(Math.min(newer.from, older.from), last - MOST_SERIES_HOURS * 60);
  const { temperature_c, humidity_pct } = hourlyClimate(typical, older, zone, from, (last - from) / 60);
  const at = (newer.from - from) / 60;
  const over = (below: readonly number[], above: readonly number[]) => below.map((value, h) => above[h - at] ?? value);
  return {
    from,
    temperature_c: over(temperature_c, newer.temperature_c),
    humidity_pct: over(humidity_pct, newer.humidity_pct),
  };
}
