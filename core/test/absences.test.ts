import { expect, test } from 'vitest';
import { GRID_MINUTES } from '../src/calendar/grid.ts';
import { newDraft } from '../src/planner/build/draft.ts';
import { isSet } from '../src/planner/engine/resources/bits.ts';
import { Absences } from '../src/promise/absences.ts';
import { at, piece, smallShop, step } from './fixtures/smallShop.ts';

test('nobody knows before the morning that somebody is away; then the day is gone, and given back for the next run', () => {
  const draft = newDraft(smallShop([piece('p', [step('a')])]), null);
  const { origin, model } = draft.compiled;
  const slot = (day: number, hour: number) => (at(day, hour) - origin) / GRID_MINUTES;
  const isFree = () => isSet(model.people[0]!.free, slot(1, 10));
  const asked: number[] = [];
  const absences = new Absences(draft);
  absences.begin((_, day) => asked.push(day) === 2);
  expect(isFree()).toBe(true);
  absences.comes(slot(1, 0) - 1);
  expect(isFree()).toBe(true);
  absences.comes(slot(1, 0));
  expect(isFree()).toBe(false);
  // Only that day.
  absences.comes(slot(3, 0));
  expect(isSet(model.people[0]!.free, slot(2, 10))).toBe(true);
  absences.end();
  expect(isFree()).toBe(true);
});
