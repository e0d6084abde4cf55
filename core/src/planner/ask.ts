import type { Instant } from '../quantities/units.ts';
import { type Draft, newDraft } from './draft.ts';
import { lift } from './engine/board.ts';
import { GRID_MINUTES, type Plan, type Problem } from './model.ts';
import { onBoard } from './onBoard.ts';

/** A plan laid out once, so that questions about it cost a few scans each. */
export function asked(problem: Problem, plan: Plan): Draft {
  const draft = newDraft(problem, plan);
  onBoard(draft, plan);
  return draft;
}

export const slotOf = (draft: Draft, at: Instant) => Math.ceil((at - draft.compiled.origin) / GRID_MINUTES);
export const instantOf = (draft: Draft, slot: number): Instant => draft.compiled.origin + slot * GRID_MINUTES;

/** Takes a step, and what comes after it on the piece, off the board; gives back what puts them all where they were. */
export function withoutFollowers(draft: Draft, i: number): number[] {
  const { model } = draft.compiled;
  const own = model.pieces[model.steps[i]!.piece]!.steps;
  const off = new Set([i]);
  for (const k of own) if (model.steps[k]!.preds.some((p) => off.has(p.step))) off.add(k);
  for (const k of off) if (!model.steps[k]!.fixed) lift(draft.board, k);
  return [...off];
}
