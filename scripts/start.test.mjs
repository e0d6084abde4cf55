import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import { connection, freePort, startPostgres } from './lib/cluster.mjs';
import { copyIfDue } from './lib/copies.mjs';
import { root } from './lib/install.mjs';

// These run the real scripts against a PostgreSQL given by its URL, as a user with one of their own would.
let postgres;
let url;
const name = `start_${Date.now()}`;
const isLong = Boolean(process.env.MOKUME_LONG);
/** Secrets and copies of these starts, so that those of the clone stay as they are. */
const state = mkdtempSync(`${tmpdir()}/mokume-`);
const sql = (text, database = 'mokume') =>
  spawnSync(`${postgres.bin}/psql`, ['-XAtqc', text], {
    env: { PATH: process.env.PATH, ...connection(postgres.url), PGDATABASE: database },
    encoding: 'utf8',
  }).stdout.trim();

beforeAll(async () => {
  postgres = await startPostgres('postgres-scripts', { mayCreateDatabases: true, isThrowaway: true });
  sql(`create database ${name}`);
  url = postgres.url.replace(/\/mokume$/, `/${name}`);
}, 120_000);
afterAll(async () => {
  sql(`drop database ${name} with (force)`);
  await postgres.stop();
  rmSync(state, { recursive: true });
});

/** What a test that failed left running would be in the way of those after it. */
const started = new Set();
afterEach(async () => {
  for (const run of started) await run.stop();
});

/** As long as a start may take on a busy machine. */
const LONGEST_START_MS = 50_000;

async function start(env = {}, flags = []) {
  const port = await freePort();
  const child = spawn(process.execPath, ['scripts/start.mjs', ...flags], {
    cwd: root,
    env: { ...process.env, MOKUME_DATABASE_URL: url, MOKUME_PORT: String(port), MOKUME_STATE_DIR: state, ...env },
  });
  let output = '';
  child.stdout.on('data', (d) => (output += d));
  child.stderr.on('data', (d) => (output += d));
  const gone = new Promise((resolve) => child.once('exit', resolve));
  const said = async (pattern) => {
    const until = Date.now() + LONGEST_START_MS;
    while (!pattern.test(output) && child.exitCode === null && child.signalCode === null) {
      if (Date.now() > until) throw new Error(`It never said ${pattern}, but:\n${output}`);
      await new Promise((r) => setTimeout(r, 50));
    }
    return output;
  };
  const run = { port, child, said, gone, stop: () => (child.kill('SIGINT'), gone) };
  started.add(run);
  void gone.then(() => started.delete(run));
  return run;
}

test('it prints the address and the demo sign-in, serves, keeps its data at the second start, and Ctrl-C stops it cleanly', async () => {
  const first = await start();
  expect(await first.said(/Demo sign-in: demo/)).toMatch(
    /Mokume is at http:\/\/127\.0\.0\.1:\d+[\s\S]*Demo sign-in: demo/,
  );
  expect((await fetch(`http://127.0.0.1:${first.port}/`)).status).toBe(200);
  sql("update pieces set name = 'Kept settle' where id = 'settle'", name);
  expect(await first.stop()).toBe(0);
  await expect(fetch(`http://127.0.0.1:${first.port}/`)).rejects.toThrow();
  const second = await start();
  await second.said(/Mokume is at/);
  expect(sql("select name from pieces where id = 'settle'", name)).toBe('Kept settle');
  await second.stop();
});

test.runIf(isLong)('--fresh rebuilds the demo and leaves own workshops alone', async () => {
  sql("insert into workshops (id, name, time_zone, units, is_demo) values ('own', 'Own', 'UTC', 'us', false)", name);
  const run = await start({}, ['--fresh']);
  await run.said(/Mokume is at/);
  expect(sql("select name from pieces where id = 'settle'", name)).toBe('Settle');
  expect(sql("select name from workshops where id = 'own'", name)).toBe('Own');
  await run.stop();
});

test('a busy port is said in words', async () => {
  const port = await freePort();
  const other = createServer().listen(port, '127.0.0.1');
  const run = await start({ MOKUME_PORT: String(port) });
  expect(await run.said(/taken/)).toMatch(
    new RegExp(`Port ${port} is taken by another program. Stop it, or start with MOKUME_PORT=${port + 1}`),
  );
  expect(await run.gone).not.toBe(0);
  other.close();
});

