import { wallClock } from '../calendar/localTime.ts';
import { planDiff, type PieceMove } from '../planner/build/diff.ts';
import { improvePlan } from '../planner/build/improve.ts';
import { replan } from '../planner/build/replan.ts';
import { compareScores, type Score, scoreOf } from '../planner/build/score.ts';
import type { Plan, Problem } from '../planner/model/model.ts';
import type { Instant } from '../quantities/units.ts';
import { verify } from '../verify/verify.ts';
import type { Shop, ShopPiece } from '../workshop/workshop.ts';
import { personLike, withPerson, withRoomIn } from './oneMore.ts';
import { daysOff, longerDays } from './otherHours.ts';

/** Something that might be otherwise. Days are counted from today. */
export type WhatIf =
  | { readonly kind: 'away'; readonly person: string; readonly days: number; readonly from: number }
  | { readonly kind: 'longer'; readonly person: string; readonly hours: number; readonly days: number }
  | { readonly kind: 'hands'; readonly like: string }
  | { readonly kind: 'room'; readonly station: string }
  | { readonly kind: 'date'; readonly piece: string; readonly days: number }
  | { readonly kind: 'without'; readonly piece: string };

/** A workshop with what stands in it. */
export type Workshop<P extends ShopPiece = ShopPiece> = { readonly shop: Shop; readonly pieces: readonly P[] };

/** The workshop as it would be; null when the question is about nothing there is. */
export function changedBy<P extends ShopPiece>(workshop: Workshop<P>, what: WhatIf, now: Instant): Workshop<P> | null {
  const { shop, pieces } = workshop;
  const today = wallClock(shop.timeZone, now).day;
  switch (what.kind) {
    case 'away':
    case 'longer': {
      const person = shop.people.find((p) => p.id === what.person);
      if (!person) return null;
      const hours =
        what.kind === 'away'
          ? daysOff(person.hours, today + what.from, what.days)
          : longerDays(person.hours, today, what.days, what.hours * 60);
      const people = shop.people.map((p) => (p === person ? { ...person, hours } : p));
      return { shop: { ...shop, people }, pieces };
    }
    case 'hands': {
      const like = shop.people.find((p) => p.id === what.like);
      if (!like) return null;
      const people = withPerson(shop.people, personLike(shop.people, like, 'One more'));
      return { shop: { ...shop, people }, pieces };
    }
    case 'room': {
      const station = shop.stations.find((s) => s.id === what.station);
      return station ? { shop: { ...shop, stations: withRoomIn(shop.stations, station) }, pieces } : null;
    }
    case 'date': {
      const piece = pieces.find((p) => p.id === what.piece);
      if (!piece || piece.due === null) return null;
      const due = piece.due + what.days * 1440;
      return { shop, pieces: pieces.map((p) => (p === piece ? { ...p, due } : p)) };
    }
    case 'without': {
      const piece = pieces.find((p) => p.id === what.piece);
      return piece ? { shop, pieces: pieces.filter((p) => p !== piece) } : null;
    }
  }
}

/** What a plan would be under other circumstances, and what that changes. */
export type Outlook = {
  readonly plan: Plan;
  /** What moves for the sake of it: between the best that is found for the shop as it is and this plan. */
  readonly moves: readonly PieceMove[];
  /** What this plan moves that could be moved in the shop as it is just as well; nothing where the plan that stands is the best found. */
  readonly besides: readonly PieceMove[];
  /** How good the best plan is that is found for the shop as it is, and how good this one. */
  readonly before: Score;
  readonly after: Score;
};

/** How hard a what-if looks for the best that can be made of it. */
const EVALUATIONS = 200;

/** The plan for another problem, and how much better or worse it is: the same effort is spent on the shop as it is. */
export function outlookOf(problem: Problem, plan: Plan, other: Problem): Outlook {
  const next = planTried(other, plan);
  const here = bestHere(problem, plan, next);
  return {
    plan: next,
    moves: planDiff(other, here, next),
    besides: planDiff(problem, plan, here),
    before: scoreOf(problem, here),
    after: scoreOf(other, next),
  };
}

/**
 * The plan a what-if shows, and the one that is made when it is applied: the same problem and plan give the same.
 */
export function planTried(problem: Problem, plan: Plan): Plan {
  const all = problem.pieces.map((x) => x.id);
  return improvePlan(problem, replan(problem, plan, all), { seed: 1, evaluations: EVALUATIONS });
}

/**
 * The best plan that is found for the shop as it is: from the one that stands or, where the plan for the other would be better here as
 * well, from that one. What works with less works with more: a plan for fewer hands must never look better than one for all of them.
 */
function bestHere(problem: Problem, plan: Plan, next: Plan): Plan {
  const better = (a: Plan, b: Plan) =>
    compareScores(scoreOf(problem, b), scoreOf(problem, a), problem.preferences) < 0 ? b : a;
  const usual = planTried(problem, plan);
  if (better(usual, next) === usual) return usual;
  const here = better(usual, planTried(problem, next));
  return verify(problem, next).length === 0 ? better(here, next) : here;
}
