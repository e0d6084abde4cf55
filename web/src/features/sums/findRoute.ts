import { FRESH_PIECE } from '@app/contract';
import { buildRoute, measuresOf, type ShopMeans, type Survey, sumsOf, templateById } from '@app/core';

export type FindState = 'sound' | 'ordinary' | 'rough';
export const FIND_STATES: readonly (readonly [FindState, string, string])[] = [
  ['sound', 'Sound', 'dirty, nothing loose'],
  ['ordinary', 'Ordinary', 'a joint, some gouges'],
  ['rough', 'Rough', 'old paint, repairs'],
];
const SURVEYS: Record<FindState, Survey> = {
  sound: { wood: 'hardwood', finish: 'varnish', layers: 1, findings: ['grime'] },
  ordinary: { wood: 'hardwood', finish: 'varnish', layers: 2, findings: ['grime', 'loose-joints', 'gouges'] },
  rough: {
    wood: 'hardwood',
    finish: 'dark-paint',
    layers: 3,
    findings: ['grime', 'loose-joints', 'gouges', 'cracked-finish', 'missing-hardware', 'old-paint'],
  },
};
/** What a litre of paint, primer or clear coat costs on average. Common practice, in the shop's own money. */
const LITRE_CENTS = 3000;
/** Brushes, abrasive, tape, cloths for one piece. Common practice. */
const SUNDRIES_CENTS = 800;

/** What a find would take: hours and materials of the very route this shop would build for it. */
export function findTakes(template: string, state: FindState, means: ShopMeans) {
  const t = templateById.get(template)!;
  const dimensions = Object.fromEntries(measuresOf(t).map((m) => [m.key, m.usual]));
  const route = buildRoute({
    template: t,
    dimensions,
    survey: SURVEYS[state],
    brief: FRESH_PIECE.brief,
    means,
    kind: 'stock',
  });
  const { minutes, litres } = sumsOf(route.steps);
  const area_m2 = route.zones.reduce((n, z) => n + z.area_m2, 0);
  return { minutes, area_m2, materials_cents: Math.round(litres * LITRE_CENTS) + SUNDRIES_CENTS };
}
