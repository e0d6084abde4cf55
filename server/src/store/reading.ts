import { type Sequelize, Transaction } from 'sequelize';

/** Reads several things as they were at one moment: what is written meanwhile is not seen by some of them only. */
export const atOneMoment = <T>(sequelize: Sequelize, read: (t: Transaction) => Promise<T>): Promise<T> =>
  sequelize.transaction({ isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ }, read);
