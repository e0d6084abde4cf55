import type { QueryInterface, Transaction } from 'sequelize';

/** A photo may be of a cup on the shelf instead of a piece; it goes when its workshop does. */
const SQL = `
alter table photos alter column piece_id drop not null;
alter table photos add column paint_id text;
alter table photos add constraint photos_of_one check ((piece_id is null) <> (paint_id is null));
alter table photos add foreign key (workshop_id) references workshops (id) on delete cascade;
`;

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
