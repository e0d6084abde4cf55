import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import type { PlanResult, PlanTask } from './plan.worker.ts';

/** Runs the core's planner off the event loop. */
export type Planner = { readonly solve: (task: PlanTask) => Promise<PlanResult>; readonly close: () => Promise<void> };

export function threadedPlanner(): Planner {
  const built = fileURLToPath(new URL('./plan.worker.js', import.meta.url));
  const isBuilt = existsSync(built);
  const poolOf = (minThreads: number, maxThreads: number) =>
    new Piscina<PlanTask, PlanResult>({
      filename: isBuilt ? built : fileURLToPath(new URL('./plan.worker.ts', import.meta.url)),
      execArgv: isBuilt ? [] : ['--import', 'tsx'],
      minThreads,
      maxThreads,
    });
  const pool = poolOf(1, 2);
  // What somebody waits for never stands behind what is only looked for.
  const quiet = poolOf(0, 1);
  return {
    solve: (task) => (task.mode === 'improve' ? quiet : pool).run(task),
    close: async () => {
      await Promise.all([pool.destroy(), quiet.close({ force: true })]);
    },
  };
}