test('--lan serves HTTPS with its own certificate, a QR code and a one-time password that must be changed', async () => {
  const run = await start({ MOKUME_NOW: '2026-03-10T11:12:00Z' }, ['--lan']);
  const output = await run.said(/one-time password/);
  const address = /https:\/\/[\d.]+:\d+/.exec(output)?.[0];
  const password = /demo \/ (\S+)/.exec(output)?.[1];
  expect(address).toBeDefined();
  expect(output).toMatch(/█|▄/);
  const curl = (...args) => spawnSync('curl', ['-sk', '-b', '/dev/null', ...args], { encoding: 'utf8' }).stdout;
  const jar = `${mkdtempSync(`${tmpdir()}/mokume-`)}/jar`;
  const post = (path, body) =>
    spawnSync(
      'curl',
      [
        '-sk',
        '-c',
        jar,
        '-b',
        jar,
        '-H',
        'content-type: application/json',
        '-d',
        JSON.stringify(body),
        `${address}/api${path}`,
      ],
      { encoding: 'utf8' },
    ).stdout;
  expect(curl(`${address}/`)).toContain('<div id="root">');
  expect(post('/session', { name: 'demo', password: 'grain-by-grain' })).toContain('WRONG_SIGN_IN');
  expect(post('/session', { name: 'demo', password })).toContain('true');
  expect(spawnSync('curl', ['-sk', '-b', jar, `${address}/api/view`], { encoding: 'utf8' }).stdout).toContain(
    'PASSWORD_CHANGE_NEEDED',
  );
  expect(post('/session/password', { old: password, password: 'a-better-password' })).toContain('true');
  expect(spawnSync('curl', ['-sk', '-b', jar, `${address}/api/view`], { encoding: 'utf8' }).stdout).toContain(
    'Boat-shed workshop',
  );
  await run.stop();
});

test.runIf(isLong)(
  'after a start for the local network, one without it lets the demo in again by its printed sign-in',
  async () => {
    const lan = await start({}, ['--lan']);
    await lan.said(/one-time password/);
    await lan.stop();
    const run = await start();
    await run.said(/Demo sign-in: demo/);
    const session = await fetch(`http://127.0.0.1:${run.port}/api/session/demo`, { method: 'POST' });
    expect(session.status).toBe(200);
    const cookie = session.headers.get('set-cookie').split(';')[0];
    const view = await fetch(`http://127.0.0.1:${run.port}/api/view`, { headers: { cookie } });
    // Whoever chose a password of their own keeps it; who did not is let in by the one that is printed.
    expect([200, 403]).toContain(view.status);
    await run.stop();
  },
);

test.each([
  ['MOKUME_PORT', 'abc', 'set it to a number from 1 to 65535'],
  ['MOKUME_DATABASE_URL', 'postgres://nobody:x@127.0.0.1:1/none', 'The database cannot be opened'],
])('%s=%s is refused in words, and the start ends with a fault', async (variable, value, words) => {
  const run = await start({ [variable]: value });
  expect(await run.said(new RegExp(words))).toContain(words);
  expect(await run.gone).toBe(1);
  expect(await run.said(/x/)).not.toMatch(/at .*:\d+:\d+/);
});

test.runIf(isLong)('a server that is killed from outside is an exit code other than 0, and says so', async () => {
  const run = await start();
  await run.said(/Mokume is at/);
  const [server] = spawnSync('pgrep', ['-P', String(run.child.pid), '-f', 'server/dist/main.js'], { encoding: 'utf8' })
    .stdout.trim()
    .split('\n');
  process.kill(Number(server), 'SIGKILL');
  expect(await run.gone).toBe(1);
  expect(await run.said(/ended from outside/)).toContain('SIGKILL');
});

test('a server whose starter is gone before it is up ends by itself, and without a fault', async () => {
  const server = spawn(process.execPath, ['server/dist/main.js'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'pipe', 'ipc'],
    env: { ...process.env, MOKUME_DATABASE_URL: url, MOKUME_PORT: String(await freePort()), MOKUME_STATE_DIR: state },
  });
  let faults = '';
  server.stderr.on('data', (d) => (faults += d));
  const gone = new Promise((resolve) => server.once('exit', resolve));
  server.disconnect();
  expect(await gone).toBe(0);
  expect(faults).toBe('');
});

test.runIf(isLong)('an asset that is not there is 404, not the page; a page of the app is the page', async () => {
  const run = await start();
  await run.said(/Mokume is at/);
  const get = (path) => fetch(`http://127.0.0.1:${run.port}${path}`);
  expect((await get('/assets/none-abc.js')).status).toBe(404);
  expect((await get('/pieces/some')).status).toBe(200);
  await run.stop();
});

