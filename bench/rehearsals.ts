// 200 rehearsals of one of 40 pieces, on one thread and shared by two as a page does it.
//   npx vite build --ssr bench/rehearsals.ts --outDir .mokume/bench && node .mokume/bench/rehearsals.js
import { once } from 'node:events';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { planAfresh, promiseFor, readyInParts, type Share, WHOLE } from '@app/core';
import { manyPieces } from './manyPieces.ts';

const NOW = Date.UTC(2026, 2, 10, 11) / 60_000;
const RUNS = 200;
const ROUNDS = 9;
/** Of 40: one that is ready soon, and three that are ready late. */
const ASKED = [3, 11, 22, 35];

/** Does a share of the rehearsals of one piece after another, as it is told. */
function rehearseWhenTold(share: Share): void {
  const large = manyPieces(NOW, 40);
  const asked = ASKED.map((n) => {
    const one = large.pieces[n]!;
    const others = { ...large, pieces: large.pieces.filter((p) => p !== one) };
    const full = { ...others, pieces: [...others.pieces, one] };
    const found = promiseFor(full, planAfresh(others, null, 1), one.id, 1);
    if (found.kind === 'noRoom') throw new Error(`${one.id} has no place`);
    return () => {
      for (const part of readyInParts(full, found.plan, one.id, RUNS, share)) part.soFar();
    };
  });
  for (const rehearse of asked) rehearse();
  parentPort!.on('message', (n: number) => {
    asked[n]!();
    parentPort!.postMessage('done');
  });
  parentPort!.postMessage('ready');
}

/** Least and middle of some rounds for each of the pieces, milliseconds. */
async function timed(shares: readonly Share[]): Promise<string[]> {
  const threads = shares.map((share) => new Worker(new URL(import.meta.url), { workerData: share }));
  const all = () => Promise.all(threads.map((t) => once(t, 'message')));
  await all();
  const took = ASKED.map(() => [] as number[]);
  for (let round = 0; round < ROUNDS; round++)
    for (const n of ASKED.keys()) {
      const began = performance.now();
      const answers = all();
      for (const t of threads) t.postMessage(n);
      await answers;
      took[n]!.push(performance.now() - began);
    }
  await Promise.all(threads.map((t) => t.terminate()));
  return took.map((ms) => {
    const sorted = ms.sort((a, b) => a - b);
    return `${sorted[0]!.toFixed(0)}, ${sorted[ROUNDS >> 1]!.toFixed(0)}`;
  });
}

if (!isMainThread) rehearseWhenTold(workerData as Share);
else {
  console.log(`| ${RUNS} rehearsals of one of 40 pieces, ms: least, median | aim | ${ASKED.join(' | ')} |`);
  console.log(`| --- | --- | ${ASKED.map(() => '---').join(' | ')} |`);
  console.log(`| on one thread | - | ${(await timed([WHOLE])).join(' | ')} |`);
  const halves = [0, 1].map((part) => ({ part, of: 2 }));
  console.log(`| on two, as a page has them | 1000 | ${(await timed(halves)).join(' | ')} |`);
}
