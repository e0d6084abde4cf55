import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  earliestReady,
  explainer,
  hourlyClimate,
  mainPlace,
  merge,
  planAfresh,
  planDiff,
  replan,
  sayNoRoomFor,
  scoreOf,
  shelfDemand,
  subtract,
  verify,
} from '../src/index.ts';
import { after, at, piece, smallShop, step, ZONE } from './fixtures/smallShop.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';

const SHOPS = process.env['MOKUME_LONG'] ? 60 : 5;

describe('a new piece', () => {
  test('goes round everything planned in any workshop, moves none of it, and the plan with it is right', () => {
    for (let seed = 1; seed <= SHOPS; seed++) {
      const { problem } = randomWorkshop(seed, 4);
      const [last, ...others] = [...problem.pieces].reverse();
      // A piece that stands on a full floor already pushes others; one still to come must wait.
      const isHere = last!.arrival <= problem.now && problem.floor_units !== null;
      const fresh = isHere ? { ...last!, arrival: problem.now + 60 } : last;
      const running = { ...problem, pieces: others };
      const current = planAfresh(running);
      const whole = { ...problem, pieces: [...others, fresh!] };
      const found = earliestReady(whole, current, fresh!.id);
      if (found.kind === 'noRoom') {
        expect(found.reasons.every((r) => sayNoRoomFor(r).length > 15)).toBe(true);
        continue;
      }
      expect(verify(whole, found.plan), `seed ${seed}`).toEqual([]);
      // Late pieces may be pulled forward; nothing may become later, unless for a date that was told.
      if (fresh!.promised) continue;
      for (const d of planDiff(running, current, found.plan))
        if (d.readyBefore !== null) expect(d.readyAfter ?? Infinity).toBeLessThanOrEqual(d.readyBefore);
    }
  });
  test('the step that stops it is named, before those that only wait for it', () => {
    // By their ids the wait would come first.
    const fresh = piece('new', [
      step('b', { title: 'Strip', work_minutes: 600 }),
      step('a', { title: 'Prime', after: [after('b')] }),
    ]);
    const problem = smallShop([fresh]);
    expect(earliestReady(problem, null, 'new')).toEqual({
      kind: 'noRoom',
      reasons: [{ title: 'Strip', reason: { code: 'no-shift', work_minutes: 600 } }],
    });
    expect(planAfresh(problem).unplanned.map((u) => u.step)).toEqual(['b', 'a']);
  });
  test('with nowhere to be painted it says so instead of a date', () => {
    const fresh = piece('new', [step('spray', { needs: [{ kind: 'spray', units: 1, span: 'both' }] })]);
    const found = earliestReady(smallShop([fresh]), null, 'new');
    expect(found).toMatchObject({
      kind: 'noRoom',
      reasons: [{ title: 'spray', reason: { code: 'no-station', kind: 'spray', units: 1 } }],
    });
  });
});

describe('what a step waits for', () => {
  test('nothing means it starts at once; an earlier step means the moment that step is ready; anything else holds until its start', () => {
    let conflictSet = 0;
    for (let seed = 1; seed <= SHOPS; seed++) {
      const { problem } = randomWorkshop(seed, 4);
      const plan = planAfresh(problem);
      const { waitsFor } = explainer(problem, plan);
      for (const p of problem.pieces)
        for (const s of p.steps) {
          const placed = plan.steps[s.id];
          if (s.state.kind !== 'planned' || !placed) continue;
          const wait = waitsFor(s.id);
          if (wait.kind === 'nothing') expect(placed.start - problem.now, `${seed} ${s.id}`).toBeLessThan(5 + 5);
          if (wait.kind === 'step') {
            expect(s.after.map((l) => l.step)).toContain(wait.step);
            expect(placed.start - wait.until).toBeLessThan(5);
          }
          if (wait.kind === 'delivery') expect(placed.start - wait.until, `${seed} ${s.id}`).toBeLessThan(5);
          if (!['nothing', 'step', 'pin', 'arrival', 'delivery', 'several'].includes(wait.kind)) {
            conflictSet++;
            expect('until' in wait ? wait.until : 0).toBe(placed.start);
          }
        }
    }
    expect(conflictSet).toBeGreaterThan(100);
  });
  test('a chain adds up from its first moment to ready without gaps', () => {
    for (let seed = 1; seed <= SHOPS; seed++) {
      const { problem } = randomWorkshop(seed, 3);
      const plan = planAfresh(problem);
      const { bindingChain } = explainer(problem, plan);
      for (const p of problem.pieces) {
        const chain = bindingChain(p.id);
        if (plan.ready[p.id] === undefined) expect(chain).toEqual([]);
        else if (chain.length > 0) expect(chain.at(-1)!.until).toBe(plan.ready[p.id]);
        for (const s of chain) expect(s.until).toBeGreaterThanOrEqual(s.from);
      }
    }
  });
});

