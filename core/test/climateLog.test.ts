import { describe, expect, test } from 'vitest';
import { dayOf, instantAt, logFromTable, simulatedAir } from '../src/index.ts';

const ZONE = 'Europe/Berlin';
const ORDINARY = { high_c: 20, low_c: 12, humidityAtHigh_pct: 45, humidityAtLow_pct: 70 };
const read = (...lines: string[]) =>
  logFromTable(
    lines.map((l) => l.split(';')),
    ZONE,
    ORDINARY,
  );
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
    const us = read('Date Time;Temp (°F);RH', '3/10/2026 2:00 PM;68;50');
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

test('the made-up logger gives the same air for the same hour, near the ordinary days', () => {
  const now = at('2026-03-10', 11);
  const series = simulatedAir(ORDINARY, ZONE, now);
  expect(simulatedAir(ORDINARY, ZONE, now + 30)).toEqual(series);
  expect(series.from).toBeLessThan(now - 6 * 1440);
  expect(series.from + series.temperature_c.length * 60).toBeGreaterThan(now + 4 * 1440);
  for (const t of series.temperature_c) expect(Math.abs(t - 16)).toBeLessThan(8);
});
