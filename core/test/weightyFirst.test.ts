import { describe, expect, test } from 'vitest';
import { improvePlan, type PieceToPlan, planAfresh, type Problem, scoreOf, verify } from '../src/index.ts';
import { compileProblem } from '../src/planner/compile/compile.ts';
import { leastCosts } from '../src/planner/engine/bounds/headsAndTails.ts';
import { newPartialSchedule } from '../src/planner/engine/schedule/partialSchedule.ts';
import { newScratch, placePiece } from '../src/planner/engine/schedule/serialSgs.ts';
import { isWorthWinning } from '../src/planner/engine/search/weightyFirst.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';
import { after, at, piece, smallShop, startOf, step } from './fixtures/smallShop.ts';

const RUNS = process.env['MOKUME_LONG'] ? 40 : 3;
/** Of the short run two have told dates that can be bettered. */
const FIRST = process.env['MOKUME_LONG'] ? 1 : 22;
const shift = { from: 9 * 60, until: 17 * 60 };
const daily = { weekly: Array.from({ length: 7 }, () => [shift]), exceptions: [], blocks: [] };
const people = smallShop([]).people.map((p) => ({ ...p, hours: daily }));
const preferences = { speed: 2, slack: 2, loads: 2, stability: 0 };
const shopOf = (pieces: readonly PieceToPlan[], more: Partial<Problem> = {}) =>
  smallShop(pieces, { people, preferences, ...more });

/** Work in one or two goes that needs nothing but a pair of hands. */
const job = (id: string, hours: number, more: Partial<PieceToPlan> = {}) =>
  piece(id, [step(`${id}.work`, { work_minutes: hours * 60, splittable: true })], more);

/** Whole days after the first by which each job is over, when they are done one after another, eight hours a day. */
const weightedLateness = (jobs: readonly { hours: number; weight: number }[]) => {
  let worked = 0;
  let sum = 0;
  for (const { hours, weight } of jobs) {
    worked += hours;
    const day = Math.ceil(worked / 8) - 1;
    sum += weight * (at(day, 9) + (worked - 8 * day) * 60 - at(0, 9));
  }
  return sum;
};

