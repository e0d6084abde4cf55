import { describe, expect, test } from 'vitest';
import {
  editedRoute,
  latestAfterMixing,
  mixedAnew,
  mixingMinutes,
  planAfresh,
  problemOf,
  productById,
  routeFaults,
  sayNotice,
  type Plan,
  type ShopPiece,
  type ShopStep,
  stepsOf,
  verify,
} from '../src/index.ts';
import { firstShop } from '../src/workshop/firstShop.ts';
import { inputOf, routeOf, stepOf } from './fixtures/pieces.ts';

// A data sheet's pot life: good for 30 minutes, rested for 5 before use. Common practice for two-part lacquers.
const twoPart = {
  ...productById.get('matt-paint')!,
  mixing: { with: 'hardener', parts: [4, 1] as const, rest_minutes: 5, life_minutes: 30 },
};

describe('how long a mix is good for', () => {
  test.each([
    [30, 0],
    [31, 1],
    [60, 1],
    [61, 2],
  ])('laying it for %i minutes it is mixed anew %i times', (minutes, times) => {
    expect(mixedAnew(twoPart, minutes)).toBe(times);
    expect(mixedAnew({ mixing: null }, minutes)).toBe(0);
  });
  test('laying begins early enough to end while the mix lives, and never before it has rested', () => {
    expect(latestAfterMixing(twoPart, 20)).toBe(10);
    expect(latestAfterMixing(twoPart, 30)).toBe(5);
    expect(latestAfterMixing(twoPart, 300)).toBe(5);
    expect(latestAfterMixing({ mixing: null }, 20)).toBeNull();
  });
});

