import { describe, expect, test } from 'vitest';
import { improvePlan, type PieceToPlan, planAfresh, type Problem, scoreOf, verify } from '../src/index.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';
import { after, at, NINE_TO_FIVE, piece, smallShop, startOf, step } from './fixtures/smallShop.ts';

const RUNS = process.env['MOKUME_LONG'] ? 100 : 3;

const WEEK_OFF = NINE_TO_FIVE.weekly.map(() => []);

/** Five hours of work, and then a lift that takes two people where there is one. */
const heavy = (more: Partial<PieceToPlan> = {}) =>
  piece(
    'heavy',
    [
      step('heavy.prep', { work_minutes: 300 }),
      step('heavy.lift', { work_minutes: 60, hands: 2, after: [after('heavy.prep')] }),
    ],
    more,
  );
const light = (more: Partial<PieceToPlan> = {}) => piece('light', [step('light.work', { work_minutes: 240 })], more);

describe('a piece that cannot be ready is in nobody’s way', () => {
  test('what is planned afresh begins with the others, whatever was told', () => {
    const problem = smallShop([heavy({ due: at(0, 15), promised: true }), light({ due: at(3, 15) })]);
    // In the first order that is tried, by dates.
    const plan = planAfresh(problem, null, 1);
    expect([startOf(plan, 'light.work'), startOf(plan, 'heavy.prep')]).toEqual([at(0, 9), at(1, 9)]);
    expect(plan.unplanned.map((u) => u.step)).toEqual(['heavy.lift']);
  });
  /** Bo comes for an hour on the third day and on the eleventh, Cy for one on the fourth. */
  const hourOn = (...dates: string[]) => ({
    ...NINE_TO_FIVE,
    weekly: WEEK_OFF,
    exceptions: dates.map((date) => ({ date, shifts: [{ from: 9 * 60, until: 10 * 60 }] })),
  });
  const helpers = [
    { ...smallShop([]).people[0]!, skills: { prep: 1 } },
    { id: 'bo', name: 'Bo', hours: hourOn('2026-03-04', '2026-03-12'), skills: { seal: 1 } },
    { id: 'cy', name: 'Cy', hours: hourOn('2026-03-05'), skills: { spray: 1 } },
  ];
  const lift = (id: string, of: string) => step(`${id}.lift`, { hands: 2, after: [after(`${id}.${of}`)] });
  const seal = (id: string) => step(`${id}.seal`, { skill: 'seal' });
  const sprayed = (id: string, more: Partial<PieceToPlan> = {}) => {
    const spray = step(`${id}.spray`, { skill: 'spray', after: [after(`${id}.seal`)] });
    return piece(id, [seal(id), spray, lift(id, 'spray')], more);
  };
  test('a told date is not missed so that one more of its steps has a place', () => {
    const told = piece('light', [seal('light')], { due: at(3, 15), promised: true });
    const pieces = [sprayed('heavy', { due: at(0, 15), promised: true }), told];
    const plan = planAfresh(smallShop(pieces, { people: helpers }), null, 1);
    expect([startOf(plan, 'light.seal'), startOf(plan, 'heavy.seal')]).toEqual([at(2, 9), at(10, 9)]);
    expect(plan.unplanned.map((u) => u.step).sort()).toEqual(['heavy.lift', 'heavy.spray']);
  });
  test('but of two plans alike in dates the one in which more of it has a place is taken', () => {
    const early = piece('early', [seal('early'), lift('early', 'seal')], { due: at(0, 15) });
    const shop = smallShop([early, sprayed('heavy', { due: at(1, 15) })], { people: helpers });
    const plan = planAfresh(shop, null, 12);
    expect(plan.unplanned.map((u) => u.step).sort()).toEqual(['early.lift', 'heavy.lift']);
  });
  test('one that can be ready keeps its turn', () => {
    const people = ['ada', 'bo'].map((id) => ({ ...smallShop([]).people[0]!, id, name: id }));
    const pieces = [heavy({ due: at(0, 15), promised: true }), light({ due: at(3, 15) })];
    expect(startOf(planAfresh(smallShop(pieces, { people }), null, 1), 'heavy.prep')).toBe(at(0, 9));
  });
  /** A plan in which each of these steps was asked for at a time by hand. */
  const planWith = (
    pieces: readonly PieceToPlan[],
    times: Readonly<Record<string, number>>,
    more: Partial<Problem> = {},
  ) => {
    const asked = pieces.map((p) => ({
      ...p,
      steps: p.steps.map((s) => (times[s.id] === undefined ? s : { ...s, pin: { at: times[s.id]! } })),
    }));
    return planAfresh(smallShop(asked, more));
  };
  test.each([true, false])('a plan in which it goes first is bettered, known to people or not: %s', (isKnown) => {
    // Without dates no other plan altogether is looked at.
    const lights = ['one', 'two'].map((id) => piece(id, [step(`${id}.work`, { work_minutes: 240 })]));
    const pieces = [heavy(), ...lights];
    const plan = planWith(pieces, { 'heavy.prep': at(0, 9), 'one.work': at(1, 9), 'two.work': at(1, 13) });
    const problem = smallShop(pieces, { preferences: { speed: 4, slack: 0, loads: 0, stability: 1 } });
    const better = improvePlan(problem, plan, { seed: 1, evaluations: 1, baseline: isKnown ? plan : null });
    expect(verify(problem, better)).toEqual([]);
    expect(lights.map((p) => startOf(better, `${p.id}.work`)).sort((a, b) => a - b)).toEqual([at(0, 9), at(0, 13)]);
    expect(startOf(better, 'heavy.prep')).toBe(at(1, 9));
    expect(better.unplanned.map((u) => u.step)).toEqual(['heavy.lift']);
  });
  test('but what of it was given a time by hand keeps that', () => {
    const pieces = [
      piece('heavy', [
        step('heavy.prep', { work_minutes: 300, pin: { at: at(0, 9) } }),
        step('heavy.lift', { hands: 2, after: [after('heavy.prep')] }),
      ]),
      light({ due: at(0, 14), promised: true }),
    ];
    const plan = planWith(pieces, { 'light.work': at(1, 9) });
    const problem = smallShop(pieces);
    for (const baseline of [plan, null]) {
      const better = improvePlan(problem, plan, { seed: 1, evaluations: 200, baseline });
      expect(startOf(better, 'heavy.prep')).toBe(at(0, 9));
    }
  });
  /** A coat is on, and the next is to begin within two hours of it. */
  const coated = (more: Partial<PieceToPlan> = {}) => {
    const done = { kind: 'done', from: at(0, 8, 20), until: at(0, 8, 50), by: ['ada'] } as const;
    const steps = [
      step('heavy.coat', { work_minutes: 30, state: done }),
      step('heavy.next', { work_minutes: 60, after: [after('heavy.coat', { max_minutes: 120 })] }),
      step('heavy.lift', { hands: 2, after: [after('heavy.next')] }),
    ];
    return piece('heavy', steps, more);
  };
  test('but one in a window that what was done has opened goes on in time', () => {
    const pieces = [coated(), light()];
    const problem = smallShop(pieces, { preferences: { speed: 4, slack: 0, loads: 0, stability: 1 } });
    const plan = planWith(pieces, { 'heavy.next': at(0, 9), 'light.work': at(0, 10) });
    expect([startOf(plan, 'heavy.next'), startOf(plan, 'light.work')]).toEqual([at(0, 9), at(0, 10)]);
    for (const baseline of [plan, null]) {
      const better = improvePlan(problem, plan, { seed: 1, evaluations: 40, baseline });
      expect(startOf(better, 'heavy.next')).toBe(at(0, 9));
      expect(better.notices.map((n) => n.kind)).not.toContain('window-missed');
    }
  });
  test('and keeps its turn in a plan from nothing', () => {
    const plan = planAfresh(
      smallShop([coated({ due: at(0, 15), promised: true }), light({ due: at(3, 15) })]),
      null,
      1,
    );
    expect([startOf(plan, 'heavy.next'), startOf(plan, 'light.work')]).toEqual([at(0, 9), at(0, 10)]);
  });
  test('what there was no room for has its place once there is, whether all of its piece has or not', () => {
    const [prep, lift] = heavy().steps;
    const carry = step('heavy.carry', { skill: 'spray', after: [after('heavy.lift')] });
    const ada = { ...smallShop([]).people[0]!, skills: { prep: 1 } };
    const people = [ada, { ...ada, id: 'bo', name: 'Bo' }];
    for (const steps of [
      [prep!, lift!],
      [prep!, lift!, carry],
    ]) {
      const pieces = [piece('heavy', steps), light({ due: at(0, 14), promised: true })];
      const plan = planWith(pieces, { 'heavy.prep': at(0, 9), 'light.work': at(1, 9) });
      const problem = smallShop(pieces, { people });
      const better = improvePlan(problem, plan, { seed: 1, evaluations: 4 });
      expect(better.unplanned.map((u) => u.step)).toEqual(steps.slice(2).map((s) => s.id));
      expect(verify(problem, better)).toEqual([]);
    }
  });
  test('of two such pieces that want the same hour the one that had it keeps it', () => {
    const hour = { from: 9 * 60, until: 10 * 60 };
    const exceptions = [{ date: '2026-03-12', shifts: [hour] }];
    const bo = {
      id: 'bo',
      name: 'Bo',
      hours: { ...NINE_TO_FIVE, weekly: WEEK_OFF, exceptions },
      skills: { seal: 1 },
    };
    const people = [{ ...smallShop([]).people[0]!, skills: { prep: 1 } }, bo];
    const never = (id: string) =>
      piece(id, [
        step(`${id}.seal`, { skill: 'seal' }),
        step(`${id}.lift`, { skill: 'spray', after: [after(`${id}.seal`)] }),
      ]);
    const pieces = [never('a'), never('b'), light({ due: at(0, 14), promised: true })];
    const problem = smallShop(pieces, { people });
    const first = planWith(pieces, { 'b.seal': at(10, 9), 'light.work': at(1, 9) }, { people });
    expect(startOf(first, 'b.seal')).toBe(at(10, 9));
    const better = improvePlan(problem, first, { seed: 1, evaluations: 4 });
    expect(startOf(better, 'light.work')).toBe(at(0, 9));
    expect(startOf(better, 'b.seal')).toBe(at(10, 9));
    expect(better.steps['a.seal']).toBeUndefined();
  });
  test(`in ${RUNS} workshops its steps lose their places to better dates only`, () => {
    let partial = 0;
    for (let seed = 1; seed <= RUNS; seed++) {
      const { problem } = randomWorkshop(seed, 8);
      const plan = planAfresh(problem);
      if (plan.unplanned.length > 0) partial++;
      for (const baseline of [plan, null]) {
        const better = improvePlan(problem, plan, { seed, evaluations: 150, baseline });
        expect(verify(problem, better), `seed ${seed}`).toEqual([]);
        const [was, is] = [scoreOf(problem, plan), scoreOf(problem, better)];
        expect(is.unready).toBeLessThanOrEqual(was.unready);
        const hasBetterDates =
          is.promisedLate < was.promisedLate || (is.promisedLate === was.promisedLate && is.otherLate < was.otherLate);
        if (is.unready === was.unready && !hasBetterDates) expect(is.unplanned).toBeLessThanOrEqual(was.unplanned);
      }
    }
    expect(partial).toBeGreaterThan(RUNS / 5);
  });
});
