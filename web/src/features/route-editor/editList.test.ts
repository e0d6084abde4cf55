import { seriesOf } from '@app/core';
import type { RouteEdit, RouteStep } from '@app/core';
import { expect, test } from 'vitest';
import { freshKey, waitBefore, withEdit } from './editList.ts';

const own = (key: string): RouteEdit => ({
  op: 'add',
  after: null,
  step: {
    key,
    title: key,
    zones: ['body'],
    minutes: 20,
    hands: 1,
    skill: 'prep',
    product: null,
    coat: null,
    colour: null,
    dusty: false,
    wait_minutes: 0,
  },
});

test('changing the same thing twice leaves one change, the last; other changes stay in their order', () => {
  let edits: readonly RouteEdit[] = [];
  edits = withEdit(edits, { op: 'coats', series: 'paint', count: 3 });
  edits = withEdit(edits, { op: 'minutes', step: 'wash', minutes: 40 });
  edits = withEdit(edits, { op: 'coats', series: 'paint', count: 4 });
  expect(edits).toEqual([
    { op: 'minutes', step: 'wash', minutes: 40 },
    { op: 'coats', series: 'paint', count: 4 },
  ]);
});
test('a step of one’s own that is left out is simply gone', () => {
  const edits = withEdit([], own('own-1'));
  expect(withEdit(edits, { op: 'strike', step: 'own-1', why: 'no' })).toEqual([]);
  expect(withEdit(edits, { op: 'strike', step: 'wash', why: 'no' })).toHaveLength(2);
});
test('a new step gets a key no other has', () => {
  expect(freshKey([])).toBe('own-1');
  expect(freshKey([own('own-4'), own('own-2')])).toBe('own-5');
});
test('coats belong to their run by their key; steps that are no coats do not', () => {
  expect(seriesOf('paint-2')).toBe('paint');
  expect(seriesOf('clear-top-1')).toBe('clear-top');
  expect(seriesOf('prime-drawers-1')).toBe('prime-drawers');
  expect(seriesOf('paint-1-again-1')).toBeNull();
  expect(seriesOf('wash-2')).toBe('wash');
  expect(seriesOf('strip-1')).toBeNull();
});
test('the wait shown is the longest of its gaps, with its window', () => {
  const step = (key: string, after: RouteStep['after'], product: string | null = null) =>
    ({ key, after, product }) as RouteStep;
  const link = { step: 'a', from: 'recoat', min_minutes: 0, max_minutes: null } as const;
  const steps = [step('a', [], 'matt')];
  const minutes = () => 120;
  expect(waitBefore(step('b', [link]), steps, minutes)).toEqual({ minutes: 120, words: 'next coat after', max: null });
  const window = { step: 'a', from: 'end', min_minutes: 30, max_minutes: 90 } as const;
  expect(waitBefore(step('b', [window]), steps, minutes)).toMatchObject({ minutes: 30, max: 90 });
  expect(waitBefore(step('b', []), steps, minutes)).toBeNull();
});
