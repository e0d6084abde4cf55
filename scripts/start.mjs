// npm start: installs what is missing, builds, starts PostgreSQL, migrates, seeds the demo and serves it.
//   --fresh  rebuilds the demo (own workshops are kept)      --lan  serves HTTPS on the local network
import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { ensureModules, ensurePostgres, requireNode, root, stateDir } from './lib/install.mjs';

requireNode();
const flags = new Set(process.argv.slice(2));
const external = process.env.MOKUME_DATABASE_URL;
if (!external) ensurePostgres();
ensureModules();
const { ensureBuilt } = await import('./lib/build.mjs');
await ensureBuilt();
const { startPostgres } = await import('./lib/postgres.mjs');
const postgres = external ? { url: external, stop: async () => {} } : await startPostgres();

const server = spawn(process.execPath, [`${root}server/dist/main.js`], {
  cwd: root,
  detached: true, // Ctrl-C reaches this script alone, which stops the server first and the database last
  stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  env: {
    ...process.env,
    MOKUME_DATABASE_URL: postgres.url,
    MOKUME_STATE_DIR: stateDir,
    MOKUME_SESSION_SECRET: sessionSecret(),
    ...(flags.has('--fresh') ? { MOKUME_FRESH: '1' } : {}),
    ...(flags.has('--lan') ? { MOKUME_LAN: '1' } : {}),
  },
});
server.on('message', (message) => {
  if (message.kind === 'failed') console.error(`\n${message.words}\n`);
  if (message.kind === 'ready') announce(message);
});

let stopping = false;
async function stop(code) {
  if (stopping) return;
  stopping = true;
  if (server.exitCode === null && server.signalCode === null) {
    const gone = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGTERM');
    await gone;
  }
  await postgres.stop();
  process.exit(code);
}
server.on('exit', (code) => void stop(code ?? 0));
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

function announce({ address, signIn, isLan, qr }) {
  console.log(`\n  Mokume is at ${address}\n`);
  if (qr) console.log(`${qr}\n  The certificate is this machine's own: the browser asks once whether to trust it.`);
  const note = isLan ? 'one-time password; a new one must be chosen' : 'made up, for the demo only';
  console.log(`  Demo sign-in: ${signIn.name} / ${signIn.password}   (${note})`);
  console.log('  Ctrl-C stops it.\n');
}

/** Kept between starts, so that people stay signed in. */
function sessionSecret() {
  const file = `${stateDir}/session-secret`;
  mkdirSync(stateDir, { recursive: true });
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8');
}
