// npm run bench: the numbers we track, printed for docs/benchmarks.md. Timings are never part of the tests.
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { rmSync, statSync } from 'node:fs';
import { cpus } from 'node:os';
import sharp from 'sharp';
import { ensureBuilt } from './lib/build.mjs';
import { ensureChromium, ensureModules, ensurePostgres, root } from './lib/install.mjs';
import { connection, freePort, startPostgres } from './lib/cluster.mjs';
import { dump } from './lib/copies.mjs';

ensurePostgres();
ensureChromium();
ensureModules();
await ensureBuilt();
console.log(
  `${new Date().toISOString().slice(0, 10)}, ${cpus().length} cores, ${cpus()[0]?.model ?? ''}, Node ${process.version}\n`,
);
const run = (...args) => execFileSync(process.execPath, args, { cwd: root, stdio: 'inherit' });
for (const bench of [
  'planner',
  'warmTaps',
  'largeShop',
  'toldDates',
  'ordinaryPieces',
  'ownPlans',
  'rehearsals',
  'calibration',
])
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
console.log('');
run('.mokume/bench/toldDates.js');
console.log('');
run('.mokume/bench/ordinaryPieces.js');
console.log('');
run('.mokume/bench/ownPlans.js', '10');
console.log('');
run('.mokume/bench/rehearsals.js');
console.log('');
run('.mokume/bench/calibration.js', '10');

const cluster = await startPostgres('postgres-test', { mayCreateDatabases: true });
await onDatabase('demo', [], (address) => run('bench/firstScreen.mjs', address));
const ten = Array.from({ length: 10 }, (_, i) => [`ten-${i + 1}`, '12', '10']);
await onDatabase(
  'load',
  [['large', '300', '1500'], ['forty', '40', '40'], ['seventy-five', '75', '75'], ['one', '12', '40'], ...ten],
  (address) => {
    run('bench/load.mjs', address, '120');
    console.log('');
    run('bench/largePlan.mjs', address);
    console.log('');
    run('bench/promises.mjs', address, 'forty', 'seventy-five', 'large');
  },
);
await onDatabase('backup', [['photos', '60', '0']], backup);
await onDatabase('year', [['year', '12', '0']], (_address, url) => run('--import', 'tsx', 'bench/yearOfTaps.ts', url));
await cluster.stop();

/** Sixty pieces with forty photos each, of a size and of bytes that no compression makes less: a story opened, then everything into one file. */
async function backup(address, url) {
  const noise = { create: { width: 800, height: 600, channels: 3, noise: { type: 'gaussian', mean: 128, sigma: 30 } } };
  const picture = await sharp(noise).webp({ quality: 78 }).toBuffer();
  const psql = (sql) =>
    spawnSync(`${cluster.bin}/psql`, ['-XAtq'], {
      env: { PATH: process.env.PATH, ...connection(url) },
      input: sql,
      encoding: 'utf8',
    });
  psql(`insert into photos (workshop_id, id, piece_id, side, width, height, taken_at, picture, removed)
    select workshop_id, id || '-' || n, id, 'front', 800, 600, now(),
      decode('${picture.toString('hex')}', 'hex'), false
    from pieces, generate_series(1, 40) n`);
  run('bench/story.mjs', address);
  console.log('');
  const file = `${root}.mokume/bench/photos.backup`;
  const start = performance.now();
  const wrong = await dump(url, file);
  const took = (performance.now() - start) / 1000;
  if (wrong) throw new Error(wrong);
  console.log(
    `| backup of 60 pieces with 40 photos of ${(picture.length / 1e6).toFixed(1)} MB each | aim |\n| --- | --- |`,
  );
  console.log(`| ${took.toFixed(0)} s, ${(statSync(file).size / 1e6).toFixed(0)} MB | 120 s |`);
  rmSync(file);
}

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
  await measure(address, url.href);
  server.kill('SIGTERM');
  await new Promise((resolve) => server.once('exit', resolve));
  cluster.ask(`drop database ${name} with (force)`);
}
