// How the first plan grows with its steps, and what placing one piece again takes: node --expose-gc --import tsx bench/placing.ts DIR NAME…
import { readFileSync } from 'node:fs';
import type { NeutralInstance } from '@app/core';
import { compile } from '../core/src/neutral/compile.ts';
import { newPartialSchedule } from '../core/src/planner/engine/schedule/partialSchedule.ts';
import { removePiece, newScratch, placePiece } from '../core/src/planner/engine/schedule/serialSgs.ts';
import { orderByRule, PRIORITY_RULES } from '../core/src/planner/engine/schedule/priorityRules.ts';

const dir = process.argv[2] ?? 'bench/instances';
const names = process.argv.slice(3);
/** With `--expose-gc` only what is still held is counted. */
const held = () => {
  (globalThis as { gc?: () => void }).gc?.();
  const { heapUsed, arrayBuffers } = process.memoryUsage();
  return heapUsed + arrayBuffers;
};
const ms = (run: () => void) => {
  const start = performance.now();
  run();
  return performance.now() - start;
};
console.log(
  '| instance | steps | build ms | one piece, median ms | 95 % ms | memory MB |\n| --- | --- | --- | --- | --- | --- |',
);
const points: [number, number][] = [];
// The first is built twice, so that all are timed warm.
for (const name of [names[0]!, ...names]) {
  const instance = JSON.parse(readFileSync(`${dir}/${name}.json`, 'utf8')) as NeutralInstance;
  const before = held();
  const { model } = compile(instance);
  const schedule = newPartialSchedule(model);
  const scratch = newScratch(model.steps.length, false);
  const order = orderByRule(model, PRIORITY_RULES[1]!);
  const build = ms(() => {
    for (const k of order) placePiece(schedule, scratch, k, model.pieces[k]!.steps, Infinity);
  });
  const again = order
    .map((k) => {
      removePiece(schedule, k);
      return ms(() => placePiece(schedule, scratch, k, model.pieces[k]!.steps, Infinity));
    })
    .sort((a, b) => a - b);
  const memory_mb = (held() - before) / 1e6;
  const at = (share: number) => again[Math.floor(share * (again.length - 1))]!.toFixed(2);
  points.push([Math.log(model.steps.length), Math.log(build)]);
  if (points.length > 1)
    console.log(
      `| ${name} | ${model.steps.length} | ${build.toFixed(1)} | ${at(0.5)} | ${at(0.95)} | ${memory_mb.toFixed(1)} |`,
    );
}
const [x, y] = [0, 1].map((n) => points.slice(1).reduce((sum, p) => sum + p[n]!, 0) / (points.length - 1)) as [
  number,
  number,
];
const slope =
  points.slice(1).reduce((n, p) => n + (p[0] - x) * (p[1] - y), 0) /
  points.slice(1).reduce((n, p) => n + (p[0] - x) ** 2, 0);
console.log(`\nBuild time grows as steps^${slope.toFixed(2)}.`);
