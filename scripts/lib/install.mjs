// Installs what is missing, with node: builtins only, because it runs before npm ci.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('../..', import.meta.url));
/** Where data, copies and secrets are; another folder for a second Mokume beside the first. */
export const stateDir = resolve(process.env.MOKUME_STATE_DIR || `${root}.mokume`);
const isRoot = process.getuid?.() === 0;

/** Ends the program with a sentence that says what to do. */
export function stopWith(words) {
  console.error(`\n${words}\n`);
  process.exit(1);
}

export function requireNode() {
  if (Number(process.versions.node.split('.')[0]) < 20)
    stopWith(
      `Mokume needs Node.js 20 or newer; this is ${process.version}. Install a newer one and run the command again.`,
    );
}

export const commandPath = (name) => spawnSync('sh', ['-c', `command -v ${name}`], { encoding: 'utf8' }).stdout.trim();

/** Folder of PostgreSQL's own programs (initdb, postgres, pg_dump), newest version first; '' when there is none. */
export function postgresBin() {
  const found = spawnSync('sh', ['-c', 'ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1'], {
    encoding: 'utf8',
  }).stdout.trim();
  if (found && existsSync(`${found}/initdb`)) return found;
  const onPath = commandPath('initdb');
  return onPath ? onPath.replace(/\/initdb$/, '') : '';
}

export function ensurePostgres() {
  if (postgresBin()) return;
  if (!isRoot)
    stopWith(
      'PostgreSQL is not installed and only root can install it. Run once as root: apt-get install postgresql — or set MOKUME_DATABASE_URL to a database you already have.',
    );
  console.log('Installing PostgreSQL (Debian packages)…');
  // Without this, Debian's package would start a cluster of its own on the usual port.
  mkdirSync('/etc/postgresql-common/createcluster.d', { recursive: true });
  writeFileSync('/etc/postgresql-common/createcluster.d/mokume.conf', 'create_main_cluster = false\n');
  apt(['postgresql']);
}

export function ensureChromium() {
  if (commandPath('chromium')) return;
  if (!isRoot)
    stopWith(
      'The browser tests need Chromium and only root can install it. Run once as root: apt-get install chromium',
    );
  console.log('Installing Chromium (Debian package)…');
  apt(['chromium']);
}

function apt(packages) {
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const run = (args) => spawnSync('apt-get', args, { stdio: ['ignore', 'ignore', 'inherit'], env }).status === 0;
  if (
    !run(['install', '-y', '--no-install-recommends', ...packages]) &&
    !(run(['update']) && run(['install', '-y', '--no-install-recommends', ...packages]))
  )
    stopWith(`Debian could not install ${packages.join(', ')}. Check the network and try again.`);
}

/** npm ci, unless the lock file and Node version are those of the last time. */
export function ensureModules() {
  const stamp = `${digest([readFileSync(`${root}package-lock.json`)])}-${process.version}`;
  const file = `${root}node_modules/.mokume-stamp`;
  if (existsSync(file) && readFileSync(file, 'utf8') === stamp) return;
  console.log('Installing the packages (a minute the first time)…');
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (done.status !== 0) stopWith('npm ci failed; see the lines above. Check the network and try again.');
  writeFileSync(file, stamp);
}

export function digest(parts) {
  const hash = createHash('sha256');
  for (const p of parts) hash.update(p);
  return hash.digest('hex').slice(0, 24);
}
