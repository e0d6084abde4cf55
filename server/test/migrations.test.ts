import { readFileSync } from 'node:fs';
import { editedRoute, looksOf, routeFaults, sayNoRoom, sayNotice, templateById, TEMPLATE_ZONES } from '@app/core';
import { pino } from 'pino';
import { Sequelize } from 'sequelize';
import { afterAll, describe, expect, test } from 'vitest';
import { up as firstShop } from '../migrations/0001-first-shop.ts';
import { up as paintOnTheShelf } from '../migrations/0002-paint-on-the-shelf.ts';
import { up as routesInThePaintersHand } from '../migrations/0003-routes-in-the-painters-hand.ts';
import { up as wholeShopInThePlan } from '../migrations/0004-the-whole-shop-in-the-plan.ts';
import { up as theFieldsOwnWords } from '../migrations/0005-the-fields-own-words.ts';
import { up as aShopThatLasts } from '../migrations/0006-a-shop-that-lasts.ts';
import { up as stepBackAndForward } from '../migrations/0007-step-back-and-forward.ts';
import { up as finishByZone } from '../migrations/0008-finish-by-zone.ts';
import { up as ownBook } from '../migrations/0014-own-book.ts';
import { up as ownCoats } from '../migrations/0015-own-coats.ts';
import { up as notifications } from '../migrations/0016-notifications.ts';
import { up as photosOfCups } from '../migrations/0017-photos-of-cups.ts';
import { up as askingTheClient } from '../migrations/0013-asking-the-client.ts';
import { up as pictureRecord } from '../migrations/0012-the-picture-record.ts';
import { up as cupsAndColours } from '../migrations/0011-cups-and-colours-tried.ts';
import { up as calendarToFollow } from '../migrations/0010-a-calendar-to-follow.ts';
import { up as whatLiesReady } from '../migrations/0009-what-lies-ready.ts';
import { loadShop } from '../src/store/shopStore.ts';
import { KeptShops } from '../src/services/keptShops.ts';
import { Turns } from '../src/services/turns.ts';
import { undo } from '../src/services/undo.ts';
import { newestChanges } from '../src/store/changes.ts';
import { currentPlan } from '../src/store/plans.ts';
import { Recorder } from '../src/store/recorder.ts';
import { openDatabase } from '../src/store/database.ts';
import { EmptyDatabases } from './emptyDatabases.ts';

