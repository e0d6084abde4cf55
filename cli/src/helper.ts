import { parentPort, Worker, workerData } from 'node:worker_threads';
import { solveNeutral } from '@app/core';
import { readInstance, writeTime } from './instance.ts';

export type Helper = {
  /** What the helper found, or why there is nothing of it. */
  readonly answer: () => Promise<Found | Failure>;
  readonly stop: () => Promise<unknown>;
};
export type Found = { readonly kind: 'found'; readonly cost: number; readonly plan: string };
export type Failure = { readonly kind: 'failed'; readonly words: string };
type Task = { readonly file: string; readonly seed: number; readonly end: number };

/** This thread's milliseconds since it started on the time line all threads share. */
export const toTimeline = (ms: number): number => performance.timeOrigin + ms;

/**
 * A second thread on the same instance, run from the file this runs from.
 * @param end when it is to be done, on the shared time line
 */
export function startHelper(file: string, seed: number, end: number): Helper {
  const worker = new Worker(new URL(import.meta.url), { workerData: { file, seed, end } satisfies Task });
  const found = new Promise<Found | Failure>((resolve) => {
    worker.once('message', resolve);
    worker.once('error', (error: Error) => resolve({ kind: 'failed', words: `failed: ${error.message}` }));
  });
  const late = () =>
    new Promise<Failure>((resolve) =>
      setTimeout(resolve, PATIENCE_MS, { kind: 'failed', words: 'was not done in time' } satisfies Failure),
    );
  return { answer: () => Promise.race([found, late()]), stop: () => worker.terminate() };
}
/** How long after its own end the first thread waits for the second. */
const PATIENCE_MS = 25;

/** The second thread's part: solves, and sends its plan as it is to be written. */
export function help(): void {
  const { file, seed, end } = workerData as Task;
  const instance = readInstance(file);
  // Twice the time for writing: this plan is written here and read over there.
  const until = end - 2 * writeTime(instance);
  const isOver = () => toTimeline(performance.now()) > until;
  const { cost, plan, left } = solveNeutral(instance, { seed, evaluations: Infinity, isOver, isBoundless: true });
  const answer: Found | Failure =
    left === 0
      ? { kind: 'found', cost, plan: JSON.stringify(plan) }
      : { kind: 'failed', words: `has no room for ${left} steps` };
  parentPort!.postMessage(answer);
}
