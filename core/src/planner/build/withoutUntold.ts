import type { Plan, Problem } from '../model/model.ts';

/** A plan without what nobody was told: but for what has begun, or starts within the frozen hours. */
export function withoutUntold(problem: Problem, previous: Plan): Plan {
  const frozen = problem.frozenUntil ?? problem.now;
  const isKept = (promised: boolean, state: string, start: number) => promised || state !== 'planned' || start < frozen;
  const kept = problem.pieces.flatMap((p) =>
    p.steps.flatMap((s) => {
      const at = previous.steps[s.id];
      return at && isKept(p.promised, s.state.kind, at.start) ? [[s.id, at] as const] : [];
    }),
  );
  return { ...previous, steps: Object.fromEntries(kept) };
}
