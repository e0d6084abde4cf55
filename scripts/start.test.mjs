import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { ensureBuilt } from './lib/build.mjs';
import { freePort, startPostgres } from './lib/postgres.mjs';
import { root } from './lib/install.mjs';

// These run the real scripts against a PostgreSQL given by its URL, as a user with one of their own would.
let postgres;
let url;
const name = `start_${Date.now()}`;
const sql = (text, database = 'mokume') =>
  spawnSync(`${postgres.bin}/psql`, [postgres.url.replace(/\/mokume$/, `/${database}`), '-Atqc', text], {
    encoding: 'utf8',
  }).stdout.trim();

beforeAll(async () => {
  await ensureBuilt();
  postgres = await startPostgres('postgres-scripts');
  sql(`create database ${name}`);
  url = postgres.url.replace(/\/mokume$/, `/${name}`);
}, 120_000);
afterAll(async () => {
  sql(`drop database ${name} with (force)`);
  await postgres.stop();
});

async function start(env = {}, flags = []) {
  const port = await freePort();
  const child = spawn(process.execPath, ['scripts/start.mjs', ...flags], {
    cwd: root,
    env: { ...process.env, MOKUME_DATABASE_URL: url, MOKUME_PORT: String(port), ...env },
  });
  let output = '';
  child.stdout.on('data', (d) => (output += d));
  child.stderr.on('data', (d) => (output += d));
  const gone = new Promise((resolve) => child.once('exit', resolve));
  const said = async (pattern) => {
    for (let i = 0; i < 400 && !pattern.test(output) && child.exitCode === null; i++)
      await new Promise((r) => setTimeout(r, 50));
    return output;
  };
  return { port, child, said, gone, stop: () => (child.kill('SIGINT'), gone) };
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

test('--fresh rebuilds the demo and leaves own workshops alone', async () => {
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
  expect(post('/session/password', { password: 'a-better-password' })).toContain('true');
  expect(spawnSync('curl', ['-sk', '-b', jar, `${address}/api/view`], { encoding: 'utf8' }).stdout).toContain(
    'Boat-shed workshop',
  );
  await run.stop();
});

test('backup and restore bring everything back; a file that is no backup changes nothing', () => {
  const folder = mkdtempSync(`${tmpdir()}/mokume-`);
  const env = { ...process.env, MOKUME_DATABASE_URL: url };
  const run = (script, file) =>
    spawnSync(process.execPath, [`scripts/${script}.mjs`, file], { cwd: root, env, encoding: 'utf8' });
  expect(run('backup', `${folder}/all.backup`).stdout).toContain('Everything is in');
  sql('delete from workshops', name);
  expect(run('restore', `${folder}/all.backup`).stdout).toContain('Restored');
  expect(sql("select count(*) from pieces where workshop_id = 'demo'", name)).toBe('12');
  writeFileSync(`${folder}/wrong`, 'not a backup');
  expect(run('restore', `${folder}/wrong`).stderr).toMatch(/not a Mokume backup; nothing was changed/);
  expect(readFileSync(`${folder}/all.backup`).length).toBeGreaterThan(10_000);
  rmSync(folder, { recursive: true });
});
