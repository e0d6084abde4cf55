import { type PartialSchedule, readyFor } from '../schedule/partialSchedule.ts';
import type { Mode } from '../engineModel.ts';

/**
 * Pieces that hold up another: for steps of it that start later than they are ready, the steps that end, or are dry, just
 * as these start and share a person, a tool or a place with them. A few of its steps are looked at, in random order.
 * Cost: O(steps) for each step looked at
 */
export function blockersOf(b: PartialSchedule, piece: number, r: () => number): number[] {
  const { steps, pieces } = b.model;
  const waiting = pieces[piece]!.steps.filter(
    (i) => !steps[i]!.fixed && b.start[i]! >= 0 && isReady(b, i) && b.start[i]! > readyFor(b, steps[i]!),
  );
  const out: number[] = [];
  for (let looked = 0; looked < 3 && waiting.length > 0; looked++) {
    const i = waiting.splice(Math.floor(r() * waiting.length), 1)[0]!;
    const at = b.start[i]!;
    const mode = steps[i]!.modes[b.mode[i]!]!;
    const crew = mode.crews[b.crew[i]!]!;
    for (let j = 0; j < steps.length; j++) {
      if ((b.end[j] !== at && b.hold[j] !== at) || b.start[j]! < 0 || steps[j]!.piece === piece) continue;
      if (sharesAt(b, j, at, mode, crew) && !out.includes(steps[j]!.piece)) out.push(steps[j]!.piece);
    }
  }
  return out;
}

const isReady = (b: PartialSchedule, i: number) => b.model.steps[i]!.preds.every((p) => b.start[p.step]! >= 0);

/** Whether step `j` gives up a person, tool or place in slot `at` that a mode and crew need. */
export function sharesAt(b: PartialSchedule, j: number, at: number, mode: Mode, crew: readonly number[]): boolean {
  const other = b.model.steps[j]!.modes[b.mode[j]!];
  if (!other) return false;
  if (b.end[j] === at && other.crews[b.crew[j]!]!.some((p) => crew.includes(p))) return true;
  if (mode.setups && other.setups === mode.setups) return true;
  return b.hold[j] === at && other.demands.some((t) => mode.demands.some((w) => w.profile === t.profile));
}
