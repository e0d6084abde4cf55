import type { QueryInterface, Transaction } from 'sequelize';

/** What a client is asked about a piece, found by the letters of its link. */
const SQL = `
alter table pieces add column asks jsonb not null default '[]';
create index pieces_by_ask on pieces using gin (asks jsonb_path_ops);
`;

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
