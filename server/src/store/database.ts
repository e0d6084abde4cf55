import { Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import * as firstShop from '../../migrations/0001-first-shop.ts';
import * as paintOnTheShelf from '../../migrations/0002-paint-on-the-shelf.ts';
import * as routesInThePaintersHand from '../../migrations/0003-routes-in-the-painters-hand.ts';
import * as wholeShopInThePlan from '../../migrations/0004-the-whole-shop-in-the-plan.ts';
import * as theFieldsOwnWords from '../../migrations/0005-the-fields-own-words.ts';
import { defineModels } from './models.ts';

const MIGRATIONS = {
  '0001-first-shop': firstShop,
  '0002-paint-on-the-shelf': paintOnTheShelf,
  '0003-routes-in-the-painters-hand': routesInThePaintersHand,
  '0004-the-whole-shop-in-the-plan': wholeShopInThePlan,
  '0005-the-fields-own-words': theFieldsOwnWords,
};
const LOCK = 7_410_061; // any number, the same for every server that migrates this database

/** Connects, defines the models and brings the schema up to date under an advisory lock. */
export async function openDatabase(url: string): Promise<Sequelize> {
  const sequelize = new Sequelize(url, { logging: false, pool: { max: 8 } });
  await sequelize.authenticate();
  defineModels(sequelize);
  await migrate(sequelize);
  return sequelize;
}

async function migrate(sequelize: Sequelize): Promise<void> {
  const umzug = new Umzug({
    migrations: Object.entries(MIGRATIONS).map(([name, m]) => ({
      name,
      up: () => m.up(sequelize.getQueryInterface()),
    })),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  });
  await sequelize.transaction(async (transaction) => {
    await sequelize.query('select pg_advisory_xact_lock($lock)', { bind: { lock: LOCK }, transaction });
    await umzug.up();
  });
}
