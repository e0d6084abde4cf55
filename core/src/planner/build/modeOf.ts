import type { CompiledProblem } from '../compile/compile.ts';
import type { Placement } from '../model/model.ts';

/** The mode and crew that a placement stands for, while they still exist. */
export function modeOf(compiled: CompiledProblem, i: number, at: Placement): { mode: number; crew: number } | null {
  const { modes } = compiled.model.steps[i]!;
  for (let w = 0; w < modes.length; w++) {
    const mode = modes[w]!;
    if (!isSame(compiled.places[mode.place]!, at.stations)) continue;
    const crew = mode.crews.findIndex(
      (c) => c.length === at.people.length && c.every((p) => at.people.includes(compiled.people[p]!.id)),
    );
    if (crew >= 0) return { mode: w, crew };
  }
  return null;
}

const isSame = (a: readonly string[], b: readonly string[]) => a.length === b.length && a.every((x, k) => x === b[k]);
