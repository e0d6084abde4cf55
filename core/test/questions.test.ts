import { GRID_MINUTES } from '../src/calendar/grid.ts';
import { describe, expect, test } from 'vitest';
import {
  conflictSetOf,
  compareScores,
  EVERY_SKILL,
  explainer,
  gainOfOneMore,
  gapFill,
  improvePlan,
  instantAt,
  planAfresh,
  problemOf,
  replan,
  scoreOf,
  startTimes,
  verify,
  waitingByWeek,
  wallClock,
} from '../src/index.ts';
import { after, air, at, NINE_TO_FIVE, piece, smallShop, startOf, step } from './fixtures/smallShop.ts';
import { randomFrom, randomWorkshop } from './fixtures/randomWorkshop.ts';

const bench = { kind: 'bench', units: 1, span: 'both' } as const;
const coat = (id: string, more: Parameters<typeof step>[1] = {}) =>
  step(id, { skill: 'paint', product: 'matt-paint', needs: [bench], ...more });
const RUNS = process.env['MOKUME_LONG'] ? 200 : 3;
/** One in which a pinned coat gave up its time so that its piece was done sooner. */
const KNOWN = 151;

describe('where a piece’s days go', () => {
  test(`in ${RUNS} workshops the parts add up to the whole, from the chain’s first minute to ready`, () => {
    for (let seed = 1; seed <= RUNS; seed++) {
      const { problem } = randomWorkshop(seed, 5);
      const plan = planAfresh(problem);
      const { leadTimeOf, bindingChain } = explainer(problem, plan);
      for (const p of problem.pieces) {
        const chain = bindingChain(p.id);
        if (chain.length === 0) continue;
        const sum = leadTimeOf(p.id).reduce((n, d) => n + d.minutes, 0);
        expect(sum, `seed ${seed} ${p.id}`).toBe(plan.ready[p.id]! - chain[0]!.from);
      }
    }
  });
  test('an hour of paint, its drying, the night and a person busy elsewhere are told apart', () => {
    const shop = smallShop([
      piece('p', [coat('one'), coat('two', { after: [after('one', { from: 'recoat' })] })]),
      piece('q', [step('busy', { work_minutes: 420 })], { due: at(0, 17), promised: true }),
    ]);
    const parts = Object.fromEntries(
      explainer(shop, planAfresh(shop))
        .leadTimeOf('p')
        .map((d) => [d.spent, d.minutes]),
    );
    expect(parts).toMatchObject({ work: 120, person: 420 });
    expect(parts['drying']).toBeGreaterThan(120);
    expect(parts['closed']).toBeGreaterThanOrEqual(12 * 60);
  });
});

