import type { QueryInterface, Transaction } from 'sequelize';

/** How many coats a paint takes over a ground by the shop's own log, where that is planned by. */
const SQL = 'alter table workshops add column own_coats jsonb;';

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
