import type { QueryInterface, Transaction } from 'sequelize';

/** Addresses under which a calendar of a workshop can be followed without signing in, one for each user. */
const SQL = `
create table calendar_feeds (
  token text primary key,
  workshop_id text not null references workshops (id) on delete cascade,
  user_id text not null unique references users (id) on delete cascade,
  made_at timestamptz not null
);
`;

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