const isLong = process.env['MOKUME_LONG'] !== undefined;
const databases = new EmptyDatabases();
const emptyDatabase = () => databases.create();
afterAll(() => databases.drop());
type Up = typeof firstShop;
/** A database as an earlier version left it. */
const madeBy = (old: Sequelize, ...ups: Up[]) =>
  old.transaction(async (transaction) => {
    for (const up of ups) await up(old.getQueryInterface(), transaction);
  });
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
      { name: '0005-the-fields-own-words' },
      { name: '0006-a-shop-that-lasts' },
      { name: '0007-step-back-and-forward' },
      { name: '0008-finish-by-zone' },
      { name: '0009-what-lies-ready' },
      { name: '0010-a-calendar-to-follow' },
      { name: '0011-cups-and-colours-tried' },
      { name: '0012-the-picture-record' },
      { name: '0013-asking-the-client' },
      { name: '0014-own-book' },
      { name: '0015-own-coats' },
      { name: '0016-notifications' },
      { name: '0017-photos-of-cups' },
    ]);
    await again.close();
  });
  const ALL = {
    firstShop,
    paintOnTheShelf,
    routesInThePaintersHand,
    wholeShopInThePlan,
    theFieldsOwnWords,
    aShopThatLasts,
    stepBackAndForward,
    finishByZone,
    whatLiesReady,
    calendarToFollow,
    cupsAndColours,
    pictureRecord,
    askingTheClient,
    ownBook,
    ownCoats,
    notifications,
    photosOfCups,
  };
  const NAMES = [
    '0001-first-shop',
    '0002-paint-on-the-shelf',
    '0003-routes-in-the-painters-hand',
    '0004-the-whole-shop-in-the-plan',
    '0005-the-fields-own-words',
    '0006-a-shop-that-lasts',
    '0007-step-back-and-forward',
    '0008-finish-by-zone',
    '0009-what-lies-ready',
    '0010-a-calendar-to-follow',
    '0011-cups-and-colours-tried',
    '0012-the-picture-record',
    '0013-asking-the-client',
    '0014-own-book',
    '0015-own-coats',
    '0016-notifications',
    '0017-photos-of-cups',
  ];
  const ups = Object.values(ALL);
  const recorded = (names: readonly string[]) =>
    `create table "SequelizeMeta" (name varchar(255) primary key);
     insert into "SequelizeMeta" values ${names.map((n) => `('${n}')`).join(', ')}`;

  // Each of them in the long run; otherwise the first, one of the middle, and the newest.
  const tried = isLong ? ups.map((_, k) => k + 1) : [1, 2, Math.ceil(ups.length / 2), ups.length];
  test.each(tried)('made by %d migrations and killed before they were written down is mended', async (k) => {
    const url = await emptyDatabase();
    const old = new Sequelize(url, { logging: false });
    await madeBy(old, ...ups.slice(0, k));
    await old.query(WORKSHOP);
    // Earlier versions wrote down each after it was made: the last one is not.
    if (k > 1) await old.query(recorded(NAMES.slice(0, k - 1)));
    await old.close();
    const now = await openDatabase(url);
    expect((await loadShop('w'))!.workshop.name).toBe('W');
    const [rows] = await now.query('select name from "SequelizeMeta" order by name');
    expect((rows as { name: string }[]).map((r) => r.name)).toEqual(NAMES);
    await now.close();
  });
  test('a migration that fails leaves nothing of it and nothing written down', async () => {
    const url = await emptyDatabase();
    const old = new Sequelize(url, { logging: false });
    await madeBy(old, ...ups.slice(0, 5));
    await old.query(recorded(NAMES.slice(0, 5)));
    // In the way of the last one.
    await old.query('create index pieces_here on pieces (id)');
    await old.close();
    await expect(openDatabase(url)).rejects.toThrow(/pieces_here/);
    const look = new Sequelize(url, { logging: false });
    const [columns] = await look.query("select 1 from information_schema.columns where column_name = 'left_at'");
    expect(columns).toEqual([]);
    const [rows] = await look.query('select count(*)::int as n from "SequelizeMeta"');
    expect(rows).toEqual([{ n: 5 }]);
    await look.query('drop index pieces_here');
    await look.close();
    await (await openDatabase(url)).close();
  });
  test('a schema of a newer Mokume is refused by its name, and left as it is', async () => {
    const url = await emptyDatabase();
    const db = await openDatabase(url);
    await db.query(`insert into "SequelizeMeta" values ('0099-from-the-future')`);
    await db.close();
    await expect(openDatabase(url)).rejects.toThrow(
      /kept by a newer Mokume \(0099-from-the-future\).*nothing was changed/,
    );
  });
  test('pieces that had left have the moment they did, the others none; plans stay whole and are found', async () => {
    const url = await emptyDatabase();
    const old = new Sequelize(url, { logging: false });
    await madeBy(old, ...ups.slice(0, 5));
    await old.query(WORKSHOP);
    const piece = (id: string, active: boolean) =>
      `insert into pieces (workshop_id, id, name, kind, client, template, dimensions, survey, brief, zones, notes, arrives_at, due_at, promised, active)
       values ('w','${id}','${id}','client',null,'box','{}','{}','{}','[]','[]','2026-03-02','2026-03-20',true,${active});`;
    await old.query(`${piece('here', true)} ${piece('gone', false)} ${piece('long-gone', false)}
      insert into plans values ('w', 1, '2026-03-02', '{"steps": {}, "ready": {"here": 5}, "unplanned": [], "notices": []}');
      insert into changes (workshop_id, id, number, user_name, at, summary, piece_id, rows, moves, made_by) values
        ('w', 'c1', 1, 'Rona', '2026-04-05', 'Took gone out', 'gone', '[{"table": "pieces", "id": "gone", "before": {"active": true}, "after": {"active": false}}]', '[]', 'person')`);
    await old.query(recorded(NAMES.slice(0, 5)));
    await old.close();
    const db = await openDatabase(url);
    const [rows] = await db.query('select id, left_at::date::text as day from pieces order by id');
    expect(rows).toEqual([
      { id: 'gone', day: '2026-04-05' },
      { id: 'here', day: null },
      // Of which no change tells: it left no sooner than it came.
      { id: 'long-gone', day: '2026-03-02' },
    ]);
    expect(await currentPlan('w')).toMatchObject({ number: 1, plan: { ready: { here: 5 } } });
    await expect(db.query("update pieces set active = true where id = 'gone'")).rejects.toThrow(/pieces_left/);
    await db.close();
  });
  test('of a chain of takings-back only whether the change is in effect remains, and by which it is not', async () => {
    const url = await emptyDatabase();
    const old = new Sequelize(url, { logging: false });
    await madeBy(old, ...ups.slice(0, 6));
    await old.query(WORKSHOP);
    const change = (id: string, number: number, undoes: string | null, undoneBy: string | null) =>
      `('w','${id}',${number},'Rona','2026-04-05','${id}','[]','[]','person',${undoes ? `'${undoes}'` : 'null'},${undoneBy ? `'${undoneBy}'` : 'null'})`;
    await old.query(`insert into changes (workshop_id, id, number, user_name, at, summary, rows, moves, made_by, undoes, undone_by) values
      ${[
        change('stays', 1, null, null),
        change('gone', 2, null, 'u'),
        change('u', 3, 'gone', null),
        change('back', 4, null, 'u2'),
        change('u2', 5, 'back', 'r2'),
        change('r2', 6, 'u2', null),
        change('gone-again', 7, null, 'u3'),
        change('u3', 8, 'gone-again', 'r3'),
        change('r3', 9, 'u3', 'u4'),
        change('u4', 10, 'r3', null),
      ].join(', ')}`);
    await old.query(recorded(NAMES.slice(0, 6)));
    await old.close();
    const db = await openDatabase(url);
    const [rows] = await db.query(
      'select id, undoes, undone_by from changes where id !~ $$^[ur]\\d?$$ or id = $$u4$$ order by number',
    );
    expect(rows).toEqual([
      { id: 'stays', undoes: null, undone_by: null },
      { id: 'gone', undoes: null, undone_by: 'u' },
      { id: 'back', undoes: null, undone_by: null },
      { id: 'gone-again', undoes: null, undone_by: 'u4' },
      { id: 'u4', undoes: 'gone-again', undone_by: null },
    ]);
    await db.close();
  });
  // Three pieces of the demo as the version before finish by zone kept them: an under-colour, a reworked coat, held hardware.
  test('pieces of the old shape read the same: wishes, changes, steps done; their routes are built and checked', async () => {
    const url = await emptyDatabase();
    const old = new Sequelize(url, { logging: false });
    await madeBy(old, ...ups.slice(0, 7));
    const before = JSON.parse(
      readFileSync(new URL('fixtures/beforeFinishByZone.json', import.meta.url), 'utf8'),
    ) as Record<'pieces' | 'steps', Record<string, unknown>[]>;
    await old.query(WORKSHOP);
    for (const [table, rows] of Object.entries(before))
      for (const row of rows)
        await old.query(`insert into ${table} select * from json_populate_record(null::${table}, $1)`, {
          bind: [JSON.stringify({ ...row, workshop_id: 'w' })],
        });
    await old.query(
      `update pieces set zone_choice = '{"include": ["drawer-insides"], "areas": {}, "own": []}' where id = 'sideboard'`,
    );
    await old.query(recorded(NAMES.slice(0, 7)));
    await old.close();
    const db = await openDatabase(url);
    const shop = (await loadShop('w'))!;
    expect(shop.pieces).toHaveLength(3);
    for (const p of shop.pieces) {
      const was = before.pieces.find((x) => x['id'] === p.id)!;
      expect(p.brief).toEqual(was['brief']);
      expect(p.edits).toEqual(was['edits']);
      const steps = before.steps.filter((s) => s['piece_id'] === p.id);
      expect(p.steps.map((s) => s.title)).toEqual(steps.map((s) => (s['route'] as { title: string }).title));
      expect(p.steps.every((s) => Array.isArray(s.acts))).toBe(true);
      const input = {
        ...p,
        zones: TEMPLATE_ZONES,
        template: templateById.get(p.template)!,
        means: { people: 1, sprayer: true },
      };
      const route = editedRoute(input, p.edits);
      expect(route.unused).toEqual([]);
      expect(routeFaults(input, route)).toEqual([]);
    }
    // The old under-colour is the first of the looks; bottoms that were counted with the insides are counted still.
    expect(looksOf(shop.pieces.find((p) => p.id === 'washstand')!.brief)[0]).toMatchObject({ kind: 'under' });
    expect(shop.pieces.find((p) => p.id === 'sideboard')!.zoneChoice.include).toEqual([
      'drawer-insides',
      'drawer-bottoms',
    ]);
    await db.close();
  });
  test('keeps the rows of a first release', async () => {
    const url = await emptyDatabase();
    const old = new Sequelize(url, { logging: false });
    await madeBy(old, firstShop);
    await old.query(WORKSHOP);
    await old.query('create table "SequelizeMeta" (name varchar(255) primary key)');
    await old.query(`insert into "SequelizeMeta" values ('0001-first-shop')`);
    await old.close();
    const now = await openDatabase(url);
    expect((await loadShop('w'))!.workshop.name).toBe('W');
    await now.close();
  });
  test('a piece with its steps from the release before keeps them, with no changes of its own', async () => {
    const url = await emptyDatabase();
    const old = new Sequelize(url, { logging: false });
    await madeBy(old, firstShop, paintOnTheShelf);
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
  test('what was told, preferred, said in a plan and done by whom is found again, and old changes are undone', async () => {
    const url = await emptyDatabase();
    const old = new Sequelize(url, { logging: false });
    await madeBy(old, firstShop, paintOnTheShelf, routesInThePaintersHand, wholeShopInThePlan);
    const planning = '{"taste": {"calm": 3, "loads": 2, "slack": 2, "speed": 2}, "frozen_hours": 8}';
    const row = (before: string, after: string) =>
      `[{"table": "pieces", "id": "p", "before": {"told": ${before}, "name": "Said \\"told\\": so"}, "after": {"told": ${after}, "name": "P"}}]`;
    await old.query(`
      insert into workshops (id, name, time_zone, units, is_demo, revision, planning) values ('w', 'W', 'UTC', 'us', false, 3, '${planning}');
      insert into users values ('u', 'w', 'rona', 'Rona', 'owner', null, 'x', false), ('v', 'w', 'tw', 'Twin', 'helper', null, 'x', false), ('x', 'w', 'tx', 'Twin', 'helper', null, 'x', false);
      insert into people values ('w', 'owner', 'Rona', '{"weekly": [[],[],[],[],[],[],[]], "exceptions": [], "blocks": []}', '{}');
      insert into pieces (workshop_id, id, name, kind, client, template, dimensions, survey, brief, zones, notes, arrives_at, due_at, told, active)
        values ('w','p','P','client',null,'box','{}','{}','{}','[]','[]','2026-03-02','2026-03-20',true,true);
      insert into plans values ('w', 1, '2026-03-02', '{"steps": {}, "ready": {}, "unplanned": [{"step": "p.a", "piece": "p", "reason": "Too cold."}], "notices": [{"step": "p.b", "piece": "p", "kind": "rescue", "words": "Scuff-sand first."}]}');
      insert into changes (workshop_id, id, number, user_name, at, summary, piece_id, rows, moves, plan_before, plan_after) values
        ('w', 'c1', 1, 'Rona', '2026-03-02', 'Changed P', 'p', '${row('false', 'true')}', '[]', 1, 1),
        ('w', 'c2', 2, 'Mokume', '2026-03-02', 'pushed', null, '[]', '[]', 1, 1),
        ('w', 'c3', 3, 'Twin', '2026-03-02', 'Something', null, '[]', '[]', 1, 1);
      create table "SequelizeMeta" (name varchar(255) primary key);
      insert into "SequelizeMeta" values ('0001-first-shop'), ('0002-paint-on-the-shelf'), ('0003-routes-in-the-painters-hand'), ('0004-the-whole-shop-in-the-plan')`);
    await old.close();
    const db = await openDatabase(url);
    const stored = await loadShop('w');
    expect(stored!.pieces[0]!.promised).toBe(true);
    expect(stored!.shop.planning).toEqual({
      frozen_hours: 8,
      preferences: { speed: 2, slack: 2, loads: 2, stability: 3 },
    });
    const { plan } = await currentPlan('w');
    expect(plan!.unplanned.map((u) => sayNoRoom(u.reason))).toEqual(['Too cold.']);
    expect(plan!.notices.map(sayNotice)).toEqual(['Scuff-sand first.']);
    const changes = await newestChanges('w', 10);
    // Of two people of one name nobody can say who it was.
    expect(changes.map((c) => [c.madeBy, c.userId])).toEqual([
      ['person', null],
      ['clock', null],
      ['person', 'u'],
    ]);
    const deps = {
      sequelize: db,
      planner: {
        solve: () =>
          Promise.resolve({
            kind: 'planned' as const,
            plan: plan!,
            difference: null,
            moves: [],
            makesPromisesLater: false,
          }),
        isWarm: () => true,
        close: () => Promise.resolve(),
      },
      clock: { now: () => 29_600_000, isFixed: true },
      log: pino({ level: 'silent' }),
      offers: new Map(),
      shops: new KeptShops(db),
      turns: new Turns(),
      pushKey: '',
      events: { announce: () => {}, end: () => {}, isWatched: () => false },
    };
    const rona = {
      workshopId: 'w',
      userId: 'u',
      name: 'Rona',
      role: 'owner' as const,
      personId: null,
      consents: false,
      wantsWhatWasTried: false,
      request: 'undo',
    };
    await undo(deps, rona, 'c1', { commandId: 'undo-c1', withDependents: false });
    expect((await loadShop('w'))!.pieces[0]).toMatchObject({ promised: false, name: 'Said "told": so' });
    await db.close();
  });
  test('a change that speaks of a table or a column nobody knows is refused by its name', async () => {
    const db = await openDatabase(await emptyDatabase());
    await db.query(WORKSHOP);
    await db.query("insert into tools (workshop_id, id, name, capacity) values ('w', 't', 'T', 1)");
    const recorded = (work: (rows: Recorder) => Promise<void>) =>
      db.transaction((transaction) => work(new Recorder('w', transaction)));
    await expect(recorded((r) => r.updateColumns('tools', 't', { sparkle: 1 }))).rejects.toThrow(/“sparkle” in tools/);
    await expect(recorded((r) => r.insertColumns('robots' as 'tools', 'r', {}))).rejects.toThrow(/“robots”/);
    await db.close();
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