describe('told dates before anything lighter', () => {
  const told = [
    { hours: 7, weight: 1 },
    { hours: 2, weight: 4 },
    { hours: 6, weight: 5 },
    { hours: 3, weight: 1 },
    { hours: 5, weight: 2 },
    { hours: 4, weight: 5 },
    { hours: 8, weight: 3 },
    { hours: 1, weight: 1 },
    { hours: 5, weight: 5 },
    { hours: 2, weight: 1 },
    { hours: 7, weight: 4 },
    { hours: 3, weight: 3 },
  ];
  // Weight over work, the most first.
  const best = weightedLateness([...told].sort((a, b) => b.weight / b.hours - a.weight / a.hours));
  const toldPieces = told.map(({ hours, weight }, n) =>
    job(`told-${n}`, hours, { due: at(0, 9), promised: true, weight }),
  );
  const lighter = Array.from({ length: 16 }, (_, n) =>
    job(`stock-${n}`, 1 + (n % 5), n % 2 === 0 ? { due: at(n, 12) } : {}),
  );

  test.each([1, 2, 3])(
    'all too late, they stand by weight over work among as many others (Smith 1956), seed %i',
    (seed) => {
      const problem = shopOf([...lighter, ...toldPieces]);
      // Planned when nobody had been told anything.
      const plan = planAfresh(shopOf([...lighter, ...told.map(({ hours }, n) => job(`told-${n}`, hours))]));
      const better = improvePlan(problem, plan, { seed, evaluations: 2500 });
      expect(verify(problem, better)).toEqual([]);
      expect(scoreOf(problem, better).promisedLate).toBeLessThan(scoreOf(problem, plan).promisedLate);
      expect(scoreOf(problem, better).promisedLate / best).toBeLessThan(1.01);
    },
  );

  test.each([
    [0.49, true],
    [0.5, false],
  ])('half of the time is theirs: with %f of it over they are searched alone: %s', (share, isAlone) => {
    const problem = shopOf([...lighter, ...toldPieces]);
    const plan = planAfresh(shopOf([...lighter, ...told.map(({ hours }, n) => job(`told-${n}`, hours))]));
    const better = improvePlan(problem, plan, { seed: 1, evaluations: 1200, timeSpent: () => share });
    expect(scoreOf(problem, better).promisedLate / best < 1.01).toBe(isAlone);
  });

  test('also where one of them alone would take what another piece cannot be ready without', () => {
    const hourOn = (...dates: string[]) => ({
      ...daily,
      weekly: daily.weekly.map(() => []),
      exceptions: dates.map((date) => ({ date, shifts: [{ from: 9 * 60, until: 10 * 60 }] })),
    });
    const helpers = [
      { id: 'bo', name: 'Bo', hours: hourOn('2026-03-04', '2026-03-12'), skills: { seal: 1 } },
      { id: 'cy', name: 'Cy', hours: hourOn('2026-03-05'), skills: { spray: 1 } },
    ];
    const seal = (id: string) => step(`${id}.seal`, { skill: 'seal' });
    const spare = piece('spare', [
      seal('spare'),
      step('spare.spray', { skill: 'spray', after: [after('spare.seal')] }),
    ]);
    const rival = (more: Partial<PieceToPlan>) => piece('told-rival', [seal('told-rival')], more);
    const hands = { people: [...people.map((p) => ({ ...p, skills: { prep: 1 } })), ...helpers] };
    const problem = shopOf(
      [...lighter, ...toldPieces, spare, rival({ due: at(2, 10), promised: true, weight: 5 })],
      hands,
    );
    const untold = told.map(({ hours }, n) => job(`told-${n}`, hours));
    const plan = planAfresh(shopOf([...lighter, ...untold, spare, rival({})], hands));
    expect(startOf(plan, 'spare.seal')).toBe(at(2, 9));
    const better = improvePlan(problem, plan, { seed: 5, evaluations: 2500 });
    expect(verify(problem, better)).toEqual([]);
    expect([startOf(better, 'spare.seal'), startOf(better, 'told-rival.seal')]).toEqual([at(2, 9), at(10, 9)]);
    const rivalLate = 5 * (better.ready['told-rival']! - at(2, 10));
    expect((scoreOf(problem, better).promisedLate - rivalLate) / best).toBeLessThan(1.1);
  });

  const first = job('first', 6, { due: at(0, 16) });
  const mondayTold = job('told', 6, { due: at(0, 17), promised: true });
  const planOf = (problem: Problem) =>
    planAfresh({ ...problem, pieces: problem.pieces.map((p) => ({ ...p, promised: false })) });

  test('what it needs no room of stays where it was', () => {
    const others = [5, 1, 4, 2].map((hours, n) => job(`other-${n}`, hours, { due: at(2 + n, 17) }));
    const stays = { speed: 0, slack: 0, loads: 2, stability: 4 };
    const problem = shopOf([first, mondayTold, ...others], { preferences: stays });
    const plan = planOf(problem);
    expect(startOf(plan, 'first.work')).toBe(at(0, 9));
    const better = improvePlan(problem, plan, { seed: 1, evaluations: 300 });
    expect(startOf(better, 'told.work')).toBe(at(0, 9));
    expect(startOf(better, 'first.work')).toBe(at(0, 15));
    for (const { id } of others) expect(startOf(better, `${id}.work`), id).toBe(startOf(plan, `${id}.work`));
  });

  test('a time given by hand is not taken, not even for a told date', () => {
    const byHand = { ...first, steps: first.steps.map((s) => ({ ...s, pin: { at: at(0, 9) } })) };
    const problem = shopOf([byHand, mondayTold]);
    const better = improvePlan(problem, planOf(problem), { seed: 1, evaluations: 300 });
    expect(startOf(better, 'first.work')).toBe(at(0, 9));
    expect(startOf(better, 'told.work')).toBeGreaterThanOrEqual(at(0, 15));
    expect(verify(problem, better)).toEqual([]);
  });

  test(`in ${RUNS} shops whose floor is short: never later, and every plan is right`, () => {
    let better = 0;
    for (let seed = FIRST; seed < FIRST + RUNS; seed++) {
      const { problem: made } = randomWorkshop(seed, 7);
      const pieces = made.pieces.map((p, n) => ({ ...p, promised: p.due !== null && n % 2 === 0 }));
      const problem = { ...made, pieces, floor_units: made.floor_units ?? 6 };
      const plan = planAfresh(problem);
      const next = improvePlan(problem, plan, { seed, evaluations: 250 });
      expect(verify(problem, next), `seed ${seed}`).toEqual(verify(problem, plan));
      const [late, before] = [scoreOf(problem, next).promisedLate, scoreOf(problem, plan).promisedLate];
      expect(late, `seed ${seed}`).toBeLessThanOrEqual(before);
      if (late < before) better++;
    }
    expect(better, `of ${RUNS}`).toBeGreaterThan(0);
  });

  test.each([
    [55, false],
    [65, true],
  ])('a told date that could be sooner by %d minutes is worth taking all else off: %s', (minutes, isWorth) => {
    const inTheWay = piece('in-the-way', [step('in-the-way.work', { work_minutes: minutes })]);
    const problem = shopOf([inTheWay, job('told', 2, { due: at(0, 9), promised: true })]);
    const { model } = compileProblem(problem, null);
    const least = leastCosts(model);
    const b = newPartialSchedule(model);
    const scratch = newScratch(model.steps.length, true);
    for (const k of [0, 1]) placePiece(b, scratch, k, model.pieces[k]!.steps, Infinity);
    expect(isWorthWinning(b, least)).toBe(isWorth);
  });

  test('all is put back however soon the time is over', () => {
    const problem = shopOf([...lighter, ...toldPieces]);
    const plan = planAfresh(shopOf([...lighter, ...told.map(({ hours }, n) => job(`told-${n}`, hours))]));
    for (const asked of [1, 5, 40, 200]) {
      let times = 0;
      const next = improvePlan(problem, plan, { seed: 1, evaluations: 2500, timeSpent: () => times++ / asked });
      expect(verify(problem, next), `${asked}`).toEqual([]);
      expect(Object.keys(next.ready)).toHaveLength(problem.pieces.length);
      expect(scoreOf(problem, next).promisedLate).toBeLessThanOrEqual(scoreOf(problem, plan).promisedLate);
    }
  });
});
