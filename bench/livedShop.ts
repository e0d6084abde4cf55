import {
  dateOf,
  factors,
  instantAt,
  openIntervals,
  type Placement,
  type Plan,
  type Problem,
  replan,
  rescueMinutes,
  type Step,
  type Uncertainty,
  wallClock,
} from '@app/core';
import { randomFrom } from '../core/test/fixtures/randomWorkshop.ts';

const WEEK = 7 * 1440;
/** What is left over of work that may wait is finished today up to this. */
const OVERTIME_MINUTES = 30;
/** Illness lasts one to three days, two on average. */
const LONGEST_AWAY = 3;

type Chance = {
  readonly work: () => number;
  readonly drying: (batch: string, at: number) => number;
  readonly isAway: (person: string, day: number) => boolean;
  readonly isRework: () => boolean;
};

/** @param today who is ill when a date is promised is known by then */
function chanceOf(uncertainty: Uncertainty, seed: number, today: number): Chance {
  const r = randomFrom(seed);
  const batch = factors(uncertainty.drying, r);
  const week = factors(uncertainty.week, r);
  const drawn = new Map<string, number>();
  const once = (key: string, draw: () => number) => {
    if (!drawn.has(key)) drawn.set(key, draw());
    return drawn.get(key)!;
  };
  const ill = (person: string, day: number) =>
    once(`ill ${person} ${day}`, () => (r() < uncertainty.absence / 2 ? 1 + Math.floor(r() * LONGEST_AWAY) : 0));
  return {
    work: factors(uncertainty.work, r),
    drying: (of, at) => Math.max(1, once(`batch ${of}`, batch) * once(`week ${Math.floor(at / WEEK)}`, week)),
    // Whoever fell ill one or two days ago may still be.
    isAway: (person, day) => [0, 1, 2].some((ago) => day - ago >= today && ill(person, day - ago) > ago),
    isRework: () => r() < uncertainty.rework,
  };
}

/** Lives a plan through, planned anew after each event as the application does; when each piece was really ready. */
export function live(problem: Problem, first: Plan, uncertainty: Uncertainty, seed: number): Map<string, number> {
  const zone = problem.timeZone;
  const chance = chanceOf(uncertainty, seed, wallClock(zone, problem.now).day);
  const ready = new Map<string, number>();
  const seenAway = new Set<string>();
  let now = problem.now;
  let plan = first;
  let world = problem;
  const change = (id: string, to: (s: Step) => Step) => {
    const pieces = world.pieces.map((p) =>
      p.steps.some((s) => s.id === id) ? { ...p, steps: p.steps.map((s) => (s.id === id ? to(s) : s)) } : p,
    );
    world = { ...world, pieces };
  };
  for (let guard = 0; guard < 3000; guard++) {
    const all = world.pieces.flatMap((p) => p.steps.map((s) => ({ p, s, at: plan.steps[s.id]! }))).filter((x) => x.at);
    const next = all
      .filter((x) => x.s.state.kind === 'planned')
      .sort((a, b) => a.at.start - b.at.start || (a.s.id < b.s.id ? -1 : 1))[0];
    if (!next) break;
    const { p, s, at } = next;
    now = Math.max(now, at.start);
    // What ran when it all began ends as planned: nobody can promise anything about it any more.
    const ended = all.filter((x) => x.s.state.kind === 'started' && x.at.end <= now);
    for (const { s: ran, at: ranAt } of ended)
      change(ran.id, (x) => ({ ...x, state: { kind: 'done', from: ranAt.start, until: ranAt.end, by: ranAt.people } }));
    if (ended.length > 0) {
      world = { ...world, now };
      plan = replan(world, plan);
      continue;
    }
    const { day } = wallClock(zone, at.start);
    const away = at.people.filter((who) => !seenAway.has(`${who} ${day}`) && chance.isAway(who, day));
    if (away.length > 0) {
      // Known in the morning: their day is taken out, and everything planned round it.
      const from = Math.max(problem.now, instantAt(zone, day, 0));
      const isMorning = !world.pieces.some((q) =>
        q.steps.some(
          (x) => x.state.kind === 'done' && x.state.from >= from && x.state.by.some((b) => away.includes(b)),
        ),
      );
      for (const who of away) seenAway.add(`${who} ${day}`);
      if (!isMorning) continue;
      world = { ...world, now, people: world.people.map((x) => (away.includes(x.id) ? withoutDay(x, day) : x)) };
      plan = replan(world, plan);
      continue;
    }
    world = { ...world, now };
    const until = endOf(world, s, at, rescueMinutes(plan, s, at), chance);
    change(s.id, (x) => ({ ...x, state: { kind: 'done', from: at.start, until, by: at.people } }));
    const slower = chance.drying(`${p.id} ${s.product}`, until);
    if (s.product !== null)
      for (const f of p.steps)
        for (const l of f.after) {
          if (l.step !== s.id || l.from === 'end' || f.state.kind !== 'planned') continue;
          const wait = ((at.dry[l.from] ?? at.end) - at.end) * slower;
          const notBefore = Math.max(f.pin.notBefore ?? 0, Math.round(until + wait + l.min_minutes));
          change(f.id, (x) => ({ ...x, pin: { ...x.pin, notBefore } }));
        }
    ready.set(p.id, Math.max(ready.get(p.id) ?? 0, until + travel(at, s) * slower));
    // As for a tap: others give way to a told date only where it is missed by more than before.
    plan = replan(world, plan, [p.id], new Set(), { worseThan: plan });
  }
  for (const p of world.pieces) if (p.steps.some((s) => s.state.kind === 'planned')) ready.delete(p.id);
  return ready;
}

type Worker = Problem['people'][number];
function withoutDay(person: Worker, day: number): Worker {
  const date = dateOf(day);
  const exceptions = [...person.hours.exceptions.filter((e) => e.date !== date), { date, shifts: [] }];
  return { ...person, hours: { ...person.hours, exceptions } };
}

/**
 * When a step begun as planned is really done; what may be broken off goes on the next day when much is left.
 * @param rescue_minutes of work before it, since its window is missed
 */
function endOf(world: Problem, s: Step, at: Placement, rescue_minutes: number, chance: Chance): number {
  if (s.hands === 0 || at.people.length === 0) return at.end;
  const speed = Math.min(...at.people.map((id) => world.people.find((p) => p.id === id)!.skills[s.skill] ?? 1));
  const planned = s.work_minutes / speed + rescue_minutes;
  let work = planned * chance.work();
  if (s.product !== null && chance.isRework()) work = work * 2 + 180;
  const over = work - planned;
  if (!s.splittable || (over >= 0 && over <= OVERTIME_MINUTES))
    return Math.max(at.start + 1, Math.round((s.splittable ? at.end : at.start + planned) + over));
  const { hours } = world.people.find((p) => p.id === at.people[0])!;
  let left = work;
  for (const open of openIntervals(hours, world.timeZone, at.start, at.start + 30 * 1440)) {
    const from = Math.max(open.from, at.start);
    if (open.until - from >= left) return Math.max(at.start + 1, Math.round(from + left));
    left -= Math.max(0, open.until - from);
  }
  return at.end;
}

const travel = (at: Placement, s: Step) => (s.product === null ? 0 : (at.dry.travel ?? at.end) - at.end);
