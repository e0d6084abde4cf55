// npm run bench: the numbers we track, printed for docs/benchmarks.md. Timings are never part of the tests.
import { execFileSync, spawn } from 'node:child_process';
import { cpus } from 'node:os';
import { ensureBuilt } from './lib/build.mjs';
import { ensureChromium, ensureModules, ensurePostgres, root } from './lib/install.mjs';
import { freePort, startPostgres } from './lib/cluster.mjs';

ensurePostgres();
ensureChromium();
ensureModules();
await ensureBuilt();
console.log(
  `${new Date().toISOString().slice(0, 10)}, ${cpus().length} cores, ${cpus()[0]?.model ?? ''}, Node ${process.version}\n`,
);
execFileSync(
  'npx',
  ['vite', 'build', '--logLevel', 'error', '--ssr', 'bench/planner.ts', '--outDir', '.mokume/bench'],
  { cwd: root, stdio: ['ignore', 'ignore', 'inherit'] },
);
execFileSync(process.execPath, ['.mokume/bench/planner.js'], { cwd: root, stdio: 'inherit' });

const postgres = await startPostgres('postgres-test', { mayCreateDatabases: true });
const name = `bench_${Date.now()}`;
execFileSync(`${postgres.bin}/psql`, [postgres.url, '-qc', `create database ${name}`]);
const url = new URL(postgres.url);
url.pathname = `/${name}`;
const env = { ...process.env, MOKUME_DATABASE_URL: url.href, MOKUME_PORT: String(await freePort()) };
const server = spawn(process.execPath, [`${root}server/dist/main.js`], {
  env,
  stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
});
const address = await new Promise((resolve) => server.once('message', (m) => resolve(m.address)));
console.log('');
execFileSync(process.execPath, ['bench/firstScreen.mjs', address], { cwd: root, stdio: 'inherit' });
server.kill('SIGTERM');
await new Promise((resolve) => server.once('exit', resolve));
execFileSync(`${postgres.bin}/psql`, [postgres.url, '-qc', `drop database ${name}`]);
await postgres.stop();
