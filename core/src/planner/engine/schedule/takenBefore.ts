import { type Mode, RELAXATION } from '../engineModel.ts';
import { lastClear } from '../resources/bits.ts';
import { rowFor } from '../resources/cumulativeProfile.ts';
import { type PartialSchedule, readyFor } from './partialSchedule.ts';
import { seek } from './seek.ts';

/** Slot in which a placed step could start, after what it waits for, with nothing else in the shop. */
export const startAlone = (b: PartialSchedule, i: number): number =>
  seek(b, i, readyFor(b, b.model.steps[i]!), 0, OTHER_WORK) ? b.found.start : b.start[i]!;
const OTHER_WORK = RELAXATION.person + RELAXATION.space + RELAXATION.tool + RELAXATION.dust;

/**
 * A step, any of them, that has something a placed step needs between slot `from` and when that starts: somebody who could do it, its
 * tool, or its place where that was full. -1: none.
 * Cost: O(steps)
 */
export function takenBefore(b: PartialSchedule, i: number, from: number, r: () => number): number {
  const at = b.start[i]!;
  const { steps } = b.model;
  const mode = steps[i]!.modes[b.mode[i]!]!;
  const full = mode.demands.filter((t) => lastClear(rowFor(t.profile, t.units), from, at) >= 0).map((t) => t.profile);
  let found = -1;
  let count = 0;
  for (let j = 0; j < steps.length; j++) {
    if (b.start[j]! < 0 || b.start[j]! >= at || b.hold[j]! <= from || steps[j]!.fixed) continue;
    const other = steps[j]!.modes[b.mode[j]!];
    if (!other) continue;
    const isAtWork = b.end[j]! > from;
    const isTaken =
      (isAtWork && canAny(mode, other.crews[b.crew[j]!]!)) ||
      (isAtWork && mode.setups !== null && mode.setups === other.setups) ||
      (full.length > 0 && other.demands.some((t) => full.includes(t.profile)));
    if (isTaken && r() * ++count < 1) found = j;
  }
  return found;
}

/** Whether one of some people can do a step in a mode. */
function canAny({ crews }: Mode, people: readonly number[]): boolean {
  for (let c = 0; c < crews.length; c++)
    for (let n = 0; n < crews[c]!.length; n++) if (people.includes(crews[c]![n]!)) return true;
  return false;
}
