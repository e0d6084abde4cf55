import type { Plan, Problem } from './model.ts';

/** A tray kept damp, a roller in its bag: within this the next coat of the same load needs no new set-up. */
const KEPT_MINUTES = 4 * 60;

/** How often people take up a product and applicator anew: steps of one load that follow closely share one. */
export function loadsOf(problem: Problem, plan: Plan): number {
  const uses = new Map<string, { start: number; end: number }[]>();
  for (const piece of problem.pieces)
    for (const s of piece.steps) {
      const at = plan.steps[s.id];
      if (!s.load || !at || s.state.kind !== 'planned') continue;
      const list = uses.get(s.load);
      if (list) list.push(at);
      else uses.set(s.load, [at]);
    }
  let count = 0;
  for (const list of uses.values()) {
    let keptUntil = Number.NEGATIVE_INFINITY;
    for (const at of list.sort((a, b) => a.start - b.start)) {
      if (at.start > keptUntil) count++;
      keptUntil = Math.max(keptUntil, at.end + KEPT_MINUTES);
    }
  }
  return count;
}
