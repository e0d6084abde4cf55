import type { Shop } from '@app/core';

/** A shop with hands and space for so many times its pieces. Paint and floor are never short, so that planning is what is measured. */
export const crowded = (shop: Shop, times: number): Shop => ({
  ...shop,
  floor_units: null,
  people: Array.from({ length: Math.max(1, Math.round(times / 2)) }, (_, n) =>
    shop.people.map((p) => ({ ...p, id: `${p.id}-${n}`, name: `${p.name} ${n}` })),
  ).flat(),
  stations: shop.stations.map((s) => ({ ...s, capacity: s.capacity * Math.max(1, Math.round(times / 1.5)) })),
  paints: shop.paints.map((p) => ({ ...p, on_hand_litres: 500 })),
});
