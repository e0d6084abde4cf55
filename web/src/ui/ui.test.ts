import { readFileSync } from 'node:fs';
import { toField } from '../step/dateField.ts';
import { wcagContrast } from 'culori';
import type { Plan } from '@app/core';
import { healthOf } from './Health.tsx';
import { clock, dayOf, instantAt, sayLength, sayTime } from '@app/core';
import { describe, expect, test } from 'vitest';
import {
  fromTyped,
  fromTypedLitres,
  litresMeasured,
  measured,
  measureWords,
  sayArea,
  sayLitres,
  sayTemperature,
  toTyped,
  toTypedLitres,
} from './amounts.ts';
import { TOKENS } from './tokens.ts';

// happy-dom's URL is not Node's, so the path is built from the folder.
const css = readFileSync(`${import.meta.dirname}/../styles.css`, 'utf8').toLowerCase();

describe.each(['light', 'dark'] as const)('the %s look', (theme) => {
  const t = TOKENS[theme];
  // WCAG 2.2 AA: 4.5 for text, 3 for marks and large text.
  test.each(['paper', 'raised', 'sunk'] as const)('all text is readable on %s', (ground) => {
    for (const text of ['ink', 'sub', 'copper-text', 'verdigris-text', 'oxide-text', 'brass-text'] as const)
      expect(wcagContrast(t[text], t[ground]), `${text} on ${ground}`).toBeGreaterThanOrEqual(4.5);
  });
  test('marks and keylines stand out from paper and night', () => {
    for (const mark of ['copper', 'verdigris', 'oxide', 'brass', 'keyline'] as const)
      for (const ground of ['paper', 'raised', 'night'] as const)
        expect(wcagContrast(t[mark], t[ground]), `${mark} on ${ground}`).toBeGreaterThanOrEqual(3);
  });
  test('the style sheet carries exactly these values', () => {
    const block = css.slice(
      css.indexOf(theme === 'light' ? ":root,\n[data-theme='light']" : "\n[data-theme='dark'] {"),
    );
    const own = block.slice(0, block.indexOf('}'));
    for (const [name, hex] of Object.entries(t)) expect(own).toContain(`--m-${name}: ${hex.toLowerCase()};`);
  });
});

describe('times as a person says them', () => {
  const at = (date: string, hour: number, minute = 0, zone = 'Europe/Berlin') =>
    instantAt(zone, dayOf(date), hour * 60 + minute);
  const saying = { zone: 'Europe/Berlin', units: 'metric' as const, now: at('2026-03-10', 11, 12) };
  test.each([
    ['2026-03-10', 14, 10, 'today 14:10'],
    ['2026-03-11', 9, 0, 'tomorrow 9:00'],
    ['2026-03-09', 8, 5, 'yesterday 8:05'],
    ['2026-03-13', 9, 0, 'Fri 9:00'],
    // A line may be broken between day and hour, not within either.
    ['2026-03-24', 9, 0, 'Tue\u00a024, 9:00'],
    ['2026-05-20', 9, 0, 'Wed\u00a020\u00a0May 9:00'],
  ])('%s %d:%d is "%s"', (date, hour, minute, said) => {
    expect(sayTime(at(date, hour, minute), saying)).toBe(said);
  });
  test('in the US the clock has two halves', () => {
    expect(clock(at('2026-03-10', 14, 10), { ...saying, units: 'us' })).toBe('2:10\u00a0pm');
    expect(clock(at('2026-03-10', 0, 5), { ...saying, units: 'us' })).toBe('12:05\u00a0am');
  });
  test('the shop’s zone counts, not the browser’s', () => {
    expect(
      sayTime(at('2026-03-11', 1, 0, 'Pacific/Auckland'), {
        zone: 'Pacific/Auckland',
        units: 'metric',
        now: at('2026-03-10', 23, 0, 'Pacific/Auckland'),
      }),
    ).toBe('tomorrow 1:00');
    expect(toField(at('2026-03-10', 9, 5, 'Pacific/Auckland'), 'Pacific/Auckland')).toBe('2026-03-10T09:05');
  });
  test.each([
    [45, '45 min'],
    [60, '1 h'],
    [130, '2 h 10'],
    [36 * 60, '1.5 days'],
    [4320, '3 days'],
  ])('%d minutes are "%s", in one line', (minutes, said) => {
    expect(sayLength(minutes)).toBe(said.replaceAll(' ', '\u00a0'));
  });
});

test('amounts follow the shop’s units and come back unchanged', () => {
  expect([sayLitres(0.34, 'metric'), sayLitres(0.34, 'us'), sayLitres(2, 'us')]).toEqual([
    '0.34 L',
    '11.5 fl oz',
    '2.1 qt',
  ]);
  expect([sayArea(2.36, 'metric'), sayArea(2.36, 'us')]).toEqual(['2.4 m²', '25 ft²']);
  expect([sayTemperature(20, 'metric'), sayTemperature(20, 'us')]).toEqual(['20 °C', '68 °F']);
  expect(fromTyped(toTyped(0.9, 'us'), 'us')).toBeCloseTo(0.9, 2);
  expect(fromTypedLitres(toTypedLitres(1.5, 'us'), 'us')).toBeCloseTo(1.5, 1);
});

// Sources: a metric teaspoon is 5 mL and a tablespoon 15; US: 4.93 and 14.79 mL (NIST Handbook 44, appendix C).
test('small parts of a mix are measured in spoons, and stay as much when the measure is changed', () => {
  expect(litresMeasured(2, 'teaspoon', 'metric')).toBeCloseTo(0.01, 9);
  expect(litresMeasured(1, 'tablespoon', 'metric')).toBeCloseTo(0.015, 9);
  expect(litresMeasured(1, 'teaspoon', 'us')).toBeCloseTo(0.00493, 5);
  expect(litresMeasured(1, 'tablespoon', 'us')).toBeCloseTo(0.01479, 5);
  expect(measured(0.03, 'tablespoon', 'metric')).toBe('2');
  expect(measured(0.03, 'volume', 'metric')).toBe('30');
  // There and back it is the same to the millilitre.
  for (const ml of [1, 37, 200, 410])
    expect(litresMeasured(Number(measured(ml / 1000, 'tablespoon', 'metric')), 'tablespoon', 'metric')).toBeCloseTo(
      ml / 1000,
      3,
    );
  expect(measureWords('volume', 'us')).toBe('fl oz');
});
describe('how a piece stands against its date', () => {
  const plan = (ready: number | null) => ({ ready: ready === null ? {} : { p: ready } }) as unknown as Plan;
  const health = (ready: number | null, due: number | null, now = 0) =>
    healthOf({ id: 'p', due }, plan(ready), { zone: 'UTC', units: 'metric', now });
  test('a minute past it is late, to the minute it fits', () => {
    expect(health(10_000, 10_000)).toEqual({ kind: 'fits', words: 'fits, 0\u00a0min spare' });
    expect(health(10_001, 10_000)).toEqual({ kind: 'late', words: '1\u00a0min late' });
  });
  test('a day in hand is a day; what is ready is ready to go; without a date or a place that is said', () => {
    expect(health(10_000, 10_000 + 1440).words).toBe('fits, 1 day spare');
    expect(health(10_000, 10_000 + 2 * 1440).words).toBe('fits, 2 days spare');
    expect(health(10_000, 20_000, 10_000).kind).toBe('ready');
    // 1 January 1970 was a Thursday, and 10,000 minutes later it was Wednesday.
    expect(health(10_000, null)).toEqual({ kind: 'open', words: 'ready Wed' });
    expect(health(null, 20_000).kind).toBe('unplanned');
  });
});