describe('repair and planning afresh', () => {
  test('of several orders the best is kept: more evaluations never give a worse plan', () => {
    for (let seed = 30; seed < 30 + SHOPS; seed++) {
      const { problem } = randomWorkshop(seed, 5);
      const one = scoreOf(problem, planAfresh(problem, null, 1));
      const six = scoreOf(problem, planAfresh(problem, null, 6));
      expect(six.unready).toBeLessThanOrEqual(one.unready);
      if (six.unready === one.unready) expect(six.promisedLate).toBeLessThanOrEqual(one.promisedLate);
    }
  });
  test('a person falling ill for a day moves their work and nobody else’s', () => {
    const hours = (id: string, off: readonly string[]) => ({
      id,
      name: id,
      hours: {
        weekly: Array.from({ length: 7 }, () => [{ from: 540, until: 1020 }]),
        exceptions: off.map((date) => ({ date, shifts: [] })),
        blocks: [],
      },
      skills: { prep: 1 },
    });
    const pieces = [
      piece('p', [step('a', { work_minutes: 120, pin: { person: 'ada' } })]),
      piece('q', [step('b', { work_minutes: 120, pin: { person: 'bo' } })]),
    ];
    const well = smallShop(pieces, { people: [hours('ada', []), hours('bo', [])] });
    const before = planAfresh(well);
    const ill = { ...well, people: [hours('ada', ['2026-03-02']), hours('bo', [])] };
    const plan = replan(ill, before);
    expect(plan.steps['b']).toEqual(before.steps['b']);
    expect(plan.steps['a']!.start).toBe(at(1, 9));
    expect(verify(ill, plan)).toEqual([]);
  });
  test('an added step is planned after what it waits for and before what waits for it', () => {
    const shop = smallShop([piece('p', [step('a'), step('c', { after: [after('a')] })])]);
    const before = planAfresh(shop);
    const grown = smallShop([
      piece('p', [step('a'), step('b', { after: [after('a')] }), step('c', { after: [after('b')] })]),
    ]);
    const plan = replan(grown, before, ['p']);
    expect(plan.steps['b']!.start).toBeGreaterThanOrEqual(plan.steps['a']!.end);
    expect(plan.steps['c']!.start).toBeGreaterThanOrEqual(plan.steps['b']!.end);
    expect(plan.steps['a']).toEqual(before.steps['a']);
  });
});

describe('intervals', () => {
  const spans = fc.array(
    fc
      .tuple(fc.integer({ min: 0, max: 200 }), fc.integer({ min: 0, max: 40 }))
      .map(([from, n]) => ({ from, until: from + n })),
    { maxLength: 12 },
  );
  const covers = (list: readonly { from: number; until: number }[], t: number) =>
    list.some((s) => s.from <= t && t < s.until);
  test('merging and cutting agree with asking every minute, and results are sorted and apart', () => {
    fc.assert(
      fc.property(spans, spans, (a, b) => {
        const [ma, mb] = [merge(a), merge(b)];
        const left = subtract(ma, mb);
        for (let t = 0; t < 245; t++) {
          expect(covers(ma, t)).toBe(covers(a, t));
          expect(covers(left, t)).toBe(covers(a, t) && !covers(b, t));
        }
        for (const list of [ma, left])
          for (let i = 1; i < list.length; i++) expect(list[i]!.from).toBeGreaterThanOrEqual(list[i - 1]!.until);
      }),
    );
  });
});

