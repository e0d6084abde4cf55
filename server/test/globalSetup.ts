import pg from 'pg';
import { fileURLToPath } from 'node:url';
import { build } from 'vite';
import type { TestProject } from 'vitest/node';
import { openDatabase } from '../src/store/database.ts';
// Plain JavaScript shared with the start script; it needs no types here.
// @ts-expect-error -- no declaration file
import { startPostgres } from '../../scripts/lib/cluster.mjs';

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string;
    /** The planning thread as one built file: to put it together anew at each start takes seconds. */
    planWorker: string;
  }
}

/** A database of the newest shape, with nothing in it. */
export const MIGRATED = 'migrated';

/** One real PostgreSQL for all server tests; each file copies a database of its own in it. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const postgres = (await startPostgres('postgres-test', { mayCreateDatabases: true, isThrowaway: true })) as {
    url: string;
    stop: () => Promise<void>;
  };
  project.provide('databaseUrl', postgres.url);
  project.provide('planWorker', await buildPlanWorker());
  const admin = new pg.Client({ connectionString: postgres.url });
  await admin.connect();
  await admin.query(`drop database if exists ${MIGRATED}`);
  await admin.query(`create database ${MIGRATED}`);
  await admin.end();
  const url = new URL(postgres.url);
  url.pathname = `/${MIGRATED}`;
  await (await openDatabase(url.href)).close();
  return () => postgres.stop();
}

async function buildPlanWorker(): Promise<string> {
  const outDir = fileURLToPath(new URL('../../.mokume/test-worker', import.meta.url));
  await build({
    configFile: fileURLToPath(new URL('../vite.config.ts', import.meta.url)),
    logLevel: 'error',
    build: { outDir, rollupOptions: { input: fileURLToPath(new URL('../src/jobs/plan.worker.ts', import.meta.url)) } },
  });
  return `${outDir}/plan.worker.js`;
}
