import type { Need, Station } from './model.ts';

/** Places in whose air what a step lays dries: where it stays wet, else where it is worked on. */
export function dryingPlaces(needs: readonly Need[], stations: readonly Pick<Station, 'climate'>[]): string[] {
  const wet = stations.filter((_, i) => needs[i] !== undefined && needs[i].span !== 'work');
  return [...new Set((wet.length > 0 ? wet : stations).map((s) => s.climate))];
}
