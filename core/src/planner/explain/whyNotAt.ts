import type { Instant } from '../../quantities/units.ts';
import { queryPlan, slotOf, withoutFollowers } from './planQuery.ts';
import { type ConflictKind, conflictSetAt } from '../engine/schedule/conflictSet.ts';
import type { Plan, Problem } from '../model/model.ts';

/** What keeps a step from starting at an instant in a plan; empty when nothing does. */
export function conflictSetOf(problem: Problem, plan: Plan, stepId: string, at: Instant): ConflictKind[] {
  const draft = queryPlan(problem, plan);
  const i = draft.compiled.indexOf.get(stepId);
  if (i === undefined || draft.compiled.model.steps[i]!.fixed) return [];
  withoutFollowers(draft, i);
  return conflictSetAt(draft.schedule, i, slotOf(draft, at));
}
