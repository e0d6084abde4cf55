import type { PieceView } from '@app/contract';
import { expect, test } from 'vitest';
import { dropStep } from './dropStep.ts';

const view = (pin: object) => ({
  pieces: [
    { id: 'q', steps: [], stepVersions: {} },
    {
      id: 'p',
      steps: [
        { id: 'p.a', pin },
        { id: 'p.b', pin: {} },
      ],
      stepVersions: { 'p.a': 7 },
    },
  ] as unknown as PieceView[],
});

test('a drop says which version of the step it was dragged in, so that a drag on an old picture is refused', () => {
  expect(dropStep(view({}), 'p.a', 600)).toEqual({ path: '/steps/p.a/pin', body: { version: 7, pin: { at: 600 } } });
});
test('a step nobody has touched yet is in its first version', () => {
  expect(dropStep(view({}), 'p.b', 600).body.version).toBe(0);
});
test('the person a step was given to keeps it, and the time it had is replaced', () => {
  expect(dropStep(view({ person: 'ines', at: 300 }), 'p.a', 600).body.pin).toEqual({ person: 'ines', at: 600 });
});
test('a step added by hand has a name that is safe in an address', () => {
  const odd = {
    pieces: [{ id: 'p', steps: [{ id: 'p.a/b c', pin: {} }], stepVersions: {} }] as unknown as PieceView[],
  };
  expect(dropStep(odd, 'p.a/b c', 600).path).toBe('/steps/p.a%2Fb%20c/pin');
});
