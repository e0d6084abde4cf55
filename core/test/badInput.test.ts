import { describe, expect, test } from 'vitest';
import { planAfresh, type Problem, sanitise, sayFault, sayNoRoom, verify, withLeftOut } from '../src/index.ts';
import { after, air, at, NINE_TO_FIVE, piece, smallShop, step } from './fixtures/smallShop.ts';

/** Plans what is sound of a shop, has the verifier agree, and gives plan and faults. */
function planned(problem: Problem) {
  const sound = sanitise(problem);
  if (!sound.problem) throw new Error(sound.faults.map(sayFault).join(' '));
  const found = planAfresh(sound.problem);
  expect(verify(sound.problem, found)).toEqual([]);
  return { plan: withLeftOut(found, sound.leftOut), words: sound.faults.map(sayFault).join(' ') };
}

const good = piece('good', [step('g1'), step('g2', { after: [after('g1')] })]);

describe('one mistake is told by name and the rest is planned', () => {
  test.each([
    ['a circle', [step('a', { after: [after('b')] }), step('b', { after: [after('a')] })], /bad: .*circle: a → b/],
    [
      'a latest before the earliest',
      [step('a'), step('b', { after: [after('a', { min_minutes: 60, max_minutes: 30 })] })],
      /bad, "b": must start at most 30 min/,
    ],
    ['a step that waits for a step of another piece', [step('a', { after: [after('g1')] })], /waits for "g1"/],
    ['the same id twice', [step('a'), step('a')], /the step id a is used twice/],
    ['less than no work', [step('a', { work_minutes: -5 })], /-5 minutes of work/],
  ])('%s', (_, steps, words) => {
    const { plan, words: promised } = planned(smallShop([piece('bad', steps), good]));
    expect(promised).toMatch(words);
    expect(plan.ready['good']).toBeDefined();
    expect(plan.unplanned.map((u) => u.piece)).toContain('bad');
    expect(plan.unplanned.every((u) => words.test(sayNoRoom(u.reason)))).toBe(true);
  });
  test('a station for nobody is left out, and what needs it says so', () => {
    const shop = smallShop([good, piece('p', [step('a', { needs: [{ kind: 'spray', units: 1, span: 'both' }] })])]);
    const spray = { ...shop.stations[0]!, id: 'booth', name: 'Booth', kind: 'spray' as const, capacity: 0 };
    const { plan, words } = planned({ ...shop, stations: [...shop.stations, spray] });
    expect(words).toMatch(/"Booth" has room for 0; enter 1 or more/);
    expect(plan.ready['good']).toBeDefined();
    expect(sayNoRoom(plan.unplanned[0]!.reason)).toMatch(/spray/);
  });
  test('shifts that overlap are told and count once', () => {
    const twice = { ...NINE_TO_FIVE, weekly: NINE_TO_FIVE.weekly.map((d) => [...d, ...d]) };
    const shop = smallShop([good]);
    const { plan, words } = planned({ ...shop, people: [{ ...shop.people[0]!, name: 'Ada', hours: twice }] });
    expect(words).toMatch(/Ada, Monday: shifts overlap; they are taken as one/);
    expect(plan.steps).toEqual(planAfresh(shop).steps);
  });
  test('hours without a measurement are counted, and the hour before stands in', () => {
    const shop = smallShop([piece('p', [step('a', { product: 'matt-paint' })])]);
    const whole = air(() => 20);
    const holed = { ...whole, temperature_c: whole.temperature_c.map((t, h) => (h % 7 === 3 ? NaN : t)) };
    const { plan, words } = planned({ ...shop, climates: { shed: holed } });
    expect(words).toMatch(/climate "shed" has no measurement for \d+ of its \d+ hours/);
    expect(plan.steps).toEqual(planAfresh({ ...shop, climates: { shed: whole } }).steps);
  });
  test('a hold without a day it ends is a reason', () => {
    const hold = step('hold', { hands: 0, work_minutes: 0, pin: { notBefore: at(5000, 9) } });
    const { plan } = planned(smallShop([good, piece('p', [hold, step('a', { after: [after('hold')] })])]));
    expect(sayNoRoom(plan.unplanned.find((u) => u.step === 'hold')!.reason)).toMatch(/say when it is expected/);
    expect(sayNoRoom(plan.unplanned.find((u) => u.step === 'a')!.reason)).toMatch(/waits for “hold”/);
    expect(plan.ready['good']).toBeDefined();
  });
  test('a plan that ends too soon holds what fits and says what does not', () => {
    const long = piece('long', [step('l', { work_minutes: 60 * 60, splittable: true })]);
    const { plan } = planned({ ...smallShop([good, long]), horizon: at(3, 9) });
    expect(plan.ready['good']).toBeDefined();
    expect(plan.unplanned.map((u) => u.step)).toEqual(['l']);
    expect(sayNoRoom(plan.unplanned[0]!.reason)).toMatch(/too few working hours/);
  });
  test('a horizon behind us, or none of this world, plans nothing and says why', () => {
    expect(sanitise({ ...smallShop([good]), horizon: at(-1, 9) })).toMatchObject({ problem: null });
    expect(
      sanitise({ ...smallShop([good]), timeZone: 'Here' })
        .faults.map(sayFault)
        .join(),
    ).toMatch(/"Here" is not known/);
  });
  test('a hundred thousand steps are refused by number, in a list put in the worst order, and the rest is planned', () => {
    const many = Array.from({ length: 100_000 }, (_, k) => step(`s${k}`, { after: k > 0 ? [after(`s${k - 1}`)] : [] }));
    const { plan, words } = planned(smallShop([piece('endless', many.reverse()), good]));
    expect(words).toMatch(/endless: 100000 steps are more than the 20000/);
    expect(plan.ready['good']).toBeDefined();
  });
});
