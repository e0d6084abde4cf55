import type { ShopStep } from '@app/core';

/** A step still to come, as far as taps look at it. @param after keys of the steps it waits for */
export const someStep = (key: string, after: readonly string[], more: object = {}): ShopStep =>
  ({
    id: `p.${key}`,
    key,
    title: `Step ${key}`,
    state: { kind: 'planned' },
    outcomes: [],
    after: after.map((k) => ({ step: k, from: 'end', min_minutes: 0, max_minutes: null })),
    ...more,
  }) as unknown as ShopStep;
