import { type Draft, finish, newDraft } from './draft.ts';
import { boardCost } from './engine/cost.ts';
import { clearBoard } from './engine/board.ts';
import { placePiece } from './engine/place.ts';
import type { Plan, Problem } from './model.ts';
import { orderByRule, RULES, worstFirst } from './engine/rules.ts';

/**
 * A plan from nothing: serial schedule generation, piece by piece, in the best of several priority orders, then
 * with the worst late pieces moved to the front while that helps. Deterministic: pieces are taken by id first.
 *
 * @param previous only tells where steps under way stand
 * @param evaluations how many whole orders may be tried, at least 1
 * Cost: O(evaluations * steps * words scanned)
 */
export function planAfresh(problem: Problem, previous: Plan | null = null, evaluations = 4): Plan {
  const draft = newDraft(problem, previous);
  buildBest(draft, evaluations);
  return finish(draft);
}

/** Leaves the best of the orders tried on the draft's board. */
export function buildBest(draft: Draft, evaluations: number): void {
  const { board, compiled } = draft;
  const { model } = compiled;
  const pinned = new Set(
    model.pieces.flatMap((p, k) =>
      p.steps.some((i) => model.steps[i]!.isPinned && !model.steps[i]!.fixed) ? [k] : [],
    ),
  );
  let best = Infinity;
  let bestOrder: readonly number[] = [];
  let built: readonly number[] = [];
  let left = evaluations;
  const tryOrder = (order: readonly number[]) => {
    left--;
    built = order;
    build(draft, order);
    const cost = boardCost(board);
    if (cost >= best) return;
    best = cost;
    bestOrder = order;
  };
  // Pinned pieces claim their times before others can take them.
  const withPins = (order: readonly number[]) => [
    ...order.filter((k) => pinned.has(k)),
    ...order.filter((k) => !pinned.has(k)),
  ];
  for (const rule of RULES)
    if (left > 0 && !(bestOrder.length > 0 && isOnTime(draft))) tryOrder(withPins(orderByRule(model, rule)));
  for (const piece of worstFirst(board)) {
    if (left <= 0) break;
    tryOrder(withPins([piece, ...bestOrder.filter((p) => p !== piece)]));
  }
  if (built !== bestOrder) build(draft, bestOrder);
}

function build(draft: Draft, order: readonly number[]): void {
  clearBoard(draft.board);
  const { pieces, floor } = draft.compiled.model;
  // Where the floor is short, what stands on it already goes first: it cannot be sent away.
  if (floor) order = [...order.filter((k) => pieces[k]!.isHere), ...order.filter((k) => !pieces[k]!.isHere)];
  for (const k of order) placePiece(draft.board, draft.scratch, k, pieces[k]!.steps, Infinity);
}

/** Everything has a place and nothing is late: other orders would only shuffle the waiting. */
const isOnTime = (draft: Draft) => worstFirst(draft.board).length === 0;
