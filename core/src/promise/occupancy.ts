import type { Draft } from '../planner/build/draft.ts';
import { placesOf } from './activities.ts';

/** When people, tools and units of places are free again, in slots; kept by who or what. */
export type Occupancy = {
  readonly free: Float64Array;
  readonly toolFree: Float64Array;
  /** By place, of each of its units, sorted. */
  readonly pools: readonly Float64Array[];
};

/** What is taken at first by what is done or under way. */
export function occupancyAtFirst(draft: Draft): Occupancy {
  const { freeAtFirst, poolAtFirst } = atFirst(draft);
  return { free: freeAtFirst, toolFree: new Float64Array(draft.compiled.problem.tools.length), pools: poolAtFirst };
}

/** The same again, to be used up by one run. */
export const copyOf = (o: Occupancy): Occupancy => ({
  free: Float64Array.from(o.free),
  toolFree: Float64Array.from(o.toolFree),
  pools: o.pools.map((p) => Float64Array.from(p)),
});

/** Puts everything back as it was at first. */
export function reset(to: Occupancy, first: Occupancy): void {
  to.free.set(first.free);
  to.toolFree.set(first.toolFree);
  to.pools.forEach((pool, k) => pool.set(first.pools[k]!));
}

/** Units of a place are taken by whoever comes next, those free first; kept sorted by when they are free. */
export function occupy(pool: Float64Array, units: number, at: number): void {
  for (let n = 0; n < units && n < pool.length; n++) pool[n] = Math.max(pool[n]!, at);
  pool.sort();
}

/** When people and units of places are free of what is done or under way. */
function atFirst(draft: Draft): { freeAtFirst: Float64Array; poolAtFirst: Float64Array[] } {
  const { compiled } = draft;
  const freeAtFirst = new Float64Array(compiled.people.length);
  const stations = placesOf(draft);
  const poolAtFirst = stations.map((s) => new Float64Array(s.capacity));
  compiled.steps.forEach((step, i) => {
    const at = compiled.model.steps[i]!.fixed;
    const mode = compiled.model.steps[i]!.modes[0];
    if (!at || !mode) return;
    for (const p of mode.crews[0] ?? []) freeAtFirst[p] = Math.max(freeAtFirst[p]!, at.end);
    compiled.places[mode.place]?.forEach((id, n) => {
      const k = stations.findIndex((s) => s.id === id);
      const need = step.needs[n];
      if (k >= 0 && need && at.hold > 0) occupy(poolAtFirst[k]!, need.units, need.span === 'work' ? at.end : at.hold);
    });
  });
  return { freeAtFirst, poolAtFirst };
}
