import type { Instant } from '../../quantities/units.ts';
import { explainer } from './explain.ts';
import type { Plan, Problem, Skill, StationKind } from '../model/model.ts';

/** Something of which there could be one more. */
export type Scarce =
  | { readonly kind: 'person'; readonly skill: Skill }
  | { readonly kind: 'space'; readonly station: StationKind }
  | { readonly kind: 'tool'; readonly tool: string };
export type WeekOfWaiting = {
  /** First minute of the seven days, counted from now. */
  readonly from: Instant;
  readonly waits: readonly { readonly on: Scarce; readonly minutes: number }[];
};

const WEEK_MINUTES = 7 * 1440;

/** What pieces wait for on their binding chains, week by week from now; the scarcest first in each. */
export function waitingByWeek(problem: Problem, plan: Plan): WeekOfWaiting[] {
  const { bindingChain } = explainer(problem, plan);
  const steps = new Map(problem.pieces.flatMap((p) => p.steps.map((s) => [s.id, s] as const)));
  const weeks = new Map<number, Map<string, { on: Scarce; minutes: number }>>();
  for (const piece of problem.pieces)
    for (const s of bindingChain(piece.id)) {
      const step = steps.get(s.step)!;
      const on: Scarce | null =
        s.wait?.kind === 'person'
          ? { kind: 'person', skill: step.skill }
          : s.wait?.kind === 'tool' && step.tool !== null
            ? { kind: 'tool', tool: step.tool }
            : s.wait?.kind === 'space' && step.needs[0]
              ? { kind: 'space', station: step.needs[0].kind }
              : null;
      if (!on) continue;
      const key = JSON.stringify(on);
      const first = Math.max(0, Math.floor((s.from - problem.now) / WEEK_MINUTES));
      for (let w = first; problem.now + w * WEEK_MINUTES < s.until; w++) {
        const start = problem.now + w * WEEK_MINUTES;
        const minutes = Math.min(s.until, start + WEEK_MINUTES) - Math.max(s.from, start);
        let week = weeks.get(w);
        if (!week) weeks.set(w, (week = new Map<string, { on: Scarce; minutes: number }>()));
        const known = week.get(key);
        if (known) known.minutes += minutes;
        else week.set(key, { on, minutes });
      }
    }
  return [...weeks]
    .sort(([a], [b]) => a - b)
    .map(([w, waits]) => ({
      from: problem.now + w * WEEK_MINUTES,
      waits: [...waits.values()].sort((a, b) => b.minutes - a.minutes),
    }));
}
