// npm run restore -- FILE: brings everything back as it was in the backup. Stop Mokume first.
// What is there now is put into a backup of its own before it is replaced, so that nothing is lost.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync } from 'node:fs';
import { resolve } from 'node:path';
import { ensurePostgres, postgresBin, root, stateDir, stopWith } from './lib/install.mjs';
import { Cluster, connection } from './lib/cluster.mjs';
import { dump } from './lib/copies.mjs';

const given = process.argv[2];
if (!given || !existsSync(given)) stopWith('Say which file to restore: npm run restore -- FILE');
ensurePostgres();
const bin = postgresBin();
const file = resolve(given);
const read = (...args) => spawnSync(`${bin}/pg_restore`, [...args, file], { encoding: 'utf8', maxBuffer: 1e8 });
const list = read('--list');
if (list.status !== 0 || !list.stdout.includes(' workshops ') || !list.stdout.includes(' SequelizeMeta '))
  stopWith(`${file} is not a Mokume backup; nothing was changed.`);
const known = readdirSync(`${root}server/migrations`).map((name) => name.replace(/\.ts$/, ''));
const made = read('--data-only', '--table=SequelizeMeta', '--file=-').stdout.match(/^\d{4}-[a-z-]+$/gm) ?? [];
const newer = made.filter((name) => !known.includes(name));
if (newer.length > 0)
  stopWith(`${file} was made by a newer Mokume (${newer.join(', ')}). Restore it with that one; nothing was changed.`);

const external = process.env.MOKUME_DATABASE_URL;
const cluster = external ? null : await new Cluster().start();
const url = external ?? cluster.url;
const end = async (words) => {
  await cluster?.stop();
  if (words) stopWith(words);
};
const psql = (...args) =>
  spawnSync(`${bin}/psql`, ['-XAtq', '-v', 'ON_ERROR_STOP=1', ...args], {
    env: { PATH: process.env.PATH, ...connection(url) },
    encoding: 'utf8',
  });
// Whoever serves this database says its name there, wherever the database is and whoever started it.
const serving = psql(
  '-c',
  "select count(*) from pg_stat_activity where application_name = 'mokume' and datname = current_database()",
);
if (serving.status !== 0) await end(`The database cannot be reached; nothing was changed: ${serving.stderr.trim()}`);
if (serving.stdout.trim() !== '0')
  await end('Mokume is running on this database. Stop it with Ctrl-C first, then restore; nothing was changed.');

mkdirSync(stateDir, { recursive: true });
const kept = `${stateDir}/before-restore-${Date.now()}.backup`;
const wrong = await dump(url, kept);
if (wrong) await end(`What is there now could not be kept, so nothing was changed: ${wrong}`);

// One transaction: whatever is in the file takes the place of all there is, or nothing changes.
const script = spawn(`${bin}/pg_restore`, ['--no-owner', '--no-acl', '--file=-', file], {
  stdio: ['ignore', 'pipe', 'pipe'],
});
const into = spawn(
  `${bin}/psql`,
  [
    '-Xq',
    '-v',
    'ON_ERROR_STOP=1',
    '--single-transaction',
    '-c',
    'drop schema public cascade',
    '-c',
    'create schema public',
    '-f',
    '-',
  ],
  { env: { PATH: process.env.PATH, ...connection(url) }, stdio: ['pipe', 'ignore', 'pipe'] },
);
script.stdout.pipe(into.stdin);
into.stdin.on('error', () => {});
let said = '';
for (const stream of [script.stderr, into.stderr]) stream.on('data', (d) => (said += d));
const codes = await Promise.all([script, into].map((c) => new Promise((done) => c.once('exit', done))));
await end(codes.some((c) => c !== 0) ? `The restore failed and nothing was changed: ${said.trim()}` : null);
console.log(`Restored ${file}. What was there before is in ${kept}.`);
