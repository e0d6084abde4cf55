import type { QueryInterface, Transaction } from 'sequelize';

const SQL = `
create table paints (
  workshop_id text not null references workshops on delete cascade,
  id text not null,
  name text not null,
  hex text not null check (hex ~ '^#[0-9a-fA-F]{6}$'),
  product text not null,
  on_hand_litres double precision not null check (on_hand_litres >= 0),
  version integer not null default 0,
  primary key (workshop_id, id)
);
`;

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
