import type { ClimatePlace, Shop } from './workshop.ts';

/** The place whose air speaks for the shop: where most bench room is. Undefined: no place at all. */
export function mainPlace(shop: Shop): ClimatePlace | undefined {
  const room = (p: ClimatePlace) =>
    shop.stations.filter((s) => s.kind === 'bench' && s.climate === p.id).reduce((n, s) => n + s.capacity, 0);
  return [...shop.places].sort((a, b) => room(b) - room(a))[0];
}
