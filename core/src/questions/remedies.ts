import { personLike } from './oneMore.ts';
import { longerDays, onlyFor } from './otherHours.ts';
import { madeLater, type MadeLater } from './madeLater.ts';
import { promisesMadeLater } from './promisesMadeLater.ts';
import type { Hours } from '../calendar/hours.ts';
import { wallClock } from '../calendar/localTime.ts';
import { prioritise } from '../planner/build/prioritise.ts';
import { improvePlan } from '../planner/build/improve.ts';
import { EMPTY_PLAN, type PieceToPlan, type Plan, type Problem } from '../planner/model/model.ts';
import { replan } from '../planner/build/replan.ts';
import type { Instant } from '../quantities/units.ts';
import { Verifier } from '../verify/verify.ts';

/** Another way of doing the piece itself: fewer coats, a quicker product, spraying. Made by whoever knows routes, who knows it by its id. */
export type Variant = { readonly id: string; readonly piece: PieceToPlan; readonly cost: number };

/** What is to be done: other hours of a person, one who is like another for some days, the piece done otherwise, others later. */
export type RemedyChange =
  | {
      readonly kind: 'hours';
      readonly person: string;
      readonly name: string;
      readonly longer_hours: number;
      readonly hours: Hours;
    }
  | { readonly kind: 'person'; readonly like: string; readonly name: string; readonly hours: Hours }
  | { readonly kind: 'variant'; readonly id: string }
  | { readonly kind: 'others' };

/** A change that brings a date within reach, planned for real. */
export type Remedy = {
  readonly change: RemedyChange;
  /** In hours of somebody's time, or what it is worth. */
  readonly cost: number;
  readonly ready: Instant;
  readonly reaches: boolean;
  /** Pieces without a promised date that become later, with by how much. */
  readonly later: readonly MadeLater[];
};

const LONGER_HOURS = 2;
const EVALUATIONS = 60;

/**
 * Changes that bring a new piece nearer to a wanted date, the cheapest of those that reach it first. Each is planned and
 * verified; none moves a promised date.
 */
export const remedies = (...asked: Parameters<typeof eachRemedy>): Remedy[] => [...eachRemedy(...asked)].sort(byWorth);

/** Those that reach the date first, then the cheapest, then the soonest. */
export const byWorth = (a: Remedy, b: Remedy): number =>
  Number(b.reaches) - Number(a.reaches) || a.cost - b.cost || a.ready - b.ready;

/**
 * The same one after another as they are found, so that the first can be shown while the others are planned.
 * @param problem with the piece as it is, or without it
 * @param isFirst pieces without a promised date wait for this one already
 */
export function* eachRemedy(
  problem: Problem,
  current: Plan | null,
  piece: PieceToPlan,
  wanted: Instant,
  variants: readonly Variant[] = [],
  isFirst = false,
): Generator<Remedy> {
  const verifier = new Verifier();
  for (const idea of ideas(problem, piece, wanted, variants)) {
    const isOthers = idea.change.kind === 'others';
    if (isOthers && isFirst) continue;
    const found = planned(verifier, idea.problem, current, idea.piece, wanted, isOthers || isFirst);
    if (!found) continue;
    const { change, cost } = idea;
    // None that was told: those are moved by no remedy.
    const later = current ? madeLater(problem, current, found.plan, piece.id).filter((l) => !l.promised) : [];
    yield { change, cost, ready: found.ready, reaches: found.ready <= wanted, later };
  }
}

type Idea = Pick<Remedy, 'change' | 'cost'> & { readonly problem: Problem; readonly piece: PieceToPlan };

function ideas(problem: Problem, piece: PieceToPlan, wanted: Instant, variants: readonly Variant[]): Idea[] {
  const days = Math.max(1, Math.ceil((wanted - problem.now) / 1440));
  const today = wallClock(problem.timeZone, problem.now).day;
  const out: Idea[] = [];
  for (const person of problem.people) {
    const hours = longerDays(person.hours, today, days, LONGER_HOURS * 60);
    out.push({
      change: { kind: 'hours', person: person.id, name: person.name, longer_hours: LONGER_HOURS, hours },
      cost: LONGER_HOURS * days * 1.25,
      problem: { ...problem, people: problem.people.map((p) => (p === person ? { ...p, hours } : p)) },
      piece,
    });
  }
  const [like] = problem.people;
  if (like) {
    const hours = onlyFor(like.hours, today, days);
    const more = personLike(problem.people, like, 'a second pair of hands', hours);
    out.push({
      change: { kind: 'person', like: like.id, name: like.name, hours },
      cost: 1.5 * piece.steps.reduce((n, s) => n + (s.work_minutes * s.hands) / 60, 0),
      problem: { ...problem, people: [...problem.people, more] },
      piece,
    });
  }
  for (const v of variants) out.push({ change: { kind: 'variant', id: v.id }, cost: v.cost, problem, piece: v.piece });
  const untold = problem.pieces.filter((p) => !p.promised && p.id !== piece.id).length;
  if (untold > 0)
    out.push({
      change: { kind: 'others' },
      cost: 2 * untold,
      problem,
      piece,
    });
  return out;
}

/** The plan with the piece in it, verified; null when it has no room, is wrong, or moves a promised date. */
function planned(
  verifier: Verifier,
  problem: Problem,
  current: Plan | null,
  piece: PieceToPlan,
  wanted: Instant,
  movesOthers: boolean,
): { plan: Plan; ready: Instant } | null {
  const own = { ...piece, due: wanted, promised: true };
  const whole = { ...problem, pieces: [...problem.pieces.filter((p) => p.id !== own.id), own] };
  const before = current ?? EMPTY_PLAN;
  const first = movesOthers ? prioritise(whole, before, piece.id) : replan(whole, before, [piece.id]);
  const isAcceptable = (plan: Plan): boolean =>
    verifier.verify(whole, plan).length === 0 && promisesMadeLater(problem, current, plan).length === 0;
  const ready = first.ready[piece.id];
  // What reaches the date need not be better; in a large shop to look for it takes as long as all the rest.
  if (ready !== undefined && ready <= wanted && isAcceptable(first)) return { plan: first, ready };
  const plan = movesOthers ? first : improvePlan(whole, first, { seed: 1, evaluations: EVALUATIONS });
  const readyThen = plan.ready[piece.id];
  return readyThen !== undefined && isAcceptable(plan) ? { plan, ready: readyThen } : null;
}
