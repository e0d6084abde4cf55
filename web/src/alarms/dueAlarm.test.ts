import type { Window } from '@app/core';
import { describe, expect, test } from 'vitest';
import { alreadyOpen, dueCall } from './dueAlarm.ts';

const window = (step: string, opens: number, closes: number | null = null): Window => ({
  piece: 'p',
  step,
  opens,
  closes,
  rescue: null,
});
const NONE = new Set<string>();
const told = (windows: readonly Window[], now: number, answered: ReadonlySet<string> = NONE) => {
  const call = dueCall(windows, now, answered);
  return call === null
    ? null
    : call.kind === 'missed'
      ? `missed ${call.window.step}`
      : `${call.alarm.kind} ${call.alarm.window.step}`;
};

describe('what is called out', () => {
  test.each([
    [94, null],
    [95, 'soon a'],
    [99, 'soon a'],
    [100, 'opens a'],
    [369, null],
    [370, 'closing a'],
    [390, 'last a'],
    [399, 'last a'],
    [400, 'missed a'],
  ])('at minute %i of a window from 100 to 400: %s', (now, words) => {
    // An hour after it opened that is no news any more.
    expect(told([window('a', 100, 400)], now)).toBe(words);
  });
  test('what opened is told for an hour to whoever comes back late', () => {
    expect(told([window('a', 100)], 160)).toBe('opens a');
    expect(told([window('a', 100)], 161)).toBeNull();
  });
  test('what was heard is not said again, what comes after it is', () => {
    const windows = [window('a', 100, 400)];
    const soon = dueCall(windows, 95, NONE)!;
    const heard = new Set([soon.id]);
    expect(told(windows, 99, heard)).toBeNull();
    expect(told(windows, 100, heard)).toBe('opens a');
  });
  test('a window that moves is a new alarm', () => {
    const heard = new Set([dueCall([window('a', 100)], 100, NONE)!.id]);
    expect(told([window('a', 110)], 110, heard)).toBe('opens a');
  });
  test('of several the one that closes first, then those that stay open', () => {
    expect(told([window('stays', 100), window('late', 90, 300), window('first', 95, 200)], 100)).toBe('opens first');
  });
  test('who switches the alarms on is not told what opened before, and is told what closes', () => {
    const windows = [window('open', 90), window('closing', 80, 110), window('soon', 104)];
    const known = new Set(alreadyOpen(windows, 100));
    expect([...known]).toEqual(['open@90.opens']);
    expect(told(windows, 100, known)).toBe('closing closing');
  });
});
