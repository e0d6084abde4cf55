import { describe, expect, test } from 'vitest';
import { compileProblem } from '../src/planner/compile/compile.ts';
import { doneByApparentTardiness, elapsedWork } from '../src/planner/engine/schedule/apparentTardiness.ts';
import type { EngineModel } from '../src/planner/engine/engineModel.ts';
import { at, piece, smallShop, step } from './fixtures/smallShop.ts';

type Job = { readonly hours: number; readonly weight: number; readonly due: number };
const modelOf = (jobs: readonly Job[], people = 1): EngineModel => {
  const pieces = jobs.map(({ hours, weight, due }, n) =>
    piece(`job-${n}`, [step(`job-${n}.work`, { work_minutes: hours * 60 })], { due, weight, promised: true }),
  );
  const [one] = smallShop([]).people;
  const all = Array.from({ length: people }, (_, n) => ({ ...one!, id: `p${n}` }));
  return compileProblem(smallShop(pieces, { people: all }), null).model;
};
/** Numbers of the jobs in the order they are done in. */
const orderOf = (jobs: readonly Job[], lookAhead: number) => {
  const model = modelOf(jobs);
  const all = jobs.map((_, k) => k);
  const done = doneByApparentTardiness(model, all, elapsedWork(model), lookAhead);
  return all.sort((a, b) => done[a]! - done[b]!);
};

describe('the order in which lateness costs least', () => {
  const jobs = [
    { hours: 6, weight: 1, due: 0 },
    { hours: 2, weight: 4, due: 0 },
    { hours: 4, weight: 5, due: 0 },
    { hours: 1, weight: 1, due: 0 },
  ];
  test.each([0.5, 2, 5])('all late whatever is done: weight over work (Smith 1956), looking %f ahead', (lookAhead) => {
    expect(
      orderOf(
        jobs.map((j) => ({ ...j, due: at(-1, 9) })),
        lookAhead,
      ),
    ).toEqual([1, 2, 3, 0]);
  });
  test('alike, and all with time: the earliest date (Jackson 1955)', () => {
    const due = [at(9, 17), at(5, 17), at(12, 17), at(7, 17)];
    expect(
      orderOf(
        due.map((d) => ({ hours: 3, weight: 2, due: d })),
        2,
      ),
    ).toEqual([1, 3, 0, 2]);
  });
  test('what has weeks left waits for what is late, though it weighs ten times as much', () => {
    const late = { hours: 4, weight: 1, due: at(0, 9) };
    const far = { hours: 4, weight: 10, due: at(35, 17) };
    expect(orderOf([far, late], 2)).toEqual([1, 0]);
    expect(orderOf([{ ...far, due: at(0, 9) }, late], 2)).toEqual([0, 1]);
  });
  test('two people are through in half the time, and an hour of work takes more of the day than an hour', () => {
    const [one, two] = [1, 2].map((people) => elapsedWork(modelOf(jobs, people)));
    expect(one![0]! / two![0]!).toBeCloseTo(2, 6);
    // Eight of twenty-four hours on five days of seven.
    expect(one![0]! / (6 * 12)).toBeGreaterThan(3.8);
    expect(one![0]! / (6 * 12)).toBeLessThan(4.4);
  });
  test('each is done after the one before it, by its own work', () => {
    const model = modelOf(jobs);
    const elapsed = elapsedWork(model);
    const done = doneByApparentTardiness(model, [0, 1, 2, 3], elapsed, 2);
    expect(Math.max(...done)).toBeCloseTo(
      elapsed.reduce((n, e) => n + e, 0),
      6,
    );
    expect(done[1]).toBeCloseTo(elapsed[1]!, 6);
  });
});
