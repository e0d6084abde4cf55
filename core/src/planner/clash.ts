import type { Instant } from '../quantities/units.ts';
import { asked, slotOf, withoutFollowers } from './ask.ts';
import { canStartAt, latestFor, readyFor } from './engine/board.ts';
import { LIFT } from './engine/engineModel.ts';
import type { Requirement } from './explain.ts';
import type { Plan, Problem } from './model.ts';

/** What a request can run against. */
export type Claim = Requirement | 'order' | 'window';
const CLAIMS: readonly Claim[] = ['order', 'window', 'hours', 'person', 'space', 'tool', 'air', 'dust'];

/**
 * The smallest set of requirements that together forbid a step to start at an instant: with any one of them lifted the
 * rest would allow it. Empty when it may start then.
 * Field term: irreducible infeasible subset, by the deletion filter (Chinneck & Dravnieks 1991)
 */
export function clashOf(problem: Problem, plan: Plan, stepId: string, at: Instant): Claim[] {
  const draft = asked(problem, plan);
  const i = draft.compiled.indexOf.get(stepId);
  if (i === undefined || draft.compiled.model.steps[i]!.fixed) return [];
  withoutFollowers(draft, i);
  const engine = draft.compiled.model.steps[i]!;
  const slot = slotOf(draft, at);
  const isAllowed = (kept: readonly Claim[]) => {
    if (kept.includes('order') && slot < readyFor(draft.board, { ...engine, earliest: 0 })) return false;
    if (kept.includes('window') && engine.rescue_minutes < 0 && slot > latestFor(draft.board, engine)) return false;
    const lifted = CLAIMS.reduce((n, d) => n + (d in LIFT && !kept.includes(d) ? LIFT[d as Requirement] : 0), 0);
    return canStartAt(draft.board, i, slot, lifted);
  };
  let kept: readonly Claim[] = CLAIMS;
  if (isAllowed(kept)) return [];
  // The exotic go first, so that of several reasons the plainest is left.
  for (const d of [...CLAIMS].reverse()) {
    const fewer = kept.filter((k) => k !== d);
    if (!isAllowed(fewer)) kept = fewer;
  }
  return [...kept];
}
