// The product's own plans at the sizes people have: what is shown at first, after one, ten and more seconds of looking for
// better, against what no plan can better. Shops are invented by number, with calendars, climate, windows, told and untold
// dates.
//   npx vite build --ssr bench/ownPlans.ts --outDir .mokume/bench && node .mokume/bench/ownPlans.js [SECONDS] [FIRST_SEED] [8x1,40x2…]
import {
  effortOf,
  improvePlan,
  lowerBoundsOf,
  type PieceToPlan,
  type Plan,
  planAfresh,
  type Problem,
  problemOf,
  readyAlone,
  ResourceCache,
  verify,
} from '@app/core';
import { queryPlan } from '../core/src/planner/explain/planQuery.ts';
import { insert, latestFor, readyFor, remove } from '../core/src/planner/engine/schedule/partialSchedule.ts';
import { seek } from '../core/src/planner/engine/schedule/seek.ts';
import { randomWorkshop } from '../core/test/fixtures/randomWorkshop.ts';

const LONGEST = Number(process.argv[2] ?? 60);
const FIRST = Number(process.argv[3] ?? 1);
/** Pieces and people of the shops that are looked at; all of them where none is named. */
const NAMED = process.argv[4]?.split(',') ?? [];
const SIZES = [8, 12, 20, 40];
const PEOPLE = [1, 2, 5];
const HOUR_SLOTS = 12;

/** Every second piece is for a client who was told its date; so many people, the first of them skilled in everything. */
function shopOf(seed: number, pieces: number, people: number): Problem {
  const made = randomWorkshop(seed, pieces);
  const [first] = made.shop.people;
  const shop = {
    ...made.shop,
    people: Array.from(
      { length: people },
      (_, n) => made.shop.people[n] ?? { ...first!, id: `more-${n}`, name: `More ${n}` },
    ),
    stations: made.shop.stations.map((s) => ({ ...s, capacity: s.capacity * Math.max(1, Math.round(people / 2)) })),
    floor_units: null,
  };
  const told = made.pieces.map((p, n) => ({ ...p, promised: p.due !== null && n % 2 === 0 }));
  return { ...problemOf(shop, told, made.now), stock: [] };
}

/** Hours by which steps could begin sooner with everything else where it is, of those that could by an hour or more. */
function idleHours(problem: Problem, plan: Plan): number {
  const { schedule: b } = queryPlan(problem, plan);
  let slots = 0;
  b.model.steps.forEach((step, i) => {
    if (step.fixed || step.pinSlot >= 0 || b.start[i]! < 0) return;
    // What a window ties to a later step cannot go without it.
    if (b.model.steps.some((s) => s.preds.some((p) => p.step === i && p.maxSlots < Infinity))) return;
    const at = [b.start[i]!, b.end[i]!, b.hold[i]!, b.mode[i]!, b.crew[i]!] as const;
    remove(b, i);
    const isFound = seek(b, i, readyFor(b, step));
    const { start, end } = b.found;
    // A window missed even so asks for more work than was looked for.
    const isInWindow = start <= latestFor(b, step) || step.rescue_minutes < 0;
    if (isFound && isInWindow && start <= at[0] - HOUR_SLOTS && end <= at[1] && end - start <= at[1] - at[0]) {
      const { hold, mode, crew } = b.found;
      insert(b, i, start, end, hold, mode, crew);
      // In another place it may be dry later: then what comes after it could not stay where it is.
      const isInTime = b.model.steps.every(
        (s, k) => b.start[k]! < 0 || !s.preds.some((p) => p.step === i) || readyFor(b, s) <= b.start[k]!,
      );
      if (isInTime) slots += at[0] - start;
      remove(b, i);
    }
    insert(b, i, ...at);
  });
  return slots / HOUR_SLOTS;
}

/** Told dates missed, weighted days, and the mean day of being ready, of the pieces given. */
function figures(problem: Problem, pieces: readonly PieceToPlan[], ready: Plan['ready']) {
  const days = pieces.map((p) => (ready[p.id]! - problem.now) / 1440);
  const late = pieces.map((p) => (p.promised ? (Math.max(0, ready[p.id]! - p.due!) * p.weight) / 1440 : 0));
  const sum = (of: number[]) => of.reduce((n, d) => n + d, 0);
  return { late: sum(late), mean: sum(days) / days.length };
}

