import type { Person, Skill } from '../planner/model/model.ts';
import { type Uncertainty, USUAL_UNCERTAINTY } from '../planner/model/uncertainty.ts';
import { speedOf, type WorkState } from './workState.ts';

type Logged = {
  readonly id: string;
  readonly skill: Skill;
  readonly work_minutes: number;
  readonly coat: string | null;
  readonly state: WorkState;
};

/** So many timed steps, and so many coats, of what is usual stand against those of the log. */
const USUAL_STEPS = 30;
const USUAL_COATS = 60;
/** What takes this many times longer or shorter than planned was no work at that step all the time: it says nothing. */
const ABSURD = 5;
/** A coat done again, by its key. */
const AGAIN = /-again-\d+$/;

/**
 * How uncertain work and coats are in a shop by its own log, held near what is usual while there is little of it: the spread
 * of how long work takes against its plan, and the share of coats that were done again. What is done already counts; drying
 * and absence stay as usual, since a log says of them only when somebody looked.
 * Field term: variance and share shrunk towards a prior of a given weight (conjugate Bayes)
 */
export function ownUncertainty(
  steps: readonly Logged[],
  people: readonly Pick<Person, 'id' | 'skills'>[],
): Uncertainty {
  const usual = USUAL_UNCERTAINTY;
  let squares = usual.work ** 2 * USUAL_STEPS;
  let timed = USUAL_STEPS;
  let [coats, again] = [USUAL_COATS, usual.rework * USUAL_COATS];
  for (const { id, skill, work_minutes, coat, state } of steps) {
    if (state.kind !== 'done') continue;
    if (coat !== null) {
      coats++;
      if (AGAIN.test(id)) again++;
    }
    const speed = speedOf(people, state.by, skill);
    if (state.timed !== true || !Number.isFinite(speed) || work_minutes <= 0) continue;
    const ratio = (state.until - state.from + (state.worked?.minutes ?? 0) / speed) / (work_minutes / speed);
    if (ratio > ABSURD || ratio < 1 / ABSURD) continue;
    squares += Math.log(ratio) ** 2;
    timed++;
  }
  return { ...usual, work: Math.sqrt(squares / timed), rework: again / coats };
}
