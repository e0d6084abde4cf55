import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import type { PlanResult, PlanTask } from './plan.worker.ts';

/** Runs the core's planner off the event loop. */
export type Planner = { readonly solve: (task: PlanTask) => Promise<PlanResult>; readonly close: () => Promise<void> };

export function threadedPlanner(): Planner {
  const built = fileURLToPath(new URL('./plan.worker.js', import.meta.url));
  const isBuilt = existsSync(built);
  const pool = new Piscina<PlanTask, PlanResult>({
    filename: isBuilt ? built : fileURLToPath(new URL('./plan.worker.ts', import.meta.url)),
    execArgv: isBuilt ? [] : ['--import', 'tsx'],
    minThreads: 1,
    maxThreads: 2,
  });
  return { solve: (task) => pool.run(task), close: () => pool.destroy() };
}
