import type { TestProject } from 'vitest/node';
// Plain JavaScript shared with the start script; it needs no types here.
// @ts-expect-error -- no declaration file
import { startPostgres } from '../../scripts/lib/cluster.mjs';

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string;
  }
}

/** One real PostgreSQL for all server tests; each file makes a database of its own in it. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const postgres = (await startPostgres('postgres-test', { mayCreateDatabases: true, isThrowaway: true })) as {
    url: string;
    stop: () => Promise<void>;
  };
  project.provide('databaseUrl', postgres.url);
  return () => postgres.stop();
}
