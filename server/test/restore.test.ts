import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { fileURLToPath } from 'node:url';
import { MOST_CHANGES } from '@app/contract';
import { Sequelize } from 'sequelize';
import { afterAll, describe, expect, test } from 'vitest';
// Plain JavaScript of the commands; it needs no types here.
// @ts-expect-error -- no declaration file
import { dump } from '../../scripts/lib/copies.mjs';
import { up as firstShop } from '../migrations/0001-first-shop.ts';
import { up as paintOnTheShelf } from '../migrations/0002-paint-on-the-shelf.ts';
import { up as routesInThePaintersHand } from '../migrations/0003-routes-in-the-painters-hand.ts';
import { up as wholeShopInThePlan } from '../migrations/0004-the-whole-shop-in-the-plan.ts';
import { up as theFieldsOwnWords } from '../migrations/0005-the-fields-own-words.ts';
import { up as aShopThatLasts } from '../migrations/0006-a-shop-that-lasts.ts';
import { up as stepBackAndForward } from '../migrations/0007-step-back-and-forward.ts';
import { up as finishByZone } from '../migrations/0008-finish-by-zone.ts';
import { up as whatLiesReady } from '../migrations/0009-what-lies-ready.ts';
import { openDatabase } from '../src/store/database.ts';
import { loadShop } from '../src/store/shopStore.ts';
import { EmptyDatabases } from './emptyDatabases.ts';
import { Browser, openShop } from './shop.ts';

const isLong = Boolean(process.env['MOKUME_LONG']);
const root = fileURLToPath(new URL('../..', import.meta.url));
const folder = mkdtempSync(`${tmpdir()}/mokume-restore-`);
const databases = new EmptyDatabases();
const emptyDatabase = () => databases.create();
afterAll(async () => {
  await databases.drop();
  rmSync(folder, { recursive: true });
});
const restore = (url: string, file: string) =>
  spawnSync(process.execPath, ['scripts/restore.mjs', file], {
    cwd: root,
    env: { ...process.env, MOKUME_DATABASE_URL: url, MOKUME_STATE_DIR: folder },
    encoding: 'utf8',
  });

const VERSIONS = [
  ['0001-first-shop', firstShop],
  ['0002-paint-on-the-shelf', paintOnTheShelf],
  ['0003-routes-in-the-painters-hand', routesInThePaintersHand],
  ['0004-the-whole-shop-in-the-plan', wholeShopInThePlan],
  ['0005-the-fields-own-words', theFieldsOwnWords],
  ['0006-a-shop-that-lasts', aShopThatLasts],
  ['0007-step-back-and-forward', stepBackAndForward],
  ['0008-finish-by-zone', finishByZone],
  ['0009-what-lies-ready', whatLiesReady],
] as const;

/** All in the long run; otherwise the first and the last. */
const TRIED = isLong ? VERSIONS.map((_, k) => k) : [0, VERSIONS.length - 1];

describe('a backup', () => {
  test.each(TRIED.map((k) => [VERSIONS[k]![0], k] as const))(
    'made at %s is restored over a newer shop and opens',
    async (_, k) => {
      const [old, now] = [await emptyDatabase(), await emptyDatabase()];
      const before = new Sequelize(old, { logging: false });
      await before.transaction(async (transaction) => {
        for (const [, up] of VERSIONS.slice(0, k + 1)) await up(before.getQueryInterface(), transaction);
      });
      await before.query('create table "SequelizeMeta" (name varchar(255) primary key)');
      for (const [name] of VERSIONS.slice(0, k + 1))
        await before.query(`insert into "SequelizeMeta" values ('${name}')`);
      await before.query(`
      insert into workshops (id, name, time_zone, units, is_demo) values ('w', 'Old shed', 'UTC', 'us', false);
      insert into users (id, workshop_id, sign_in, name, role, password_hash) values ('u', 'w', 'rona', 'Rona', 'owner', 'x');
      insert into people (workshop_id, id, name, hours, skills) values ('w', 'owner', 'Rona', '{"weekly": [[],[],[],[],[],[],[]], "exceptions": [], "blocks": []}', '{}')`);
      await before.close();
      const file = `${folder}/${k}.backup`;
      expect(await (dump as (url: string, file: string) => Promise<string | null>)(old, file)).toBeNull();
      expect(statSync(file).mode & 0o777).toBe(0o600);

      const there = await openDatabase(now);
      await there.query(
        "insert into workshops (id, name, time_zone, units, is_demo) values ('v', 'New barn', 'UTC', 'us', false)",
      );
      await there.close();
      const done = restore(now, file);
      expect(done.stderr + done.stdout).toContain('Restored');
      const after = await openDatabase(now);
      expect((await loadShop('w'))!).toMatchObject({
        workshop: { name: 'Old shed' },
        shop: { people: [{ name: 'Rona' }] },
      });
      expect(await loadShop('v')).toBeNull();
      await after.close();
    },
  );
});

test.runIf(isLong)(
  'a shop with ten thousand changes looks, taps, undoes and pages as one with ten',
  async () => {
    const shop = await openShop();
    const rona = await Browser.owner(shop);
    const chest = await rona.addChest();
    const { id } = (await rona.view()).workshop;
    await shop.deps.sequelize.query(`
    insert into changes (workshop_id, id, number, made_by, user_name, at, summary, piece_id, rows, moves, plan_before, plan_after)
    select '${id}', 'old-' || n, n + 1, 'person', 'Rona', timestamptz '2025-03-01' + n * interval '40 minutes', 'Change ' || n, '${chest}', '[]', '[]', 1, 1
    from generate_series(1, 10000) n;
    update workshops set revision = 10001 where id = '${id}'`);
    const view = await rona.view();
    expect([view.revision, view.changes.length, view.changes[0]!.summary]).toEqual([
      10_001,
      MOST_CHANGES,
      'Change 10000',
    ]);
    const [step] = view.pieces[0]!.steps;
    const { change } = await rona.command('post', `/steps/${step!.id}/done`, { version: 0, by: 'owner' });
    await rona.command('post', `/changes/${change.id}/undo`, { withDependents: false });
    // The very first is a year and ten thousand changes ago, and is still undone.
    const first = (await rona.agent.get('/api/changes?before=2')).body as {
      changes: { id: string; summary: string }[];
    };
    expect(first.changes.map((c) => c.summary)).toEqual(['Added Chest']);
    await rona.command('post', `/changes/${first.changes[0]!.id}/undo`, { withDependents: true });
    expect((await rona.view()).pieces).toEqual([]);
    await shop.close();
  },
  120_000,
);
