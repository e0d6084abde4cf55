import { buildRoute, explainer, planAfresh, replan, templateById, verify } from '@app/core';
import { demoProblem } from '../server/src/demo/demoProblem.ts';
import { DEMO_PIECES } from '../server/src/demo/demoPieces.ts';

const NOW = Date.UTC(2026, 2, 10, 11) / 60_000;
const RUNS = 30;

/** Median and worst of some runs in milliseconds, the first five left out as warm-up. */
function time(name: string, aim: string, run: () => unknown): string {
  const all: number[] = [];
  for (let i = 0; i < RUNS + 5; i++) {
    const start = performance.now();
    run();
    all.push(performance.now() - start);
  }
  const sorted = all.slice(5).sort((a, b) => a - b);
  return `| ${name} | ${aim} | ${sorted[RUNS >> 1]!.toFixed(1)} | ${sorted.at(-1)!.toFixed(1)} |`;
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
console.log(lines.join('\n'));
