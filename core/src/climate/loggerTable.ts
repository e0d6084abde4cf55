import { dayOf, instantAt, isDate } from '../calendar/localTime.ts';
import { fahrenheitToCelsius } from '../quantities/convert.ts';
import { readDecimal } from '../quantities/readNumber.ts';
import type { Instant } from '../quantities/units.ts';
import { type ClimateSeries, hourlyClimate, type TypicalDay } from './climate.ts';

export type ReadLog = {
  /** One value an hour from the first reading to the last; null when nothing could be read. */
  readonly series: ClimateSeries | null;
  /** What is wrong, by line of the file (1 is the heading), in words; those lines are left out. */
  readonly faults: readonly { readonly line: number; readonly words: string }[];
  /** What was made of it: units, order, gaps and how they are filled. */
  readonly notes: readonly string[];
};

/** A gap up to so many hours is bridged in a straight line; a longer one is filled with ordinary days. */
const BRIDGED_HOURS = 3;
export const MOST_LOG_ROWS = 200_000;
const MOST_FAULTS = 50;

type Reading = { readonly at: Instant; readonly t: number; readonly rh: number };

/**
 * Hourly air from the cells of a logger's table whose first row names the columns: a time, a temperature and a humidity.
 * Times without a zone are the shop's own; a temperature column that names °F is converted.
 * @param typical what long gaps are filled with
 */
export function logFromTable(rows: readonly (readonly string[])[], zone: string, typical: TypicalDay): ReadLog {
  const [head = [], ...body] = rows;
  const column = (pattern: RegExp) => head.findIndex((h) => pattern.test(h));
  const [time, temperature, humidity] = [column(/time|date/i), column(/temp/i), column(/hum|rh\b|%/i)];
  const missing = [
    time < 0 ? 'a time' : '',
    temperature < 0 ? 'a temperature' : '',
    humidity < 0 ? 'a humidity' : '',
  ].filter(Boolean);
  if (missing.length > 0)
    return failed(
      `The heading names no column for ${missing.join(' and ')}; call them time, temperature and humidity.`,
    );
  if (body.length > MOST_LOG_ROWS)
    return failed(`At most ${MOST_LOG_ROWS} readings at a time; this file has ${body.length}.`);
  const isFahrenheit = /°?\s*f\b|fahrenheit/i.test(head[temperature]!);
  const faults: { line: number; words: string }[] = [];
  const readings: Reading[] = [];
  body.forEach((cells, i) => {
    const found = readingOf(cells[time] ?? '', cells[temperature] ?? '', cells[humidity] ?? '', zone, isFahrenheit);
    if (typeof found !== 'string') readings.push(found);
    else if (faults.length < MOST_FAULTS) faults.push({ line: i + 2, words: found });
  });
  if (readings.length === 0) return { series: null, faults, notes: [] };
  const notes = [isFahrenheit ? 'Temperatures are read as °F.' : 'Temperatures are read as °C.'];
  const mean = readings.reduce((n, x) => n + x.t, 0) / readings.length;
  if (!isFahrenheit && mean > 40)
    return failed('On average above 40 °C: these look like °F. Name the column “temperature °F”.');
  if (readings.some((x, i) => i > 0 && x.at < readings[i - 1]!.at))
    notes.push('The readings were out of order; they are sorted.');
  return { ...byTheHour(readings, zone, typical, notes), faults };
}

const failed = (words: string): ReadLog => ({ series: null, faults: [{ line: 1, words }], notes: [] });

function readingOf(
  time: string,
  temperature: string,
  humidity: string,
  zone: string,
  isFahrenheit: boolean,
): Reading | string {
  const at = readTime(time, zone);
  if (at === null) return `"${time}" is no time like 2026-03-10 14:00.`;
  const given = readDecimal(temperature);
  const t = isFahrenheit ? fahrenheitToCelsius(given) : given;
  if (!(t >= -40 && t <= 60)) return `"${temperature}" is no temperature of a workshop.`;
  const rh = readDecimal(humidity.replace('%', ''));
  if (!(rh > 0 && rh <= 100)) return `"${humidity}" is no humidity from 1 to 100 %.`;
  return { at, t, rh };
}