describe('in a route and a plan', () => {
  const now = 29_541_000;
  const PIECE = {
    id: 'p',
    name: 'Chest',
    kind: 'client',
    arrival: now,
    due: null,
    promised: false,
    active: true,
  } as const;
  const shop = {
    ...firstShop('Europe/Berlin', 'Ada'),
    products: [{ ...twoPart, id: 'two-part', name: 'Two-part lacquer' }],
  };
  test('a coat that takes longer than its mix lives counts the mixing on the way, and says so', () => {
    const products = new Map([...productById, ['two-part', { ...twoPart, id: 'two-part' }]]);
    const plain = stepOf(routeOf({ template: 'wardrobe' }), 'paint-1');
    const mixed = stepOf(
      routeOf({ template: 'wardrobe', brief: { paint: 'two-part' }, means: { people: 1, sprayer: false, products } }),
      'paint-1',
    );
    const times = mixedAnew(twoPart, plain.work_minutes);
    expect(times).toBeGreaterThan(0);
    expect(mixed.work_minutes).toBe(Math.round((plain.work_minutes + times * mixingMinutes(twoPart)) / 5) * 5);
    expect(mixed.reason).toMatch(/good for 30 minutes, so it is mixed anew/);
    expect(plain.reason).not.toMatch(/anew/);
  });
  const lacquer = (life_minutes: number) => {
    const product = { ...twoPart, id: 'two-part', mixing: { ...twoPart.mixing, life_minutes } };
    const products = new Map([...productById, ['two-part', product]]);
    const given = { brief: { paint: 'two-part' }, means: { people: 1, sprayer: false, products } };
    return { route: routeOf(given), faults: routeFaults(inputOf(given), routeOf(given)) };
  };
  const { recoat } = twoPart.stages_minutes;
  test.each([
    [30, ['mix-two-part-1', 'paint-1', 'mix-two-part-2', 'paint-2']],
    [recoat, ['mix-two-part-1', 'paint-1', 'mix-two-part-2', 'paint-2']],
    [recoat + 1, ['mix-two-part-1', 'paint-1', 'paint-2']],
  ])('what is good for %i minutes is mixed for each coat it does not live to see', (life, keys) => {
    const { route, faults } = lacquer(life);
    expect(route.steps.map((s) => s.key).filter((k) => /^(mix|paint)-/.test(k))).toEqual(keys);
    expect(stepOf(route, 'paint-1').after).toContainEqual({
      step: 'mix-two-part-1',
      from: 'end',
      min_minutes: 5,
      max_minutes: null,
    });
    expect(faults).toEqual([]);
  });
  test('a mix says its parts, its rest and its life', () => {
    const mix = stepOf(lacquer(30).route, 'mix-two-part-2');
    expect(mix).toMatchObject({ title: 'Mix matt decorative paint', mixes: 'two-part', product: null });
    expect(mix.reason).toBe('4:1 with hardener by volume, 5 minutes’ rest; the mix is good for 30 minutes.');
    const life = (minutes: number) => stepOf(lacquer(minutes).route, 'mix-two-part-1').reason.split('good for ')[1];
    // A life that is rounded up is a dead mix.
    expect([119, 120, 150, 180].map(life)).toEqual(['119 minutes.', '2 hours.', '150 minutes.', '3 hours.']);
  });
  test('each colour has a mix of its own, however long they live', () => {
    const product = { ...twoPart, id: 'two-part', mixing: { ...twoPart.mixing, life_minutes: 30 * 1440 } };
    const products = new Map([...productById, ['two-part', product]]);
    const keys = (top: { name: string; hex: string } | null) =>
      routeOf({
        brief: { paint: 'two-part', top: top ? { kind: 'paint', colour: top } : { kind: 'same' } },
        means: { people: 1, sprayer: false, products },
      }).steps.filter((s) => s.mixes === 'two-part').length;
    expect(keys(null)).toBe(1);
    expect(keys({ name: 'Red', hex: '#a02020' })).toBe(2);
  });
  test('a coat that is struck does not take away the mix of the others', () => {
    const product = { ...twoPart, id: 'two-part', mixing: { ...twoPart.mixing, life_minutes: 30 * 1440 } };
    const products = new Map([...productById, ['two-part', product]]);
    const input = inputOf({ brief: { paint: 'two-part' }, means: { people: 1, sprayer: false, products } });
    const route = editedRoute(input, [{ op: 'strike', step: 'paint-1', why: 'enough' }]);
    expect(route.steps.map((s) => s.key)).not.toContain('paint-1');
    expect(routeFaults(input, route).filter((x) => x.need === 'mixed')).toEqual([]);
  });
  test('each coat of a short-lived mix is laid while its own mix lives, without mixing anew', () => {
    const { route } = lacquer(30);
    const piece: ShopPiece = { ...PIECE, steps: stepsOf('p', route.steps) };
    const problem = problemOf(shop, [piece], now);
    const plan = planAfresh(problem);
    expect(verify(problem, plan)).toEqual([]);
    expect(plan.notices).toEqual([]);
    for (const n of [1, 2]) {
      const waited = plan.steps[`p.paint-${n}`]!.start - plan.steps[`p.mix-two-part-${n}`]!.end;
      expect(waited).toBeGreaterThanOrEqual(5);
      expect(waited).toBeLessThanOrEqual(30 - Math.min(30, stepOf(route, `paint-${n}`).work_minutes) + 5);
    }
  });
  test('powder paint mixed for the first coat is dead by the next day: the second coat counts mixing it anew', () => {
    const route = routeOf({ brief: { paint: 'powder-paint' } });
    const piece: ShopPiece = { ...PIECE, steps: stepsOf('p', route.steps) };
    const late = {
      ...piece,
      steps: piece.steps.map((s) => (s.key === 'paint-2' ? { ...s, pin: { notBefore: now + 4 * 1440 } } : s)),
    };
    const problem = problemOf(shop, [late], now);
    const plan = planAfresh(problem);
    expect(verify(problem, plan)).toEqual([]);
    const anew = plan.notices.filter((n) => n.step === 'p.paint-2');
    expect(anew.map(sayNotice).join()).toMatch(
      /starts past its window after “Mix the powder paint.*”: mix powder paint.* anew first \(15 min/,
    );
    const at = plan.steps['p.paint-2']!;
    const soon = planAfresh(problemOf(shop, [piece], now));
    const onTime = soon.steps['p.paint-2']!;
    expect(at.end - at.start).toBe(onTime.end - onTime.start + 15);
    // Begun as planned it ends as planned; what its painter says has it in it already.
    const endOf = (of: ShopPiece, made: Plan, more: object = {}) => {
      const begun = made.steps['p.paint-2']!;
      const steps = of.steps.map((s): ShopStep => {
        const { start, end, people: by } = made.steps[s.id]!;
        if (s.key === 'paint-2') return { ...s, state: { kind: 'started', at: start, by, ...more } };
        return end <= begun.start ? { ...s, state: { kind: 'done', from: start, until: end, by } } : s;
      });
      return planAfresh(problemOf(shop, [{ ...of, steps }], begun.start)).steps['p.paint-2']!.end;
    };
    expect(endOf(late, plan)).toBe(at.end);
    expect(endOf(piece, soon)).toBe(onTime.end);
    expect(endOf(late, plan, { expected: at.start + 10 })).toBe(at.start + 10);
    expect(endOf(late, plan, { worked: { minutes: 0 } })).toBe(at.end - 15);
  });
});
