// npm run restore -- FILE: brings everything back as it was in the backup. Stop Mokume first.
// What is there now is put into a backup of its own before it is replaced, so that nothing is lost.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { ensurePostgres, postgresBin, stateDir, stopWith } from './lib/install.mjs';
import { startPostgres } from './lib/postgres.mjs';

const given = process.argv[2];
if (!given || !existsSync(given)) stopWith('Say which file to restore: npm run restore -- FILE');
ensurePostgres();
const bin = postgresBin();
const file = resolve(given);
const readable = spawnSync(`${bin}/pg_restore`, ['--list', file], { encoding: 'utf8' });
if (readable.status !== 0 || !readable.stdout.includes('workshops'))
  stopWith(`${file} is not a Mokume backup; nothing was changed.`);
const external = process.env.MOKUME_DATABASE_URL;
const postgres = external ? { url: external, isMine: false, stop: async () => {} } : await startPostgres();
if (!external && !postgres.isMine) stopWith('Mokume is running. Stop it with Ctrl-C first, then restore.');
const kept = `${stateDir}/before-restore-${Date.now()}.backup`;
spawnSync(`${bin}/pg_dump`, ['--format=custom', `--file=${kept}`, '--dbname', postgres.url]);
const args = ['--clean', '--if-exists', '--no-owner', '--single-transaction', '--dbname', postgres.url, file];
const done = spawnSync(`${bin}/pg_restore`, args, { encoding: 'utf8' });
await postgres.stop();
if (done.status !== 0) stopWith(`The restore failed and nothing was changed: ${done.stderr}`);
console.log(`Restored ${file}. What was there before is in ${kept}.`);
