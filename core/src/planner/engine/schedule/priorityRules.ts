import type { PartialSchedule } from './partialSchedule.ts';
import { latenessCost } from './cost.ts';
import type { EngineModel } from '../engineModel.ts';

/**
 * Priority rules for placing pieces one after another; within a rank smaller goes first. Earliest due date (Jackson 1955);
 * least slack; both with what lateness costs (after Smith 1956, weight over work); begun first.
 */
export type PriorityRule = (model: EngineModel, piece: number) => number;

/** Slots that a piece ten times as dear to have late may jump the queue by, roughly. */
const HURRY = { some: 600, much: 1500 };

const hurry = (m: EngineModel, k: number) => Math.log(1 + m.pieces[k]!.lateCost);
const slack = (m: EngineModel, k: number) => Math.min(m.pieces[k]!.due, 1e8) - longestPath(m, k);

export const PRIORITY_RULES: readonly PriorityRule[] = [
  (m, k) => m.pieces[k]!.due,
  (m, k) => slack(m, k) - HURRY.some * hurry(m, k),
  (m, k) => slack(m, k) - HURRY.much * hurry(m, k),
  (m, k) => Math.min(m.pieces[k]!.due, 1e8) - HURRY.some * hurry(m, k),
  slack,
  (m, k) => (m.pieces[k]!.steps.some((i) => m.steps[i]!.fixed) ? 0 : 1e9) + Math.min(m.pieces[k]!.due, 1e8),
];

/** Slots from begin to done if nothing stood in the way; work counts twice, since there are nights. */
function longestPath(model: EngineModel, piece: number): number {
  const end = new Map<number, number>();
  let longest = 0;
  for (const i of model.pieces[piece]!.steps) {
    const step = model.steps[i]!;
    let from = 0;
    for (const p of step.preds) from = Math.max(from, (end.get(p.step) ?? 0) + p.minSlots);
    const until = from + (step.fixed ? 0 : 2 * step.slots);
    end.set(i, until);
    longest = Math.max(longest, until + step.cure);
  }
  return longest;
}

export function orderByRule(model: EngineModel, rule: PriorityRule): number[] {
  const keys = model.pieces.map((_, k) => rule(model, k));
  return model.pieces
    .map((_, k) => k)
    .sort((a, b) => model.pieces[b]!.rank - model.pieces[a]!.rank || keys[a]! - keys[b]! || a - b || 0);
}

/** Pieces that are late or have steps without a place, the dearest first. */
export function worstFirst(b: PartialSchedule): number[] {
  const costs = b.model.pieces.map((_, k) => latenessCost(b, k));
  return b.model.pieces
    .map((_, k) => k)
    .filter((k) => costs[k]! > 0)
    .sort((x, y) => costs[y]! - costs[x]! || x - y);
}