/** What the product does from one mark to the next: looks for something better again and again, each look twice as long. */
function lookOn(problem: Problem, plan: Plan, looks: { made: number }, cache: ResourceCache, end: number): Plan {
  let best = plan;
  while (performance.now() < end) {
    const { milliseconds, ...effort } = effortOf(Math.min(MOST_DOUBLED, ++looks.made));
    const began = performance.now();
    const until = Math.min(end, began + milliseconds);
    best = improvePlan(problem, best, {
      ...effort,
      seed: looks.made,
      cache,
      // Nobody has known it for long.
      baseline: null,
      timeSpent: () => (performance.now() - began) / (until - began),
    });
  }
  return best;
}
/** Half a minute. */
const MOST_DOUBLED = 6;

/**
 * What no plan can better for these pieces: bounds of all pieces count those without a place at the horizon, as plans do.
 * @see figures
 */
function boundOf(problem: Problem, best: Plan, pieces: readonly PieceToPlan[]) {
  const { promisedLate, flow_minutes } = lowerBoundsOf(problem, best, 300);
  const alone = figures(problem, pieces, readyAlone(problem, best));
  const others = problem.pieces.filter((p) => !pieces.includes(p));
  const never = Object.fromEntries(others.map((p) => [p.id, problem.horizon]));
  const sum = (of: number[]) => of.reduce((n, m) => n + m, 0);
  const untilReady =
    flow_minutes -
    sum(others.map((p) => problem.horizon - p.arrival)) +
    sum(pieces.map((p) => p.arrival - problem.now));
  return {
    late: Math.max(alone.late, promisedLate / 1440 - (figures(problem, others, never).late || 0)),
    mean: Math.max(alone.mean, untilReady / pieces.length / 1440),
  };
}

/** The product's thread has looked for something better before, in another shop. */
function warmUp(): void {
  const problem = shopOf(0, 12, 2);
  lookOn(problem, planAfresh(problem), { made: 0 }, new ResourceCache(), performance.now() + 4000);
}

const say = ({ late, mean }: ReturnType<typeof figures>) => `${late.toFixed(1)}, ${mean.toFixed(2)}`;
const marks = [1, 10, LONGEST].filter((s, n, all) => s <= LONGEST && all.indexOf(s) === n);
console.log(
  'Told dates missed, weighted days, and the mean day of being ready, of the pieces that every one of these plans has a place for.\n',
);
console.log(
  `| pieces (no place) | people | steps | first answer, ms | first | ${marks.map((s) => `${s} s`).join(' | ')} | bound | 1 s / ${LONGEST} s: told, mean day | idle h at first, after 1 s |`,
);
console.log(`| ${Array.from({ length: 8 + marks.length }, () => '---').join(' | ')} |`);
warmUp();
for (const pieces of SIZES)
  for (const people of PEOPLE) {
    if (NAMED.length > 0 && !NAMED.includes(`${pieces}x${people}`)) continue;
    const problem = shopOf(FIRST + pieces * 10 + people, pieces, people);
    const began = performance.now();
    const first = planAfresh(problem);
    const took = performance.now() - began;
    let best = first;
    const after: Plan[] = [];
    const looks = { made: 0 };
    const cache = new ResourceCache();
    const start = performance.now();
    for (const until of marks) after.push((best = lookOn(problem, best, looks, cache, start + until * 1000)));
    const faults = [first, ...after].flatMap((plan) => verify(problem, plan));
    if (faults.length > 0) throw new Error(`${pieces} pieces, ${people} people: ${JSON.stringify(faults[0])}`);
    const placed = problem.pieces.filter((p) => [first, ...after].every((plan) => plan.ready[p.id] !== undefined));
    const of = (ready: Plan['ready']) => figures(problem, placed, ready);
    const bound = boundOf(problem, best, placed);
    const [atOne, atLast] = [of(after[0]!.ready), of(best.ready)];
    const share = (a: number, b: number) => (b > 0 ? (a / b).toFixed(3) : a > 0 ? 'missed, none' : 'none');
    console.log(
      `| ${pieces} (${pieces - placed.length}) | ${people} | ${problem.pieces.reduce((n, p) => n + p.steps.length, 0)} | ${took.toFixed(0)} | ${say(of(first.ready))} | ${after.map((p) => say(of(p.ready))).join(' | ')} | ${say(bound)} | ${share(atOne.late, atLast.late)}, ${share(atOne.mean, atLast.mean)} | ${idleHours(problem, first).toFixed(0)}, ${idleHours(problem, after[0]!).toFixed(0)} |`,
    );
  }
