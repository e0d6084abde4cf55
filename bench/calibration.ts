// How often promises called 50, 80 and 95 % are kept, in workshops lived through step by step with the plan made anew after
// each event, as people would. The promise itself only rehearses the plan as it stands.
import {
  chancesOf,
  factors,
  type Placement,
  planAfresh,
  type Plan,
  type Problem,
  replan,
  type Step,
  USUAL_UNCERTAINTY,
} from '@app/core';
import { randomFrom, randomWorkshop } from '../core/test/fixtures/randomWorkshop.ts';

const WORKSHOPS = Number(process.argv[2] ?? 125);
const FIRST = Number(process.argv[3] ?? 1);
const DAY = 1440;

/** Lives a plan through; when each piece was really ready. */
function live(problem: Problem, first: Plan, seed: number): Map<string, number> {
  const r = randomFrom(seed);
  const workFactor = factors(USUAL_UNCERTAINTY.work, r);
  const dryingFactor = factors(USUAL_UNCERTAINTY.drying, r);
  const moods = new Map<string, number>();
  const absent = new Map<string, boolean>();
  const ready = new Map<string, number>();
  let now = problem.now;
  let plan = first;
  let world = problem;
  const insert = (id: string, change: (s: Step) => Step) => {
    world = {
      ...world,
      pieces: world.pieces.map((p) => ({ ...p, steps: p.steps.map((s) => (s.id === id ? change(s) : s)) })),
    };
  };
  for (let guard = 0; guard < 1000; guard++) {
    const next = world.pieces
      .flatMap((p) =>
        p.steps
          .filter((s) => s.state.kind === 'planned' && plan.steps[s.id])
          .map((s) => ({ p, s, at: plan.steps[s.id]! })),
      )
      .sort((a, b) => a.at.start - b.at.start || (a.s.id < b.s.id ? -1 : 1))[0];
    if (!next) break;
    const { p, s, at } = next;
    now = Math.max(now, at.start);
    world = { ...world, now };
    const isAway = at.people.some((who) => {
      const key = `${who} ${Math.floor(at.start / DAY)}`;
      if (!absent.has(key)) absent.set(key, r() < USUAL_UNCERTAINTY.absence);
      return absent.get(key)!;
    });
    if (isAway) {
      insert(s.id, (x) => ({
        ...x,
        pin: { ...x.pin, at: undefined, notBefore: (Math.floor(at.start / DAY) + 1) * DAY },
      }));
      plan = replan(world, plan, [p.id]);
      continue;
    }
    let work = s.hands === 0 ? s.work_minutes : s.work_minutes * workFactor();
    if (s.product !== null && r() < USUAL_UNCERTAINTY.rework) work = work * 2 + 180;
    const until = Math.round(Math.max(at.end + work - s.work_minutes, at.start + 1));
    insert(s.id, (x) => ({ ...x, state: { kind: 'done', from: at.start, until, by: at.people } }));
    const mood = moods.get(`${p.id} ${s.product}`) ?? dryingFactor();
    moods.set(`${p.id} ${s.product}`, mood);
    const slower = Math.max(1, mood);
    if (s.product !== null)
      for (const f of p.steps)
        for (const l of f.after)
          if (l.step === s.id && l.from !== 'end' && f.state.kind === 'planned') {
            const wait = ((at.dry[l.from] ?? at.end) - at.end) * slower;
            insert(f.id, (x) => ({
              ...x,
              pin: { ...x.pin, notBefore: Math.max(x.pin.notBefore ?? 0, Math.round(until + wait + l.min_minutes)) },
            }));
          }
    ready.set(p.id, Math.max(ready.get(p.id) ?? 0, until + travel(at, s) * slower));
    plan = replan(world, plan, [p.id]);
  }
  for (const p of world.pieces) if (p.steps.some((s) => s.state.kind === 'planned')) ready.delete(p.id);
  return ready;
}

const travel = (at: Placement, s: Step) => (s.product === null ? 0 : (at.dry.travel ?? at.end) - at.end);

let promises = 0;
const gaps: number[] = [];
const kept = { p50: 0, p80: 0, p95: 0 };
for (let seed = FIRST; seed < FIRST + WORKSHOPS; seed++) {
  const { problem: whole } = randomWorkshop(seed, 4);
  // Only what is certain to be finished within the plan can be promised at all.
  const problem: Problem = { ...whole, floor_units: null, stock: [] };
  const plan = planAfresh(problem);
  const chances = chancesOf(problem, plan, 200, seed);
  const lived = live(problem, plan, seed * 31 + 7);
  for (const [id, c] of chances) {
    const at = lived.get(id);
    if (
      at === undefined ||
      c.p95 === Infinity ||
      problem.pieces.find((p) => p.id === id)!.steps.every((s) => s.state.kind === 'done')
    )
      continue;
    promises++;
    gaps.push(at - c.p50);
    if (process.env['VERBOSE'])
      console.log(
        id,
        seed,
        Math.round(at - plan.ready[id]!),
        Math.round(c.p50 - plan.ready[id]!),
        Math.round(c.p80 - plan.ready[id]!),
        Math.round(c.p95 - plan.ready[id]!),
      );
    for (const k of ['p50', 'p80', 'p95'] as const) if (at <= c[k]) kept[k]++;
  }
}
gaps.sort((a, b) => a - b);
console.log(
  `really ready against the middle of the rehearsals, hours: median ${(gaps[gaps.length >> 1]! / 60).toFixed(1)}, from ${(gaps[Math.floor(gaps.length * 0.1)]! / 60).toFixed(1)} to ${(gaps[Math.floor(gaps.length * 0.9)]! / 60).toFixed(1)}`,
);
const share = (k: keyof typeof kept) => `${((100 * kept[k]) / promises).toFixed(1)} %`;
console.log(
  `| promises | called 50 % | called 80 % | called 95 % |\n| --- | --- | --- | --- |\n| ${promises} | ${share('p50')} | ${share('p80')} | ${share('p95')} |`,
);
