import { explainer, type Stretch, type Wait } from '../planner/explain/explain.ts';
import type { LeadTimePart } from '../planner/explain/leadTimeBreakdown.ts';
import type { Plan, Problem } from '../planner/model/model.ts';

/** What every planned step waits for, and the binding chain and lead time of each piece, by id. */
export type Explained = {
  readonly waits: Readonly<Record<string, Wait>>;
  readonly chains: Readonly<Record<string, readonly Stretch[]>>;
  readonly days: Readonly<Record<string, readonly LeadTimePart[]>>;
};

/** @param most pieces that are explained, those due soonest first */
export function explained(problem: Problem, plan: Plan, most: number): Explained {
  const { waitsFor, bindingChain, leadTimeOf } = explainer(problem, plan);
  const waits: Record<string, Wait> = {};
  const chains: Record<string, readonly Stretch[]> = {};
  const days: Record<string, readonly LeadTimePart[]> = {};
  const soonest = [...problem.pieces].sort((a, b) => (a.due ?? Infinity) - (b.due ?? Infinity));
  for (const piece of soonest.slice(0, most)) {
    for (const s of piece.steps) if (s.state.kind === 'planned') waits[s.id] = waitsFor(s.id);
    chains[piece.id] = bindingChain(piece.id);
    days[piece.id] = leadTimeOf(piece.id);
  }
  return { waits, chains, days };
}
