import type { Hours } from '../calendar/hours.ts';
import { dateOf, wallClock } from '../calendar/localTime.ts';
import { improvePlan } from '../planner/improve.ts';
import type { Person, PieceToPlan, Plan, Problem } from '../planner/model.ts';
import { replan } from '../planner/replan.ts';
import { latenessOf } from '../planner/score.ts';
import type { Instant } from '../quantities/units.ts';
import { verify } from '../verify/verify.ts';

/** Another way of doing the piece itself: fewer coats, a quicker product, spraying. Made by whoever knows routes. */
export type Variant = { readonly words: string; readonly piece: PieceToPlan; readonly cost: number };

/** A change that brings a date within reach, planned for real. */
export type Remedy = {
  readonly kind: 'hours' | 'person' | 'variant' | 'others';
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
export function remedies(
  problem: Problem,
  current: Plan | null,
  piece: PieceToPlan,
  wanted: Instant,
  variants: readonly Variant[] = [],
): Remedy[] {
  const out: Remedy[] = [];
  const days = Math.max(1, Math.ceil((wanted - problem.now) / 1440));
  const consider = (
    kind: Remedy['kind'],
    words: string,
    cost: number,
    other: Problem,
    own: PieceToPlan,
    movesOthers: boolean,
  ) => {
    const found = planned(other, current, own, wanted, movesOthers);
    if (!found) return;
    const later = current ? laterThan(problem, current, found.plan) : [];
    out.push({ kind, words, cost, ready: found.ready, reaches: found.ready <= wanted, later });
  };
  for (const person of problem.people) {
    const hours = longer(person.hours, problem, days);
    const people = problem.people.map((p) => (p === person ? { ...p, hours } : p));
    const words = `${person.name} works ${LONGER_HOURS} hours longer until then`;
    consider('hours', words, LONGER_HOURS * days * 1.25, { ...problem, people }, piece, false);
  }
  const [like] = problem.people;
  if (like) {
    const more: Person = { ...like, id: 'one-more', name: 'a second pair of hands' };
    const hands = piece.steps.reduce((n, s) => n + (s.work_minutes * s.hands) / 60, 0);
    consider(
      'person',
      `Someone like ${like.name} helps until then`,
      hands * 1.5,
      { ...problem, people: [...problem.people, more] },
      piece,
      false,
    );
  }
  for (const v of variants) consider('variant', v.words, v.cost, problem, v.piece, false);
  const untold = problem.pieces.filter((p) => !p.told);
  if (untold.length > 0)
    consider('others', 'Pieces without a told date wait for it', 2 * untold.length, problem, piece, true);
  return out.sort((a, b) => Number(b.reaches) - Number(a.reaches) || a.cost - b.cost || a.ready - b.ready);
}

/** The plan with the piece in it, verified; null when it has no room, is wrong, or moves a told promise. */
function planned(
  problem: Problem,
  current: Plan | null,
  piece: PieceToPlan,
  wanted: Instant,
  movesOthers: boolean,
): { plan: Plan; ready: Instant } | null {
  const own = { ...piece, due: wanted, told: true };
  const whole = { ...problem, pieces: [...problem.pieces, own] };
  const start = movesOthers ? withoutUntold(problem, current) : (current ?? EMPTY);
  const first = replan(whole, start, [piece.id]);
  const plan = movesOthers ? first : improvePlan(whole, first, { seed: 1, evaluations: EVALUATIONS });
  const ready = plan.ready[piece.id];
  if (ready === undefined || verify(whole, plan).length > 0) return null;
  const breaks = problem.pieces.some(
    (p) =>
      p.told && latenessOf(p, plan.ready[p.id] ?? problem.horizon) > latenessOf(p, current?.ready[p.id] ?? Infinity),
  );
  return breaks ? null : { plan, ready };
}
const EMPTY: Plan = { steps: {}, ready: {}, unplanned: [], notices: [] };

/** The plan without pieces whose date nobody was told: they are placed again, after the piece that is asked for. */
function withoutUntold(problem: Problem, current: Plan | null): Plan {
  if (!current) return EMPTY;
  const kept = new Set(problem.pieces.filter((p) => p.told).flatMap((p) => p.steps.map((s) => s.id)));
  for (const p of problem.pieces) for (const s of p.steps) if (s.state.kind !== 'planned') kept.add(s.id);
  return { ...current, steps: Object.fromEntries(Object.entries(current.steps).filter(([id]) => kept.has(id))) };
}

function laterThan(problem: Problem, before: Plan, after: Plan): { piece: string; minutes: number }[] {
  return problem.pieces.flatMap((p) => {
    if (p.told) return [];
    const minutes = (after.ready[p.id] ?? problem.horizon) - (before.ready[p.id] ?? problem.horizon);
    return minutes >= 60 ? [{ piece: p.name, minutes }] : [];
  });
}

/** The last shift of each day longer, for so many days. */
function longer(hours: Hours, problem: Problem, days: number): Hours {
  const first = wallClock(problem.timeZone, problem.now).day;
  const known = new Map(hours.exceptions.map((e) => [e.date, e]));
  for (let day = first; day < first + days; day++) {
    const date = dateOf(day);
    const shifts = known.get(date)?.shifts ?? hours.weekly[(((day + 3) % 7) + 7) % 7] ?? [];
    const last = shifts.at(-1);
    if (!last) continue;
    const until = Math.min(1440, last.until + LONGER_HOURS * 60);
    known.set(date, { date, shifts: [...shifts.slice(0, -1), { from: last.from, until }] });
  }
  return { ...hours, exceptions: [...known.values()] };
}
