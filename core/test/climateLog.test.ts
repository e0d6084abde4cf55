import { describe, expect, test } from 'vitest';
import {
  type DateOrder,
  dayOf,
  instantAt,
  laidOver,
  logFromTable,
  MOST_SERIES_HOURS,
  simulatedAir,
} from '../src/index.ts';

const ZONE = 'Europe/Berlin';
const ORDINARY = { high_c: 20, low_c: 12, humidityAtHigh_pct: 45, humidityAtLow_pct: 70 };
const readBy = (usual: DateOrder, lines: readonly string[]) =>
  logFromTable(
    lines.map((l) => l.split(';')),
    ZONE,
    ORDINARY,
    usual,
  );
const read = (...lines: string[]) => readBy('day first', lines);
const at = (date: string, hour: number) => instantAt(ZONE, dayOf(date), hour * 60);

describe('a logger’s file', () => {
  test('half-hourly readings become the mean of each hour, in the shop’s own time', () => {
    const { series, faults } = read(
      'Time;Temperature;Humidity',
      '2026-03-10 14:00;18;50',
      '2026-03-10 14:30;20;60',
      '2026-03-10 15:10;21,5;55 %',
    );
    expect(faults).toEqual([]);
    expect(series).toEqual({ from: at('2026-03-10', 14), temperature_c: [19, 21.5], humidity_pct: [55, 55] });
  });
  test('°F is read from the heading, US and dotted dates are read, and what looks like °F is refused', () => {
    const us = readBy('month first', ['Date Time;Temp (°F);RH', '3/10/2026 2:00 PM;68;50']);
    expect(us.series).toMatchObject({ from: at('2026-03-10', 14), temperature_c: [20] });
    expect(read('date;temp;hum', '10.03.2026 14:00;18;50').series).toMatchObject({ from: at('2026-03-10', 14) });
    expect(read('time;temp;hum', '2026-03-10T13:00:00Z;18;50').series).toMatchObject({ from: at('2026-03-10', 14) });
    expect(read('time;temp;hum', '2026-03-10 14:00;55;50').faults[0]!.words).toMatch(/look like °F/);
  });
  test('a moment with its distance from UTC is read as the moment it is', () => {
    const from = (time: string) => read('time;temp;hum', `${time};18;50`).series?.from;
    for (const time of [
      '2026-03-10 18:30+05:30',
      '2026-03-10T18:30:00+0530',
      '2026-03-10T10:00-03:00',
      '2026-03-10 9:00-0400',
    ])
      expect(from(time), time).toBe(at('2026-03-10', 14));
  });
  test.each(['2026-02-29 14:00', '29.02.2026 14:00', '2/29/2026 2:00 PM', '2026-02-29T14:00Z', '2026-13-01 14:00'])(
    'a day that does not exist is no time: %s',
    (time) => {
      expect(read('time;temp;hum', `${time};18;50`).faults.map((f) => f.line)).toEqual([2]);
      expect(read('time;temp;hum', `${time.replace('29', '28').replace('13-', '12-')};18;50`).faults).toEqual([]);
    },
  );
  test('a short gap is bridged, a long one filled with ordinary days and told; readings out of order are sorted', () => {
    const { series, notes } = read(
      'time;temp;hum',
      '2026-03-10 17:00;21;50',
      '2026-03-10 14:00;18;50',
      '2026-03-11 05:00;9;80',
    );
    expect(series!.temperature_c.slice(0, 4)).toEqual([18, 19, 20, 21]);
    expect(series!.temperature_c).toHaveLength(16);
    expect(Math.min(...series!.temperature_c.slice(5, 14))).toBeGreaterThanOrEqual(12);
    expect(notes.join(' ')).toMatch(/out of order.*11 hours without readings/);
  });
  test('lines that cannot be are told by number and left out; a file without the columns says which', () => {
    const { series, faults } = read(
      'time;temp;hum',
      'yesterday;18;50',
      '2026-03-10 14:00;180;50',
      '2026-03-10 14:00;18;0',
      '2026-03-10 15:00;18;50',
    );
    expect(faults.map((f) => f.line)).toEqual([2, 3, 4]);
    expect(series!.temperature_c).toEqual([18]);
    expect(read('a;b', '1;2').faults[0]!.words).toMatch(/a time and a temperature and a humidity/);
  });
});

