import type { Instant } from '../../quantities/units.ts';
import { asked, slotOf, withoutFollowers } from './planQuery.ts';
import { type Claim, claimsAt } from '../engine/schedule/conflictSet.ts';
import type { Plan, Problem } from '../model/model.ts';

/** What keeps a step from starting at an instant in a plan; empty when nothing does. */
export function clashOf(problem: Problem, plan: Plan, stepId: string, at: Instant): Claim[] {
  const draft = asked(problem, plan);
  const i = draft.compiled.indexOf.get(stepId);
  if (i === undefined || draft.compiled.model.steps[i]!.fixed) return [];
  withoutFollowers(draft, i);
  return claimsAt(draft, i, slotOf(draft, at));
}