describe('dragging a step', () => {
  const shop = smallShop(
    [
      piece('p', [
        step('wash'),
        coat('coat', { after: [after('wash', { min_minutes: 60 })] }),
        step('wipe', { after: [after('coat', { max_minutes: 300 })] }),
      ]),
      piece('q', [step('other', { work_minutes: 120, pin: { at: at(1, 9) } })]),
    ],
    { climates: { shed: air((h) => (h < 14 ? 18 : 21)) } },
  );
  const plan = planAfresh(shop);
  const obstacle = (id: string, t: number) => startTimes(shop, plan, id, t, t + 5)[0]!.obstacle;
  test('each closed stretch says what closes it', () => {
    expect(obstacle('coat', at(0, 9, 30))).toMatchObject({ kind: 'step', step: 'wash' });
    expect(obstacle('coat', at(0, 20))).toEqual({ kind: 'hours' });
    expect(obstacle('coat', at(1, 9))).toEqual({ kind: 'person' });
    expect(obstacle('coat', at(1, 11))).toBeNull();
    expect(obstacle('wipe', startOf(plan, 'coat') + 600)).toMatchObject({ kind: 'window', step: 'coat' });
  });
  test('a coat that is on holds the next one until it is dry, also when that one is dragged', () => {
    const done = { kind: 'done', from: at(0, 8), until: at(0, 9), by: ['ada'] } as const;
    const wet = smallShop([
      piece('p', [coat('one', { state: done }), coat('two', { after: [after('one', { from: 'recoat' })] })]),
    ]);
    const soonest = startOf(planAfresh(wet), 'two');
    const [first, next] = startTimes(wet, planAfresh(wet), 'two', at(0, 9), at(0, 17));
    expect(first).toMatchObject({ obstacle: { kind: 'step', step: 'one' }, until: soonest });
    expect(next!.obstacle).toBeNull();
    expect(conflictSetOf(wet, planAfresh(wet), 'two', at(0, 9))).toEqual(['order']);
  });
  test('oil is not called possible when there is no time left that day to wipe it off', () => {
    const oiled = smallShop([
      piece('p', [
        step('oil', { work_minutes: 30 }),
        step('wipe', { after: [after('oil', { min_minutes: 15, max_minutes: 25 })] }),
      ]),
    ]);
    const found = planAfresh(oiled);
    const spans = startTimes(oiled, found, 'oil', at(0, 9), at(0, 17));
    // Half an hour of oil, a quarter's rest and an hour of wiping end at five.
    expect(spans.find((s) => s.obstacle?.kind === 'after')).toMatchObject({ from: at(0, 15, 20) });
    expect(conflictSetOf(oiled, found, 'oil', at(0, 16))).toEqual(['after']);
    const late = { ...oiled.pieces[0]!.steps[0]!, pin: { at: at(0, 16) } };
    const pinned = { ...oiled, pieces: [piece('p', [late, oiled.pieces[0]!.steps[1]!])] };
    for (const plan of [planAfresh(pinned), replan(pinned, found, ['p'])]) {
      expect(verify(pinned, plan)).toEqual([]);
      expect(plan.notices).toMatchObject([{ step: 'oil', kind: 'pin-not-kept', conflictSet: ['after'] }]);
    }
  });
  test('a step dragged to an earlier time is put there although nothing is ready sooner for it', () => {
    const loose = smallShop([piece('p', [step('a'), step('long', { work_minutes: 300 })])]);
    const found = planAfresh(loose);
    const late = found.steps['a']!.start > found.steps['long']!.start ? 'a' : 'long';
    const free = startTimes(loose, found, late, at(1, 9), at(1, 10))[0]!.from;
    const pin = (when: number) => ({
      ...loose,
      pieces: [
        piece(
          'p',
          loose.pieces[0]!.steps.map((s) => (s.id === late ? { ...s, pin: { at: when } } : s)),
        ),
      ],
    });
    const there = replan(pin(free + 60), found, ['p']);
    expect(there.steps[late]!.start).toBe(free + 60);
    expect(replan(pin(free), there, ['p']).steps[late]!.start).toBe(free);
  });
  test('a time given by hand that has passed is no reason to begin at once', () => {
    // What has the nearer date goes first, although the other was to start at nine.
    const shop = smallShop(
      [
        piece('p', [step('late', { pin: { at: at(0, 9) } })], { due: at(4, 17) }),
        piece('q', [step('told', { work_minutes: 240 })], { due: at(0, 14), promised: true }),
      ],
      { now: at(0, 10) },
    );
    const fresh = planAfresh(shop);
    expect(fresh.steps['late']!.start).toBeGreaterThanOrEqual(at(0, 10));
    const better = improvePlan(shop, fresh, { seed: 1, evaluations: 200 });
    expect(better.ready['q']).toBe(at(0, 14));
    expect(verify(shop, better)).toEqual([]);
  });
  test('a piece cannot be begun earlier than the floor has room for it from then on', () => {
    // One place on the floor: one piece stands there from Monday to Wednesday, the other comes on Thursday.
    const shop = (notBefore: number) =>
      smallShop(
        [
          piece(
            'a',
            [step('a1', { pin: { at: at(0, 9) } }), step('a2', { pin: { at: at(2, 16) }, after: [after('a1')] })],
            { floor_units: 1 },
          ),
          piece('late', [step('first', { pin: { notBefore } })], { floor_units: 1, arrival: at(0, 13) }),
        ],
        { floor_units: 1 },
      );
    const plan = planAfresh(shop(at(3, 9)));
    expect(plan.steps['first']!.start).toBe(at(3, 9));
    const spans = startTimes(shop(at(0, 9)), plan, 'first', at(0, 9), at(4, 9));
    const obstacleAt = (t: number) => spans.find((x) => x.from <= t && t < x.until)!.obstacle;
    expect(obstacleAt(at(1, 12))).toEqual({ kind: 'space' });
    expect(obstacleAt(at(3, 12))).toBeNull();
  });
  test(`in ${RUNS + 1} workshops a start that is called possible can be pinned, and the plan keeps it and is right`, () => {
    for (const seed of [...Array.from({ length: RUNS }, (_, n) => n + 1), KNOWN]) {
      const { problem } = randomWorkshop(seed, 4);
      const found = planAfresh(problem);
      const r = randomFrom(seed);
      const free = problem.pieces.flatMap((p) =>
        p.steps.filter((s) => s.state.kind === 'planned' && found.steps[s.id]),
      );
      const s = free[Math.floor(r() * free.length)];
      if (!s) continue;
      const open = startTimes(problem, found, s.id, problem.now, problem.now + 12 * 1440).filter((x) => !x.obstacle);
      const span = open[Math.floor(r() * open.length)];
      if (!span) continue;
      const pinned = {
        ...problem,
        pieces: problem.pieces.map((p) => ({
          ...p,
          steps: p.steps.map((x) => (x.id === s.id ? { ...x, pin: { ...x.pin, at: span.from } } : x)),
        })),
      };
      const next = replan(pinned, found, [problem.pieces.find((p) => p.steps.includes(s))!.id]);
      expect(next.steps[s.id]?.start, `seed ${seed} ${s.id}`).toBe(span.from);
      expect(verify(pinned, next), `seed ${seed} ${s.id}`).toEqual([]);
    }
  });
});

