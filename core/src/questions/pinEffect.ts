import { replan } from '../planner/build/replan.ts';
import type { Plan, Problem } from '../planner/model/model.ts';
import type { Instant } from '../quantities/units.ts';
import { promisesMadeLater } from './promisesMadeLater.ts';

/** What giving a step a time by hand does: when its piece is ready then, and the names of promised pieces made later. */
export type PinEffect = {
  readonly ready: Instant | null;
  /** When it is ready as things stand. */
  readonly before: Instant | null;
  readonly later: readonly string[];
};

/** The plan repaired with a step pinned to an instant, or held until one. @throws {RangeError} when no piece has the step */
export function pinEffect(
  problem: Problem,
  plan: Plan,
  step: string,
  pin: { readonly at: Instant } | { readonly notBefore: Instant },
): PinEffect {
  const own = problem.pieces.find((p) => p.steps.some((s) => s.id === step));
  if (!own) throw new RangeError(`no piece has the step "${step}"`);
  const steps = own.steps.map((s) => (s.id === step ? { ...s, pin: { ...s.pin, ...pin } } : s));
  const pinned = { ...problem, pieces: problem.pieces.map((p) => (p === own ? { ...own, steps } : p)) };
  const next = replan(pinned, plan, [own.id]);
  const later = new Set(promisesMadeLater(problem, plan, next));
  return {
    ready: next.ready[own.id] ?? null,
    before: plan.ready[own.id] ?? null,
    later: problem.pieces.filter((p) => later.has(p.id)).map((p) => p.name),
  };
}