describe('the air of a place', () => {
  const typical = { high_c: 20, low_c: 12, humidityAtHigh_pct: 50, humidityAtLow_pct: 70 };
  test('an ordinary day is warmest in the local afternoon, coldest before dawn, and never outside what was typed', () => {
    const day = hourlyClimate(typical, null, 'Pacific/Auckland', at(0, 0), 48);
    expect(Math.max(...day.temperature_c)).toBeLessThanOrEqual(20);
    expect(Math.min(...day.temperature_c)).toBeGreaterThanOrEqual(12);
    const warmest = day.temperature_c.indexOf(Math.max(...day.temperature_c.slice(0, 24)));
    const hour = new Date((day.from + warmest * 60) * 60_000).toLocaleString('en-GB', {
      hour: 'numeric',
      hourCycle: 'h23',
      timeZone: 'Pacific/Auckland',
    });
    expect(Number(hour)).toBeGreaterThanOrEqual(14);
    expect(Number(hour)).toBeLessThanOrEqual(15);
  });
  test('measured and forecast hours replace the ordinary ones exactly where they are known', () => {
    const series = { from: at(0, 10), temperature_c: [3, 4], humidity_pct: [90, 91] };
    const air = hourlyClimate(typical, series, ZONE, at(0, 9), 4);
    expect(air.temperature_c.slice(1, 3)).toEqual([3, 4]);
    expect(air.humidity_pct.slice(1, 3)).toEqual([90, 91]);
    expect(air.temperature_c[0]!).toBeGreaterThan(10);
    expect(air.temperature_c[3]!).toBeGreaterThan(10);
  });
  test('the place with most bench room speaks for the shop', () => {
    const { shop } = randomWorkshop(1, 1);
    expect(mainPlace(shop)?.id).toBe('shed');
    expect(mainPlace({ ...shop, places: [] })).toBeUndefined();
  });
});

describe('paint on the shelf', () => {
  const w = randomWorkshop(3, 3);
  const plan = planAfresh(w.problem);
  const coat = w.pieces
    .flatMap((p) => p.steps.map((s) => ({ p, s })))
    .find(({ s }) => s.coat === 'paint' && s.state.kind === 'planned' && plan.steps[s.id])!;
  const can = (on_hand_litres: number) => ({
    id: 'can',
    name: 'Can',
    hex: coat.s.colour!.toUpperCase(),
    product: coat.s.product!,
    on_hand_litres,
    can_litres: null,
    can_cents: null,
    lead_days: null,
  });
  test('a can short of what is planned names the first coat that lacks, and by how much in all', () => {
    const [full] = shelfDemand({ paints: [can(1000)], products: [] }, w.pieces, plan);
    expect(full!.needed_litres).toBeGreaterThan(0);
    expect(full!.short).toBeNull();
    const [empty] = shelfDemand({ paints: [can(0)], products: [] }, w.pieces, plan);
    expect(empty!.short!.litres).toBeCloseTo(full!.needed_litres, 9);
    const first = w.pieces
      .flatMap((p) => p.steps)
      .filter(
        (s) =>
          s.product === coat.s.product && s.colour === coat.s.colour && s.state.kind !== 'done' && plan.steps[s.id],
      )
      .map((s) => plan.steps[s.id]!.start);
    expect(empty!.short!.at).toBe(Math.min(...first));
  });
  test('another colour or a piece out of the shop takes nothing', () => {
    expect(
      shelfDemand({ paints: [{ ...can(0), hex: '#000000' }], products: [] }, w.pieces, plan)[0]!.needed_litres,
    ).toBe(0);
    expect(
      shelfDemand(
        { paints: [can(0)], products: [] },
        w.pieces.map((p) => ({ ...p, active: false })),
        plan,
      )[0]!.short,
    ).toBeNull();
  });
});
