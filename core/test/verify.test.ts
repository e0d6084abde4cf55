import { describe, expect, test } from 'vitest';
import { EVERY_SKILL, type Placement, type Plan, planAfresh, type Problem, type Rule, verify } from '../src/index.ts';
import { after, air, at, NINE_TO_FIVE, piece, smallShop, step } from './fixtures/smallShop.ts';

// For each rule a right plan is broken in the smallest way, and the verifier must name rule and step.
const bench = { kind: 'bench', units: 1, span: 'both' } as const;
const people = ['ada', 'bo'].map((id) => ({
  id,
  name: id,
  hours: NINE_TO_FIVE,
  skills: id === 'ada' ? EVERY_SKILL : { prep: 1 },
}));
const shop: Problem = smallShop(
  [
    piece('p', [
      step('wash', { splittable: true, needs: [{ kind: 'bench', units: 1, span: 'work' }] }),
      step('coat', { skill: 'paint', product: 'matt-paint', needs: [bench], tool: 'sprayer', after: [after('wash')] }),
      step('wipe', {
        work_minutes: 10,
        zones: ['zone-of-coat'],
        after: [after('coat', { from: 'recoat', min_minutes: 0 })],
      }),
      step('pinned', { pin: { at: at(2, 10), person: 'ada' } }),
      step('sand', { dusty: true, pin: { notBefore: at(3, 9) } }),
      step('wax', { work_minutes: 20, pin: { notBefore: at(4, 9) } }),
      step('wipe-wax', { work_minutes: 10, after: [after('wax', { min_minutes: 15, max_minutes: 20 })] }),
      step('past', { state: { kind: 'done', from: at(-1, 9), until: at(-1, 10), by: ['ada'] } }),
    ]),
    piece(
      'q',
      [
        step('wide', {
          skill: 'paint',
          product: 'matt-paint',
          needs: [{ kind: 'bench', units: 2, span: 'both' }],
          tool: 'sprayer',
          pin: { notBefore: at(7, 9) },
        }),
      ],
      { arrival: at(0, 12) },
    ),
  ],
  { people, climates: { shed: air((h) => (h >= 2 && h < 6 ? 8 : 21)) } },
);
const good = planAfresh(shop);

const change = (id: string, more: Partial<Placement>): Plan => ({
  ...good,
  steps: { ...good.steps, [id]: { ...good.steps[id]!, ...more } },
});
/** The step at another time, its drying told for that time. */
const moved = (id: string, start: number): Plan => {
  const was = good.steps[id]!;
  const by = start - was.start;
  return change(id, {
    start,
    end: was.end + by,
    dry: Object.fromEntries(Object.entries(was.dry).map(([k, v]) => [k, v + by])),
  });
};
const named = (plan: Plan, rule: Rule, stepId: string) =>
  expect(verify(shop, plan)).toContainEqual(expect.objectContaining({ rule, step: stepId }));

test('the plan as found is right', () => {
  expect(verify(shop, good)).toEqual([]);
});

