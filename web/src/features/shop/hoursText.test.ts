import { expect, test } from 'vitest';
import { readShifts, shiftsText } from './hoursText.ts';

test.each([
  ['9-17', '9:00–17:00'],
  ['9–12:30, 13–17', '9:00–12:30, 13:00–17:00'],
  ['8.30-12; 1pm-5:15pm', '8:30–12:00, 13:00–17:15'],
  ['13-17, 9-12', '9:00–12:00, 13:00–17:00'],
  ['off', ''],
  ['', ''],
])('"%s" is read as "%s"', (typed, said) => {
  expect(shiftsText(readShifts(typed)!)).toBe(said);
});

test.each(['late-ish', '17-9', '9-25', '9-12, 11-13', '9'])('"%s" is not read as anything', (typed) => {
  expect(readShifts(typed)).toBeNull();
});
