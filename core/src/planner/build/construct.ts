import { type Draft, newDraft } from './draft.ts';
import { finish } from './finish.ts';
import { leftShift } from './leftShift.ts';
import { linkBound } from '../engine/bounds/doneBound.ts';
import { aloneInShop } from '../engine/bounds/latestStarts.ts';
import { scheduleCost } from '../engine/schedule/cost.ts';
import { improve, type Search } from '../engine/search/search.ts';
import { ParallelSgs, type Priority } from '../engine/schedule/parallelSgs.ts';
import { clearSchedule } from '../engine/schedule/partialSchedule.ts';
import { placePiece, settleFloor } from '../engine/schedule/serialSgs.ts';
import type { Plan, Problem } from '../model/model.ts';
import { isInWindow, partialPieces } from '../engine/search/selectPieces.ts';
import { orderByRule, PRIORITY_RULES, worstFirst } from '../engine/schedule/priorityRules.ts';

/**
 * A plan from nothing: serial schedule generation, piece by piece, in the best of several priority orders, then
 * with the worst late pieces moved to the front while that helps. Deterministic: pieces are taken by id first.
 *
 * @param previous only tells where steps under way stand
 * @param evaluations how many whole orders may be tried, at least 1; the best once more where some pieces cannot be ready
 * Cost: O(evaluations * steps * words scanned)
 */
export function planAfresh(problem: Problem, previous: Plan | null = null, evaluations = 4): Plan {
  const draft = newDraft(problem, previous);
  buildBest(draft, evaluations);
  leftShift(draft);
  return finish(draft);
}

/** One way to fill an empty schedule: pieces one after another, or all of them at once by a priority, but for those pinned. */
type Mode = {
  readonly order: readonly number[];
  readonly priority: Priority | null;
  /** Pieces placed after all others, however it is done: for what cannot be ready nobody is to wait. */
  readonly last?: ReadonlySet<number>;
};

/** Leaves the best of the ways tried on the draft's schedule. */
export function buildBest(draft: Draft, evaluations: number): void {
  const { schedule, compiled, scratch } = draft;
  const { model } = compiled;
  const pinned = new Set(
    model.pieces.flatMap((p, k) =>
      p.steps.some((i) => model.steps[i]!.pinSlot >= 0 && !model.steps[i]!.fixed) ? [k] : [],
    ),
  );
  scratch.bound = linkBound(model);
  const parallelSgs = new ParallelSgs(schedule, scratch, () => aloneInShop(model));
  let best: { readonly mode: Mode; readonly cost: number } | null = null;
  let built: Mode | null = null;
  let left = evaluations;
  const build = (mode: Mode) => {
    built = mode;
    clearSchedule(schedule);
    // Pinned pieces claim their times before others can take them; where the floor is short, what stands on it goes first.
    const isFirst = (k: number) => pinned.has(k) || (!mode.priority && model.floor !== null && model.pieces[k]!.isHere);
    const isLast = (k: number) => !isFirst(k) && mode.last?.has(k) === true;
    const first = mode.order.filter(isFirst);
    const rest = mode.order.filter((k) => !isFirst(k) && !isLast(k));
    const place = (k: number) => placePiece(schedule, scratch, k, model.pieces[k]!.steps, Infinity);
    first.forEach(place);
    (mode.priority ? parallelSgs.run(rest, mode.priority, Infinity)! : rest).forEach(place);
    mode.order.filter(isLast).forEach(place);
    // A piece that stands here takes its floor whenever it is placed; those still to come make way.
    settleFloor(schedule, scratch);
  };
  const tryStart = (mode: Mode) => {
    left--;
    build(mode);
    const cost = scheduleCost(schedule);
    if (!best || cost < best.cost) best = { mode, cost };
  };
  for (const [rule, priority] of STARTS_TRIED)
    if (left > 0 && !(best && isOnTime(draft)))
      tryStart({ order: orderByRule(model, PRIORITY_RULES[rule]!), priority });
  const order = best!.mode.order;
  for (const piece of worstFirst(schedule)) {
    if (left <= 0) break;
    tryStart({ order: [piece, ...order.filter((p) => p !== piece)], priority: null });
  }
  const buildTheBest = () => {
    if (built !== best!.mode) build(best!.mode);
  };
  buildTheBest();
  // Once more with what cannot be ready after all others; what is in a window keeps its turn, since to miss it costs work whenever it goes on.
  const last = new Set(partialPieces(schedule).filter((k) => !isInWindow(model, k)));
  if (last.size > 0) tryStart({ ...best!.mode, last });
  buildTheBest();
  // What was placed by priority may still gain by small changes, which a re-plan would find at once.
  if (best!.mode.priority && !isOnTime(draft)) improve(schedule, { ...scratch, isStrict: true }, POLISH);
}
const POLISH: Search = { seed: 1, evaluations: 60, isOver: () => false, isDescentOnly: true };

/** Rules for the order of pieces, and priorities by which their steps are placed by priority: what is best most often first. */
const STARTS_TRIED: readonly (readonly [rule: number, priority: Priority | null])[] = [
  [0, null],
  [0, { slack: 1, hurry: 100, cleanout: 12, stay: 400 }],
  [0, { slack: 3, hurry: 600, cleanout: 12, stay: 1600 }],
  ...PRIORITY_RULES.slice(1).map((_, n) => [n + 1, null] as const),
];

/** Everything has a place and nothing is late: other orders would only shuffle the waiting. */
const isOnTime = (draft: Draft) => worstFirst(draft.schedule).length === 0;
