import type { QueryInterface, Transaction } from 'sequelize';

/** Lessons of a shop, one for each thing they are about, and what its own log taught it of its people's pace. */
const SQL = `
create table lessons (
  workshop_id text not null references workshops (id) on delete cascade,
  id text not null,
  verdict text not null check (verdict in ('again', 'with-care', 'never')),
  words text not null,
  learned_at timestamptz not null,
  version integer not null default 0,
  primary key (workshop_id, id)
);
alter table workshops add column own_pace jsonb;
`;

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