describe('the smallest corruption of each rule is named by rule and step', () => {
  const { coat, wash, wax } = good.steps as Record<string, Placement>;
  const without = (id: string): Plan => ({
    ...good,
    steps: Object.fromEntries(Object.entries(good.steps).filter(([k]) => k !== id)),
  });
  const cases: readonly (readonly [Rule, string, Plan])[] = [
    ['missing', 'pinned', without('pinned')],
    ['grid', 'wash', moved('wash', wash!.start + 1)],
    ['past', 'wash', moved('wash', at(-3, 9))],
    ['horizon', 'sand', moved('sand', shop.horizon)],
    ['fixed', 'past', moved('past', at(-1, 11))],
    ['arrival', 'wide', moved('wide', at(0, 9))],
    ['crew', 'coat', change('coat', { people: ['bo'] })],
    ['crew', 'wash', change('wash', { people: [] })],
    ['hours', 'wash', change('wash', { end: wash!.end - 5 })],
    ['one-go', 'sand', moved('sand', at(3, 16, 30))],
    [
      'person',
      'sand',
      {
        ...moved('sand', at(2, 10)),
        steps: {
          ...moved('sand', at(2, 10)).steps,
          sand: { ...moved('sand', at(2, 10)).steps['sand']!, people: ['ada'] },
        },
      },
    ],
    ['space', 'wide', moved('wide', coat!.start)],
    ['tool', 'wide', moved('wide', coat!.start)],
    ['gap-min', 'coat', moved('coat', wash!.start)],
    ['gap-min', 'wipe', moved('wipe', coat!.end + 5)],
    ['gap-max', 'wipe-wax', moved('wipe-wax', wax!.end + 25)],
    ['air', 'coat', moved('coat', at(1, 1))],
    ['dust', 'sand', moved('sand', coat!.end)],
    ['zone', 'wipe', moved('wipe', coat!.start)],
    ['pin', 'pinned', moved('pinned', at(2, 11))],
    ['pin', 'sand', moved('sand', at(2, 14))],
    ['stage', 'coat', change('coat', { dry: { ...coat!.dry, recoat: coat!.dry.recoat! - 30 } })],
    ['ready', 'p', { ...good, ready: { ...good.ready, p: good.ready['p']! - 60 } }],
  ];
  test.each(cases)('%s (%s)', (rule, id, plan) => {
    named(plan, rule, id);
  });
  test('no rule is left without a case', () => {
    // The five that hold between pieces are in wholeShop.test.ts.
    const all: Record<Exclude<Rule, 'beside' | 'cleanout' | 'daylight' | 'floor' | 'stock'>, true> = {
      missing: true,
      grid: true,
      past: true,
      horizon: true,
      fixed: true,
      arrival: true,
      crew: true,
      hours: true,
      'one-go': true,
      person: true,
      space: true,
      tool: true,
      'gap-min': true,
      'gap-max': true,
      air: true,
      dust: true,
      zone: true,
      pin: true,
      stage: true,
      ready: true,
    };
    expect(new Set(cases.map(([rule]) => rule))).toEqual(new Set(Object.keys(all)));
  });
});

describe('work outdoors that the night may break', () => {
  const EVENINGS = Array.from({ length: 7 }, () => [{ from: 12 * 60, until: 21 * 60 }]);
  const yard = {
    id: 'yard',
    name: 'Yard',
    kind: 'outdoors',
    capacity: 1,
    hours: null,
    climate: 'shed',
    daylight: true,
  } as const;
  const strip = step('strip', {
    work_minutes: 240,
    splittable: true,
    needs: [{ kind: 'outdoors', units: 1, span: 'work' }],
  });
  // Berlin, 2 March: sunset at 17:49 (almanac), while people are there until nine.
  const problem = smallShop([piece('door', [strip], { arrival: at(0, 15) })], {
    sun: { latitude_deg: 52.5, longitude_deg: 13.4 },
    stations: [yard],
    people: [{ id: 'ada', name: 'Ada', hours: { weekly: EVENINGS, exceptions: [], blocks: [] }, skills: EVERY_SKILL }],
  });
  const plan = planAfresh(problem);
  const ending = (end: number) =>
    verify(problem, { ...plan, steps: { strip: { ...plan.steps['strip']!, end } }, ready: { door: end } }).map(
      (f) => f.rule,
    );

  test('stops when it gets dark and goes on the next noon', () => {
    const { start, end } = plan.steps['strip']!;
    expect(start).toBe(at(0, 15));
    expect(end).toBeGreaterThan(at(1, 13));
    expect(end).toBeLessThan(at(1, 13, 25));
    expect(verify(problem, plan)).toEqual([]);
  });
  test('does not go on in the evening, and takes no longer than it needs', () => {
    expect(ending(at(0, 19))).toContain('hours');
    expect(ending(plan.steps['strip']!.end + 30)).toContain('hours');
  });
});
