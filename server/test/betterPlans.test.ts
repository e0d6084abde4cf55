import { EMPTY_PLAN, KNOWN_AFTER_MINUTES } from '@app/core';
import { beforeEach, expect, test, vi } from 'vitest';
import { toldLateBy } from '../../core/test/fixtures/score.ts';
import type { Deps } from '../src/services/commands.ts';
import type { Offers } from '../src/services/offers.ts';
import { lookForBetter } from '../src/services/proposals.ts';

/** Scores that looks find, one after another: the days by which told dates are missed. */
let found: number[];
let standing: number;
let looks: number[];
let planNumber: number;
let offers: Offers;
/** Looks are answered when this is. */
let gate: Promise<void>;
beforeEach(() => {
  looks = [];
  standing = 50;
  planNumber = 1;
  gate = Promise.resolve();
  offers = new Map();
});

const deps = {
  get offers() {
    return offers;
  },
  clock: { now: () => KNOWN_AFTER_MINUTES },
  shops: { now: () => Promise.resolve({ view: { shop: {}, pieces: [], plan: EMPTY_PLAN }, planNumber, plannedAt: 0 }) },
  planner: {
    solve: async ({ look }: { look: number }) => {
      looks.push(look);
      const before = standing;
      standing = Math.min(standing, found.shift() ?? standing);
      const scores = { before: toldLateBy(before), after: toldLateBy(standing), preferences: undefined };
      await gate;
      return { kind: 'planned', plan: EMPTY_PLAN, moves: [{ piece: 'chest' }], scores };
    },
  },
} as unknown as Deps;

/** Asks until nothing more is looked for. @returns what stood open after each look, by what was offered */
async function askOn(): Promise<(number | null)[]> {
  const after: (number | null)[] = [];
  for (let isLooking = true; isLooking && after.length < 20;) {
    const answer = await lookForBetter(deps, 'shop');
    after.push(answer.proposal?.after.promisedLate ?? null);
    isLooking = answer.isLooking;
  }
  return after;
}

test('where nothing is found two looks are enough', async () => {
  found = [];
  expect(await askOn()).toEqual([null, null]);
  expect(looks).toEqual([1, 2]);
});
test('a look that found something in the end is followed by another, up to four', async () => {
  found = [40, 30, 20, 10, 5];
  expect(await askOn()).toEqual([40, 30, 20, 10]);
  expect(looks).toEqual([1, 2, 3, 4]);
});
test('the first look after the second that finds nothing is the last', async () => {
  found = [50, 30, 30, 20];
  expect(await askOn()).toEqual([null, 30, 30]);
});
test('what is offered is counted from the plan that is followed, not from the offer before', async () => {
  found = [40, 30];
  await askOn();
  const { proposal } = await lookForBetter(deps, 'shop');
  expect([proposal!.before.promisedLate, proposal!.after.promisedLate]).toEqual([50, 30]);
});
test('two who ask at once wait for the same look', async () => {
  found = [40];
  const [a, b] = await Promise.all([lookForBetter(deps, 'shop'), lookForBetter(deps, 'shop')]);
  expect(a).toEqual(b);
  expect(looks).toEqual([1]);
});
test('a look that ends after the plan has changed offers nothing on the new one', async () => {
  let open = () => {};
  gate = new Promise((resolve) => (open = resolve));
  found = [40];
  const old = lookForBetter(deps, 'shop');
  await vi.waitFor(() => expect(looks).toHaveLength(1));
  planNumber = 2;
  standing = 50;
  const next = lookForBetter(deps, 'shop');
  await vi.waitFor(() => expect(looks).toHaveLength(2));
  open();
  expect((await old).proposal).not.toBeNull();
  expect((await next).proposal).toBeNull();
  expect(await lookForBetter(deps, 'shop')).toEqual({ proposal: null, isLooking: false });
});
