// Browser tests on the built app and a real PostgreSQL of their own.
import { spawnSync } from 'node:child_process';
import { ensureBuilt } from './lib/build.mjs';
import { ensureChromium, ensurePostgres, root } from './lib/install.mjs';
import { startPostgres } from './lib/cluster.mjs';

ensurePostgres();
ensureChromium();
await ensureBuilt();
const postgres = await startPostgres('postgres-test', { mayCreateDatabases: true, isThrowaway: true });
const done = spawnSync('npx', ['playwright', 'test', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, MOKUME_TEST_DATABASE_URL: postgres.url },
});
await postgres.stop();
process.exitCode = done.status ?? 1;
