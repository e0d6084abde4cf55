// The product's own plans at the sizes people have: what is shown at first, after one, ten and more seconds of looking for
// better, against what no plan can better. Shops are invented by number, with calendars, climate, windows, told and untold
// dates.
//   npx vite build --ssr bench/ownPlans.ts --outDir .mokume/bench && node .mokume/bench/ownPlans.js [SECONDS] [FIRST_SEED] [8x1,40x2…]
import { improvePlan, lowerBoundsOf, type Plan, planAfresh, type Problem, problemOf, scoreOf, verify } from '@app/core';
import { queryPlan } from '../core/src/planner/explain/planQuery.ts';
import { readyFor, insert, remove, seek } from '../core/src/planner/engine/schedule/partialSchedule.ts';
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
    if (isFound && start <= at[0] - HOUR_SLOTS && end <= at[1] && end - start <= at[1] - at[0]) slots += at[0] - start;
    insert(b, i, ...at);
  });
  return slots / HOUR_SLOTS;
}

/** Told lateness in days, and the mean day of being ready, of the pieces that a plan has a place for. */
function figures(problem: Problem, plan: Plan) {
  const { promisedLate } = scoreOf(problem, plan);
  const ready = problem.pieces.map((p) => ((plan.ready[p.id] ?? problem.horizon) - problem.now) / 1440);
  return { late: promisedLate / 1440, mean: ready.reduce((n, d) => n + d, 0) / ready.length };
}

const say = ({ late, mean }: ReturnType<typeof figures>) => `${late.toFixed(1)}, ${mean.toFixed(2)}`;
const marks = [1, 10, LONGEST].filter((s, n, all) => s <= LONGEST && all.indexOf(s) === n);
console.log('Told dates missed, weighted days, and the mean day of being ready.\n');
console.log(
  `| pieces | people | steps | first answer, ms | first | ${marks.map((s) => `${s} s`).join(' | ')} | bound | 1 s / best, mean day | idle h at first, after 1 s |`,
);
console.log(`| ${Array.from({ length: 8 + marks.length }, () => '---').join(' | ')} |`);
for (const pieces of SIZES)
  for (const people of PEOPLE) {
    if (NAMED.length > 0 && !NAMED.includes(`${pieces}x${people}`)) continue;
    const problem = shopOf(FIRST + pieces * 10 + people, pieces, people);
    const began = performance.now();
    const first = planAfresh(problem);
    const took = performance.now() - began;
    let best = first;
    const after: Plan[] = [];
    const start = performance.now();
    for (const until of marks) {
      for (let seed = 1; performance.now() - start < until * 1000; seed++)
        best = improvePlan(problem, best, {
          seed,
          evaluations: 800,
          isOver: () => performance.now() - start >= until * 1000,
        });
      after.push(best);
    }
    const faults = [first, ...after].flatMap((plan) => verify(problem, plan));
    if (faults.length > 0) throw new Error(`${pieces} pieces, ${people} people: ${JSON.stringify(faults[0])}`);
    const bound = lowerBoundsOf(problem, best);
    const least = problem.pieces.reduce((n, p) => n + (bound.ready[p.id]! - problem.now) / 1440, 0) / pieces;
    const [atOne, atLast] = [figures(problem, after[0]!), figures(problem, best)];
    console.log(
      `| ${pieces} | ${people} | ${problem.pieces.reduce((n, p) => n + p.steps.length, 0)} | ${took.toFixed(0)} | ${say(figures(problem, first))} | ${after.map((p) => say(figures(problem, p))).join(' | ')} | ${(bound.promisedLate / 1440).toFixed(1)}, ${least.toFixed(2)} | ${(atOne.mean / atLast.mean).toFixed(3)} | ${idleHours(problem, first).toFixed(0)}, ${idleHours(problem, after[0]!).toFixed(0)} |`,
    );
  }
