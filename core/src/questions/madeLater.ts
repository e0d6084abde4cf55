import type { Plan, Problem } from '../planner/model/model.ts';

/** A piece that another plan has ready later, by how much, and whether its client was told a date. */
export type MadeLater = { readonly piece: string; readonly minutes: number; readonly promised: boolean };

/** Less than an hour later is no news. */
const LEAST_MINUTES = 60;

/**
 * The pieces one plan has ready later than another, told dates first, then those that wait longest; by their names. A piece
 * without a place counts as ready when the plan ends.
 * @param except the piece it is all about
 */
export function madeLater(problem: Problem, before: Plan, after: Plan, except: string | null = null): MadeLater[] {
  return problem.pieces
    .filter((p) => p.id !== except)
    .map((p) => ({
      piece: p.name,
      minutes: (after.ready[p.id] ?? problem.horizon) - (before.ready[p.id] ?? problem.horizon),
      promised: p.promised,
    }))
    .filter((l) => l.minutes >= LEAST_MINUTES)
    .sort((a, b) => Number(b.promised) - Number(a.promised) || b.minutes - a.minutes);
}
