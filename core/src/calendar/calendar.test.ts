import { expect, test } from 'vitest';
import { merge } from './intervals.ts';
import { dayOf, instantAt, isTimeZone, openIntervals, wallClock } from '../index.ts';

const at = (zone: string, date: string, hour: number, minute = 0) => instantAt(zone, dayOf(date), hour * 60 + minute);

// Elapsed hours between wall-clock times; computed with @js-temporal/polyfill 0.5.1 (tz data 2025c).
test.each([
  ['America/New_York', '2026-03-07', 18, '2026-03-08', 18, 23],
  ['America/New_York', '2026-10-31', 18, '2026-11-01', 18, 25],
  ['America/Chicago', '2027-03-13', 20, '2027-03-14', 8, 11],
  ['America/Los_Angeles', '2027-11-06', 20, '2027-11-07', 8, 13],
  ['Europe/Berlin', '2026-03-28', 22, '2026-03-29', 6, 7],
  ['Europe/London', '2026-10-24', 22, '2026-10-25', 6, 9],
  ['Australia/Sydney', '2026-04-04', 22, '2026-04-05', 6, 9],
  ['Australia/Lord_Howe', '2026-04-04', 22, '2026-04-05', 6, 8.5],
  ['Australia/Sydney', '2026-10-03', 22, '2026-10-04', 6, 7],
  ['Pacific/Auckland', '2026-09-26', 22, '2026-09-27', 6, 7],
  ['America/Phoenix', '2026-03-07', 18, '2026-03-08', 18, 24],
  ['Europe/Berlin', '2028-02-28', 12, '2028-03-01', 12, 48],
])('%s: from %s %d:00 to %s %d:00 pass %d hours', (zone, d1, h1, d2, h2, hours) => {
  expect((at(zone, d2, h2) - at(zone, d1, h1)) / 60).toBe(hours);
});

// RFC 5545, 3.3.5: a time in the gap uses the offset before it, one that comes twice is the first.
test('a skipped time is moved on by the gap, a doubled time is the first of the two', () => {
  expect(at('America/New_York', '2026-03-08', 2, 30)).toBe(Date.UTC(2026, 2, 8, 7, 30) / 60_000);
  expect(at('America/New_York', '2026-11-01', 1, 30)).toBe(Date.UTC(2026, 10, 1, 5, 30) / 60_000);
});

test('reading the wall gives back what it was set from', () => {
  for (const zone of ['Europe/Lisbon', 'Australia/Lord_Howe', 'Pacific/Auckland', 'America/Phoenix', 'Asia/Kolkata'])
    for (let day = dayOf('2026-03-01'); day < dayOf('2026-03-05'); day++)
      expect(wallClock(zone, instantAt(zone, day, 605))).toMatchObject({ day, minute: 605 });
});

test('a shift over a spring change is an hour shorter, blocks are cut out, a day off replaces the weekly hours', () => {
  const hours = {
    weekly: [[], [], [], [], [], [], [{ from: 0, until: 360 }]],
    exceptions: [{ date: '2026-04-05', shifts: [] }],
    blocks: [{ title: 'Fetching', on: { date: '2026-03-22' }, from: 60, until: 120 }],
  };
  const open = openIntervals(
    hours,
    'Europe/Berlin',
    at('Europe/Berlin', '2026-03-16', 0),
    at('Europe/Berlin', '2026-04-12', 0),
  );
  expect(open.map((s) => s.until - s.from)).toEqual([60, 240, 300]);
});

test('an unknown zone and an impossible date are told by name', () => {
  expect(isTimeZone('Mars/Olympus')).toBe(false);
  expect(() => instantAt('Mars/Olympus', 0, 0)).toThrow(/Mars\/Olympus/);
  expect(() => dayOf('tomorrow')).toThrow(/tomorrow/);
});

test('spans that touch are one, spans a minute apart are two', () => {
  expect(
    merge([
      { from: 10, until: 20 },
      { from: 0, until: 10 },
    ]),
  ).toEqual([{ from: 0, until: 20 }]);
  expect(
    merge([
      { from: 11, until: 20 },
      { from: 0, until: 10 },
    ]),
  ).toHaveLength(2);
});
