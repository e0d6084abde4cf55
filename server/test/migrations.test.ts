import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { Sequelize } from 'sequelize';
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest';
import { up as firstShop } from '../migrations/0001-first-shop.ts';
import { up as paintOnTheShelf } from '../migrations/0002-paint-on-the-shelf.ts';
import { loadShop } from '../src/store/shopStore.ts';
import { openDatabase } from '../src/store/database.ts';
import { WorkshopRow } from '../src/store/models.ts';

let admin: pg.Client;
const made: string[] = [];
beforeAll(async () => {
  admin = new pg.Client({ connectionString: inject('databaseUrl') });
  await admin.connect();
});
afterAll(async () => {
  for (const name of made) await admin.query(`drop database ${name} with (force)`);
  await admin.end();
});
async function emptyDatabase(): Promise<string> {
  const name = `migrate_${randomUUID().replaceAll('-', '')}`;
  await admin.query(`create database ${name}`);
  made.push(name);
  const url = new URL(inject('databaseUrl'));
  url.pathname = `/${name}`;
  return url.href;
}
const WORKSHOP = "insert into workshops (id, name, time_zone, units, is_demo) values ('w', 'W', 'UTC', 'us', false)";

describe('the schema', () => {
  test('comes up from empty, also when two servers start at once, and a second time changes nothing', async () => {
    const url = await emptyDatabase();
    const both = await Promise.all([openDatabase(url), openDatabase(url)]);
    for (const db of both) await db.close();
    const again = await openDatabase(url);
    const [rows] = await again.query('select name from "SequelizeMeta" order by name');
    expect(rows).toEqual([
      { name: '0001-first-shop' },
      { name: '0002-paint-on-the-shelf' },
      { name: '0003-routes-in-the-painters-hand' },
      { name: '0004-the-whole-shop-in-the-plan' },
    ]);
    await again.close();
  });
  test('keeps the rows of a first release', async () => {
    const url = await emptyDatabase();
    const old = new Sequelize(url, { logging: false });
    await firstShop(old.getQueryInterface());
    await old.query(WORKSHOP);
    await old.query('create table "SequelizeMeta" (name varchar(255) primary key)');
    await old.query(`insert into "SequelizeMeta" values ('0001-first-shop')`);
    await old.close();
    const now = await openDatabase(url);
    expect((await WorkshopRow.findAll()).map((w) => w.name)).toEqual(['W']);
    await now.close();
  });
  test('a piece with its steps from the release before keeps them, with no changes of its own', async () => {
    const url = await emptyDatabase();
    const old = new Sequelize(url, { logging: false });
    await firstShop(old.getQueryInterface());
    await paintOnTheShelf(old.getQueryInterface());
    await old.query(WORKSHOP);
    await old.query(`
      insert into pieces values ('w','p','P','client',null,'box','{}','{}','{}','[]','[]','2026-03-02',null,true,true,0);
      insert into steps values ('w','p.a','p',0,'{"key":"a","title":"A"}','{"kind":"planned"}','{}',0)`);
    await old.query('create table "SequelizeMeta" (name varchar(255) primary key)');
    await old.query(`insert into "SequelizeMeta" values ('0001-first-shop'), ('0002-paint-on-the-shelf')`);
    await old.close();
    const now = await openDatabase(url);
    const stored = await loadShop('w');
    expect(stored!.pieces[0]).toMatchObject({ edits: [], struck: [], zoneChoice: { include: [] }, photos: [] });
    expect(stored!.pieces[0]!.steps[0]).toMatchObject({ title: 'A', outcomes: [], authority: 'common practice' });
    await now.close();
  });
  test.each([
    [
      'a pickup before arrival',
      `insert into pieces values ('w','p','P','client',null,'x','{}','{}','{}','[]','[]','2026-03-02','2026-03-01',true,true,0)`,
      /check/,
    ],
    [
      'a bench for nobody',
      `insert into places values ('w','c','C','{}'); insert into stations values ('w','s','S','bench',0,null,'c')`,
      /check/,
    ],
    ['a station in no place', `insert into stations values ('w','s','S','bench',1,null,'nowhere')`, /foreign key/],
    [
      'a step in no state',
      `insert into pieces values ('w','p','P','client',null,'x','{}','{}','{}','[]','[]','2026-03-02',null,true,true,0); insert into steps values ('w','p.a','p',0,'{}','{"kind":"lost"}','{}',0)`,
      /check/,
    ],
    ['a colour that is none', `insert into paints values ('w','x','X','yellow','matt-paint',1)`, /check/],
    ['less than nothing in a can', `insert into paints values ('w','x','X','#c7a53c','matt-paint',-1)`, /check/],
  ])('refuses %s itself, whatever the program does', async (_, sql, words) => {
    const db = await openDatabase(await emptyDatabase());
    await db.query(WORKSHOP);
    await expect(db.transaction((transaction) => db.query(sql, { transaction }))).rejects.toThrow(words);
    await db.close();
  });
  test('taking a workshop away takes everything of it and nothing else', async () => {
    const db = await openDatabase(await emptyDatabase());
    await db.query(WORKSHOP);
    await db.query(WORKSHOP.replace("'w', 'W'", "'v', 'V'"));
    for (const id of ['w', 'v'])
      await db.query(`insert into places values ('${id}','c','C','{}'); insert into tools values ('${id}','t','T',1)`);
    await db.query("delete from workshops where id = 'w'");
    const [rows] = await db.query('select workshop_id from tools union all select workshop_id from places');
    expect(rows).toEqual([{ workshop_id: 'v' }, { workshop_id: 'v' }]);
    await db.close();
  });
});
