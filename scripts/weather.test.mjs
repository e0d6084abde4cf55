import { spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { afterAll, describe, expect, test } from 'vitest';
import { freePort } from './lib/cluster.mjs';
import { root } from './lib/install.mjs';

// The real start with a PostgreSQL of its own, in a folder of its own, in bad weather. `npm run test:long` does more of it.
/** A folder the user of PostgreSQL can reach too, when all this runs as root. */
function newFolder(prefix) {
  const folder = mkdtempSync(`${tmpdir()}/${prefix}`);
  chmodSync(folder, 0o711);
  return folder;
}
const isLong = Boolean(process.env.MOKUME_LONG);
const state = newFolder('mokume-weather-');
const wait = (ms) => new Promise((done) => setTimeout(done, ms));
afterAll(() => {
  for (const pid of postmasters()) process.kill(pid, 'SIGQUIT');
  rmSync(state, { recursive: true, force: true });
});

/** Postmasters that run on a data folder in `folder`. */
function postmasters(folder = state) {
  return spawnSync('pgrep', ['-f', `postgres -D ${folder}`], { encoding: 'utf8' })
    .stdout.split('\n')
    .filter(Boolean)
    .map(Number);
}
const serverOf = (child) =>
  Number(
    spawnSync('pgrep', ['-P', String(child.pid), '-f', 'server/dist/main.js'], { encoding: 'utf8' }).stdout.split(
      '\n',
    )[0],
  );
const isThere = (pid) => existsSync(`/proc/${pid}`) && !/\) Z /.test(readFileSync(`/proc/${pid}/stat`, 'utf8'));

async function start({ folder = state, port, env = {} } = {}) {
  port ??= await freePort();
  const { MOKUME_DATABASE_URL: _none, ...rest } = process.env;
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    cwd: root,
    env: { ...rest, MOKUME_STATE_DIR: folder, MOKUME_PORT: String(port), ...env },
  });
  let output = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (d) => (output += d));
  const gone = new Promise((done) => child.once('exit', done));
  const said = async (pattern, seconds = 30) => {
    for (let i = 0; i < seconds * 20 && !pattern.test(output) && child.exitCode === null; i++) await wait(50);
    return output;
  };
  const address = `http://127.0.0.1:${port}`;
  const ready = () => said(/Mokume is at/);
  return { port, address, child, said, ready, gone, stop: () => (child.kill('SIGINT'), gone) };
}

/** Started and ready; a port that was free may be taken in between by another test's server: then the next one is tried. */
async function startReady() {
  for (let left = 2; ; left--) {
    const run = await start();
    const output = await run.ready();
    if (left === 0 || !/is taken by another program/.test(output)) return run;
  }
}

