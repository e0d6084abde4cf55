import { loadsOf } from '../compile/loads.ts';
import type { PieceToPlan, Plan, Problem } from '../model/model.ts';
import { PLANNING_DEFAULTS } from '../model/preferences.ts';
import { LOAD_MINUTES } from '../compile/pieceWeights.ts';

/**
 * How good a plan is, part by part; lower is better. The first four are compared in this order and nothing weighs
 * against them; the rest is summed by the owner's preferences.
 */
export type Score = {
  /** Pieces that cannot be ready, since steps of theirs have no place. */
  readonly unready: number;
  /** Lateness of promised dates and of other dates, weighted minutes. */
  readonly promisedLate: number;
  readonly otherLate: number;
  /** Steps without a place: no date is worth less than some more work on what cannot be ready. */
  readonly unplanned: number;
  /** Days short of two days in hand before each date, in minutes. */
  readonly slackShort_minutes: number;
  /** Times a product or colour is taken up anew. */
  readonly loads: number;
  /** From arrival to ready, all pieces. */
  readonly flow_minutes: number;
};

const IN_HAND_MINUTES = 2 * 1440;

export function scoreOf(problem: Problem, plan: Plan): Score {
  let promisedLate = 0;
  let otherLate = 0;
  let slackShort_minutes = 0;
  let flow_minutes = 0;
  for (const piece of problem.pieces) {
    const ready = plan.ready[piece.id] ?? problem.horizon;
    const late = latenessOf(piece, ready) * piece.weight;
    if (piece.promised) promisedLate += late;
    else otherLate += late;
    if (piece.due !== null)
      slackShort_minutes += Math.min(IN_HAND_MINUTES, Math.max(0, ready - piece.due + IN_HAND_MINUTES));
    flow_minutes += Math.max(0, ready - piece.arrival);
  }
  return {
    unready: new Set(plan.unplanned.map((u) => u.piece)).size,
    promisedLate,
    otherLate,
    unplanned: plan.unplanned.length,
    slackShort_minutes,
    loads: loadsOf(problem, plan),
    flow_minutes,
  };
}

/** Minutes past the date; 0 without one. */
export const latenessOf = (piece: PieceToPlan, ready: number) =>
  piece.due === null ? 0 : Math.max(0, ready - piece.due);

/** Below 0 when `a` is the better plan. Dates first; what comes after them by preferences. */
export function compareScores(a: Score, b: Score, preferences = PLANNING_DEFAULTS.preferences): number {
  const soft = (s: Score) =>
    (0.1 + preferences.speed) * s.flow_minutes +
    4 * preferences.slack * s.slackShort_minutes +
    preferences.loads * LOAD_MINUTES * s.loads;
  return (
    a.unready - b.unready ||
    a.promisedLate - b.promisedLate ||
    a.otherLate - b.otherLate ||
    a.unplanned - b.unplanned ||
    soft(a) - soft(b)
  );
}
