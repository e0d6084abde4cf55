import type { QueryInterface, Transaction } from 'sequelize';

/**
 * Pieces that left have the moment they did; a plan is kept whole or as what it changed in the one before; a change knows
 * what was asked of it; a password that was changed ends what was signed in with the old one. Plans kept so far stay whole.
 */
const SQL = `
alter table pieces add column left_at timestamptz;
update pieces p set left_at = coalesce((
  select max(c.at) from changes c
  where c.workshop_id = p.workshop_id and c.piece_id = p.id
    and c.rows @> jsonb_build_array(jsonb_build_object('table', 'pieces', 'after', jsonb_build_object('active', false)))
), p.arrives_at) where not p.active;
alter table pieces add constraint pieces_left check (active = (left_at is null));
create index pieces_here on pieces (workshop_id, id) where active;
create index pieces_that_left on pieces (workshop_id, left_at desc, id) where not active;
alter table plans alter column plan drop not null;
alter table plans add column difference jsonb;
alter table plans add constraint plans_whole_or_difference check ((plan is null) <> (difference is null));
create index plans_whole on plans (workshop_id, number) where plan is not null;
alter table changes add column request text;
create index changes_of_piece on changes (workshop_id, piece_id, number desc) where piece_id is not null;
alter table workshops add column rules integer not null default 0;
alter table users add column credential integer not null default 0;
create index sessions_expire on "Sessions" (expires);
`;

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
