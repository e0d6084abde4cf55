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
const run = (...args) => execFileSync(process.execPath, args, { cwd: root, stdio: 'inherit' });
for (const bench of ['planner', 'warmTaps', 'largeShop'])
  execFileSync(
    'npx',
    [
      'vite',
      'build',
      '--logLevel',
      'error',
      '--ssr',
      `bench/${bench}.ts`,
      '--outDir',
      '.mokume/bench',
      '--emptyOutDir',
      'false',
    ],
    {
      cwd: root,
      stdio: ['ignore', 'ignore', 'inherit'],
    },
  );
run('.mokume/bench/planner.js');
console.log('');
run('.mokume/bench/warmTaps.js');

const cluster = await startPostgres('postgres-test', { mayCreateDatabases: true });
await onDatabase('demo', [], (address) => run('bench/firstScreen.mjs', address));
const ten = Array.from({ length: 10 }, (_, i) => [`ten-${i + 1}`, '12', '10']);
await onDatabase('load', [['large', '300', '1500'], ['one', '12', '40'], ...ten], (address) => {
  run('bench/load.mjs', address);
  console.log('');
  run('bench/largePlan.mjs', address);
});
await onDatabase('year', [['year', '12', '0']], (_address, url) => run('--import', 'tsx', 'bench/yearOfTaps.ts', url));
await cluster.stop();

/** Serves a database of its own with some shops in it. @param shops name, pieces, and pieces that left */
async function onDatabase(what, shops, measure) {
  const name = `bench_${what}_${Date.now()}`;
  cluster.ask(`create database ${name} owner mokume_app`);
  const url = new URL(cluster.url);
  url.pathname = `/${name}`;
  for (const shop of shops)
    execFileSync(process.execPath, ['.mokume/bench/largeShop.js', url.href, ...shop], { cwd: root });
  const env = { ...process.env, MOKUME_DATABASE_URL: url.href, MOKUME_PORT: String(await freePort()) };
  const server = spawn(process.execPath, [`${root}server/dist/main.js`], {
    env,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  const address = await new Promise((resolve) => server.once('message', (m) => resolve(m.address)));
  console.log('');
  measure(address, url.href);
  server.kill('SIGTERM');
  await new Promise((resolve) => server.once('exit', resolve));
  cluster.ask(`drop database ${name} with (force)`);
}
