import type { CompiledProblem } from '../compile/compile.ts';
import type { Placement } from '../model/model.ts';

/** The way and crew that a placement stands for, while they still exist. */
export function wayOf(compiled: CompiledProblem, i: number, at: Placement): { way: number; crew: number } | null {
  const { ways } = compiled.model.steps[i]!;
  const stations = at.stations.join('|');
  for (let w = 0; w < ways.length; w++) {
    const way = ways[w]!;
    if (compiled.places[way.place]!.join('|') !== stations) continue;
    const crew = way.crews.findIndex(
      (c) => c.length === at.people.length && c.every((p) => at.people.includes(compiled.people[p]!.id)),
    );
    if (crew >= 0) return { way: w, crew };
  }
  return null;
}
