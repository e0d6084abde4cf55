import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { instanceFaults, type NeutralInstance, type NeutralStep, solveNeutral } from '../src/index.ts';
import { judge } from './fixtures/neutralJudge.ts';
import { after, piece, sevenActivities, shop, step } from './fixtures/neutralShop.ts';
import { randomFrom } from './fixtures/randomWorkshop.ts';

const load = (name: string) =>
  JSON.parse(readFileSync(new URL(`../../bench/instances/${name}.json`, import.meta.url), 'utf8')) as NeutralInstance;
/** Solves with a budget of evaluations, has the judge agree, and gives the cost. */
function solved(instance: NeutralInstance, evaluations: number, seed = 1) {
  const out = solveNeutral(instance, { seed, evaluations, isOver: () => false });
  const { faults, cost } = judge(instance, out.plan);
  expect(faults).toEqual([]);
  expect(cost).toBe(out.cost);
  return out;
}

describe('proven optima', () => {
  // Source: a general constraint solver, run to proof; the instances are those of the neutral benchmark.
  test.each([
    ['tiny-1', 264850, 4000, 1.001],
    ['tiny-2', 346315, 4000, 1.001],
    ['knot-1', 60575, 8000, 1.05],
    ['knot-2', 312555, 8000, 1.001],
    ['small-1', 120645, 4000, 1.15],
  ])('%s', (name, optimum, evaluations, most) => {
    const { cost } = solved(load(name), evaluations);
    expect(cost).toBeGreaterThanOrEqual(optimum);
    expect(cost).toBeLessThanOrEqual(optimum * most);
  });
  // Sources: Fisher & Thompson 1963 (6 x 6, 55; 10 x 10, 930); Lawrence 1984 (666). Flow here is 5 x makespan.
  test.each([
    ['ft06', 55, 8000, 1],
    ['la01', 666, 4000, 1.15],
    ...(process.env['MOKUME_LONG'] ? [['ft10', 930, 16000, 1.02] as const] : []),
  ] as const)('job shop %s', (name, optimum, evaluations, most) => {
    const makespan = solved(load(name), evaluations).cost / 5;
    expect(makespan).toBeGreaterThanOrEqual(optimum);
    expect(makespan).toBeLessThanOrEqual(optimum * most);
  });
});

describe('a search', () => {
  test('gives the same plan for the same seed and budget, whatever order pieces and staff are listed in', () => {
    const instance = load('small-2');
    const orderWithArcSwapped = {
      ...instance,
      pieces: [...instance.pieces].reverse(),
      staff: [...instance.staff].reverse(),
    };
    expect(solved(orderWithArcSwapped, 600).plan).toEqual(solved(instance, 600).plan);
  });
  test('never gets worse with a larger budget, and stopped at once still gives a right plan', () => {
    const instance = load('knot-1');
    let last = Infinity;
    for (const evaluations of [0, 200, 2000]) {
      const { cost } = solved(instance, evaluations);
      expect(cost).toBeLessThanOrEqual(last);
      last = cost;
    }
  });
});

