import { dateOf, wallClock } from '../calendar/localTime.ts';
import { fahrenheitToCelsius } from '../quantities/convert.ts';
import { readDecimal } from '../quantities/readNumber.ts';
import type { Instant } from '../quantities/units.ts';
import { type ClimateSeries, hourlyClimate, MOST_SERIES_HOURS, type TypicalDay } from './climate.ts';
import { type DateOrder, dateOrderOf, readLoggerTime } from './loggerTime.ts';

export type ReadLog = {
  /** One value an hour from the first reading to the last; null when nothing could be read. */
  readonly series: ClimateSeries | null;
  /** What is wrong, by line of the file, in words; those lines are left out. */
  readonly faults: readonly { readonly line: number; readonly words: string }[];
  /** What was made of it: units, order, gaps and how they are filled. */
  readonly notes: readonly string[];
};

/** A gap up to so many hours is bridged in a straight line; a longer one is filled with ordinary days. */
const BRIDGED_HOURS = 3;
export const MOST_LOG_ROWS = 200_000;
const MOST_FAULTS = 50;
/** Loggers write what they are and when they were read out above the columns. */
const MOST_LINES_ABOVE = 40;

type Reading = { readonly at: Instant; readonly t: number; readonly rh: number };

/** Where each figure stands in a row; -1: nowhere. `hour` is a column of its own beside that of the day. */
type Columns = { readonly day: number; readonly hour: number; readonly temperature: number; readonly humidity: number };

/**
 * Hourly air from the cells of a logger's table: a time (in one column, or day and hour in two), a temperature and a humidity. What
 * stands above the line that names the columns is passed over. Times without a zone are the shop's own; a temperature column that
 * names °F is converted.
 * @param typical what long gaps are filled with
 * @param usual what 3/10 is where the file itself does not tell
 */
export function logFromTable(
  rows: readonly (readonly string[])[],
  zone: string,
  typical: TypicalDay,
  usual: DateOrder,
): ReadLog {
  const heading = headingOf(rows);
  const columns = columnsOf(rows[heading] ?? []);
  const missing = missingOf(columns);
  if (missing.length > 0)
    return failed(
      `The heading names no column for ${missing.join(' and ')}; call them time, temperature and humidity.`,
      heading + 1,
    );
  const body = rows
    .map((cells, i) => ({ cells, line: i + 1 }))
    .filter(({ cells, line }) => line > heading + 1 && cells.some((c) => c.trim() !== ''));
  if (body.length > MOST_LOG_ROWS)
    return failed(`At most ${MOST_LOG_ROWS} readings at a time; this file has ${body.length}.`);
  const isFahrenheit = /°?\s*f\b|fahrenheit/i.test(rows[heading]![columns.temperature]!);
  const order = dateOrderOf(
    body.map(({ cells }) => timeIn(cells, columns)),
    zone,
    usual,
  );
  const faults: { line: number; words: string }[] = [];
  const readings: Reading[] = [];
  for (const { cells, line } of body) {
    const at = readLoggerTime(timeIn(cells, columns), zone, order ?? usual);
    const found =
      at === null
        ? `"${timeIn(cells, columns)}" is no time like 2026-03-10 14:00.`
        : readingOf(at, cells[columns.temperature] ?? '', cells[columns.humidity] ?? '', isFahrenheit);
    if (typeof found !== 'string') readings.push(found);
    else if (faults.length < MOST_FAULTS) faults.push({ line, words: found });
  }
  if (readings.length === 0) return { series: null, faults, notes: [] };
  const notes = [isFahrenheit ? 'Temperatures are read as °F.' : 'Temperatures are read as °C.'];
  if (order) notes.push(`Dates like 3/10 are read ${order}: ${order === 'day first' ? '3 October' : 'March 10'}.`);
  const mean = readings.reduce((n, x) => n + x.t, 0) / readings.length;
  if (!isFahrenheit && mean > 40)
    return failed('On average above 40 °C: these look like °F. Name the column “temperature °F”.');
  if (readings.some((x, i) => i > 0 && x.at < readings[i - 1]!.at))
    notes.push('The readings were out of order; they are sorted.');
  const sorted = [...readings].sort((a, b) => a.at - b.at);
  const [first, last] = [sorted[0]!.at, sorted.at(-1)!.at];
  if (Math.floor(last / 60) - Math.floor(first / 60) >= MOST_SERIES_HOURS)
    return failed(
      `The readings go from ${dayIn(zone, first)} to ${dayIn(zone, last)}, more than two years. Look at the dates, or cut the file.`,
    );
  return { ...byTheHour(sorted, zone, typical, notes), faults };
}

/** The line that names the columns: the first that names all of them, else the one that names most. */
function headingOf(rows: readonly (readonly string[])[]): number {
  const missing = rows.slice(0, MOST_LINES_ABOVE).map((row) => missingOf(columnsOf(row)).length);
  return Math.max(0, missing.indexOf(Math.min(...missing)));
}

function columnsOf(head: readonly string[]): Columns {
  const column = (pattern: RegExp, but = -1) => head.findIndex((h, i) => i !== but && pattern.test(h));
  const day = column(/date/i) < 0 ? column(/time/i) : column(/date/i);
  const named = column(/hum|\brh\b/i);
  return {
    day,
    hour: column(/time/i, day),
    temperature: column(/temp/i),
    humidity: named < 0 ? column(/%/) : named,
  };
}

/** What has no column of its own: a line of words about the logger may name all three in one. */
function missingOf({ day, temperature, humidity }: Columns): string[] {
  const isAlone = { temperature: temperature !== day, humidity: humidity !== day && humidity !== temperature };
  return [
    ...(day < 0 ? ['a time'] : []),
    ...(temperature < 0 || !isAlone.temperature ? ['a temperature'] : []),
    ...(humidity < 0 || !isAlone.humidity ? ['a humidity'] : []),
  ];
}

/** Day and hour as one text, also where they stand in two columns. */
function timeIn(cells: readonly string[], { day, hour }: Columns): string {
  const text = cells[day] ?? '';
  return hour < 0 || text.includes(':') ? text : `${text} ${cells[hour] ?? ''}`;
}

const dayIn = (zone: string, at: Instant) => dateOf(wallClock(zone, at).day);

const failed = (words: string, line = 1): ReadLog => ({ series: null, faults: [{ line, words }], notes: [] });

function readingOf(at: Instant, temperature: string, humidity: string, isFahrenheit: boolean): Reading | string {
  const given = readDecimal(temperature.replace(/°?\s*[CF]?\s*$/i, ''));
  const t = isFahrenheit ? fahrenheitToCelsius(given) : given;
  if (!(t >= -40 && t <= 60)) return `"${temperature}" is no temperature of a workshop.`;
  const rh = readDecimal(humidity.replace('%', ''));
  if (!(rh > 0 && rh <= 100)) return `"${humidity}" is no humidity from 1 to 100 %.`;
  return { at, t, rh };
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
