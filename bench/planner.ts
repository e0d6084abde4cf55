import {
  buildRoute,
  chancesOf,
  eachRemedy,
  explainer,
  planAfresh,
  promiseFor,
  simulate,
  replan,
  startTimes,
  templateById,
  verify,
} from '@app/core';
import { manyPieces } from './manyPieces.ts';
import { demoProblem } from '../server/src/demo/demoProblem.ts';
import { DEMO_PIECES } from '../server/src/demo/demoPieces.ts';

const NOW = Date.UTC(2026, 2, 10, 11) / 60_000;
const RUNS = 30;

/** Median and worst of some runs in milliseconds, the first five left out as warm-up. */
function time(name: string, aim: string, run: () => unknown, runs = RUNS): string {
  const all: number[] = [];
  const warm = Math.min(5, runs);
  for (let i = 0; i < runs + warm; i++) {
    const start = performance.now();
    run();
    all.push(performance.now() - start);
  }
  const sorted = all.slice(warm).sort((a, b) => a - b);
  return `| ${name} | ${aim} | ${sorted[runs >> 1]!.toFixed(1)} | ${sorted.at(-1)!.toFixed(1)} |`;
}

const problem = demoProblem(NOW);
const cold = performance.now();
const plan = planAfresh(problem);
const first = performance.now() - cold;
const chest = DEMO_PIECES.find((p) => p.id === 'plan-chest')!;
const steps = problem.pieces.reduce((n, p) => n + p.steps.length, 0);

export const lines = [
  `Demo: ${problem.pieces.length} pieces, ${steps} steps; the very first plan of a fresh process took ${first.toFixed(0)} ms.`,
  '',
  '| what | aim ms | median ms | worst ms |',
  '| --- | --- | --- | --- |',
  time('demo fully planned', '50', () => planAfresh(problem)),
  time('re-plan after a change', '50', () => replan(problem, plan, ['settle'])),
  time('why, for every step', '-', () => {
    const e = explainer(problem, plan);
    for (const p of problem.pieces) for (const s of p.steps) e.waitsFor(s.id);
  }),
  time('verify the plan', '-', () => verify(problem, plan)),
  time('build one route', '5', () =>
    buildRoute({
      template: templateById.get(chest.template)!,
      dimensions: chest.dimensions,
      survey: chest.survey,
      brief: chest.brief,
      means: { people: 3, sprayer: true },
    }),
  ),
];

/**
 * The same at the sizes a busy shop and a very large one have.
 * @param isWhole promises and simulation runs too
 */
function atSize(
  pieces: number,
  aims: { first: string; again: string; rehearsal: string },
  runs: number,
  isWhole = true,
): string[] {
  const large = manyPieces(NOW, pieces);
  const count = large.pieces.reduce((n, p) => n + p.steps.length, 0);
  const made = planAfresh(large, null, 1);
  const one = large.pieces[3]!;
  const others = { ...large, pieces: large.pieces.filter((p) => p !== one) };
  const without = planAfresh(others, null, 1);
  const of = `${pieces} pieces, ${count} steps`;
  const planning = [
    time(`${of}: first answer`, aims.first, () => planAfresh(large, null, 1), runs),
    time(`${of}: best of four ways, as it is shown`, '-', () => planAfresh(large), runs),
    time(`${of}: re-plan after a change`, aims.again, () => replan(large, made, [one.id]), runs),
    time(
      `${of}: where a dragged step may start, 14 days`,
      '50',
      () => startTimes(large, made, one.steps.at(-2)!.id, NOW, NOW + 14 * 1440),
      runs,
    ),
  ];
  if (!isWhole) return planning;
  const wanted = made.ready[one.id]! - 2 * 1440;
  const ways = (most: number) => {
    const each = eachRemedy(large, made, one, wanted);
    for (let n = 0; n < most && !each.next().done; n++);
  };
  return [
    ...planning,
    time(
      `${of}: a promise with its chances, 200 rehearsals`,
      '1000',
      () => promiseFor({ ...others, pieces: [...others.pieces, one] }, without, one.id, 200),
      runs,
    ),
    time(`${of}: what would reach a date two days sooner, the first way`, '1000', () => ways(1), runs),
    time(`${of}: what would reach a date two days sooner, eight ways`, '-', () => ways(8), runs),
    time(`${of}: 200 rehearsals of all`, aims.rehearsal, () => simulate(large, made, 200, 1), Math.min(3, runs)),
  ];
}

lines.push(
  time('chances of every date, 200 rehearsals', '1000', () => chancesOf(problem, plan, 200)),
  ...atSize(40, { first: '100', again: '50', rehearsal: '2000' }, 5),
  ...atSize(75, { first: '100', again: '50', rehearsal: '2000' }, 5),
  // 200 rehearsals of so many take minutes.
  ...atSize(300, { first: '1000', again: '-', rehearsal: '-' }, 1, false),
  ...atSize(630, { first: '1000', again: '-', rehearsal: '-' }, 1, false),
);
console.log(lines.join('\n'));
