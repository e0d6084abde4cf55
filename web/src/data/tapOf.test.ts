import type { WorkshopView } from '@app/contract';
import { describe, expect, test } from 'vitest';
import { tapOf } from './tapOf.ts';

const view = {
  pieces: [{ name: 'Settle', steps: [{ id: 'a/b', title: 'Prime' }] }],
} as unknown as WorkshopView;
const BODY = { commandId: 'c', note: 'as entered' };

describe('what may wait to be sent', () => {
  test.each([
    ['start', 'Started: Prime on Settle'],
    ['done', 'Done: Prime on Settle'],
    ['progress', 'Under way: Prime on Settle'],
    ['differently', 'Done differently: Prime on Settle'],
    ['problem', 'Problem with: Prime on Settle'],
    ['pin', 'Moved: Prime on Settle'],
  ])('a %s of a step, in words', (what, words) => {
    expect(tapOf(view, 'POST', `/steps/a%2Fb/${what}`, BODY, 7)).toMatchObject({ words, step: 'a/b', tappedAt: 7 });
  });
  test.each(['start', 'done', 'progress', 'differently'])(
    'a %s happened when it was tapped, however late it arrives',
    (what) => {
      expect(tapOf(view, 'POST', `/steps/a%2Fb/${what}`, BODY, 7)?.body).toEqual({ ...BODY, at: 7 });
    },
  );
  test.each([
    [['x'], 'Done: Prime on Settle, and a step before it'],
    [['x', 'y'], 'Done: Prime on Settle, and 2 steps before it'],
  ])('done with %j before it, in words', (steps, words) => {
    const before = { steps, outcomes: [] };
    const tap = tapOf(view, 'POST', '/steps/a%2Fb/done', { ...BODY, before }, 7);
    expect(tap).toMatchObject({ words, body: { before } });
  });
  test('a time that was entered stands', () => {
    expect(tapOf(view, 'POST', '/steps/a%2Fb/done', { ...BODY, at: 3 }, 7)?.body).toMatchObject({ at: 3 });
  });
  test.each(['problem', 'pin'])('a %s carries nothing it was not given', (what) => {
    expect(tapOf(view, 'POST', `/steps/a%2Fb/${what}`, BODY, 7)?.body).toEqual(BODY);
  });
  test.each([
    ['POST', '/pieces'],
    ['PUT', '/shop/people/owner'],
    ['DELETE', '/steps/a%2Fb/pin'],
    ['POST', '/steps/a%2Fb/done/more'],
    ['POST', '/steps/gone/done'],
  ] as const)('never %s %s', (method, path) => {
    expect(tapOf(view, method, path, BODY, 7)).toBeNull();
  });
});
