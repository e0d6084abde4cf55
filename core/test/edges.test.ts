import { randomLcg } from 'd3-random';
import { describe, expect, test } from 'vitest';
import {
  compareScores,
  conflictSetOf,
  explainer,
  gapFill,
  type Placement,
  planAfresh,
  planDiff,
  prioritise,
  PRODUCTS,
  nearestShare,
  quantile,
  replan,
  scoreOf,
  simulate,
  startTimes,
  usualChemistry,
  verify,
} from '../src/index.ts';
import { newDraft } from '../src/planner/build/draft.ts';
import { withBaseline } from '../src/planner/build/stability.ts';
import { bitRow, firstRun, setRange } from '../src/planner/engine/resources/bits.ts';
import { lastOverload, newFloor, occupyFloor } from '../src/planner/engine/resources/floor.ts';
import { timesTakenUp } from '../src/planner/engine/resources/trayLoads.ts';
import { byUrgency } from '../src/planner/model/byUrgency.ts';
import { NOTHING_LATE } from './fixtures/score.ts';
import { after, at, NINE_TO_FIVE, piece, smallShop, startOf, step } from './fixtures/smallShop.ts';

// Rules at their edge: just inside and just outside, in the smallest workshop that shows it. What random workshops find
// only with luck is here for certain.
const coat = (id: string, more: Parameters<typeof step>[1] = {}) =>
  step(id, { skill: 'paint', product: 'matt-paint', ...more });
const ADA = { id: 'ada', name: 'Ada', hours: NINE_TO_FIVE };

describe('gaps and windows', () => {
  test('a gap begins when the film is ready for it, not when the coat is laid', () => {
    const gap = { from: 'recoat', min_minutes: 90 } as const;
    const plan = planAfresh(smallShop([piece('p', [coat('one'), coat('two', { after: [after('one', gap)] })])]));
    const ready = plan.steps['one']!.dry.recoat! + 90;
    expect(startOf(plan, 'two')).toBe(Math.ceil(ready / 5) * 5);
  });
  const tied = (link: Parameters<typeof after>[1]) =>
    planAfresh(
      smallShop([
        piece('p', [step('one'), step('two', { after: [after('one', link)], pin: { notBefore: at(1, 12) } })]),
      ]),
    );
  test('a window of 17 minutes is never 20, a gap of 17 never 15: both are rounded to the careful side', () => {
    const window = tied({ max_minutes: 17 });
    expect(startOf(window, 'two') - window.steps['one']!.end).toBeLessThanOrEqual(17);
    const plan = planAfresh(
      smallShop([piece('p', [step('one'), step('two', { after: [after('one', { min_minutes: 17 })] })])]),
    );
    expect(startOf(plan, 'two') - plan.steps['one']!.end).toBe(20);
  });
  test('a rescue for one of two windows opens that one only', () => {
    const rescue = { title: 'scuff', minutes: 30 };
    const plan = planAfresh(
      smallShop([
        piece('p', [
          step('soft'),
          step('hard'),
          step('next', {
            after: [after('soft', { max_minutes: 60, rescue }), after('hard', { max_minutes: 60 })],
            pin: { notBefore: at(1, 12) },
          }),
        ]),
      ]),
    );
    expect(startOf(plan, 'next') - plan.steps['hard']!.end).toBeLessThanOrEqual(60);
  });
  test('a window kept to its last minute is kept; five minutes more are told as missed', () => {
    const wax = step('wax', { state: { kind: 'done', from: at(0, 8), until: at(0, 9), by: ['ada'] } });
    const notices = (now: number) => {
      const wipe = step('wipe', { after: [after('wax', { max_minutes: 20 })] });
      return planAfresh(smallShop([piece('p', [wax, wipe])], { now })).notices.map((n) => n.kind);
    };
    expect(notices(at(0, 9, 20))).toEqual([]);
    expect(notices(at(0, 9, 25))).toEqual(['window-missed']);
  });
  test('of two windows only the one that was missed is told, not the one kept to its last minute', () => {
    const done = (id: string, until: number) =>
      step(id, { state: { kind: 'done', from: at(0, 7), until, by: ['ada'] } });
    const links = [after('missed', { max_minutes: 30 }), after('kept', { max_minutes: 20 })];
    const steps = [done('missed', at(0, 8)), done('kept', at(0, 9)), step('next', { after: links })];
    const { notices } = planAfresh(smallShop([piece('p', steps)], { now: at(0, 9, 20) }));
    expect(notices.map((n) => 'before' in n && n.before)).toEqual(['missed']);
  });
  test('a window that can be rescued forbids no start; one that must hold does', () => {
    const forbids = (rescue: { title: string; minutes: number } | null) => {
      const one = step('one', { state: { kind: 'done', from: at(0, 8), until: at(0, 9), by: ['ada'] } });
      const two = step('two', { after: [after('one', { max_minutes: 120, rescue })] });
      const shop = smallShop([piece('p', [one, two])]);
      return conflictSetOf(shop, planAfresh(shop), 'two', at(0, 12));
    };
    expect(forbids(null)).toEqual(['window']);
    expect(forbids({ title: 'scuff', minutes: 15 })).toEqual([]);
  });
});

