import type { QueryInterface, Transaction } from 'sequelize';

/** What a piece uses up beside paint is counted; what of it already lies ready is kept with the piece. */
export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(`alter table pieces add column at_hand jsonb not null default '[]'`, { transaction });
};