describe('what clashes', () => {
  const shop = smallShop(
    [
      piece('p', [step('wash'), coat('coat', { after: [after('wash')] })]),
      piece('q', [step('r', { pin: { at: at(1, 9) } })]),
    ],
    {
      climates: { shed: air((h) => (h >= 8 && h < 20 ? 20 : 7)) },
    },
  );
  const plan = planAfresh(shop);
  test.each([
    ['after hours', at(0, 19), ['hours']],
    ['in the night, too cold and nobody there', at(1, 3), ['hours']],
    ['in working hours, but too cold by the time it would be dry', at(1, 15, 30), ['air']],
    ['while everyone is taken', at(1, 9), ['person']],
    ['before the piece is washed', at(0, 9), ['order']],
    ['a time that is free', at(1, 11), []],
  ])('%s', (_, t, conflictSet) => {
    expect(conflictSetOf(shop, plan, 'coat', t)).toEqual(conflictSet);
  });
});

describe('a gap', () => {
  test(`in ${RUNS} workshops what fits may be done after hours by that person, and nothing else has to move for it`, () => {
    let offered = 0;
    for (let seed = 1; seed <= RUNS; seed++) {
      const w = randomWorkshop(seed, 4);
      const plan = planAfresh(w.problem);
      const today = wallClock(w.shop.timeZone, w.now).day;
      const from = instantAt(w.shop.timeZone, today, 18 * 60);
      // The day has gone as planned until then.
      const asPlanned = w.pieces.map((p) => ({
        ...p,
        steps: p.steps.map((s) => {
          const was = plan.steps[s.id];
          if (s.state.kind === 'done' || !was || was.start >= from) return s;
          const by = was.people;
          return was.end <= from
            ? { ...s, state: { kind: 'done' as const, from: was.start, until: was.end, by } }
            : { ...s, state: { kind: 'started' as const, at: was.start, by } };
        }),
      }));
      const evening = problemOf(w.shop, asPlanned, from);
      const until6 = replan(evening, plan);
      for (const fill of gapFill(evening, until6, { person: 'p0', from, minutes: 90 }).slice(0, 3)) {
        offered++;
        const words = `seed ${seed} ${fill.step}`;
        expect(fill.end, words).toBeLessThanOrEqual(from + 90);
        const state = { kind: 'done' as const, from, until: fill.end, by: ['p0'] };
        const pieces = asPlanned.map((p) => ({
          ...p,
          steps: p.steps.map((s) => (s.id === fill.step ? { ...s, state } : s)),
        }));
        const later = problemOf(w.shop, pieces, fill.end);
        const own = w.pieces.find((p) => p.steps.some((s) => s.id === fill.step))!;
        const next = replan(later, until6, [own.id]);
        expect(verify(later, next), words).toEqual([]);
        // Starts sit on the grid: a step put elsewhere may shift another by one slot of it. More only for a better plan.
        const isLater = (p: { readonly id: string }) =>
          (next.ready[p.id] ?? Infinity) > (until6.ready[p.id] ?? Infinity) + GRID_MINUTES;
        if (w.pieces.some(isLater))
          expect(compareScores(scoreOf(later, next), scoreOf(later, until6), later.preferences), words).toBeLessThan(0);
      }
    }
    expect(offered).toBeGreaterThan(0);
  });
});

describe('the bottleneck', () => {
  const busy = Array.from({ length: 5 }, (_, i) =>
    piece(`p${i}`, [step(`s${i}`, { work_minutes: 420 })], { due: at(2, 17) }),
  );
  test('with one pair of hands and five pieces it is hands, and a second pair is worth what a plan with it saves', () => {
    const shop = smallShop(busy);
    const plan = planAfresh(shop);
    const [week] = waitingByWeek(shop, plan);
    expect(week!.waits[0]!.on).toEqual({ kind: 'person', skill: 'prep' });
    const gain = gainOfOneMore(shop, plan, week!.waits[0]!.on, 50);
    expect(gain.without.otherLate).toBe(1440 - 60 + 2 * 1440 - 60);
    expect(gain.with.otherLate).toBe(0);
  });
  test('with two pairs of hands and one sprayer it is the sprayer', () => {
    const people = ['ada', 'bo'].map((id) => ({ id, name: id, hours: NINE_TO_FIVE, skills: EVERY_SKILL }));
    const spray = ['p', 'q', 'r'].map((id) =>
      piece(id, [coat(`c-${id}`, { tool: 'sprayer', needs: [], work_minutes: 240 })]),
    );
    const shop = smallShop(spray, { people });
    expect(waitingByWeek(shop, planAfresh(shop))[0]!.waits[0]!.on).toEqual({ kind: 'tool', tool: 'sprayer' });
  });
});
