import { createServer as createHttp } from 'node:http';
import { createServer as createHttps } from 'node:https';
import { randomBytes } from 'node:crypto';
import { networkInterfaces } from 'node:os';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import qrcode from 'qrcode';
import { createApp } from './app.ts';
import { certificateFor } from './certificate.ts';
import { clockFrom } from './clock.ts';
import { DEMO_SIGN_IN, seedDemo } from './demo/seedDemo.ts';
import { Events } from './events.ts';
import { threadedPlanner } from './jobs/planner.ts';
import { oneTimeDemoPassword } from './services/accounts.ts';
import type { Deps } from './services/commands.ts';
import { Keeper } from './services/keeper.ts';
import { KeptShops } from './services/keptShops.ts';
import { Turns } from './services/turns.ts';
import { openDatabase } from './store/database.ts';

const env = process.env;
const isLan = env['MOKUME_LAN'] === '1';
const port = Number(env['MOKUME_PORT'] ?? 4170);
const stateDir = env['MOKUME_STATE_DIR'] ?? '.mokume';
const TICK_MS = 60_000;

const log = pino({ level: env['MOKUME_LOG'] ?? 'warn' });
const events = new Events();
const sequelize = await openDatabase(required('MOKUME_DATABASE_URL'));
const planner = threadedPlanner();
const deps: Deps = {
  sequelize,
  planner,
  clock: clockFrom(env['MOKUME_NOW']),
  log,
  offers: new Map(),
  shops: new KeptShops(sequelize),
  turns: new Turns(),
  events,
};
await seedDemo(deps, env['MOKUME_FRESH'] === '1');
const keeper = new Keeper(deps);

const host = isLan ? lanAddress() : '127.0.0.1';
const address = `${isLan ? 'https' : 'http'}://${host}:${port}`;
const app = createApp({
  deps,
  events,
  keeper,
  hosts: isLan ? [host] : [],
  cleansSessions: true,
  sessionSecret: env['MOKUME_SESSION_SECRET'] ?? randomBytes(32).toString('hex'),
  beyondLoopback: isLan,
  webRoot: env['MOKUME_WEB_ROOT'] ?? fileURLToPath(new URL('../../web/dist', import.meta.url)),
  addressQr: isLan ? await qrcode.toDataURL(address) : null,
});
const server = isLan ? createHttps(await certificateFor(host, stateDir), app) : createHttp(app);
server.on('error', (error: NodeJS.ErrnoException) => {
  const words =
    error.code === 'EADDRINUSE'
      ? `Port ${port} is taken by another program. Stop it, or start with MOKUME_PORT=${port + 1}.`
      : error.message;
  process.send?.({ kind: 'failed', words });
  log.error(words);
  process.exitCode = 1;
  void stop();
});
server.listen(port, isLan ? '0.0.0.0' : '127.0.0.1', () => void ready());

const tick = setInterval(() => {
  for (const id of events.watched()) void keeper.push(id);
}, TICK_MS);

let isStopping = false;
async function stop(): Promise<void> {
  if (isStopping) return;
  isStopping = true;
  clearInterval(tick);
  events.closeAll();
  server.closeAllConnections();
  await new Promise<void>((resolve) => {
    server.close(() => resolve());
  });
  await planner.close();
  await sequelize.close();
  process.exit();
}
process.on('SIGTERM', () => void stop());
process.on('SIGINT', () => void stop());
process.on('disconnect', () => void stop());

async function ready(): Promise<void> {
  const signIn = isLan ? { name: DEMO_SIGN_IN.name, password: await oneTimeDemoPassword() } : DEMO_SIGN_IN;
  const qr = isLan ? await qrcode.toString(address, { type: 'terminal', small: true }) : null;
  process.send?.({ kind: 'ready', address, signIn, isLan, qr });
}

function required(name: string): string {
  const value = env[name];
  if (!value) throw new Error(`${name} is not set. Start with npm start, which sets it.`);
  return value;
}

/** First private address of this machine. @throws when there is none */
function lanAddress(): string {
  const all = Object.values(networkInterfaces()).flatMap((list) => list ?? []);
  const found = all.find((a) => a.family === 'IPv4' && !a.internal);
  if (!found)
    throw new Error('This machine has no network address. Connect it to the local network, or start without --lan.');
  return found.address;
}
