import type { QueryInterface, Transaction } from 'sequelize';

/** A paint knows how it was mixed here; a piece knows which colours were tried on it. */
const SQL = `
alter table paints add column made jsonb;
alter table pieces add column trials jsonb not null default '{"decide_by": null, "tried": []}';
`;

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
