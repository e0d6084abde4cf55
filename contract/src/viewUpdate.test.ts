import { EMPTY_PLAN } from '@app/core';
import { expect, test } from 'vitest';
import { applyPlanUpdate, applyUpdate, NO_PLAN_UPDATE, type ViewUpdate } from './viewUpdate.ts';
import type { WorkshopView } from './view.ts';

const view = { revision: 7, now: 100, pieces: [], changes: [], plan: EMPTY_PLAN } as unknown as WorkshopView;
const update = (base: number) =>
  ({
    base,
    now: 105,
    change: { id: 'c' },
    undone: [],
    redone: [],
    pieces: [],
    gone: [],
    shop: null,
    plan: null,
  }) as unknown as ViewUpdate;

test('a change is laid upon the revision it was made of, and upon no other', () => {
  expect(applyUpdate(view, update(7), 8)).toMatchObject({ revision: 8, now: 105, changes: [{ id: 'c' }] });
  for (const base of [6, 8]) expect(applyUpdate(view, update(base), 9)).toBeNull();
});

test('of the very same plan and update comes the very same plan; of another plan another', () => {
  const more = { ...NO_PLAN_UPDATE, ready: { chest: 500 } };
  const [one, other] = [EMPTY_PLAN, { ...EMPTY_PLAN, ready: { desk: 400 } }];
  const first = applyPlanUpdate(one, more);
  expect(first.ready).toEqual({ chest: 500 });
  expect(applyPlanUpdate(one, more)).toBe(first);
  expect(applyPlanUpdate(other, more).ready).toEqual({ desk: 400, chest: 500 });
  expect(applyPlanUpdate(one, more).ready).toEqual({ chest: 500 });
});
