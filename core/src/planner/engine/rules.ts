import type { Board } from './board.ts';
import { latenessCost } from './cost.ts';
import type { EngineModel } from './engineModel.ts';

/**
 * Priority rules for placing pieces one after another; within a rank smaller goes first: earliest due date (Jackson 1955); least slack; weight over work (Smith 1956); begun first.
 */
export type Rule = (model: EngineModel, piece: number) => number;

const workOf = (model: EngineModel, piece: number) =>
  model.pieces[piece]!.steps.reduce((n, i) => n + (model.steps[i]!.fixed ? 0 : model.steps[i]!.slots), 0);

export const RULES: readonly Rule[] = [
  (m, k) => m.pieces[k]!.due,
  (m, k) => m.pieces[k]!.due - workOf(m, k),
  (m, k) => -m.pieces[k]!.lateCost / (1 + workOf(m, k)),
  (m, k) => (m.pieces[k]!.steps.some((i) => m.steps[i]!.fixed) ? 0 : 1e9) + Math.min(m.pieces[k]!.due, 1e8),
];

export function orderByRule(model: EngineModel, rule: Rule): number[] {
  const keys = model.pieces.map((_, k) => rule(model, k));
  return model.pieces
    .map((_, k) => k)
    .sort((a, b) => model.pieces[b]!.rank - model.pieces[a]!.rank || keys[a]! - keys[b]! || a - b || 0);
}

/** Pieces that are late or have steps without a place, the dearest first. */
export function worstFirst(b: Board): number[] {
  const costs = b.model.pieces.map((_, k) => latenessCost(b, k));
  return b.model.pieces
    .map((_, k) => k)
    .filter((k) => costs[k]! > 0)
    .sort((x, y) => costs[y]! - costs[x]! || x - y);
}
