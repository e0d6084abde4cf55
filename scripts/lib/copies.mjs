// Backups: what pg_dump makes of the whole database, as one file that only its owner can read.
import { spawn } from 'node:child_process';
import { chmodSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { postgresBin, stateDir } from './install.mjs';
import { connection } from './cluster.mjs';

/** Daily copies kept; older ones go. */
const COPIES_KEPT = 14;
const DAY_MS = 24 * 3_600_000;
const LOOK_MS = 10 * 60_000;
const copiesDir = `${stateDir}/copies`;

/**
 * Writes everything into a file: beside its place first, so that what is there under its name is whole.
 * @returns {Promise<string | null>} null, or what went wrong
 */
export async function dump(url, file) {
  const part = `${file}.part`;
  const before = process.umask(0o077);
  const child = spawn(`${postgresBin()}/pg_dump`, ['--format=custom', '--no-owner', '--no-acl', `--file=${part}`], {
    env: { PATH: process.env.PATH, ...connection(url) },
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  process.umask(before);
  let said = '';
  child.stderr.on('data', (d) => (said += d));
  const code = await new Promise((done) => child.once('exit', done).once('error', () => done(1)));
  if (code !== 0) {
    rmSync(part, { force: true });
    return said.trim() || 'pg_dump did not run';
  }
  chmodSync(part, 0o600);
  renameSync(part, file);
  return null;
}

const copies = (dir) =>
  readdirSync(dir)
    .filter((name) => /^mokume-[\d-]+\.backup$/.test(name))
    .sort();

/** Makes today's copy when there is none of the last day, and lets the oldest go. */
export async function copyIfDue(url, now = Date.now(), dir = copiesDir) {
  mkdirSync(dir, { recursive: true, mode: 0o700 });
  for (const name of readdirSync(dir)) if (name.endsWith('.part')) rmSync(`${dir}/${name}`, { force: true });
  const last = copies(dir).at(-1);
  if (last && now - statSync(`${dir}/${last}`).mtimeMs < DAY_MS) return;
  const name = `mokume-${new Date(now).toISOString().slice(0, 16).replace(/[:T]/g, '-')}.backup`;
  const wrong = await dump(url, `${dir}/${name}`);
  if (wrong) console.error(`The daily copy could not be made: ${wrong}`);
  for (const old of copies(dir).slice(0, -COPIES_KEPT)) rmSync(`${dir}/${old}`, { force: true });
}

/** Copies once a day while Mokume runs. @returns what ends it */
export function keepCopies(url) {
  let copying = copyIfDue(url);
  const timer = setInterval(() => {
    copying = copying.then(() => copyIfDue(url));
  }, LOOK_MS);
  return async () => {
    clearInterval(timer);
    await copying;
  };
}
