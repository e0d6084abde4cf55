import type { QueryInterface, Transaction } from 'sequelize';

/**
 * A change that was taken back and put back is in effect again, and says so itself: until now only the last of a chain of
 * takings-back did. A change whose plan is an earlier one put back knows which, so that stepping back and forward comes to
 * the very same plans.
 */
const SQL = `
alter table changes add column restored_plan integer;
create temporary table chain on commit drop as
with recursive chain as (
  select workshop_id, id as root, id as last, undone_by, 0 as depth from changes where undoes is null and undone_by is not null
  union all
  select c.workshop_id, chain.root, c.id, c.undone_by, chain.depth + 1
  from chain join changes c on c.workshop_id = chain.workshop_id and c.id = chain.undone_by
)
select workshop_id, root, last, depth from chain where undone_by is null;
update changes c set undone_by = case when chain.depth % 2 = 0 then null else chain.last end
from chain where c.workshop_id = chain.workshop_id and c.id = chain.root;
update changes c set undoes = (
  select r.id from changes r join chain x on x.workshop_id = r.workshop_id and x.root = r.id
  where x.workshop_id = c.workshop_id and x.last = c.id order by r.number limit 1
)
from chain where c.workshop_id = chain.workshop_id and c.id = chain.last and chain.depth > 2 and chain.depth % 2 = 1;
`;

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
