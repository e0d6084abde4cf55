import { createServer as createHttp } from 'node:http';
import { createServer as createHttps } from 'node:https';
import { randomBytes } from 'node:crypto';
import { networkInterfaces } from 'node:os';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { certificateFor } from './certificate.ts';
import { DEMO_SIGN_IN, seedDemo } from './demo/seedDemo.ts';
import { type Environment, environmentOf } from './environment.ts';
import { Events } from './events.ts';
import { threadedPlanner } from './jobs/planner.ts';
import { deliverByService, newPushKeys } from './jobs/pushService.ts';
import { oneTimeDemoPassword, printedDemoPassword } from './services/accounts.ts';
import type { Deps } from './services/commands.ts';
import { Keeper } from './services/keeper.ts';
import { KeptShops } from './services/keptShops.ts';
import { Notifier } from './services/notifications.ts';
import { Turns } from './services/turns.ts';
import { NewerSchema, openDatabase } from './store/database.ts';
import { pushKeys } from './store/pushSubscriptions.ts';

const TICK_MS = 60_000;
/** Windows are told of to the minute. */
const NOTIFY_MS = 20_000;
/** Delivery services want somebody to write to; an installation without an address of its own has nobody. */
const NO_CONTACT = 'mailto:nobody@mokume.invalid';

/** Tells whoever started it. One that is gone meanwhile hears nothing; to send to it anyway would be a fault of this program. */
function tell(message: { readonly kind: 'failed' | 'ready' } & Record<string, unknown>): void {
  if (process.connected) process.send?.(message);
}

/** Ends with words for whoever started it. */
function fail(words: string): never {
  tell({ kind: 'failed', words });
  if (!process.connected) console.error(words);
  process.exit(1);
}
const env = ((): Environment => {
  try {
    return environmentOf(process.env);
  } catch (error) {
    return fail((error as Error).message);
  }
})();
const { isLan, port, stateDir } = env;

const log = pino({ level: env.logLevel });
const events = new Events();
const sequelize = await openDatabase(env.databaseUrl).catch((error: unknown) =>
  fail(
    error instanceof NewerSchema
      ? error.message
      : `The database cannot be opened: ${(error as Error).message}. Check that it runs and that MOKUME_DATABASE_URL is right.`,
  ),
);
const planner = threadedPlanner();
const keys = await pushKeys(newPushKeys);
const deps: Deps = {
  sequelize,
  planner,
  clock: env.clock,
  log,
  offers: new Map(),
  shops: new KeptShops(sequelize),
  turns: new Turns(),
  pushKey: keys.publicKey,
  events,
};
await seedDemo(deps, env.isFresh);
const keeper = new Keeper(deps);
const notifier = new Notifier(deps, deliverByService(env.publicUrl ?? NO_CONTACT, keys));

const host = isLan ? lanAddress() : '127.0.0.1';
const address = `${isLan ? 'https' : 'http'}://${host}:${port}`;
const app = createApp({
  deps,
  events,
  keeper,
  hosts: [...(isLan ? [host] : []), ...env.hosts, ...(env.publicUrl === null ? [] : [new URL(env.publicUrl).hostname])],
  publicUrl: env.publicUrl,
  copiesDir: `${stateDir}/copies`,
  cleansSessions: true,
  sessionSecret: env.sessionSecret ?? randomBytes(32).toString('hex'),
  beyondLoopback: isLan,
  webRoot: env.webRoot ?? fileURLToPath(new URL('../../web/dist', import.meta.url)),
  addressQr: isLan ? await (await import('qrcode')).default.toDataURL(address) : null,
});
const server = isLan ? createHttps(await certificateFor(host, stateDir), app) : createHttp(app);
server.on('error', (error: NodeJS.ErrnoException) => {
  const words =
    error.code === 'EADDRINUSE'
      ? `Port ${port} is taken by another program. Stop it, or start with MOKUME_PORT=${port + 1}.`
      : error.message;
  tell({ kind: 'failed', words });
  log.error(words);
  process.exitCode = 1;
  void stop();
});
server.listen(port, isLan ? '0.0.0.0' : '127.0.0.1', () => void ready());

const tick = setInterval(() => {
  for (const id of events.watched()) void keeper.push(id);
}, TICK_MS);
const bell = setInterval(() => void notifier.tell(), NOTIFY_MS);

let isStopping = false;
async function stop(): Promise<void> {
  if (isStopping) return;
  isStopping = true;
  clearInterval(tick);
  clearInterval(bell);
  keeper.stop();
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
  if (!isLan) await printedDemoPassword(DEMO_SIGN_IN.password);
  // What an earlier version planned may break a rule this one has.
  void keeper.planByNewRules().then(() => keeper.makeReady());
  const qr = isLan ? await (await import('qrcode')).default.toString(address, { type: 'terminal', small: true }) : null;
  tell({ kind: 'ready', address, signIn, isLan, qr });
  // Whoever started it went away while it was starting, before anything listened for that.
  if (process.send && !process.connected) await stop();
}

/** First private address of this machine. @throws when there is none */
function lanAddress(): string {
  const all = Object.values(networkInterfaces()).flatMap((list) => list ?? []);
  const found = all.find((a) => a.family === 'IPv4' && !a.internal);
  if (!found) fail('This machine has no network address. Connect it to the local network, or start without --lan.');
  return found.address;
}
