import { personLike, withPerson } from './oneMore.ts';
import { longerDays, onlyFor } from './otherHours.ts';
import { madeLater, type MadeLater } from './madeLater.ts';
import { promisesMadeLater } from './promisesMadeLater.ts';
import { planTried } from './whatIf.ts';
import type { Hours } from '../calendar/hours.ts';
import { wallClock } from '../calendar/localTime.ts';
import { type PieceToPlan, type Plan, type Problem } from '../planner/model/model.ts';
import { WORTH_MOVING_MINUTES } from '../planner/build/pullForward.ts';
import { replan } from '../planner/build/replan.ts';
import { earliestReady } from '../promise/earliestReady.ts';
import { chancesOf } from '../promise/promise.ts';
import type { Instant } from '../quantities/units.ts';
import { Verifier } from '../verify/verify.ts';

/** Another way of doing the piece itself: fewer coats, a quicker product, spraying. Made by whoever knows routes, who knows it by its id. */
export type Variant = { readonly id: string; readonly piece: PieceToPlan; readonly cost: number };

/**
 * What is to be done: other hours of a person, one who is like another for some days, the piece done otherwise, others later. `isTried`:
 * with the plan that a what-if of it shows, which looks for a better one as well; else with the one that moves least.
 */
export type RemedyChange =
  | {
      readonly kind: 'hours';
      readonly person: string;
      readonly name: string;
      readonly longer_hours: number;
      readonly hours: Hours;
      readonly isTried: boolean;
    }
  | {
      readonly kind: 'person';
      /** Of whoever comes: with another the plan could be another. */
      readonly id: string;
      readonly like: string;
      readonly name: string;
      readonly hours: Hours;
      readonly isTried: boolean;
    }
  | { readonly kind: 'variant'; readonly id: string }
  | { readonly kind: 'others' };

/** A change that brings a piece nearer to a wanted date, planned for real. */
export type Remedy = {
  readonly change: RemedyChange;
  /** In hours of somebody's time, or what it is worth. */
  readonly cost: number;
  /** By the plan that is shown once it is taken. */
  readonly ready: Instant;
  /** Pieces without a promised date that become later, with by how much. */
  readonly later: readonly MadeLater[];
};

/** A way, and the plan it makes, from which it can be rehearsed how sure the date is then. */
export type PlannedRemedy = { readonly remedy: Remedy; readonly problem: Problem; readonly plan: Plan };

/** A way, and the share of the rehearsals in which the wanted date is kept; null: they are still to come. */
export type RehearsedRemedy = Remedy & { readonly kept: number | null };

const LONGER_HOURS = 2;
/** A date is sure when so large a share keeps it, as the one that is called safe to say. */
const SURE = 0.8;

/** When a piece is ready without any way. */
export type WithoutRemedy = {
  /** As things stand; Infinity: it has no place. */
  readonly usual: Instant;
  /** By a better plan alone, which is looked for and offered by itself; null: no sooner. */
  readonly better: Instant | null;
};

/** What is never ready is no sooner than anything. */
const isWorthIt = (ready: Instant, than: Instant): boolean => ready < Infinity && ready <= than - WORTH_MOVING_MINUTES;

/**
 * Whether a way has a piece ready sooner than it is without, by as much as a plan is changed for. Where a better plan
 * is looked for as well, what that brings alone is not to the credit of the hands.
 */
export function isSooner({ change, ready }: Remedy, { usual, better }: WithoutRemedy): boolean {
  const isTried = (change.kind === 'hours' || change.kind === 'person') && change.isTried;
  return isWorthIt(ready, isTried ? (better ?? usual) : usual);
}

export const isSure = (way: RehearsedRemedy): boolean => (way.kept ?? 0) >= SURE;

/** Those that make the date sure first, the cheapest of them before the rest; else what makes it surest, then the soonest. */
export const byWorth = (a: RehearsedRemedy, b: RehearsedRemedy): number =>
  Number(isSure(b)) - Number(isSure(a)) ||
  (isSure(a) ? a.cost - b.cost : (b.kept ?? 0) - (a.kept ?? 0)) ||
  a.ready - b.ready;

/** @param isFirst pieces without a promised date wait for this one already */
export function readyWithout(
  standing: Problem,
  current: Plan | null,
  piece: PieceToPlan,
  wanted: Instant,
  isFirst = false,
): WithoutRemedy {
  const problem = withPiece(standing, piece, wanted);
  const readyAfter = (before: Plan | null) => {
    const found = earliestReady(problem, before, piece.id, isFirst);
    return found.kind === 'ready' ? found.at : Infinity;
  };
  const usual = readyAfter(current);
  const better = current ? readyAfter(planTried(standing, current)) : Infinity;
  return { usual, better: isWorthIt(better, usual) ? better : null };
}

