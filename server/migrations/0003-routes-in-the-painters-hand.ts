import type { QueryInterface, Transaction } from 'sequelize';

const SQL = `
alter table workshops add column house jsonb not null default '{}';
alter table pieces
  add column zone_choice jsonb not null default '{"include": [], "areas": {}, "own": []}',
  add column edits jsonb not null default '[]',
  add column struck jsonb not null default '[]',
  add column sheet jsonb not null default '{"marks": [], "remarks": "", "agreed": null}';
alter table paints
  add column can_litres double precision check (can_litres > 0),
  add column can_cents integer check (can_cents >= 0),
  add column lead_days integer check (lead_days >= 0);
update steps set route = '{"phase": "paint", "rule": "earlier", "authority": "common practice", "method": null, "outcomes": []}'::jsonb || route;
create table products (
  workshop_id text not null references workshops on delete cascade,
  id text not null,
  product jsonb not null,
  version integer not null default 0,
  primary key (workshop_id, id)
);
create table recipes (
  workshop_id text not null references workshops on delete cascade,
  id text not null,
  name text not null,
  brief jsonb not null,
  edits jsonb not null,
  version integer not null default 0,
  primary key (workshop_id, id)
);
create table mixes (
  workshop_id text not null references workshops on delete cascade,
  id text not null,
  name text not null,
  hex text not null check (hex ~ '^#[0-9a-fA-F]{6}$'),
  parts jsonb not null,
  note text not null,
  version integer not null default 0,
  primary key (workshop_id, id)
);
create table photos (
  workshop_id text not null,
  id text not null,
  piece_id text not null,
  side text not null check (side in ('front', 'left', 'right', 'back', 'top', 'inside')),
  width integer not null check (width > 0),
  height integer not null check (height > 0),
  taken_at timestamptz not null,
  picture bytea not null,
  removed boolean not null default false,
  version integer not null default 0,
  primary key (workshop_id, id),
  foreign key (workshop_id, piece_id) references pieces on delete cascade deferrable initially deferred
);
create index photos_of_piece on photos (workshop_id, piece_id, taken_at);
`;

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
