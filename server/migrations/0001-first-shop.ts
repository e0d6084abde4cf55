import type { QueryInterface, Transaction } from 'sequelize';

const SQL = `
create table workshops (
  id text primary key,
  name text not null check (length(name) between 1 and 60),
  time_zone text not null,
  units text not null check (units in ('metric', 'us')),
  is_demo boolean not null,
  revision integer not null default 0,
  version integer not null default 0
);
create table users (
  id text primary key,
  workshop_id text not null references workshops on delete cascade,
  sign_in text not null,
  name text not null,
  role text not null check (role in ('owner', 'helper')),
  person_id text,
  password_hash text not null,
  must_change_password boolean not null default false
);
create unique index users_sign_in on users (lower(sign_in));
create table people (
  workshop_id text not null references workshops on delete cascade,
  id text not null,
  name text not null,
  hours jsonb not null,
  skills jsonb not null,
  version integer not null default 0,
  primary key (workshop_id, id)
);
create table places (
  workshop_id text not null references workshops on delete cascade,
  id text not null,
  name text not null,
  typical jsonb not null,
  series jsonb,
  version integer not null default 0,
  primary key (workshop_id, id)
);
create table stations (
  workshop_id text not null references workshops on delete cascade,
  id text not null,
  name text not null,
  kind text not null check (kind in ('bench', 'spray', 'sanding', 'outdoors', 'rack')),
  capacity integer not null check (capacity >= 1),
  hours jsonb,
  climate text not null,
  version integer not null default 0,
  primary key (workshop_id, id),
  foreign key (workshop_id, climate) references places deferrable initially deferred
);
create table tools (
  workshop_id text not null references workshops on delete cascade,
  id text not null,
  name text not null,
  capacity integer not null check (capacity >= 1),
  version integer not null default 0,
  primary key (workshop_id, id)
);
create table pieces (
  workshop_id text not null references workshops on delete cascade,
  id text not null,
  name text not null check (length(name) between 1 and 60),
  kind text not null check (kind in ('client', 'stock')),
  client text,
  template text not null,
  dimensions jsonb not null,
  survey jsonb not null,
  brief jsonb not null,
  zones jsonb not null,
  notes jsonb not null,
  arrives_at timestamptz not null,
  due_at timestamptz check (due_at > arrives_at),
  told boolean not null,
  active boolean not null,
  version integer not null default 0,
  primary key (workshop_id, id)
);
create table steps (
  workshop_id text not null,
  id text not null,
  piece_id text not null,
  position integer not null,
  route jsonb not null,
  state jsonb not null check (state ->> 'kind' in ('planned', 'started', 'done')),
  pin jsonb not null,
  version integer not null default 0,
  primary key (workshop_id, id),
  foreign key (workshop_id, piece_id) references pieces on delete cascade deferrable initially deferred
);
create index steps_of_piece on steps (workshop_id, piece_id, position);
create table plans (
  workshop_id text not null references workshops on delete cascade,
  number integer not null,
  made_at timestamptz not null,
  plan jsonb not null,
  primary key (workshop_id, number)
);
create table changes (
  workshop_id text not null references workshops on delete cascade,
  id text not null,
  number integer not null,
  user_name text not null,
  at timestamptz not null,
  summary text not null,
  piece_id text,
  rows jsonb not null,
  moves jsonb not null,
  plan_before integer,
  plan_after integer,
  undoes text,
  undone_by text,
  primary key (workshop_id, id),
  unique (workshop_id, number)
);
create table "Sessions" (
  sid varchar(36) primary key,
  expires timestamptz,
  data text,
  "createdAt" timestamptz not null,
  "updatedAt" timestamptz not null
);
`;

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
