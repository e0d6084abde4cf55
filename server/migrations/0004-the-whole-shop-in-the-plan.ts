import type { QueryInterface, Transaction } from 'sequelize';

const SQL = `
alter table workshops
  add column latitude_deg double precision check (latitude_deg between -90 and 90),
  add column longitude_deg double precision check (longitude_deg between -180 and 180),
  add column floor_units integer check (floor_units > 0),
  add column noise jsonb,
  add column planning jsonb not null default '{}';
alter table stations
  add column beside jsonb not null default '[]',
  add column daylight boolean not null default false,
  add column guard jsonb;
alter table tools
  add column hours jsonb,
  add column cleanout_minutes integer not null default 0 check (cleanout_minutes >= 0);
alter table places add column air_mps double precision not null default 0.1 check (air_mps between 0 and 5);
alter table paints add column deliveries jsonb not null default '[]';
update tools set cleanout_minutes = 20 where id = 'sprayer';
`;

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