/** `2026-03-10 14:00`, with seconds, T, Z or an offset; `10.03.2026 14:00`; `3/10/2026 2:00 PM`. Null: none of these. */
function readTime(text: string, zone: string): Instant | null {
  const iso = /^\s*(\d{4})-(\d\d)-(\d\d)[T ](\d?\d):(\d\d)(?::\d\d(?:\.\d+)?)?\s*(Z|[+-]\d\d:?\d\d)?\s*$/.exec(text);
  if (iso) {
    const at = local(iso[6] ? 'UTC' : zone, `${iso[1]}-${iso[2]}-${iso[3]}`, Number(iso[4]), Number(iso[5]));
    return at === null ? null : at - offsetOf(iso[6]);
  }
  const dotted = /^\s*(\d?\d)\.(\d?\d)\.(\d{4}),?\s+(\d?\d):(\d\d)(?::\d\d)?\s*$/.exec(text);
  if (dotted)
    return local(zone, `${dotted[3]}-${two(dotted[2]!)}-${two(dotted[1]!)}`, Number(dotted[4]), Number(dotted[5]));
  const us = /^\s*(\d?\d)\/(\d?\d)\/(\d{4}),?\s+(\d?\d):(\d\d)(?::\d\d)?\s*([ap])m\s*$/i.exec(text);
  if (!us) return null;
  const hour = (Number(us[4]) % 12) + (us[6]!.toLowerCase() === 'p' ? 12 : 0);
  return local(zone, `${us[3]}-${two(us[1]!)}-${two(us[2]!)}`, hour, Number(us[5]));
}

/** Minutes that `+05:30` or `-0300` is ahead of UTC; of `Z` or nothing 0. */
function offsetOf(text: string | undefined): number {
  const [, sign, hours, minutes] = /^([+-])(\d\d):?(\d\d)$/.exec(text ?? '') ?? [];
  return sign ? (sign === '-' ? -1 : 1) * (Number(hours) * 60 + Number(minutes)) : 0;
}
const two = (text: string) => text.padStart(2, '0');

function local(zone: string, date: string, hour: number, minute: number): Instant | null {
  if (hour > 23 || minute > 59 || !isDate(date)) return null;
  return instantAt(zone, dayOf(date), hour * 60 + minute);
}

/** The mean of each hour; hours without a reading are filled, and told when that is more than a bridge. */
function byTheHour(
  readings: readonly Reading[],
  zone: string,
  typical: TypicalDay,
  notes: string[],
): { series: ClimateSeries; notes: readonly string[] } {
  const sums = new Map<number, { t: number; rh: number; n: number }>();
  for (const { at, t, rh } of readings) {
    const hour = Math.floor(at / 60);
    const sum = sums.get(hour) ?? { t: 0, rh: 0, n: 0 };
    sums.set(hour, { t: sum.t + t, rh: sum.rh + rh, n: sum.n + 1 });
  }
  const hours = [...sums.keys()].sort((a, b) => a - b);
  const [first, last] = [hours[0]!, hours.at(-1)!];
  const ordinary = hourlyClimate(typical, null, zone, first * 60, last - first + 1);
  const temperature_c = [...ordinary.temperature_c];
  const humidity_pct = [...ordinary.humidity_pct];
  const value = (hour: number) => {
    const s = sums.get(hour)!;
    return { t: s.t / s.n, rh: s.rh / s.n };
  };
  let long = 0;
  hours.forEach((hour, i) => {
    const here = value(hour);
    temperature_c[hour - first] = here.t;
    humidity_pct[hour - first] = here.rh;
    const next = hours[i + 1];
    if (next === undefined || next === hour + 1) return;
    if (next - hour - 1 > BRIDGED_HOURS) {
      long += next - hour - 1;
      return;
    }
    const there = value(next);
    for (let h = hour + 1; h < next; h++) {
      const share = (h - hour) / (next - hour);
      temperature_c[h - first] = here.t + (there.t - here.t) * share;
      humidity_pct[h - first] = here.rh + (there.rh - here.rh) * share;
    }
  });
  const promised = long > 0 ? [`${long} hours without readings are filled with ordinary days.`] : [];
  return { series: { from: first * 60, temperature_c, humidity_pct }, notes: [...notes, ...promised] };
}