describe('backup and restore', () => {
  const folder = mkdtempSync(`${tmpdir()}/mokume-`);
  const env = () => ({ ...process.env, MOKUME_DATABASE_URL: url, MOKUME_STATE_DIR: folder });
  const run = (script, file) =>
    spawnSync(process.execPath, [`scripts/${script}.mjs`, file], { cwd: root, env: env(), encoding: 'utf8' });
  afterAll(() => rmSync(folder, { recursive: true }));

  test('bring everything back, in a file only its owner can read', () => {
    expect(run('backup', `${folder}/all.backup`).stdout).toContain('Everything is in');
    expect(statSync(`${folder}/all.backup`).mode & 0o777).toBe(0o600);
    sql('delete from workshops', name);
    expect(run('restore', `${folder}/all.backup`).stdout).toContain('Restored');
    expect(sql("select count(*) from pieces where workshop_id = 'demo'", name)).toBe('12');
    expect(readFileSync(`${folder}/all.backup`).length).toBeGreaterThan(10_000);
  });
  test('a restore takes away what came since, also what the file knows nothing of, and keeps it in a file of its own', () => {
    sql('create table since (a int); insert into since values (1)', name);
    const done = run('restore', `${folder}/all.backup`);
    expect(done.status).toBe(0);
    expect(sql("select to_regclass('since')", name)).toBe('');
    const kept = /there before is in (\S+)\./.exec(done.stdout)[1];
    expect(statSync(kept).mode & 0o777).toBe(0o600);
    expect(run('restore', kept).status).toBe(0);
    expect(sql('select a from since', name)).toBe('1');
    sql('drop table since', name);
  });
  test('a file that is no backup, is cut off, or is of a newer Mokume is refused by name and changes nothing', () => {
    writeFileSync(`${folder}/wrong`, 'not a backup');
    expect(run('restore', `${folder}/wrong`).stderr).toMatch(/not a Mokume backup; nothing was changed/);
    writeFileSync(`${folder}/cut`, readFileSync(`${folder}/all.backup`).subarray(0, 30_000));
    expect(run('restore', `${folder}/cut`).status).toBe(1);
    sql(`insert into "SequelizeMeta" values ('0099-from-the-future')`, name);
    expect(run('backup', `${folder}/newer.backup`).status).toBe(0);
    sql(`delete from "SequelizeMeta" where name like '0099%'`, name);
    const newer = run('restore', `${folder}/newer.backup`);
    expect(newer.stderr).toMatch(/made by a newer Mokume \(0099-from-the-future\).*nothing was changed/);
    expect(newer.status).toBe(1);
    expect(sql("select count(*) from pieces where workshop_id = 'demo'", name)).toBe('12');
  });
  test.runIf(isLong)('a database somebody serves is not restored into, wherever it is', async () => {
    const served = await start();
    await served.said(/Mokume is at/);
    const done = run('restore', `${folder}/all.backup`);
    expect(done.stderr).toMatch(/Mokume is running on this database/);
    expect(done.status).toBe(1);
    await served.stop();
    expect(run('restore', `${folder}/all.backup`).status).toBe(0);
  });
  test('a backup that cannot be written says so and leaves nothing', () => {
    const done = run('backup', `${folder}/none/all.backup`);
    expect(done.status).toBe(1);
    expect(done.stderr).toMatch(/The backup failed/);
  });
  test('no password is on a command line', () => {
    for (const file of [
      'scripts/backup.mjs',
      'scripts/restore.mjs',
      'scripts/lib/copies.mjs',
      'scripts/lib/cluster.mjs',
    ])
      expect(readFileSync(`${root}${file}`, 'utf8')).not.toMatch(/--dbname|postgres\.url,/);
  });
});

describe('daily copies', () => {
  const folder = mkdtempSync(`${tmpdir()}/mokume-`);
  afterAll(() => rmSync(folder, { recursive: true }));
  const copyAt = (now) => copyIfDue(url, now, `${folder}/copies`);
  const there = () => readdirSync(`${folder}/copies`).sort();
  test('one is made when there is none of the last day; half a one is cleared away; the last fourteen stay', async () => {
    const now = Date.now();
    await copyAt(now);
    expect(there()).toHaveLength(1);
    await copyAt(now + 3_600_000);
    expect(there()).toHaveLength(1);
    const [first] = there();
    const yesterday = now / 1000 - 90_000;
    utimesSync(`${folder}/copies/${first}`, yesterday, yesterday);
    for (let day = 1; day <= 16; day++)
      writeFileSync(`${folder}/copies/mokume-2026-01-${String(day).padStart(2, '0')}-09-00.backup`, 'old');
    writeFileSync(`${folder}/copies/mokume-2026-01-01.backup.part`, 'half');
    await copyAt(now + 60_000);
    const kept = there();
    expect(kept).toHaveLength(14);
    expect(kept.at(-1) > first).toBe(true);
    expect(kept[0]).toBe('mokume-2026-01-05-09-00.backup');
    expect(statSync(`${folder}/copies/${kept.at(-1)}`).mode & 0o777).toBe(0o600);
  });
});