/** Somebody who looks round the demo. */
async function visitor(address) {
  const session = await fetch(`${address}/api/session/demo`, { method: 'POST' });
  const cookie = session.headers.get('set-cookie').split(';')[0];
  return async (path, body) => {
    const answer = await fetch(`${address}/api${path}`, {
      method: body ? 'POST' : 'GET',
      headers: { cookie, 'content-type': 'application/json' },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
    return { status: answer.status, body: await answer.json() };
  };
}
const mix = (name) => ({ commandId: randomUUID(), name, hex: '#3f5c74', parts: [{ name: 'Blue', parts: 1 }] });

describe('two starts', () => {
  test.runIf(isLong)(
    'share one database: the second stopping leaves the first at work, and what nobody started is not stopped',
    async () => {
      const first = await startReady();
      const look = await visitor(first.address);
      expect((await look('/view')).status).toBe(200);
      const second = await startReady();
      expect(await second.ready()).toMatch(/Mokume is at/);
      expect(await second.stop()).toBe(0);
      expect((await look('/view')).status).toBe(200);
      // One that fails at once, because its port is taken, stops nothing either.
      const third = await start({ port: first.port });
      await third.said(/is taken by another program/);
      expect(await third.gone).toBe(1);
      expect((await look('/view')).status).toBe(200);
      await first.stop();
      expect(postmasters()).toEqual([]);
    },
  );
  test.runIf(isLong)('of which the first was killed: the second takes its database over, and stops it', async () => {
    const first = await start();
    await first.ready();
    const server = serverOf(first.child);
    first.child.kill('SIGKILL');
    await first.gone;
    for (let i = 0; i < 100 && isThere(server); i++) await wait(50);
    expect(isThere(server)).toBe(false);
    expect(postmasters()).toHaveLength(1);
    const second = await start();
    await second.ready();
    expect(postmasters()).toHaveLength(1);
    await second.stop();
    expect(postmasters()).toEqual([]);
  });
});

describe('a lock file', () => {
  const lock = () => `${state}/postgres/data/postmaster.pid`;
  const LOCKS = [
    ['of a process that is something else', `${process.pid}\n/nowhere\n1\n1\n`],
    ['that is empty', ''],
    ['of a process that is gone', '99999999\n/nowhere\n1\n1\n'],
    ['that is nonsense', 'what?\n'],
  ];
  test.runIf(isLong).each(LOCKS)('%s keeps nobody from starting', async (_, text) => {
    writeFileSync(lock(), text);
    const run = await start();
    expect(await run.ready()).toMatch(/Mokume is at/);
    await run.stop();
    expect(postmasters()).toEqual([]);
  });
});

describe('a first start', () => {
  test.runIf(isLong)(
    'that left half a data folder: it is set aside under another name, not removed, and the next one works',
    async () => {
      const folder = newFolder('mokume-half-');
      mkdirSync(`${folder}/postgres/data`, { recursive: true });
      writeFileSync(`${folder}/postgres/data/PG_VERSION`, '15\n');
      writeFileSync(`${folder}/postgres/data/somebodys`, 'all there is');
      const run = await start({ folder });
      expect(await run.ready()).toMatch(/set aside in .*data-unfinished-\d+/);
      await run.stop();
      const aside = readdirSync(`${folder}/postgres`).find((n) => n.startsWith('data-unfinished'));
      expect(readFileSync(`${folder}/postgres/${aside}/somebodys`, 'utf8')).toBe('all there is');
      rmSync(folder, { recursive: true });
    },
  );
  const MOMENTS = [
    0, 100, 200, 300, 400, 500, 600, 700, 800, 900, 1000, 1150, 1300, 1500, 1700, 1900, 2200, 2500, 3000, 3600,
  ];
  test.runIf(isLong)(
    `stopped at ${MOMENTS.length} moments leaves nothing running, and the next one works`,
    async () => {
      for (const ms of MOMENTS) {
        const folder = newFolder('mokume-moment-');
        const run = await start({ folder });
        await wait(ms);
        run.child.kill('SIGINT');
        expect(await run.gone, `stopped after ${ms} ms`).not.toBe(1);
        await wait(100);
        expect(postmasters(folder), `after ${ms} ms`).toEqual([]);
        expect(spawnSync('pgrep', ['-f', `initdb -D ${folder}`]).status).toBe(1);
        const again = await start({ folder });
        expect(await again.ready(), `after ${ms} ms`).toMatch(/Mokume is at/);
        expect(await again.stop()).toBe(0);
        rmSync(folder, { recursive: true });
      }
    },
    600_000,
  );
  test.runIf(isLong)(
    'whose log says why PostgreSQL does not start is told with it, never to remove the data',
    async () => {
      const folder = newFolder('mokume-broken-');
      const run = await start({ folder });
      await run.ready();
      await run.stop();
      writeFileSync(`${folder}/postgres/data/postgresql.conf`, 'port = nonsense\n');
      const broken = await start({ folder });
      const words = await broken.said(/did not start/);
      expect(words).toMatch(/PostgreSQL did not start\. What it says about it, in .*\/log:[\s\S]*port/);
      expect(words).not.toMatch(/remove the|delete/i);
      expect(await broken.gone).toBe(1);
      expect(existsSync(`${folder}/postgres/data/PG_VERSION`)).toBe(true);
      rmSync(folder, { recursive: true });
    },
  );
});

/** Five seconds. */
const MOST_BEFORE_NOTICED = 200;
describe('PostgreSQL that dies', () => {
  test('is started again; meanwhile a moment is asked for, not a restart, and nothing that was said to be saved is lost', async () => {
    const run = await start();
    await run.ready();
    const ask = await visitor(run.address);
    const kept = [];
    const before = (await ask('/view')).body.shop.mixes.length;
    const seen = new Set();
    for (let round = 0; round < (isLong ? 60 : 1); round++) {
      const name = `Round ${round}`;
      if ((await ask('/shop/mixes', mix(name))).status === 200) kept.push(name);
      for (const pid of postmasters()) process.kill(pid, 'SIGKILL');
      // What was asked for already may still be answered before its end is noticed. Then as long as PostgreSQL may take to recover on a
      // busy machine: a minute.
      let wasAway = false;
      for (let i = 0; i < 2400; i++) {
        const answer = await ask('/view');
        seen.add(answer.status);
        if (answer.status === 200 && (wasAway || i > MOST_BEFORE_NOTICED)) break;
        if (answer.status !== 200) expect(answer.body.code).toBe('AWAY');
        wasAway ||= answer.status !== 200;
        await wait(25);
      }
    }
    expect([...seen].toSorted((a, b) => a - b)).toEqual([200, 503]);
    const { mixes } = (await ask('/view')).body.shop;
    expect(mixes.map((m) => m.name)).toEqual(expect.arrayContaining(kept));
    expect(mixes.length).toBeGreaterThanOrEqual(before + kept.length);
    await run.stop();
    expect(postmasters()).toEqual([]);
  }, 600_000);
});

test.runIf(isLong)(
  'a server killed sixty times in the middle of changes loses nothing it had said to have saved',
  async () => {
    const kept = [];
    for (let round = 0; round < 60; round++) {
      const run = await start();
      await run.ready();
      const ask = await visitor(run.address);
      const until = Date.now() + 200 + (round % 7) * 60;
      const sending = (async () => {
        for (let n = 0; Date.now() < until + 500; n++) {
          const name = `Kill ${round} ${n}`;
          const answer = await ask('/shop/mixes', mix(name)).catch(() => null);
          if (!answer) return;
          if (answer.status === 200) kept.push(name);
        }
      })();
      await wait(200 + (round % 7) * 60);
      process.kill(serverOf(run.child), 'SIGKILL');
      await sending;
      expect(await run.gone).toBe(1);
    }
    const run = await start();
    await run.ready();
    const { mixes } = (await (await visitor(run.address))('/view')).body.shop;
    const there = new Set(mixes.map((m) => m.name));
    expect(kept.length).toBeGreaterThan(100);
    expect(kept.filter((name) => !there.has(name))).toEqual([]);
    await run.stop();
  },
  900_000,
);

test.runIf(isLong)(
  'a built file that is missing or damaged is built again',
  async () => {
    const [asset] = readdirSync(`${root}web/dist/assets`).filter((n) => n.endsWith('.js'));
    writeFileSync(`${root}web/dist/assets/${asset}`, 'damaged');
    rmSync(`${root}cli/dist/mokume.js`);
    const run = await start();
    expect(await run.said(/Mokume is at/, 90)).toMatch(/Building/);
    expect((await (await fetch(`${run.address}/assets/${asset}`)).text()).length).toBeGreaterThan(100);
    expect(existsSync(`${root}cli/dist/mokume.js`)).toBe(true);
    await run.stop();
  },
  200_000,
);