describe('pins', () => {
  test('the very first moment can be given to a step, before one that is more urgent', () => {
    const shop = smallShop([
      piece('p', [step('given', { pin: { at: at(0, 9) } })]),
      piece('q', [step('told', { work_minutes: 120 })], { due: at(0, 12), promised: true }),
    ]);
    const plan = planAfresh(shop);
    expect(startOf(plan, 'given')).toBe(at(0, 9));
    expect(plan.notices).toEqual([]);
  });
});

describe('a time given by hand', () => {
  test('is kept also when it is only a quarter of an hour sooner than before', () => {
    const shop = (when: number) => smallShop([piece('p', [step('a', { pin: { at: when } })])]);
    const before = planAfresh(shop(at(0, 11)));
    expect(startOf(before, 'a')).toBe(at(0, 11));
    expect(startOf(replan(shop(at(0, 10, 45)), before, ['p']), 'a')).toBe(at(0, 10, 45));
  });
});

describe('what counts first', () => {
  test('a told date before an earlier one nobody was told', () => {
    const told = piece('z', [], { due: at(9, 9), promised: true });
    const untold = piece('a', [], { due: at(1, 9) });
    expect([untold, told].sort(byUrgency).map((p) => p.id)).toEqual(['z', 'a']);
    expect([told, piece('b', [], { due: at(8, 9), promised: true })].sort(byUrgency)[0]!.id).toBe('b');
  });
  test('lateness is counted where it belongs, weighted, and an early piece makes up for nothing', () => {
    const shop = smallShop([
      piece('told', [], { due: at(1, 9), promised: true, weight: 10 }),
      piece('untold', [], { due: at(1, 9), weight: 3 }),
      piece('early', [], { due: at(5, 9), promised: true, weight: 10 }),
    ]);
    const ready = { told: at(1, 9) + 60, untold: at(1, 9) + 100, early: at(0, 9) };
    const score = scoreOf(shop, { ...planAfresh(shop), ready });
    expect(score).toMatchObject({ promisedLate: 600, otherLate: 300 });
  });
  test('a minute of a told date outweighs days of others', () => {
    expect(compareScores({ ...NOTHING_LATE, promisedLate: 1 }, { ...NOTHING_LATE, otherLate: 9999 })).toBeGreaterThan(
      0,
    );
    expect(compareScores({ ...NOTHING_LATE, unready: 1 }, { ...NOTHING_LATE, promisedLate: 9999 })).toBeGreaterThan(0);
    expect(compareScores({ ...NOTHING_LATE, otherLate: 1 }, { ...NOTHING_LATE, unplanned: 99 })).toBeGreaterThan(0);
    expect(compareScores({ ...NOTHING_LATE, unplanned: 1 }, { ...NOTHING_LATE, flow_minutes: 99_999 })).toBeGreaterThan(
      0,
    );
    expect(compareScores({ ...NOTHING_LATE, otherLate: 1 }, { ...NOTHING_LATE, flow_minutes: 99_999 })).toBeGreaterThan(
      0,
    );
  });
});

