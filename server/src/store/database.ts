import { Sequelize, QueryTypes, type Transaction } from 'sequelize';
import * as firstShop from '../../migrations/0001-first-shop.ts';
import * as paintOnTheShelf from '../../migrations/0002-paint-on-the-shelf.ts';
import * as routesInThePaintersHand from '../../migrations/0003-routes-in-the-painters-hand.ts';
import * as wholeShopInThePlan from '../../migrations/0004-the-whole-shop-in-the-plan.ts';
import * as theFieldsOwnWords from '../../migrations/0005-the-fields-own-words.ts';
import * as aShopThatLasts from '../../migrations/0006-a-shop-that-lasts.ts';
import * as stepBackAndForward from '../../migrations/0007-step-back-and-forward.ts';
import * as finishByZone from '../../migrations/0008-finish-by-zone.ts';
import * as whatLiesReady from '../../migrations/0009-what-lies-ready.ts';
import * as calendarToFollow from '../../migrations/0010-a-calendar-to-follow.ts';
import * as cupsAndColours from '../../migrations/0011-cups-and-colours-tried.ts';
import * as pictureRecord from '../../migrations/0012-the-picture-record.ts';
import * as askingTheClient from '../../migrations/0013-asking-the-client.ts';
import * as ownBook from '../../migrations/0014-own-book.ts';
import * as ownCoats from '../../migrations/0015-own-coats.ts';
import * as notifications from '../../migrations/0016-notifications.ts';
import * as photosOfCups from '../../migrations/0017-photos-of-cups.ts';
import { defineModels } from './models.ts';

/** Each migration, and a column that is there once it was made; null: it makes none, and may be made twice. */
const MIGRATIONS = {
  '0001-first-shop': { up: firstShop.up, makes: ['workshops', 'revision'] },
  '0002-paint-on-the-shelf': { up: paintOnTheShelf.up, makes: ['paints', 'hex'] },
  '0003-routes-in-the-painters-hand': { up: routesInThePaintersHand.up, makes: ['mixes', 'parts'] },
  '0004-the-whole-shop-in-the-plan': { up: wholeShopInThePlan.up, makes: ['workshops', 'planning'] },
  '0005-the-fields-own-words': { up: theFieldsOwnWords.up, makes: ['changes', 'made_by'] },
  '0006-a-shop-that-lasts': { up: aShopThatLasts.up, makes: ['plans', 'difference'] },
  '0007-step-back-and-forward': { up: stepBackAndForward.up, makes: ['changes', 'restored_plan'] },
  '0008-finish-by-zone': { up: finishByZone.up, makes: null },
  '0009-what-lies-ready': { up: whatLiesReady.up, makes: ['pieces', 'at_hand'] },
  '0010-a-calendar-to-follow': { up: calendarToFollow.up, makes: ['calendar_feeds', 'token'] },
  '0011-cups-and-colours-tried': { up: cupsAndColours.up, makes: ['paints', 'made'] },
  '0012-the-picture-record': { up: pictureRecord.up, makes: ['photos', 'kind'] },
  '0013-asking-the-client': { up: askingTheClient.up, makes: ['pieces', 'asks'] },
  '0014-own-book': { up: ownBook.up, makes: ['lessons', 'verdict'] },
  '0015-own-coats': { up: ownCoats.up, makes: ['workshops', 'own_coats'] },
  '0016-notifications': { up: notifications.up, makes: ['push_subscriptions', 'endpoint'] },
  '0017-photos-of-cups': { up: photosOfCups.up, makes: ['photos', 'paint_id'] },
} as const;
const LOCK = 7_410_061; // any number, the same for every server that migrates this database

/** Connections at once: one for each shop that changes something, and some over for looks. */
const POOL = 24;

/** The schema is of a later version than this program. */
export class NewerSchema extends Error {}

/**
 * Connects, defines the models and brings the schema up to date under an advisory lock.
 * @throws {NewerSchema} when the database has migrations this version does not know
 */
export async function openDatabase(url: string): Promise<Sequelize> {
  const sequelize = new Sequelize(url, {
    logging: false,
    pool: { max: POOL, acquire: 20_000 },
    dialectOptions: { application_name: 'mokume', connectionTimeoutMillis: 5000 },
  });
  await sequelize.authenticate();
  defineModels(sequelize);
  await migrate(sequelize);
  return sequelize;
}

/** All migrations that are missing and the record of them are one transaction: nothing of it is there, or all. */
async function migrate(sequelize: Sequelize): Promise<void> {
  await sequelize.transaction(async (transaction) => {
    await sequelize.query('select pg_advisory_xact_lock($lock)', { bind: { lock: LOCK }, transaction });
    await sequelize.query('create table if not exists "SequelizeMeta" (name varchar(255) primary key)', {
      transaction,
    });
    const executed = await recordIn(sequelize, transaction).executed();
    const strange = executed.filter((name) => !Object.hasOwn(MIGRATIONS, name));
    if (strange.length > 0)
      throw new NewerSchema(
        `These data were kept by a newer Mokume (${strange.join(', ')}). Start that one; nothing was changed.`,
      );
    if (executed.length === Object.keys(MIGRATIONS).length) return;
    const { Umzug } = await import('umzug');
    const umzug = new Umzug({
      migrations: Object.entries(MIGRATIONS).map(([name, { up, makes }]) => ({
        name,
        up: async () => {
          // Earlier versions made the schema and the record of it in two steps, and could be killed between them.
          if (makes === null || !(await hasColumn(sequelize, makes, transaction)))
            await up(sequelize.getQueryInterface(), transaction);
        },
      })),
      storage: recordIn(sequelize, transaction),
      logger: undefined,
    });
    await umzug.up();
  });
}

async function hasColumn(
  sequelize: Sequelize,
  [table, column]: readonly [string, string],
  transaction: Transaction,
): Promise<boolean> {
  const found = await sequelize.query(
    `select 1 from information_schema.columns where table_schema = current_schema() and table_name = $table and column_name = $column`,
    { bind: { table, column }, type: QueryTypes.SELECT, transaction },
  );
  return found.length > 0;
}

/** Which migrations were made, written within the same transaction as what they made. */
const recordIn = (sequelize: Sequelize, transaction: Transaction) => ({
  executed: async () => {
    const rows = await sequelize.query<{ name: string }>('select name from "SequelizeMeta" order by name', {
      type: QueryTypes.SELECT,
      transaction,
    });
    return rows.map((r) => r.name);
  },
  logMigration: async ({ name }: { readonly name: string }) => {
    await sequelize.query('insert into "SequelizeMeta" (name) values ($name)', { bind: { name }, transaction });
  },
  unlogMigration: () => Promise.reject(new Error('a migration is never taken back')),
});
