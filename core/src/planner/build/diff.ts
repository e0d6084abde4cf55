import { GRID_MINUTES } from '../../calendar/grid.ts';
import type { Instant } from '../../quantities/units.ts';
import { type Plan, type Problem } from '../model/model.ts';

export type StepMove = { readonly step: string; readonly from: Instant | null; readonly to: Instant | null };
export type PieceMove = {
  readonly piece: string;
  readonly readyBefore: Instant | null;
  readonly readyAfter: Instant | null;
  /** Future steps whose start or people changed, in time order. */
  readonly moves: readonly StepMove[];
};

/** What differs between two plans of the same workshop, piece by piece; pieces that did not move are left out. */
export function planDiff(problem: Problem, before: Plan | null, after: Plan): PieceMove[] {
  const out: PieceMove[] = [];
  for (const piece of problem.pieces) {
    const moves: StepMove[] = [];
    for (const step of piece.steps) {
      if (step.state.kind !== 'planned') continue;
      const a = before?.steps[step.id];
      const b = after.steps[step.id];
      if (a?.start !== b?.start || a?.people.join() !== b?.people.join())
        moves.push({ step: step.id, from: a?.start ?? null, to: b?.start ?? null });
    }
    const readyBefore = before?.ready[piece.id] ?? null;
    const readyAfter = after.ready[piece.id] ?? null;
    const readyMoved =
      readyBefore === null || readyAfter === null
        ? readyBefore !== readyAfter
        : Math.abs(readyAfter - readyBefore) >= GRID_MINUTES;
    if (moves.length === 0 && !readyMoved) continue;
    moves.sort((x, y) => (x.to ?? Infinity) - (y.to ?? Infinity));
    out.push({ piece: piece.id, readyBefore, readyAfter, moves });
  }
  return out;
}
