// How often dates called 50, 80 and 95 % are kept, in workshops lived through step by step with the plan made anew after each
// event, as people would. A promise only rehearses the plan as it stands.
//   npx vite build --ssr bench/calibration.ts --outDir .mokume/bench && node .mokume/bench/calibration.js WORKSHOPS FIRST_SEED
import {
  chanceBy,
  chancesOf,
  improvePlan,
  planAfresh,
  type Problem,
  problemOf,
  type Uncertainty,
  USUAL_UNCERTAINTY,
} from '@app/core';
import { randomWorkshop } from '../core/test/fixtures/randomWorkshop.ts';
import { live } from './livedShop.ts';

const WORKSHOPS = Number(process.argv[2] ?? 60);
const FIRST = Number(process.argv[3] ?? 1);
const only = process.argv[4];

type Kind = {
  readonly name: string;
  readonly pieces: number;
  readonly change: (w: Made) => Made;
  readonly uncertainty: Uncertainty;
};
type Made = ReturnType<typeof randomWorkshop>['shop'];
const COLD = { high_c: 13, low_c: 6, humidityAtHigh_pct: 55, humidityAtLow_pct: 75 };
const KINDS: readonly Kind[] = [
  { name: 'any', pieces: 4, change: (s) => s, uncertainty: USUAL_UNCERTAINTY },
  {
    name: 'one person',
    pieces: 4,
    change: (s) => ({ ...s, people: s.people.slice(0, 1) }),
    uncertainty: USUAL_UNCERTAINTY,
  },
  {
    name: 'cold season',
    pieces: 4,
    change: (s) => ({ ...s, places: s.places.map((p) => (p.id === 'shed' ? { ...p, typical: COLD } : p)) }),
    uncertainty: USUAL_UNCERTAINTY,
  },
  { name: 'many reworks', pieces: 4, change: (s) => s, uncertainty: { ...USUAL_UNCERTAINTY, rework: 0.12 } },
  {
    name: 'overload',
    pieces: 9,
    change: (s) => ({ ...s, people: s.people.slice(0, 2) }),
    uncertainty: USUAL_UNCERTAINTY,
  },
];

/** Only where it is named: it takes half a minute a shop to live through. */
const LARGE: Kind = { name: 'twenty pieces', pieces: 20, change: (s) => s, uncertainty: USUAL_UNCERTAINTY };

const CALLED = ['p50', 'p80', 'p95'] as const;
type Tally = { promises: number; kept: number[]; said: number[]; gaps: number[] };
const tallies = new Map(
  [...KINDS, LARGE].map((k): [string, Tally] => [k.name, { promises: 0, kept: [0, 0, 0], said: [0, 0, 0], gaps: [] }]),
);

for (let seed = FIRST; seed < FIRST + WORKSHOPS; seed++) {
  const kind = only ? [...KINDS, LARGE].find((k) => k.name === only)! : KINDS[seed % KINDS.length]!;
  const random = randomWorkshop(seed, kind.pieces);
  const whole = problemOf(kind.change(random.shop), random.pieces, random.now);
  // Only what is certain to be finished within the plan can be promised at all.
  const problem: Problem = { ...whole, floor_units: null, stock: [], uncertainty: kind.uncertainty };
  const plan = improvePlan(problem, planAfresh(problem), { seed: 1, evaluations: 400 });
  const chances = chancesOf(problem, plan, 200, seed);
  const lived = live(problem, plan, kind.uncertainty, seed * 31 + 7);
  const tally = tallies.get(kind.name)!;
  for (const [id, c] of chances) {
    const at = lived.get(id);
    const isDone = problem.pieces.find((p) => p.id === id)!.steps.every((s) => s.state.kind === 'done');
    if (at === undefined || c.p95 === Infinity || isDone) continue;
    tally.promises++;
    tally.gaps.push((at - c.p50) / 60);
    CALLED.forEach((k, n) => {
      tally.kept[n]! += at <= c[k] ? 1 : 0;
      // A date is a time of day at which many runs end at once, so that it is a little surer than it is called.
      tally.said[n]! += chanceBy(c.sample, c[k]);
    });
    if (process.env['VERBOSE'])
      console.log(seed, id, kind.name, ...[at, c.p50, c.p80, c.p95].map((t) => Math.round((t - plan.ready[id]!) / 60)));
  }
}

console.log(
  '| shops | promises | called 50 % | called 80 % | called 95 % | hours after the middle: one in ten below, middle, above |',
);
console.log('| --- | --- | --- | --- | --- | --- |');
const row = (name: string, { promises, kept, said, gaps }: Tally) => {
  const sorted = [...gaps].sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))]?.toFixed(0);
  const shares = kept
    .map((n, k) => `${((100 * n) / promises).toFixed(1)} % (${((100 * said[k]!) / promises).toFixed(0)})`)
    .join(' | ');
  console.log(`| ${name} | ${promises} | ${shares} | ${at(0.1)}, ${at(0.5)}, ${at(0.9)} |`);
};
for (const [name, tally] of tallies) if (tally.promises > 0) row(name, tally);
const all = [...tallies.values()];
row('all', {
  promises: all.reduce((n, t) => n + t.promises, 0),
  kept: [0, 1, 2].map((n) => all.reduce((sum, t) => sum + t.kept[n]!, 0)),
  said: [0, 1, 2].map((n) => all.reduce((sum, t) => sum + t.said[n]!, 0)),
  gaps: all.flatMap((t) => t.gaps),
});