describe('textbook facts', () => {
  /** Work and weight; the smallest weighted flow is 1355. */
  const SEVEN_JOBS = [
    [3, 6],
    [6, 18],
    [6, 12],
    [5, 8],
    [7, 17],
    [4, 10],
    [2, 18],
  ] as const;
  const job = (id: string, p: number, due = 900, weight = 1) => piece(id, [step(`s${id}`, p)], due, weight);
  test('earliest due date keeps every date that can be kept (Jackson 1955)', () => {
    const jobs = [job('A', 4, 16), job('B', 7, 16), job('C', 1, 8), job('D', 6, 21), job('E', 3, 9)];
    // Without lateness the smallest sum of completion times is 49; shortest first (48) would be late.
    expect(solved(shop(jobs), 500).cost / 5).toBe(49);
  });
  test.each([
    [
      'three jobs',
      [
        [4, 1],
        [2, 3],
        [6, 4],
      ],
      50,
    ],
    ['seven jobs', SEVEN_JOBS, 1355],
  ] as const)('weight over work is the smallest weighted flow (Smith 1956): %s', (_, jobs, optimum) => {
    const pieces = jobs.map(([p, w], i) => job(`j${i}`, p, 900, w));
    expect(solved(shop(pieces), 800).cost / 5).toBe(optimum);
  });
  test('a job nobody can do takes nothing from how the others are ordered (Smith 1956, the seven jobs above)', () => {
    const jobs = SEVEN_JOBS.map(([p, w], i) => job(`j${i}`, p, 900, w));
    const nobodys = piece('x', [step('sx', 1, { skill: 'nobody', staff: 1 })]);
    const flowAfter = (evaluations: number) => {
      const out = solveNeutral(shop([...jobs, nobodys]), { seed: 1, evaluations, isOver: () => false });
      expect(out.left).toBe(1);
      return jobs.reduce((n, p) => n + p.weight * out.plan.steps[p.steps[0]!.id]!.end, 0) / 5;
    };
    expect(flowAfter(200)).toBeLessThan(flowAfter(0));
    expect(flowAfter(1500)).toBe(1355);
  });
  test('two machines in a row: the shortest makespan is 47 (Johnson 1954)', () => {
    const steps = [4, 4, 30, 6, 2].flatMap((a, i) => [
      step(`a${i}`, a),
      step(`b${i}`, [5, 1, 4, 30, 3][i]!, { station: 'm1', after: [after(`a${i}`)] }),
    ]);
    expect(solved(shop([piece('all', steps)]), 1500).cost / 5).toBe(47);
  });
  test('the critical path of seven activities is 14 long (critical path method)', () => {
    const { plan, cost } = solved(shop([piece('all', sevenActivities())]), 0);
    expect(cost / 5).toBe(14);
    expect(['A', 'B', 'C', 'D', 'E', 'F', 'G'].map((id) => plan.steps[id]!.start / 5)).toEqual([0, 3, 3, 7, 5, 12, 5]);
  });
  test('more hands, shorter work or fewer links never end in a longer plan, as they do for a fixed list (Graham 1966)', () => {
    const graham = (hands: number, shorter: number, links: readonly number[]) => {
      const steps = [3, 2, 2, 2, 4, 4, 4, 4, 9].map((d, i) =>
        step(`g${i + 1}`, d - shorter, {
          station: 'free',
          staff: 1,
          after: i === 8 ? [after('g1')] : links.includes(i + 1) ? [after('g4')] : [],
        }),
      );
      const staff = Array.from({ length: hands }, (_, i) => ({ id: `w${i}`, skills: ['any'], calendar: 'always' }));
      return solved(shop([piece('all', steps)], { staff, calendars: { always: [[0, 5000]] } }), 1500).cost / 5;
    };
    expect(graham(3, 0, [5, 6, 7, 8])).toBe(12);
    for (const end of [graham(4, 0, [5, 6, 7, 8]), graham(3, 1, [5, 6, 7, 8]), graham(3, 0, [7, 8])])
      expect(end).toBeLessThanOrEqual(12);
  });
});

describe('windows (Roy 1959; Bartusch, Möhring & Radermacher 1988)', () => {
  const graph = (third: NeutralStep['after']) => [
    step('1', 0, { station: 'free' }),
    step('2', 0, { station: 'free', after: [after('1', 6, 24)] }),
    step('4', 0, { station: 'free', after: [after('1', 30)] }),
    step('3', 0, { station: 'free', after: third }),
  ];
  test('a later coat pulls the earlier one with it', () => {
    const { plan } = solved(shop([piece('p', graph([after('2', 4, 48), after('4')]))]), 0);
    expect(['1', '2', '3', '4'].map((id) => plan.steps[id]!.start / 5)).toEqual([0, 6, 30, 30]);
    const pushed = [step('wait', 30, { station: 'free' }), ...graph([])];
    pushed[2] = { ...pushed[2]!, after: [after('1', 6, 24), after('wait')] };
    expect(solved(shop([piece('p', pushed)]), 0).plan.steps['1']!.start / 5).toBe(6);
  });
  test('a circle of lags that cannot be met is left out and said, the rest is planned', () => {
    const out = solveNeutral(
      shop([piece('p', graph([after('2', 50), after('2', 0, 48)])), piece('q', [step('x', 3)])]),
      {
        seed: 1,
        evaluations: 0,
        isOver: () => false,
      },
    );
    expect(out.left).toBeGreaterThan(0);
    expect(out.plan.steps['x']).toBeDefined();
  });
});

