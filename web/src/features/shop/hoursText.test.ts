import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { hoursTextOf } from './hoursText.ts';

const [metric, us] = [hoursTextOf('metric'), hoursTextOf('us')];

test.each([
  ['9-17', '9:00–17:00'],
  ['9–12:30, 13–17', '9:00–12:30, 13:00–17:00'],
  ['8.30-12; 1pm-5:15pm', '8:30–12:00, 13:00–17:15'],
  ['13-17, 9-12', '9:00–12:00, 13:00–17:00'],
  ['0-24', '0:00–24:00'],
  ['off', ''],
  ['', ''],
  // Nobody means one to five in the morning by it.
  ['9-5', '9:00–17:00'],
  ['9-12, 1-5', '9:00–12:00, 13:00–17:00'],
  ['9-12, 12-4', '9:00–12:00, 12:00–16:00'],
  ['8-8', '8:00–20:00'],
  ['9am-12, 1pm-5', '9:00–12:00, 13:00–17:00'],
  // By 24 hours it is what it says.
  ['1-5', '1:00–5:00'],
])('"%s" is read as "%s"', (typed, said) => {
  expect(metric.say(metric.read(typed)!)).toBe(said);
});

describe('where the clock has two halves', () => {
  test.each([
    ['9-17', '9am–5pm'],
    ['9–12:30, 1–5', '9am–12:30pm, 1pm–5pm'],
    ['9 a.m. - 5.30 p.m.', '9am–5:30pm'],
    ['12-5', '12pm–5pm'],
    ['1-5', '1pm–5pm'],
    ['5:59-9', '5:59pm–9pm'],
    ['6-9', '6am–9am'],
    ['1am-5am', '1am–5am'],
    ['6 pm–12 am', '6pm–12am'],
    ['12am-12am', '12am–12am'],
  ])('"%s" is read as "%s"', (typed, said) => {
    expect(us.say(us.read(typed)!)).toBe(said);
  });
  test('and its own example can be typed', () => {
    expect(us.read(us.example)).toEqual(metric.read(metric.example));
  });
});

test.each(['late-ish', '17-9', '9-25', '9-12, 11-13', '9', '9-9:60', '13am-14', '5pm-9am', '9-12, 1-5, 3-6, 1-2'])(
  '"%s" is not read as anything',
  (typed) => {
    expect([metric.read(typed), us.read(typed)]).toEqual([null, null]);
  },
);

test('whatever the hours of a day, they are read as they are said', () => {
  const minutes = fc.uniqueArray(fc.integer({ min: 0, max: 288 }), { minLength: 2, maxLength: 6 });
  fc.assert(
    fc.property(minutes, (fives) => {
      const sorted = fives.map((n) => 5 * n).sort((a, b) => a - b);
      const shifts = Array.from({ length: Math.floor(sorted.length / 2) }, (_, n) => ({
        from: sorted[2 * n]!,
        until: sorted[2 * n + 1]!,
      }));
      for (const text of [metric, us]) expect(text.read(text.say(shifts))).toEqual(shifts);
    }),
  );
});
