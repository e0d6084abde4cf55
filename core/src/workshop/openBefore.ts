import type { Instant } from '../quantities/units.ts';
import type { Link, Plan } from '../planner/model/model.ts';
import type { ShopStep } from './workshop.ts';

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
 * When such steps were done at the latest, one after the other, each dry enough for the next: nobody noted when it really was.
 * @param open from `openBefore`
 * @param at when the step that waited for them began
 * @param plan how long each was to dry
 * @returns by the id of each step the end of its work
 */
export function latestEnds(
  open: readonly ShopStep[],
  asked: ShopStep,
  at: Instant,
  plan: Pick<Plan, 'steps'>,
): ReadonlyMap<string, Instant> {
  const byKey = new Map(open.map((s) => [s.key, s]));
  const latest = new Map(open.map((s) => [s.id, at]));
  const count = (step: ShopStep, start: Instant) => {
    for (const link of step.after) {
      const before = byKey.get(link.step);
      if (before) latest.set(before.id, Math.min(latest.get(before.id)!, start - waitOf(link, before, plan)));
    }
  };
  count(asked, at);
  for (const s of open.toReversed()) {
    const { state } = s;
    const end = state.kind === 'started' ? Math.max(state.at, latest.get(s.id)!) : latest.get(s.id)!;
    latest.set(s.id, end);
    count(s, state.kind === 'started' ? state.at : end - s.work_minutes);
  }
  return latest;
}

/** Minutes from the end of the earlier step's work, as long as its film was planned to take. */
function waitOf({ from, min_minutes }: Link, before: ShopStep, plan: Pick<Plan, 'steps'>): number {
  const at = plan.steps[before.id];
  const dry = from === 'end' || !at ? 0 : (at.dry[from] ?? at.end) - at.end;
  return min_minutes + (Number.isFinite(dry) ? Math.max(0, dry) : 0);
}