describe('leaving people their plans', () => {
  test('moving a step costs more the sooner it is: within two days, within a week, later', () => {
    const days = [1, 4, 10];
    const shop = smallShop(
      days.map((d) => piece(`p${d}`, [step(`s${d}`, { pin: { notBefore: at(d, 9) } })], { due: null })),
      { preferences: { speed: 2, slack: 2, loads: 2, stability: 3 } },
    );
    const plan = planAfresh(shop);
    const { compiled } = withBaseline(newDraft(shop, plan), plan, 2);
    const cost = (d: number) => {
      const i = compiled.steps.findIndex((s) => s.id === `s${d}`);
      return compiled.model.steps[i]!.baseline!.cost;
    };
    expect(days.map(cost)).toEqual([2 * 3 * 240, 2 * 3 * 60, 2 * 3 * 10]);
  });
  const started = (minute: number) => {
    const held = smallShop([piece('p', [step('a', { pin: { notBefore: at(0, 9, minute) } })])]);
    const free = smallShop([piece('p', [step('a')])]);
    return startOf(replan(free, planAfresh(held), ['p']), 'a');
  };
  test('a piece is pulled forward for half an hour, not for less', () => {
    expect(started(25)).toBe(at(0, 9, 25));
    expect(started(30)).toBe(at(0, 9));
  });
  test('a step that takes longer makes way for a told date although that moves more steps', () => {
    // Ada paints, Bo assembles. Shifting what comes after would move only the told piece; going round it moves two steps.
    const people = [
      { ...ADA, skills: { prep: 1 } },
      { id: 'bo', name: 'Bo', hours: NINE_TO_FIVE, skills: { assemble: 1 } },
    ];
    const shop = (work_minutes: number) =>
      smallShop(
        [
          piece('long', [
            step('a', { work_minutes }),
            step('x', { skill: 'assemble', pin: { notBefore: at(0, 14) }, after: [after('a')] }),
          ]),
          piece('told', [step('b', { pin: { notBefore: at(0, 10) } })], { due: at(0, 11), promised: true }),
        ],
        { people },
      );
    const before = planAfresh(shop(60));
    expect([startOf(before, 'a'), startOf(before, 'b'), startOf(before, 'x')]).toEqual([
      at(0, 9),
      at(0, 10),
      at(0, 14),
    ]);
    const next = replan(shop(300), before, ['long']);
    expect(startOf(next, 'b')).toBe(at(0, 10));
    expect(verify(shop(300), next)).toEqual([]);
  });
  test('another pair of hands at the same time is a move people are told of', () => {
    const shop = smallShop([piece('p', [step('a')])]);
    const plan = planAfresh(shop);
    const other = { ...plan, steps: { a: { ...plan.steps['a']!, people: ['bo'] } } };
    expect(planDiff(shop, plan, plan)).toEqual([]);
    expect(planDiff(shop, plan, other)[0]!.moves).toMatchObject([{ step: 'a' }]);
  });
});

describe('going first', () => {
  const untold = piece('untold', [step('u', { work_minutes: 420 })]);
  const told = piece('told', [step('t', { work_minutes: 420, pin: { notBefore: at(1, 9) } })], {
    due: at(1, 17),
    promised: true,
  });
  const first = piece('first', [step('f', { work_minutes: 420 })]);
  const plan = planAfresh(smallShop([untold, told]));
  const start = (frozenUntil: number, id: string) =>
    startOf(prioritise(smallShop([untold, told, first], { frozenUntil }), plan, 'first'), id);
  test('moves an untold step that is to start later, not one within the frozen hours', () => {
    expect(startOf(plan, 'u')).toBe(at(0, 9));
    expect(start(at(0, 9) + 5, 'u')).toBe(at(0, 9));
    expect(start(at(0, 9), 'u')).toBeGreaterThan(at(0, 9));
    expect(start(at(0, 9), 'f')).toBe(at(0, 9));
  });
  test('never moves what was told, although it could be sooner by now', () => {
    const sooner = { ...told, steps: [step('t', { work_minutes: 420 })] };
    const shop = smallShop([untold, sooner, first], { frozenUntil: at(0, 9) });
    expect(startOf(prioritise(shop, plan, 'first'), 't')).toBe(at(1, 9));
  });
});

