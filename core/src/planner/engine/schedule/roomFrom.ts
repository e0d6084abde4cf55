import { DISJUNCTION, type EngineStep, type Mode, SPAN } from '../engineModel.ts';
import { lastBlocked, nextFree } from './ownRoom.ts';
import { dustFree, type PartialSchedule, slotsOf } from './partialSchedule.ts';

/**
 * A slot at or after `at` before which a step cannot start, since what of its piece may not be worked on beside it is, or its place or air
 * are taken, in every mode. Nobody's hands are looked at, nor what follows the end of its work, nor a place or air further than `ahead` slots: where
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
  const end = Math.min(at + ahead, b.model.slots);
  let soonest = end;
  for (const mode of step.modes) {
    const d = slotsOf(step, mode, 0);
    const s = clearFrom(b, step, mode, at, d, soonest);
    if (s < soonest) soonest = s;
    if (s === at) break;
  }
  return soonest < end ? soonest : at;
}

/**
 * The first start at or after `at` from which rows that are asked for from the start of work are clear as long as it takes;
 * `limit` when there is none before it.
 */
function clearFrom(b: PartialSchedule, step: EngineStep, mode: Mode, at: number, d: number, limit: number): number {
  const { checks } = mode;
  const n = checks.length;
  let s = at;
  for (let k = 0, agreed = 0; agreed < n; k++) {
    if (k === n) k = 0;
    const c = checks[k]!;
    agreed++;
    if (c.span === SPAN.wet || c.span === SPAN.setting) continue;
    for (let blocked = lastBlocked(b, step, c, s, s + d); blocked >= 0; blocked = lastBlocked(b, step, c, s, s + d)) {
      s = nextFree(b, step, c, blocked + 1, limit);
      if (s >= limit) return limit;
      agreed = 1;
    }
  }
  return s;
}