/** All ways that bring a piece sooner, rehearsed, the best first; see `eachRemedy`. */
export function remedies(
  standing: Problem,
  current: Plan | null,
  piece: PieceToPlan,
  wanted: Instant,
  variants: readonly Variant[] = [],
  runs = 200,
): RehearsedRemedy[] {
  const ready = readyWithout(standing, current, piece, wanted);
  return [...eachRemedy(standing, current, piece, wanted, variants)]
    .filter(({ remedy }) => isSooner(remedy, ready))
    .map(({ remedy, problem, plan }) => ({
      ...remedy,
      kept: chancesOf(problem, plan, runs, 1, piece.id).get(piece.id)!.due,
    }))
    .sort(byWorth);
}

/**
 * Changes that may bring a new or changed piece nearer to a wanted date, one after another as they are planned. Each is the very
 * plan that is shown and kept once the way is taken; each is verified, and none moves a promised date.
 * @param standing the shop as it is, with the piece as it was or without it
 * @param current its plan
 * @param isFirst pieces without a promised date wait for this one already
 */
export function* eachRemedy(
  standing: Problem,
  current: Plan | null,
  piece: PieceToPlan,
  wanted: Instant,
  variants: readonly Variant[] = [],
  isFirst = false,
): Generator<PlannedRemedy> {
  const verifier = new Verifier();
  const others = without(standing, piece);
  for (const { change, cost, people, piece: own } of ideas(standing, piece, wanted, variants)) {
    const isOthers = change.kind === 'others';
    if (isOthers && isFirst) continue;
    const shop = people ? { ...standing, people } : standing;
    const problem = withPiece(shop, own, wanted);
    const plans = plansBefore(shop, current, people !== null).flatMap((before) => {
      const found = earliestReady(problem, before.plan, own.id, isOthers || isFirst);
      if (found.kind === 'noRoom' || verifier.verify(problem, found.plan).length > 0) return [];
      return promisesMadeLater(others, current, found.plan).length > 0 ? [] : [{ ...found, isTried: before.isTried }];
    });
    const [first, second] = plans;
    if (!first) continue;
    const { plan, at: ready, isTried } = second && second.at < first.at ? second : first;
    // None that was told: those are moved by no remedy.
    const later = current ? madeLater(others, current, plan).filter((l) => !l.promised) : [];
    const isOfHands = change.kind === 'hours' || change.kind === 'person';
    yield { remedy: { change: isOfHands ? { ...change, isTried } : change, cost, ready, later }, problem, plan };
  }
}

/** The plans the shop may have when the piece is asked about: other hands are a change of its own, made in one way or the other. */
function plansBefore(shop: Problem, current: Plan | null, isChanged: boolean) {
  if (!isChanged || !current) return [{ plan: current, isTried: false }];
  return [
    { plan: planTried(shop, current), isTried: true },
    { plan: replan(shop, current), isTried: false },
  ];
}

const without = (shop: Problem, piece: PieceToPlan): Problem => ({
  ...shop,
  pieces: shop.pieces.filter((p) => p.id !== piece.id),
});

/** A shop with a piece that is wanted by a date, in the place of the piece as it was. */
const withPiece = (shop: Problem, piece: PieceToPlan, wanted: Instant): Problem => ({
  ...shop,
  pieces: [...without(shop, piece).pieces, { ...piece, due: wanted }],
});

/** `people`: who is there otherwise; null: nobody is. */
type Idea = Pick<Remedy, 'change' | 'cost'> & {
  readonly people: Problem['people'] | null;
  readonly piece: PieceToPlan;
};

function ideas(problem: Problem, piece: PieceToPlan, wanted: Instant, variants: readonly Variant[]): Idea[] {
  const days = Math.max(1, Math.ceil((wanted - problem.now) / 1440));
  const today = wallClock(problem.timeZone, problem.now).day;
  const out: Idea[] = [];
  for (const person of problem.people) {
    const hours = longerDays(person.hours, today, days, LONGER_HOURS * 60);
    out.push({
      change: {
        kind: 'hours',
        person: person.id,
        name: person.name,
        longer_hours: LONGER_HOURS,
        hours,
        isTried: false,
      },
      cost: LONGER_HOURS * days * 1.25,
      people: problem.people.map((p) => (p === person ? { ...p, hours } : p)),
      piece,
    });
  }
  const [like] = problem.people;
  if (like) {
    const hours = onlyFor(like.hours, today, days);
    const more = personLike(problem.people, like, 'a second pair of hands', hours);
    out.push({
      change: { kind: 'person', id: more.id, like: like.id, name: like.name, hours, isTried: false },
      cost: 1.5 * piece.steps.reduce((n, s) => n + (s.work_minutes * s.hands) / 60, 0),
      people: withPerson(problem.people, more),
      piece,
    });
  }
  for (const v of variants)
    out.push({ change: { kind: 'variant', id: v.id }, cost: v.cost, people: null, piece: v.piece });
  const untold = problem.pieces.filter((p) => !p.promised && p.id !== piece.id).length;
  if (untold > 0)
    out.push({
      change: { kind: 'others' },
      cost: 2 * untold,
      people: null,
      piece,
    });
  return out;
}