// How loggers and spreadsheets write their files: common practice.
describe('a logger’s file as it comes', () => {
  const HEAD = 'time;temp;hum';
  test('what stands above the columns and between the lines is passed over, and lines keep their numbers', () => {
    const { series, faults } = read(
      'Data logger 7;;',
      'Temperature and humidity, time of start 2026-03-10;;',
      '',
      'No.;Date Time;Battery %;Temperature °C;RH %',
      '',
      '1;2026-03-10 14:00;96;18;50',
      '2;2026-03-10 15:00;96;warm;50',
      '',
    );
    expect(series).toEqual({ from: at('2026-03-10', 14), temperature_c: [18], humidity_pct: [50] });
    expect(faults).toEqual([{ line: 7, words: '"warm" is no temperature of a workshop.' }]);
  });
  test('forty lines are looked through for the names of the columns, no more', () => {
    const below = (lines: number) =>
      read(...Array.from({ length: lines }, () => 'Logger 7'), 'time;temp;hum', '2026-03-10 14:00;18;50');
    expect(below(39).series).not.toBeNull();
    expect(below(40).series).toBeNull();
  });
  test('a heading that lacks one is told with its line; one cell with all three words is no heading', () => {
    expect(read('Logger;', 'Date;Temperature', '10.03.2026 14:00;18').faults).toEqual([
      { line: 2, words: 'The heading names no column for a humidity; call them time, temperature and humidity.' },
    ]);
    expect(read('date, temp, hum', '2026-03-10 14:00, 18, 50').faults[0]!.words).toMatch(
      /a temperature and a humidity/,
    );
  });
  test('day and hour may stand in two columns, figures with their units', () => {
    const { series } = read('Date;Time;Temp;Humidity', '10/03/2026;14:00;18 °C;50 %', '10/03/2026;15:00;19,5C;55%');
    expect(series).toMatchObject({ from: at('2026-03-10', 14), temperature_c: [18, 19.5], humidity_pct: [50, 55] });
    expect(read('Time;Elapsed time;Temp;Humidity', '2026-03-10 14:00;0:00;18;50').series!.from).toBe(
      at('2026-03-10', 14),
    );
  });
  test.each([
    // A 13th month tells, once for the whole file.
    ['month first', ['03/02/2026 14:00', '13/02/2026 14:00'], '2026-02-03', 'day first'],
    ['day first', ['02/03/2026 14:00', '02/13/2026 14:00'], '2026-02-03', 'month first'],
    // Days that lie side by side are one week, not half a year.
    ['month first', ['01/05/2026 14:00', '07/05/2026 14:00'], '2026-05-01', 'day first'],
    ['day first', ['05/01/2026 14:00', '05/07/2026 14:00'], '2026-05-01', 'month first'],
    // One day alone does not tell.
    ['day first', ['3/10/26 14:00'], '2026-10-03', 'day first'],
    ['month first', ['3/10/26 14:00'], '2026-03-10', 'month first'],
    ['month first', ['3-10-2026 2:00 p.m.'], '2026-03-10', 'month first'],
  ] as const)('where %s is usual, %j begin on %s, %s', (usual, times, first, order) => {
    const { series, notes, faults } = readBy(usual, [HEAD, ...times.map((t) => `${t};18;50`)]);
    expect(faults).toEqual([]);
    expect(series!.from).toBe(at(first, 14));
    expect(notes.join(' ')).toContain(`are read ${order}`);
  });
  test('dates that cannot be read otherwise are not spoken of', () => {
    expect(read(HEAD, '2026/03/10 14:00;18;50', '10.03.26 15:00;18;50').notes).toEqual([
      'Temperatures are read as °C.',
    ]);
  });
  test.each([
    ['12:00 AM', 0],
    ['12:30 PM', 12],
    ['1:00 PM', 13],
    ['11:59 PM', 23],
  ])('%s is in hour %d', (clock, hour) => {
    expect(readBy('month first', [HEAD, `3/10/2026 ${clock};18;50`]).series!.from).toBe(at('2026-03-10', hour));
  });
  test.each(['0:30 AM', '13:00 PM', '24:00', '9:60'])('%s is no time', (clock) => {
    expect(readBy('month first', [HEAD, `3/10/2026 ${clock};18;50`]).faults.map((f) => f.line)).toEqual([2]);
  });
  test('two years are read, an hour more is told with both ends', () => {
    const from = at('2024-01-01', 0);
    const until = (hours: number) =>
      read(
        HEAD,
        '2024-01-01T00:00+01:00;18;50',
        `${new Date((from + hours * 60) * 60_000).toISOString().slice(0, 16)}Z;18;50`,
      );
    expect(until(MOST_SERIES_HOURS - 1).series!.temperature_c).toHaveLength(MOST_SERIES_HOURS);
    const { series, faults } = until(MOST_SERIES_HOURS);
    expect(series).toBeNull();
    expect(faults[0]!.words).toBe(
      'The readings go from 2024-01-01 to 2026-01-02, more than two years. Look at the dates, or cut the file.',
    );
  });
});