test.each([
  ['another format', { format: 'else/1' }, /only workshop\/1/],
  ['no room anywhere', { stations: [{ id: 'm0', capacity: 0, calendar: null }] }, /capacity 0/],
  [
    'overlapping shifts',
    {
      calendars: {
        x: [
          [0, 60],
          [30, 90],
        ],
      },
    },
    /overlap at 30/,
  ],
  [
    'a maximum below the minimum',
    { pieces: [piece('p', [step('a', 1), step('b', 1, { after: [after('a', 5, 2)] })])] },
    /at most 10 minutes after a, but at least 25/,
  ],
])('what cannot be read is told by name: %s', (_, more, words) => {
  expect(instanceFaults({ ...shop([piece('p', [step('a', 1)])]), ...more }).join(' ')).toMatch(words);
});

describe('a tool that is cleaned out between colours', () => {
  const sprayer = [{ id: 'sprayer', capacity: 1, calendar: null, cleanout: 20 }];
  const coat = (id: string, group: string) => step(id, 6, { station: 'free', tool: 'sprayer', group });
  const changes = (instance: NeutralInstance, plan: ReturnType<typeof solved>['plan']) => {
    const colour = new Map(instance.pieces.flatMap((p) => p.steps.map((s) => [s.id, s.group])));
    const row = Object.entries(plan.steps).sort((a, b) => a[1].start - b[1].start);
    return row.filter(([id], n) => n > 0 && colour.get(id) !== colour.get(row[n - 1]![0])).length;
  };
  test('does all of one colour before the next: three and three in 6 + 12 + 18 + 28 + 34 + 40 slots', () => {
    // Source: worked by hand; in turn they would take 186. Common practice; batches by set-up, Monma & Potts 1989.
    const pieces = 'ababab'.split('').map((c, n) => piece(`p${n}`, [coat(`s${n}`, c)]));
    expect(solved(shop(pieces, { tools: sprayer }), 300).cost).toBe(138 * 5);
  });
  test('is cleaned out seldom also for sixty pieces in four colours', () => {
    const pieces = Array.from({ length: 60 }, (_, n) => piece(`p${10 + n}`, [coat(`s${n}`, 'abcd'[n % 4]!)]));
    const instance = shop(pieces, { tools: sprayer });
    expect(changes(instance, solved(instance, 0).plan)).toBeGreaterThan(20);
    expect(changes(instance, solved(instance, 60 * 30).plan)).toBeLessThanOrEqual(10);
  });
});

const RUNS = process.env['MOKUME_LONG'] ? 1000 : 20;
test(`${RUNS} random instances: every plan is right, at the start and after a search`, () => {
  for (let seed = 1; seed <= RUNS; seed++) {
    const r = randomFrom(seed);
    const base = load(seed % 2 ? 'knot-1' : 'tiny-2');
    // The same kind of shop with other durations, dates, floor and hands.
    const instance = {
      ...base,
      floor: { capacity: 2 + Math.floor(r() * 6) },
      tools: base.tools.map((t) => ({ ...t, cleanout: r() < 0.5 ? 0 : 30 })),
      pieces: base.pieces.map((p) => ({
        ...p,
        due: p.due + Math.floor(r() * 2000) * 5 - 3000,
        floor: 1 + Math.floor(r() * 2),
        steps: p.steps.map((s) => ({
          ...s,
          duration: Math.max(5, Math.ceil((s.duration * (0.5 + r())) / 5) * 5),
          split: r() < 0.3 && s.staff === 1,
        })),
      })),
    };
    for (const evaluations of [0, 150]) {
      const out = solveNeutral(instance, { seed, evaluations, isOver: () => false });
      if (out.left === 0) expect(judge(instance, out.plan).faults, `seed ${seed}`).toEqual([]);
    }
  }
});
