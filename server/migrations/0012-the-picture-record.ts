import type { QueryInterface, Transaction } from 'sequelize';

/** A picture knows at which step it was taken and what was said to it; beside photos, short clips of sound are kept. */
const SQL = `
alter table photos add column step_id text;
alter table photos add column kind text not null default 'photo';
alter table photos add column mime text not null default 'image/webp';
alter table photos add column note text not null default '';
alter table photos drop constraint photos_width_check;
alter table photos drop constraint photos_height_check;
alter table photos add constraint photos_seen_or_heard check ((kind = 'photo') = (width > 0 and height > 0));
`;

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