describe('why there is no room', () => {
  test('a place with just enough room is not called missing; one with a unit less is', () => {
    const reason = (units: number) =>
      planAfresh(
        smallShop([piece('p', [step('a', { tool: 'none', needs: [{ kind: 'bench', units, span: 'both' }] })])]),
      ).unplanned[0]!.reason;
    expect(reason(2)).toMatchObject({ code: 'no-tool' });
    expect(reason(3)).toMatchObject({ code: 'no-station', kind: 'bench', units: 3 });
  });
});

describe('rows, floor and trays', () => {
  test('a run is as long as it has to be', () => {
    const bits = bitRow(100);
    setRange(bits, 10, 15);
    expect(firstRun(bits, 0, 5, 100)).toBe(10);
    expect(firstRun(bits, 0, 6, 100)).toBe(100);
  });
  test('the floor takes what it has room for and no more', () => {
    const floor = newFloor(400, 2);
    occupyFloor(floor, 30, 35, 1);
    expect(lastOverload(floor, 0, 400, 1)).toBe(-1);
    expect(lastOverload(floor, 0, 400, 2)).toBe(34);
    occupyFloor(floor, 0, 400, 1);
    expect(lastOverload(floor, 0, 400, 1)).toBe(34);
  });
  test('a tray kept to the minute is still the same tray', () => {
    const uses = (gap: number) => [
      { start: 0, end: 10 },
      { start: 10 + gap, end: 30 + gap },
    ];
    expect(timesTakenUp(uses(48), 48)).toBe(1);
    expect(timesTakenUp(uses(49), 48)).toBe(2);
  });
});

describe('how products mostly dry', () => {
  // Common practice: water glue cures, water paint loses its water; wax and strippers go by the clock.
  test.each([
    ['water', 'paint', 'waterborne'],
    ['water', 'glue', 'reactive'],
    ['oil', 'paint', 'reactive'],
    ['alcohol', 'primer', 'solvent'],
    ['lacquer', 'clear', 'solvent'],
    ['wax', 'wax', 'clock'],
    ['oil', 'stripper', 'clock'],
    ['none', 'filler', 'reactive'],
  ] as const)('%s-borne %s: %s', (base, family, dries) => {
    expect(usualChemistry(base, family)).toBe(dries);
  });
});

