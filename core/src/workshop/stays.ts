import type { Plan, Step } from '../planner/model/model.ts';
import type { Instant } from '../quantities/units.ts';

/** Room a piece takes in a place, for so long, worked on or drying. */
export type Stay = {
  readonly station: string;
  readonly units: number;
  readonly from: Instant;
  readonly until: Instant;
};

/**
 * Where a piece stands when, by its plan. What several of its steps take of one place at the same time is one stay: a second coat is laid
 * where the first one dries.
 * @returns stays of one place in the order of time, apart from one another
 */
export function staysOf(steps: readonly Pick<Step, 'id' | 'needs'>[], plan: Plan): Stay[] {
  const all = steps.flatMap(({ id, needs }) => {
    const at = plan.steps[id];
    if (!at) return [];
    const dry = Math.max(at.end, at.dry.handle ?? at.end);
    return needs.map(({ span, units }, n): Stay => ({
      station: at.stations[n]!,
      units,
      from: span === 'wet' ? at.end : at.start,
      until: span === 'work' ? at.end : dry,
    }));
  });
  const stays: Stay[] = [];
  for (const stay of all.sort((a, b) => a.from - b.from)) {
    const k = stays.findLastIndex((s) => s.station === stay.station && s.until >= stay.from);
    const before = stays[k];
    if (!before) stays.push(stay);
    else
      stays[k] = {
        ...before,
        units: Math.max(before.units, stay.units),
        until: Math.max(before.until, stay.until),
      };
  }
  return stays;
}
