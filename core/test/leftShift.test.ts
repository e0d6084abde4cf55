import { expect, test } from 'vitest';
import { compareScores, improvePlan, type Plan, planAfresh, type Problem, scoreOf, verify } from '../src/index.ts';
import { insert, latestFor, readyFor, remove } from '../src/planner/engine/schedule/partialSchedule.ts';
import { seek } from '../src/planner/engine/schedule/seek.ts';
import { queryPlan } from '../src/planner/explain/planQuery.ts';
import { newDraft, placementOf } from '../src/planner/build/draft.ts';
import { finish } from '../src/planner/build/finish.ts';
import { leftShift } from '../src/planner/build/leftShift.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';
import { after, air, at, piece, smallShop, step } from './fixtures/smallShop.ts';

const RUNS = process.env['MOKUME_LONG'] ? 60 : 3;

/** Steps that could begin sooner by more than `slots`, in as short a time, with everything else where it is. */
function couldBeSooner(problem: Problem, plan: Plan, slots: number): string[] {
  const { compiled, schedule: b } = queryPlan(problem, plan);
  const { steps, pieces, floor } = b.model;
  return compiled.steps.flatMap((s, i) => {
    const step = steps[i]!;
    const isTied = steps.some((f) => f.preds.some((p) => p.step === i && p.maxSlots < Infinity));
    if (step.fixed || step.pinSlot >= 0 || b.start[i]! < 0 || isTied) return [];
    const at = [b.start[i]!, b.end[i]!, b.hold[i]!, b.mode[i]!, b.crew[i]!] as const;
    const own = pieces[step.piece]!;
    const first = Math.min(...own.steps.map((j) => (b.start[j]! < 0 ? Infinity : b.start[j]!)));
    const ready = Math.max(readyFor(b, step), floor && own.floor > 0 ? first : 0);
    remove(b, i);
    const isFound = seek(b, i, ready);
    const { start, end } = b.found;
    const isInWindow = start <= latestFor(b, step) || step.rescue_minutes < 0;
    const is = isFound && isInWindow && start < at[0] - slots && end <= at[1] && end - start <= at[1] - at[0];
    insert(b, i, ...at);
    return is ? [s.id] : [];
  });
}

test(`in ${RUNS} shops nobody stands idle for more than an hour while a step waits that they could do, and the plan is right`, () => {
  for (let seed = 1; seed <= RUNS; seed++) {
    const { problem } = randomWorkshop(seed, 12);
    const first = planAfresh(problem);
    const better = improvePlan(problem, first, { seed: 1, evaluations: 40 });
    expect(verify(problem, better), `seed ${seed}`).toEqual([]);
    expect(compareScores(scoreOf(problem, better), scoreOf(problem, first), problem.preferences)).toBeLessThanOrEqual(
      0,
    );
    for (const plan of [first, better]) expect(couldBeSooner(problem, plan, 12), `seed ${seed}`).toEqual([]);
  }
});

test.each([
  ['cold from noon on: the filler would be hard later than the coat over it begins, so it stays', 8, at(0, 10, 15)],
  ['warm as well: it is filled at once', 21, at(0, 9)],
])('a bench that is free sooner and %s', (_, afternoon_c, filledAt) => {
  const bench = { kind: 'bench', units: 1, span: 'work' } as const;
  const filler = step('filler', { product: 'water-filler', needs: [bench] });
  const coat = step('coat', { product: 'matt-paint', needs: [bench], after: [after('filler', { from: 'topcoat' })] });
  const fromQuarterPastTen = {
    weekly: Array.from({ length: 7 }, () => [{ from: 615, until: 1440 }]),
    exceptions: [],
    blocks: [],
  };
  const problem = smallShop([piece('p', [filler, coat])], {
    stations: [
      { id: 'bench', name: 'Bench', kind: 'bench', capacity: 1, hours: null, climate: 'shed' },
      { id: 'warm', name: 'Warm room', kind: 'bench', capacity: 1, hours: fromQuarterPastTen, climate: 'warm' },
    ],
    climates: { shed: air((h, day) => (day > 0 || h >= 12 ? afternoon_c : 21)), warm: air(() => 21) },
  });
  const draft = newDraft(problem, null);
  const { schedule: b, compiled } = draft;
  const slotOf = (instant: number) => (instant - compiled.origin) / 5;
  const place = (i: number, from: number) => {
    expect(seek(b, i, from)).toBe(true);
    const { start, end, hold, mode, crew } = b.found;
    insert(b, i, start, end, hold, mode, crew);
  };
  const [first, second] = ['filler', 'coat'].map((id) => compiled.indexOf.get(id)!) as [number, number];
  place(first, slotOf(at(0, 10, 15)));
  place(second, readyFor(b, compiled.model.steps[second]!));
  leftShift(draft);
  expect(placementOf(draft, first)!.start).toBe(filledAt);
  expect(verify(problem, finish(draft))).toEqual([]);
});

test.each([
  ['the window is kept then, and the scuffing is not needed', [{ from: 540, until: 1020 }], at(0, 10), at(0, 11)],
  [
    'where it is missed even so it takes the scuffing with it',
    [
      { from: 540, until: 600 },
      { from: 840, until: 1020 },
    ],
    at(0, 14),
    at(0, 15, 30),
  ],
])('a coat that was to be scuffed for begins sooner when it can: %s', (_, shifts, start, end) => {
  const rescue = { title: 'scuff', minutes: 30 };
  const two = step('two', { after: [after('one', { max_minutes: 120, rescue })] });
  const hours = { weekly: Array.from({ length: 7 }, () => shifts), exceptions: [], blocks: [] };
  const { people } = smallShop([]);
  const problem = smallShop([piece('p', [step('one'), two])], { people: people.map((p) => ({ ...p, hours })) });
  const draft = newDraft(problem, null);
  const { schedule: b, compiled } = draft;
  const place = (id: string, from: number, extra_minutes: number) => {
    const i = compiled.indexOf.get(id)!;
    expect(seek(b, i, (from - compiled.origin) / 5, extra_minutes)).toBe(true);
    const { start, end, hold, mode, crew } = b.found;
    insert(b, i, start, end, hold, mode, crew);
    return i;
  };
  place('one', at(0, 9), 0);
  const i = place('two', at(0, 15, 30), 30);
  leftShift(draft);
  expect(placementOf(draft, i)).toMatchObject({ start, end });
  expect(verify(problem, finish(draft))).toEqual([]);
});
