import { DISJUNCTION, type Mode, SPAN } from '../engineModel.ts';
import { lastClear } from '../resources/bits.ts';
import { dustFree, type PartialSchedule, slotsOf } from './partialSchedule.ts';

/**
 * A slot at or after `at` before which a step cannot start, since what of its piece may not be worked on beside it is, or its place or air
 * are taken, in every mode. Nobody's hands are looked at, nor what follows the end of its work, nor further than `ahead` slots: where
 * there may be nothing for longer than that, it is `at`.
 * Cost: O(disjunctions + modes * words scanned)
 */
export function roomFrom(b: PartialSchedule, i: number, at: number, ahead: number): number {
  const step = b.model.steps[i]!;
  for (const c of step.disjunctions) {
    const from = b.start[c.step]!;
    if (from < 0 || from > at) continue;
    const until = c.kind === DISJUNCTION.underWet ? dustFree(b, c.step) : b.end[c.step]!;
    if (until > at) return until;
  }
  let soonest = at + ahead;
  for (const mode of step.modes) {
    const d = slotsOf(step, mode, 0);
    let s = at;
    for (let next = clearFrom(mode, s, d); next > s && s < soonest; next = clearFrom(mode, s, d)) s = next;
    if (s < soonest) soonest = s;
    if (s === at) break;
  }
  return soonest < at + ahead ? soonest : at;
}

/** `s` when rows that are asked for from the start of work are clear for as long as it takes, else the slot after the last that is not. */
function clearFrom(mode: Mode, s: number, d: number): number {
  for (const c of mode.checks) {
    if (c.span === SPAN.wet || c.span === SPAN.setting) continue;
    const blockedSlot = lastClear(c.bits, s, s + d);
    if (blockedSlot >= 0) return blockedSlot + 1;
  }
  return s;
}
