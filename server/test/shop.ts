import { randomUUID } from 'node:crypto';
import { type CommandAnswer, type WorkshopView } from '@app/contract';
import type { Express } from 'express';
import pg from 'pg';
import { pino } from 'pino';
import supertest from 'supertest';
import { inject } from 'vitest';
import { createApp } from '../src/app.ts';
import { Events } from '../src/events.ts';
import { threadedPlanner } from '../src/jobs/planner.ts';
import type { Deps } from '../src/services/commands.ts';
import { Keeper } from '../src/services/keeper.ts';
import { KeptShops } from '../src/services/keptShops.ts';
import { Turns } from '../src/services/turns.ts';
import { openDatabase } from '../src/store/database.ts';
import { MIGRATED } from './globalSetup.ts';

export type TestShop = {
  readonly app: Express;
  readonly deps: Deps;
  readonly clock: { at: number };
  readonly announced: number[];
  /** Users whose open streams were ended. */
  readonly ended: string[];
  readonly keeper: Keeper;
  readonly close: () => Promise<void>;
};

// One planner for all tests of a process, and it ends with it: starting its threads takes longer than most tests.
const planner = threadedPlanner(1, inject('planWorker'));

export const MONDAY_9 = Date.UTC(2026, 2, 2, 8) / 60_000; // 9:00 in Berlin

/** The whole app on a database of its own, called in process; its clock is set by the test. */
export async function openShop(): Promise<TestShop> {
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const url = new URL(inject('databaseUrl'));
  const client = new pg.Client({ connectionString: url.href });
  await client.connect();
  await client.query(`create database ${name} template ${MIGRATED}`);
  url.pathname = `/${name}`;
  const sequelize = await openDatabase(url.href);
  const clock = { at: MONDAY_9 };
  const announced: number[] = [];
  const ended: string[] = [];
  const deps: Deps = {
    sequelize,
    planner,
    clock: { now: () => clock.at, isFixed: true },
    log: pino({ level: 'silent' }),
    offers: new Map(),
    shops: new KeptShops(sequelize),
    turns: new Turns(),
    pushKey: 'key-of-this-test',
    events: {
      announce: (_id, { revision }) => announced.push(revision),
      end: (id) => ended.push(id),
      isWatched: () => false,
    },
  };
  const keeper = new Keeper(deps);
  const app = appOf({ deps, keeper });
  const close = async () => {
    await sequelize.close();
    await client.query(`drop database ${name} with (force)`);
    await client.end();
  };
  return { app, deps, keeper, clock, announced, ended, close };
}

/** The app of a shop as this computer serves it, or otherwise. */
export const appOf = (
  { deps, keeper }: Pick<TestShop, 'deps' | 'keeper'>,
  more: Partial<Parameters<typeof createApp>[0]> = {},
): Express =>
  createApp({
    deps,
    events: new Events(),
    keeper,
    hosts: [],
    publicUrl: 'https://shop.example',
    cleansSessions: false,
    sessionSecret: 'test',
    beyondLoopback: false,
    webRoot: null,
    copiesDir: '/nowhere',
    addressQr: null,
    ...more,
  });

/** A signed-in browser. */
export class Browser {
  readonly agent: ReturnType<typeof supertest.agent>;

  constructor(app: Express) {
    this.agent = supertest.agent(app);
  }

  static async owner(shop: TestShop, signIn = 'rona'): Promise<Browser> {
    const b = new Browser(shop.app);
    await b.agent
      .post('/api/workshops')
      .send({
        commandId: randomUUID(),
        workshopName: 'Garage',
        ownerName: 'Rona',
        signIn,
        password: 'brush-and-roller',
        timeZone: 'Europe/Berlin',
        units: 'metric',
      })
      .expect(201);
    return b;
  }

  async view(): Promise<WorkshopView> {
    return (await this.agent.get('/api/view').expect(200)).body as WorkshopView;
  }

  /** Sends a command that must succeed. */
  async command(method: 'post' | 'put' | 'delete', path: string, body: object = {}): Promise<CommandAnswer> {
    const answer = await this.agent[method](`/api${path}`).send({ commandId: randomUUID(), ...body });
    if (answer.status >= 300) throw new Error(`${path}: ${answer.status} ${answer.text}`);
    return answer.body as CommandAnswer;
  }

  async addChest(id: string = randomUUID(), more: object = {}): Promise<string> {
    await this.command('post', '/pieces', { id, ...chest(), ...more });
    return id;
  }
}

/** A plain chest of drawers as the form would send it. */
export const chest = () => ({
  name: 'Chest',
  kind: 'client',
  client: 'Maro',
  template: 'chest-of-drawers',
  dimensions: { width: 0.9, depth: 0.45, height: 0.85, parts: 3 },
  survey: { wood: 'softwood', finish: 'raw', layers: 0, findings: [] as string[] },
  brief: {
    paint: 'matt-paint',
    body: { name: 'Slate', hex: '#3f5c74' },
    top: { kind: 'same' } as object,
    prime: 'auto',
    sealer: 'clear',
    method: 'brush',
    hardware: 'clean',
  },
  arrival: MONDAY_9,
  due: MONDAY_9 + 12 * 1440,
  promised: true,
});
