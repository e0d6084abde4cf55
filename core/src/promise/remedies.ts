import type { Hours, HoursException } from '../calendar/hours.ts';
import { dateOf, wallClock, weekdayOf } from '../calendar/localTime.ts';
import { prioritise } from '../planner/build/prioritise.ts';
import { improvePlan } from '../planner/build/improve.ts';
import type { Person, PieceToPlan, Plan, Problem } from '../planner/model/model.ts';
import { replan } from '../planner/build/replan.ts';
import { latenessOf } from '../planner/build/score.ts';
import type { Instant } from '../quantities/units.ts';
import { verify } from '../verify/verify.ts';

/** Another way of doing the piece itself: fewer coats, a quicker product, spraying. Made by whoever knows routes. */
export type Variant = { readonly words: string; readonly piece: PieceToPlan; readonly cost: number };

/** What is to be done: other hours of a person, one who is like another for some days, the piece done otherwise, others later. */
export type RemedyChange =
  | { readonly kind: 'hours'; readonly person: string; readonly hours: Hours }
  | { readonly kind: 'person'; readonly like: string; readonly hours: Hours }
  | { readonly kind: 'variant' }
  | { readonly kind: 'others' };

/** A change that brings a date within reach, planned for real. */
export type Remedy = {
  readonly change: RemedyChange;
  readonly words: string;
  /** In hours of somebody's time, or what it is worth. */
  readonly cost: number;
  readonly ready: Instant;
  readonly reaches: boolean;
  /** Pieces without a told date that become later, with by how much. */
  readonly later: readonly { readonly piece: string; readonly minutes: number }[];
};

const LONGER_HOURS = 2;
const EVALUATIONS = 60;

/**
 * Changes that bring a new piece nearer to a wanted date, the cheapest of those that reach it first. Each is planned and
 * verified; none moves a told promise.
 */
export const remedies = (...queryPlan: Parameters<typeof eachRemedy>): Remedy[] =>
  [...eachRemedy(...queryPlan)].sort(byWorth);

/** Those that reach the date first, then the cheapest, then the soonest. */
export const byWorth = (a: Remedy, b: Remedy): number =>
  Number(b.reaches) - Number(a.reaches) || a.cost - b.cost || a.ready - b.ready;

/**
 * The same one after another as they are found, so that the first can be shown while the others are planned.
 * @param isFirst pieces without a told date wait for this one already
 */
export function* eachRemedy(
  problem: Problem,
  current: Plan | null,
  piece: PieceToPlan,
  wanted: Instant,
  variants: readonly Variant[] = [],
  isFirst = false,
): Generator<Remedy> {
  for (const idea of ideas(problem, piece, wanted, variants)) {
    const isOthers = idea.change.kind === 'others';
    if (isOthers && isFirst) continue;
    const found = planned(idea.problem, current, idea.piece, wanted, isOthers || isFirst);
    if (!found) continue;
    const { change, words, cost } = idea;
    const later = current ? laterThan(problem, current, found.plan) : [];
    yield { change, words, cost, ready: found.ready, reaches: found.ready <= wanted, later };
  }
}

type Idea = Pick<Remedy, 'change' | 'words' | 'cost'> & { readonly problem: Problem; readonly piece: PieceToPlan };

function ideas(problem: Problem, piece: PieceToPlan, wanted: Instant, variants: readonly Variant[]): Idea[] {
  const days = Math.max(1, Math.ceil((wanted - problem.now) / 1440));
  const out: Idea[] = [];
  for (const person of problem.people) {
    const hours = longer(person.hours, problem, days);
    out.push({
      change: { kind: 'hours', person: person.id, hours },
      words: `${person.name} works ${LONGER_HOURS} hours longer until then`,
      cost: LONGER_HOURS * days * 1.25,
      problem: { ...problem, people: problem.people.map((p) => (p === person ? { ...p, hours } : p)) },
      piece,
    });
  }
  const [like] = problem.people;
  if (like) {
    const hours = onlyFor(like.hours, problem, days);
    const more: Person = { ...like, id: 'one-more', name: 'a second pair of hands', hours };
    out.push({
      change: { kind: 'person', like: like.id, hours },
      words: `Someone like ${like.name} helps until then`,
      cost: 1.5 * piece.steps.reduce((n, s) => n + (s.work_minutes * s.hands) / 60, 0),
      problem: { ...problem, people: [...problem.people, more] },
      piece,
    });
  }
  for (const v of variants)
    out.push({ change: { kind: 'variant' }, words: v.words, cost: v.cost, problem, piece: v.piece });
  const untold = problem.pieces.filter((p) => !p.promised).length;
  if (untold > 0)
    out.push({
      change: { kind: 'others' },
      words: 'Pieces without a told date wait for it',
      cost: 2 * untold,
      problem,
      piece,
    });
  return out;
}

/** The plan with the piece in it, verified; null when it has no room, is wrong, or moves a told promise. */
function planned(
  problem: Problem,
  current: Plan | null,
  piece: PieceToPlan,
  wanted: Instant,
  movesOthers: boolean,
): { plan: Plan; ready: Instant } | null {
  const own = { ...piece, due: wanted, promised: true };
  const whole = { ...problem, pieces: [...problem.pieces, own] };
  const plan = movesOthers
    ? prioritise(whole, current ?? EMPTY, piece.id)
    : improvePlan(whole, replan(whole, current ?? EMPTY, [piece.id]), { seed: 1, evaluations: EVALUATIONS });
  const ready = plan.ready[piece.id];
  if (ready === undefined || verify(whole, plan).length > 0) return null;
  const breaks = problem.pieces.some(
    (p) =>
      p.promised &&
      latenessOf(p, plan.ready[p.id] ?? problem.horizon) > latenessOf(p, current?.ready[p.id] ?? Infinity),
  );
  return breaks ? null : { plan, ready };
}
const EMPTY: Plan = { steps: {}, ready: {}, unplanned: [], notices: [] };

function laterThan(problem: Problem, before: Plan, after: Plan): { piece: string; minutes: number }[] {
  return problem.pieces.flatMap((p) => {
    if (p.promised) return [];
    const minutes = (after.ready[p.id] ?? problem.horizon) - (before.ready[p.id] ?? problem.horizon);
    return minutes >= 60 ? [{ piece: p.name, minutes }] : [];
  });
}

/** The last shift of each day longer, for so many days. */
function longer(hours: Hours, problem: Problem, days: number): Hours {
  const known = new Map(hours.exceptions.map((e) => [e.date, e]));
  for (const { date, shifts } of nextDays(hours, problem, days)) {
    const last = shifts.at(-1);
    if (!last) continue;
    const until = Math.min(1440, last.until + LONGER_HOURS * 60);
    known.set(date, { date, shifts: [...shifts.slice(0, -1), { from: last.from, until }] });
  }
  return { ...hours, exceptions: [...known.values()] };
}

/** The same hours for so many days, and none before or after. */
const onlyFor = (hours: Hours, problem: Problem, days: number): Hours => ({
  weekly: [[], [], [], [], [], [], []],
  exceptions: nextDays(hours, problem, days).filter((d) => d.shifts.length > 0),
  blocks: [],
});

function nextDays(hours: Hours, problem: Problem, days: number): HoursException[] {
  const first = wallClock(problem.timeZone, problem.now).day;
  const known = new Map(hours.exceptions.map((e) => [e.date, e.shifts]));
  return Array.from({ length: days }, (_, n) => {
    const date = dateOf(first + n);
    return { date, shifts: known.get(date) ?? hours.weekly[weekdayOf(first + n)] ?? [] };
  });
}