describe('measured hours laid over those known before', () => {
  const series = (day: string, hour: number, t: readonly number[]) => ({
    from: at(day, hour),
    temperature_c: [...t],
    humidity_pct: t.map((x) => x + 40),
  });
  const over = (newer: ReturnType<typeof series>, older: ReturnType<typeof series>) =>
    laidOver(newer, older, ORDINARY, ZONE);
  test('where both have an hour the new one counts, all others stay, whichever begins first', () => {
    const older = series('2026-03-10', 10, [1, 2, 3, 4]);
    expect(over(series('2026-03-10', 11, [8, 9]), older)).toEqual(series('2026-03-10', 10, [1, 8, 9, 4]));
    expect(over(series('2026-03-10', 8, [7, 8, 9]), older)).toEqual(series('2026-03-10', 8, [7, 8, 9, 2, 3, 4]));
    expect(over(series('2026-03-10', 13, [8, 9]), older)).toEqual(series('2026-03-10', 10, [1, 2, 3, 8, 9]));
  });
  test('hours between the two are ordinary', () => {
    const { temperature_c } = over(series('2026-03-11', 10, [30]), series('2026-03-10', 10, [1]));
    expect(temperature_c).toHaveLength(25);
    expect([temperature_c[0], temperature_c[24]]).toEqual([1, 30]);
    for (const t of temperature_c.slice(1, 24)) {
      expect(t).toBeGreaterThanOrEqual(ORDINARY.low_c);
      expect(t).toBeLessThanOrEqual(ORDINARY.high_c);
    }
  });
  test('of more than two years the oldest hours go', () => {
    const older = series(
      '2024-03-10',
      10,
      Array.from({ length: MOST_SERIES_HOURS }, (_, h) => h % 30),
    );
    const last = older.from + (MOST_SERIES_HOURS - 1) * 60;
    const same = over({ ...series('2024-03-10', 10, [99]), from: last }, older);
    expect([same.from, same.temperature_c.length]).toEqual([older.from, MOST_SERIES_HOURS]);
    const longer = over({ ...series('2024-03-10', 10, [98, 99]), from: last }, older);
    expect([longer.from, longer.temperature_c.length]).toEqual([older.from + 60, MOST_SERIES_HOURS]);
    expect([longer.temperature_c[0], longer.temperature_c.at(-1)]).toEqual([1, 99]);
  });
});

test('the made-up logger gives the same air for the same hour, near the ordinary days', () => {
  const now = at('2026-03-10', 11);
  const series = simulatedAir(ORDINARY, ZONE, now);
  expect(simulatedAir(ORDINARY, ZONE, now + 30)).toEqual(series);
  expect(series.from).toBeLessThan(now - 6 * 1440);
  expect(series.from + series.temperature_c.length * 60).toBeGreaterThan(now + 4 * 1440);
  for (const t of series.temperature_c) expect(Math.abs(t - 16)).toBeLessThan(8);
});
