// npm start: installs what is missing, builds, starts PostgreSQL, migrates, seeds the demo and serves it.
//   --fresh  rebuilds the demo (own workshops are kept)      --lan  serves HTTPS on the local network
import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { ensureModules, ensurePostgres, requireNode, root, stateDir } from './lib/install.mjs';

/** What is running and has to be stopped, in the order it was started; the last is stopped first. */
const running = [];
let isStopping = false;
async function stop(code) {
  if (isStopping) return;
  isStopping = true;
  for (const one of running.reverse()) await one().catch(() => {});
  process.exit(code);
}
// Before anything else: Ctrl-C at any moment leaves nothing running.
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));
/** Lets a signal that came while something was waited for be heard; ends here when one did. */
const goOn = async () => {
  await new Promise((done) => setImmediate(done));
  if (isStopping) await new Promise(() => {});
};
const fail = (words) => {
  console.error(`\n${words}\n`);
  void stop(1);
};

requireNode();
const flags = new Set(process.argv.slice(2));
const external = process.env.MOKUME_DATABASE_URL;
if (!external) ensurePostgres();
await goOn();
ensureModules();
await goOn();
const { ensureBuilt } = await import('./lib/build.mjs');
await ensureBuilt(running);
await goOn();

const { Cluster, ClusterFault } = await import('./lib/cluster.mjs');
let url = external;
if (!external) {
  const cluster = new Cluster();
  running.push(() => cluster.stop());
  cluster.onGivenUp = fail;
  try {
    await cluster.start();
  } catch (error) {
    if (!(error instanceof ClusterFault)) throw error;
    fail(error.message);
  }
  await goOn();
  ({ url } = cluster);
}
const { keepCopies } = await import('./lib/copies.mjs');

const server = spawn(process.execPath, [`${root}server/dist/main.js`], {
  cwd: root,
  detached: true, // Ctrl-C reaches this script alone, which stops the server first and the database last
  stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  env: {
    ...process.env,
    MOKUME_DATABASE_URL: url,
    MOKUME_STATE_DIR: stateDir,
    MOKUME_SESSION_SECRET: sessionSecret(),
    ...(flags.has('--fresh') ? { MOKUME_FRESH: '1' } : {}),
    ...(flags.has('--lan') ? { MOKUME_LAN: '1' } : {}),
  },
});
const gone = new Promise((done) => server.once('exit', done));
running.push(async () => {
  if (server.exitCode !== null || server.signalCode !== null) return;
  server.kill('SIGTERM');
  const late = setTimeout(() => server.kill('SIGKILL'), 15_000);
  await gone;
  clearTimeout(late);
});
server.on('message', (message) => {
  if (message.kind === 'failed') console.error(`\n${message.words}\n`);
  if (message.kind !== 'ready') return;
  announce(message);
  running.push(keepCopies(url));
});
server.on('exit', (code, signal) => {
  if (!isStopping && signal)
    console.error(`\nMokume was ended from outside (${signal}). Start it again with npm start.\n`);
  void stop(code ?? 1);
});

function announce({ address, signIn, isLan, qr }) {
  console.log(`\n  Mokume is at ${address}\n`);
  if (qr) console.log(`${qr}\n  The certificate is this machine's own: the browser asks once whether to trust it.`);
  const note = isLan ? 'one-time password; a new one must be chosen' : 'made up, for the demo only';
  console.log(`  Demo sign-in: ${signIn.name} / ${signIn.password}   (${note})`);
  console.log('  Ctrl-C stops it.\n');
}

/** Kept between starts, so that people stay signed in; one that is empty or cut off is made anew. */
function sessionSecret() {
  const file = `${stateDir}/session-secret`;
  mkdirSync(stateDir, { recursive: true });
  const known = existsSync(file) ? readFileSync(file, 'utf8').trim() : '';
  if (known.length < 64) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8').trim();
}
