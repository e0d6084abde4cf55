import { parentPort, Worker, workerData } from 'node:worker_threads';
import { solveNeutral } from '@app/core';
import { readInstance, writeTime } from './instance.ts';

export type Helper = {
  /** What the helper found, when it is whole and costs less than `than`; null when it is not, or is not there in time. */
  readonly answer: (than: number) => Promise<Found | null>;
  readonly stop: () => Promise<unknown>;
};
type Found = { readonly cost: number; readonly plan: string };
type Task = { readonly file: string; readonly seed: number; readonly end: number };

/** This thread's milliseconds since it started on the time line all threads share. */
export const toTimeline = (ms: number): number => performance.timeOrigin + ms;

/**
 * A second thread on the same instance, run from the file this runs from.
 * @param end when it is to be done, on the shared time line
 */
export function startHelper(file: string, seed: number, end: number): Helper {
  const worker = new Worker(new URL(import.meta.url), { workerData: { file, seed, end } satisfies Task });
  const found = new Promise<Found | null>((resolve) => {
    worker.once('message', resolve);
    // Whatever is wrong with the instance, this thread finds it too and says so.
    worker.once('error', () => resolve(null));
  });
  const late = (ms: number) => new Promise<null>((resolve) => setTimeout(resolve, ms, null));
  return {
    answer: async (than) => {
      const other = await Promise.race([found, late(PATIENCE_MS)]);
      return other && other.cost < than ? other : null;
    },
    stop: () => worker.terminate(),
  };
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
  parentPort!.postMessage(left === 0 ? { cost, plan: JSON.stringify(plan) } : null);
}
