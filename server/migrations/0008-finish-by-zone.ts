import type { QueryInterface, Transaction } from 'sequelize';

/**
 * What a step does to a surface is kept with it; of steps planned before, what the drawing asks for is known by how they
 * were called. The bottoms of drawers, until now part of "drawer insides", are a zone of their own: a piece that counted
 * them goes on counting both. Made twice it changes nothing.
 */
const SQL = `
update steps set route = route || jsonb_build_object('acts',
  case when route->>'key' ~ '^sand-(top|bare)'
    then '[{"do": "abrade", "to": "bare", "grits": [80, 120, 180, 220]}, {"do": "dust-off"}]'::jsonb
    else '[]'::jsonb end)
where not route ? 'acts';
update pieces set zone_choice = jsonb_set(zone_choice, '{include}', (zone_choice->'include') || '["drawer-bottoms"]'::jsonb)
where zone_choice->'include' ? 'drawer-insides' and not zone_choice->'include' ? 'drawer-bottoms'
  and not zone_choice->'areas' ? 'drawer-insides';
`;

export const up = async (q: QueryInterface, transaction: Transaction) => {
  await q.sequelize.query(SQL, { transaction });
};
