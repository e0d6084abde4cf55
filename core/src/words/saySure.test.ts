import { expect, test } from 'vitest';
import { dayOf, type Instant, instantAt } from '../index.ts';
import { saySure } from './saySure.ts';

const ZONE = 'Europe/Berlin';
/** From Monday 9 March 2026, nine in the morning. */
const on = (day: number, hour = 9): Instant => instantAt(ZONE, dayOf('2026-03-09') + day, hour * 60);
const saying = { zone: ZONE, units: 'metric', now: on(0) } as const;
const said = (ready: Instant, p50: Instant, p95: Instant, sample: readonly Instant[] = []) =>
  saySure(ready, { runs: 200, p50, p80: p95, p95, due: null, sample }, saying);

test('the plan’s date and the chances of others go together in one sentence', () => {
  expect(said(on(2), on(2, 15), on(2, 16))).toBe('Ready Wed by the plan, likely, and safe to promise.');
  expect(said(on(2), on(3), on(5))).toBe(
    'The plan has it ready Wed 9:00 if nothing goes wrong, with no slack for nights that dry slowly or work done twice: likely Thu, safe to promise Sat.',
  );
  expect(said(on(2), on(3), Infinity)).toBe(
    'The plan has it ready Wed 9:00; too much may go wrong to promise any date.',
  );
});
test('what is likely sooner than planned is not said to be so if nothing goes wrong', () => {
  expect(said(on(4), on(3), on(5))).toBe(
    'The plan has it ready Fri 9:00. It is likely ready sooner, Thu, since it is gone on with when others leave time free; safe to promise Sat.',
  );
  // Sooner on the same day is no other day to speak of.
  expect(said(on(4), on(4, 8), on(5))).toMatch(/if nothing goes wrong/);
});
test('what comes sooner than planned in a tenth of the rehearsals is told of, what does in fewer is not', () => {
  const some = (sooner: number) => [...Array(sooner).fill(on(2)), ...Array(100 - sooner).fill(on(4))] as Instant[];
  expect(said(on(4), on(4), on(5), some(11))).toBe(
    'The plan has it ready Fri 9:00 if nothing goes wrong, and sooner now and then, when others leave time free: likely Fri, safe to promise Sat.',
  );
  expect(said(on(4), on(4), on(5), some(10))).toMatch(/no slack for nights/);
  expect(said(on(4), on(4), on(5), [on(4, 8)])).toMatch(/no slack for nights/);
});