describe('questions about a plan', () => {
  test('a gap is not filled with what is planned in it, but with what comes after', () => {
    const shop = smallShop([piece('p', [step('in')]), piece('q', [step('later')])]);
    const plan = {
      ...planAfresh(shop),
      steps: {
        in: { start: at(0, 10), end: at(0, 11), people: ['ada'], stations: [], dry: {} },
        later: { start: at(0, 14), end: at(0, 15), people: ['ada'], stations: [], dry: {} },
      },
    };
    const offered = (minutes: number) =>
      gapFill(shop, plan, { person: 'ada', from: at(0, 11), minutes }).map((f) => f.step);
    expect(offered(120)).toEqual(['later']);
    const wide = gapFill(shop, plan, { person: 'ada', from: at(0, 9), minutes: 240 }).map((f) => f.step);
    expect(wide).not.toContain('in');
  });
  test('nothing can be dropped before now, and from now on it can', () => {
    const shop = smallShop([piece('p', [step('a')])], { now: at(0, 11, 2) });
    const spans = startTimes(shop, planAfresh(shop), 'a', at(0, 11), at(0, 11, 15));
    expect(spans.map((x) => [x.from, x.obstacle?.kind ?? null])).toEqual([
      [at(0, 11), 'past'],
      [at(0, 11, 5), null],
    ]);
  });
  test('waiting for an answer is told as waiting for an answer', () => {
    const shop = smallShop([
      piece('p', [
        step('hold', { hands: 0, work_minutes: 0, pin: { notBefore: at(1, 12) } }),
        step('a', { after: [after('hold')] }),
      ]),
    ]);
    expect(explainer(shop, planAfresh(shop)).leadTimeOf('p')).toEqual([
      { spent: 'hold', minutes: at(1, 12) - at(0, 9) },
      { spent: 'work', minutes: 60 },
    ]);
  });
  // Source: the mean chance of a further draw to lie below the k-th of n is k / (n + 1) (order statistics).
  test('the date sure to eight in ten is one by which a further run is ready eight times in ten', () => {
    const nine = Float64Array.from([1, 2, 3, 4, 5, 6, 7, 8, 9]);
    expect(quantile(nine, 0.8)).toBe(8);
    expect(quantile(nine, 0.81)).toBe(9);
    expect(quantile(nine, 0.5)).toBe(5);
    expect(quantile(nine, 0)).toBe(1);
    expect(quantile(nine, 0.99)).toBe(9);
    const r = randomLcg(11);
    let kept = 0;
    for (let n = 0; n < 4000; n++) {
      const runs = Float64Array.from({ length: 19 }, r).sort();
      if (r() < quantile(runs, 0.95)) kept++;
    }
    expect(kept / 4000).toBeGreaterThan(0.935);
    expect(kept / 4000).toBeLessThan(0.965);
  });
  test('what is as likely as not is the moment nearest to half, not the first beyond it', () => {
    const runs = (early: number, late: number) => [
      ...Array.from({ length: early }, () => 1),
      ...Array.from({ length: late }, () => 2),
    ];
    expect(nearestShare(runs(48, 52), 0.5)).toBe(1);
    // A fifth is nearer to half than all, but nobody would call it as likely as not.
    expect(nearestShare(runs(20, 80), 0.5)).toBe(2);
    expect(nearestShare(runs(40, 60), 0.5)).toBe(1);
    expect(nearestShare(runs(39, 61), 0.5)).toBe(2);
    expect(nearestShare(runs(0, 100), 0.5)).toBe(2);
    expect(nearestShare([...runs(10, 50), ...Array.from({ length: 40 }, () => 3)], 0.5)).toBe(2);
    expect(nearestShare([...runs(45, 50), 3, 3, 3, 3, 3], 0.5)).toBe(1);
  });
  test('a film never dries faster than its data sheet, however lucky the run', () => {
    const shop = smallShop([piece('p', [coat('one')])]);
    const plan = planAfresh(shop);
    const runs = simulate(shop, plan, 200, 7, { work: 0, drying: 0.5, week: 0, rework: 0, absence: 0 }).get('p')!;
    expect(runs[0]).toBeGreaterThanOrEqual(plan.ready['p']! - 5);
    expect(runs.at(-1)).toBeGreaterThan(plan.ready['p']!);
  });
});

describe('the verifier at the edge of each rule', () => {
  const shop = smallShop([
    piece('p', [
      step('wash', { splittable: true }),
      coat('coat', { after: [after('wash')] }),
      coat('second', { after: [after('coat', { from: 'recoat' })] }),
    ]),
  ]);
  const good = planAfresh(shop);
  const rules = (id: string, more: Partial<Placement>) =>
    verify(shop, { ...good, steps: { ...good.steps, [id]: { ...good.steps[id]!, ...more } } }).map((f) => f.rule);
  test('five minutes of work too many, or too few, are seen', () => {
    const { end } = good.steps['wash']!;
    expect(rules('wash', {})).toEqual([]);
    expect(rules('wash', { end: end + 5 })).toContain('hours');
    expect(rules('wash', { end: end - 5 })).toContain('hours');
  });
  test('a start five minutes before the film is ready is seen', () => {
    const ready = good.steps['coat']!.dry.recoat!;
    const by = Math.floor((ready - 1) / 5) * 5;
    expect(rules('second', { start: by, end: by + 60 })).toContain('gap-min');
  });
  test('a start five minutes ago is seen', () => {
    expect(rules('wash', { start: shop.now - 5 })).toContain('past');
  });
  test('a piece called ready too late is as wrong as one called ready too early', () => {
    for (const by of [5, -5]) {
      const plan = { ...good, ready: { p: good.ready['p']! + by } };
      expect(verify(shop, plan).map((f) => f.rule)).toContain('ready');
    }
  });
  test('what needs no time to be dry is dry when it is laid', () => {
    const products = PRODUCTS.map((p) =>
      p.id === 'matt-paint'
        ? { ...p, limits: null, stages_minutes: { ...p.stages_minutes, touch: 0, handle: 0, sand: 0, recoat: 0 } }
        : p,
    );
    const quick = { ...shop, products };
    expect(verify(quick, planAfresh(quick))).toEqual([]);
  });
});
