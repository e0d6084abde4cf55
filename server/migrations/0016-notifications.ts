import type { QueryInterface, Transaction } from 'sequelize';

/** Devices that are told of windows while no page is open, and the keys this installation signs its messages with. */
const SQL = `
create table push_subscriptions (
  endpoint text primary key,
  workshop_id text not null references workshops (id) on delete cascade,
  user_id text not null references users (id) on delete cascade,
  p256dh text not null,
  auth text not null,
  made_at timestamptz not null
);
create table push_keys (
  id integer primary key check (id = 1),
  public_key text not null,
  private_key text not null
);
`;

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
