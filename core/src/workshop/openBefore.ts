import { staffedIntervals } from '../calendar/hours.ts';
import type { Interval } from '../calendar/intervals.ts';
import type { Instant } from '../quantities/units.ts';
import type { Link, Plan } from '../planner/model/model.ts';
import type { Shop, ShopStep } from './workshop.ts';

/**
 * What a step waits for and nobody has said is done, in the order of the route. What stands behind a step that is done is not
 * asked for again: that was begun before its turn, and somebody knew.
 */
export function openBefore(steps: readonly ShopStep[], id: string): ShopStep[] {
  const byKey = new Map(steps.map((s) => [s.key, s]));
  const found = new Set<ShopStep>();
  const collect = (s: ShopStep) => {
    for (const { step } of s.after) {
      const before = byKey.get(step);
      if (!before || before.state.kind === 'done' || found.has(before)) continue;
      found.add(before);
      collect(before);
    }
  };
  const asked = steps.find((s) => s.id === id);
  if (asked) collect(asked);
  return steps.filter((s) => found.has(s));
}

/**
 * When such steps were done at the latest, one after the other, each dry enough for the next and worked on while somebody was
 * there: nobody noted when it really was. Only what led straight to a step tapped outside the hours was done outside them, too.
 * @param open from `openBefore`
 * @param at when the step that waited for them began
 * @param seen.plan how long each was to dry
 * @returns by the id of each step the end of its work
 */
export function latestEnds(
  open: readonly ShopStep[],
  asked: ShopStep,
  at: Instant,
  { shop, plan }: { readonly shop: Pick<Shop, 'people' | 'timeZone'>; readonly plan: Pick<Plan, 'steps'> },
): ReadonlyMap<string, Instant> {
  // Whoever begins the minute they come is there.
  const staffed = staffedIntervals(shop.people, shop.timeZone, at - LOOKED_BACK_MINUTES, at + 1);
  const isStaffed = (from: Instant, until: Instant) => staffed.some((s) => s.from <= from && until <= s.until);
  const byKey = new Map(open.map((s) => [s.key, s]));
  const latest = new Map(open.map((s) => [s.id, at]));
  const straightToWorkAfterHours = new Set<string>();
  const count = (step: ShopStep, start: Instant) => {
    for (const link of step.after) {
      const before = byKey.get(link.step);
      if (!before) continue;
      const wait = waitOf(link, before, plan);
      if (start - wait > latest.get(before.id)!) continue;
      latest.set(before.id, start - wait);
      if (wait === 0 && !isStaffed(start, start)) straightToWorkAfterHours.add(before.id);
      else straightToWorkAfterHours.delete(before.id);
    }
  };
  count(asked, at);
  for (const s of open.toReversed()) {
    const { state, work_minutes } = s;
    const bound = latest.get(s.id)!;
    const isWhereItIs = straightToWorkAfterHours.has(s.id) || isStaffed(bound - work_minutes, bound);
    const worked = isWhereItIs ? bound : lastStaffed(staffed, bound, work_minutes);
    const end = state.kind === 'started' ? Math.max(state.at, worked) : worked;
    latest.set(s.id, end);
    count(s, state.kind === 'started' ? state.at : end - work_minutes);
  }
  return latest;
}
/** Nobody forgets to tick a step for longer. */
const LOOKED_BACK_MINUTES = 60 * 1440;

/** The latest end of work until `bound` that is done in one go while somebody is there; longer than any shift: its end alone. */
function lastStaffed(staffed: readonly Interval[], bound: Instant, work_minutes: number): Instant {
  const until = staffed.filter((s) => s.from < bound).map((s) => ({ from: s.from, until: Math.min(s.until, bound) }));
  const inOneGo = until.findLast((s) => s.until - s.from >= work_minutes);
  return (inOneGo ?? until.at(-1))?.until ?? bound;
}

/** Minutes from the end of the earlier step's work, as long as its film was planned to take. */
function waitOf({ from, min_minutes }: Link, before: ShopStep, plan: Pick<Plan, 'steps'>): number {
  const at = plan.steps[before.id];
  const dry = from === 'end' || !at ? 0 : (at.dry[from] ?? at.end) - at.end;
  return min_minutes + (Number.isFinite(dry) ? Math.max(0, dry) : 0);
}
