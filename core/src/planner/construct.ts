import { type Draft, byId, emptyDraft, finish, newDraft, placePiece, placeWhatHappened } from './draft.ts';
import type { PieceToPlan, Plan, Problem } from './model.ts';
import { type Score, compareScores, latenessOf, scoreOf } from './score.ts';

/**
 * A plan from nothing: serial schedule generation, piece by piece, in the best of several priority orders, then
 * with the worst late pieces moved to the front while that helps. Deterministic: pieces are sorted by id first.
 *
 * @param previous only tells where steps under way stand
 * @param evaluations how many whole orders may be tried, at least 1
 * Cost: O(evaluations * steps * slots scanned)
 */
export function planAfresh(problem: Problem, previous: Plan | null = null, evaluations = 6): Plan {
  const draft = newDraft(problem, false);
  let best: { plan: Plan; score: Score; order: readonly PieceToPlan[] } | null = null;
  let left = evaluations;
  const tryOrder = (order: readonly PieceToPlan[]) => {
    left--;
    const plan = build(draft, order, previous);
    const score = scoreOf(problem, plan);
    if (!best || compareScores(score, best.score) < 0) best = { plan, score, order };
  };
  for (const rule of PRIORITY_RULES)
    if (left > 0 && !(best && isGoodEnough((best as { score: Score }).score)))
      tryOrder(byId(problem.pieces).sort(rule));
  for (const piece of worstFirst(problem, best!.plan)) {
    if (left <= 0) break;
    tryOrder([piece, ...best!.order.filter((p) => p !== piece)]);
  }
  const { plan, order } = best!;
  return plan.unplanned.length === 0 ? plan : build({ ...draft, explains: true }, order, previous);
}

function build(draft: Draft, order: readonly PieceToPlan[], previous: Plan | null): Plan {
  emptyDraft(draft);
  placeWhatHappened(draft, previous);
  // Pinned pieces claim their times before others can take them.
  for (const piece of [...order.filter(isPinned), ...order.filter((p) => !isPinned(p))]) placePiece(draft, piece);
  return finish(draft);
}

const isPinned = (p: PieceToPlan) => p.steps.some((s) => s.pin.at !== undefined && s.state.kind === 'planned');
const due = (p: PieceToPlan) => p.due ?? Number.MAX_SAFE_INTEGER;
const work = (p: PieceToPlan) => p.steps.reduce((n, s) => n + (s.state.kind === 'planned' ? s.work_minutes : 0), 0);
const begun = (p: PieceToPlan) => (p.steps.some((s) => s.state.kind !== 'planned') ? 0 : 1);

/** Everything has a place and nothing is late: other orders would only shuffle the waiting. */
const isGoodEnough = (s: Score) => s.unplanned === 0 && s.toldLate === 0 && s.otherLate === 0;

type Rule = (a: PieceToPlan, b: PieceToPlan) => number;
/** Told promises first in each; then earliest due date (Jackson), slack, weight over work (Smith), what is under way. */
const PRIORITY_RULES: readonly Rule[] = [
  (a, b) => Number(b.told) - Number(a.told) || due(a) - due(b),
  (a, b) => due(a) - work(a) - (due(b) - work(b)),
  (a, b) => Number(b.told) - Number(a.told) || b.weight / (1 + work(b)) - a.weight / (1 + work(a)),
  (a, b) => begun(a) - begun(b) || Number(b.told) - Number(a.told) || due(a) - due(b),
];

function worstFirst(problem: Problem, plan: Plan): PieceToPlan[] {
  const cost = (p: PieceToPlan) => latenessOf(p, plan.ready[p.id] ?? problem.horizon) * p.weight * (p.told ? 100 : 1);
  return byId(problem.pieces)
    .filter((p) => cost(p) > 0)
    .sort((a, b) => cost(b) - cost(a));
}
