// npm run backup -- FILE: everything (all workshops, people's sign-ins, history) in one file.
import { spawnSync } from 'node:child_process';
import { statSync } from 'node:fs';
import { resolve } from 'node:path';
import { ensurePostgres, postgresBin, stopWith } from './lib/install.mjs';
import { startPostgres } from './lib/postgres.mjs';

ensurePostgres();
const file = resolve(process.argv[2] ?? `mokume-${new Date().toISOString().slice(0, 16).replace(/[:T]/g, '-')}.backup`);
const external = process.env.MOKUME_DATABASE_URL;
const postgres = external ? { url: external, isMine: false, stop: async () => {} } : await startPostgres();
const done = spawnSync(`${postgresBin()}/pg_dump`, ['--format=custom', `--file=${file}`, '--dbname', postgres.url], {
  encoding: 'utf8',
});
if (postgres.isMine) await postgres.stop();
if (done.status !== 0) stopWith(`The backup failed: ${done.stderr}`);
console.log(
  `Everything is in ${file} (${Math.ceil(statSync(file).size / 1024)} kB). npm run restore -- ${file} brings it back.`,
);
