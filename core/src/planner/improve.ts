import { compileProblem, type Frozen } from './compile.ts';
import { type Draft, finish } from './draft.ts';
import { newBoard } from './engine/board.ts';
import type { EngineStep } from './engine/engineModel.ts';
import { newScratch } from './engine/place.ts';
import { improve } from './engine/search.ts';
import { GRID_MINUTES, type Placement, type Plan, type Problem } from './model.ts';
import { onBoard } from './onBoard.ts';
import { compareScores, scoreOf } from './score.ts';
import { PLANNING_DEFAULTS } from './taste.ts';
import { wayOf } from './wayOf.ts';

export type Improvement = {
  readonly seed: number;
  /** Pieces that may be placed again; the same number and seed give the same plan. */
  readonly evaluations: number;
  readonly isOver?: () => boolean;
};

/**
 * A plan at least as good as `plan`: pieces that get in each other's way are taken out and put back in other orders. What
 * has begun, is pinned, or is to start within the frozen hours stays; steps of the next days move only for a reason.
 */
export function improvePlan(problem: Problem, plan: Plan, how: Improvement): Plan {
  const draft = movable(problem, plan);
  improve(draft.board, draft.scratch, { ...how, isOver: how.isOver ?? (() => false) });
  const better = finish(draft);
  return compareScores(scoreOf(problem, better), scoreOf(problem, plan), problem.taste) < 0 ? better : plan;
}

/** The plan on a board on which frozen steps are fixed and the others know where people expect them. */
function movable(problem: Problem, plan: Plan): Draft {
  const frozen = new Map<string, Placement>();
  const until = problem.frozenUntil ?? problem.now;
  for (const piece of problem.pieces)
    for (const s of piece.steps) {
      const at = plan.steps[s.id];
      if (at && s.state.kind === 'planned' && (at.start < until || at.start < problem.now)) frozen.set(s.id, at);
    }
  const compiled = compileProblem(problem, plan, frozen satisfies Frozen);
  const { calm } = problem.taste ?? PLANNING_DEFAULTS.taste;
  const steps = compiled.model.steps.map((e, i): EngineStep => {
    const at = plan.steps[compiled.steps[i]!.id];
    const found = at && !e.fixed ? wayOf(compiled, i, at) : null;
    if (!found) return e;
    const start = Math.round((at!.start - compiled.origin) / GRID_MINUTES);
    return { ...e, home: { start, ...found, cost: calm * costOfMoving(at!.start - problem.now) } };
  });
  const model = { ...compiled.model, steps };
  const draft: Draft = {
    compiled: { ...compiled, model },
    board: newBoard(model),
    scratch: newScratch(steps.length, true, true),
  };
  onBoard(draft, plan);
  return draft;
}

/** What moving a step costs, in minutes of a piece's time in the shop: much for tomorrow, little for next month. */
function costOfMoving(ahead_minutes: number): number {
  if (ahead_minutes < 2 * 1440) return 240;
  return ahead_minutes < 7 * 1440 ? 60 : 10;
}
