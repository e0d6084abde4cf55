import { type ChildProcess, spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { randomUUID } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import pg from 'pg';

const MAIN = fileURLToPath(new URL('../../server/dist/main.js', import.meta.url));
const CLUSTER = process.env['MOKUME_TEST_DATABASE_URL'] ?? '';

const SEEDED = 'e2e_seeded';

/** A database of its own and the built server on it; can be stopped and started again at another time of day. */
export class Mokume {
  readonly #database: string;
  #child: ChildProcess | null = null;
  address = '';

  private constructor(database: string) {
    this.#database = database;
  }

  /** A copy of the seeded demo, which `globalSetup` made once. */
  static create(): Promise<Mokume> {
    return Mokume.#on(`e2e_${randomUUID().replaceAll('-', '')}`, SEEDED);
  }

  /** The demo as it is on its first day, for the others to copy. */
  static async seed(now: string): Promise<void> {
    const mokume = await Mokume.#on(SEEDED, 'template1');
    await mokume.start(now);
    await mokume.stop();
  }

  static async #on(name: string, template: string): Promise<Mokume> {
    const client = new pg.Client({ connectionString: CLUSTER });
    await client.connect();
    if (name === SEEDED) await client.query(`drop database if exists ${name}`);
    await client.query(`create database ${name} template ${template}`);
    await client.end();
    const url = new URL(CLUSTER);
    url.pathname = `/${name}`;
    return new Mokume(url.href);
  }

  /** @param now ISO moment at which the server's clock stands still */
  async start(now: string, more: Readonly<Record<string, string>> = {}): Promise<void> {
    await this.stop();
    // A port that was free may be taken in between, by the other worker's server: then the next one is tried.
    for (let left = 2; ; left--)
      try {
        return await this.#startOn(await freePort(), now, more);
      } catch (error) {
        if (left === 0) throw error;
      }
  }

  async #startOn(port: number, now: string, more: Readonly<Record<string, string>>): Promise<void> {
    const env = {
      ...process.env,
      MOKUME_DATABASE_URL: this.#database,
      MOKUME_PORT: String(port),
      MOKUME_NOW: now,
      MOKUME_SESSION_SECRET: 'e2e-secret-that-stays-the-same',
      ...more,
    };
    const child = spawn(process.execPath, [MAIN], { env, stdio: ['ignore', 'inherit', 'inherit', 'ipc'] });
    this.#child = child;
    this.address = await new Promise<string>((resolve, reject) => {
      child.on('message', (m: { kind: string; address: string; words: string }) =>
        m.kind === 'ready' ? resolve(m.address) : reject(new Error(m.words)),
      );
      child.on('exit', (code) => reject(new Error(`server ended with ${String(code)}`)));
    });
  }

  async stop(): Promise<void> {
    const child = this.#child;
    this.#child = null;
    if (!child || child.exitCode !== null) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    await gone;
  }
}

const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });

export type Shop = { readonly name: string; readonly zone: string; readonly units: 'metric' | 'us' };

/** Through the welcome: start my own. */
export async function startOwn(page: Page, address: string, shop: Shop): Promise<void> {
  await page.goto(address);
  await page.getByRole('button', { name: /Start my own/ }).click();
  await page.getByLabel('Name of the workshop').fill(shop.name);
  await page.getByLabel('Your name').fill('Rona');
  await page.getByLabel('Sign-in name').fill(`rona-${randomUUID().slice(0, 8)}`);
  await page.getByLabel('Password').fill('brush-and-roller');
  await page.getByLabel('Time zone').selectOption(shop.zone);
  await page.getByLabel('Units').selectOption(shop.units);
  await page.getByRole('button', { name: 'Start my shop' }).click();
  await page.getByRole('heading', { name: 'Put the first piece on the floor' }).waitFor();
}

/** Into the demo, to a path of it; the way through the welcome is a test of its own. */
export async function enterDemo(page: Page, address: string, path = '/plan'): Promise<void> {
  await page.request.post(`${address}/api/session/demo`, { data: {} });
  await page.goto(address + path);
  await page.getByRole('banner').getByText('Boat-shed workshop').waitFor();
}
