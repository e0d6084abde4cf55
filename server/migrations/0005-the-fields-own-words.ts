import type { QueryInterface, Transaction } from 'sequelize';

/**
 * A date a client was told is `promised`, what the owner prefers in a plan `preferences`; reasons in plans are codes; who
 * made a change stands in a column of its own and no longer in a display name. Old changes are rewritten too, so that
 * undoing them still finds its fields. Only keys are renamed: in JSON text a key is the only thing written `"x": `.
 */
const SQL = `
alter table pieces rename column told to promised;
update workshops set planning = replace(replace(planning::text, '"taste": ', '"preferences": '), '"calm": ', '"stability": ')::jsonb;
update changes set rows = replace(replace(replace(rows::text,
  '"told": ', '"promised": '), '"taste": ', '"preferences": '), '"calm": ', '"stability": ')::jsonb;
update plans set plan = jsonb_set(jsonb_set(plan, '{unplanned}', coalesce((
    select jsonb_agg(u || jsonb_build_object('reason', jsonb_build_object('code', 'said', 'words', u -> 'reason')))
    from jsonb_array_elements(plan -> 'unplanned') u
    where jsonb_typeof(u -> 'reason') = 'string'), '[]')),
  '{notices}', coalesce((
    select jsonb_agg(n || '{"kind": "said", "title": ""}')
    from jsonb_array_elements(plan -> 'notices') n), '[]'));
alter table changes
  add column made_by text not null default 'person' check (made_by in ('person', 'clock')),
  add column user_id text;
update changes set made_by = 'clock' where user_name = 'Mokume';
update changes c set user_id = (
  select min(u.id) from users u where u.workshop_id = c.workshop_id and u.name = c.user_name having count(*) = 1)
  where made_by = 'person';
alter table changes alter column made_by drop default;
`;

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
