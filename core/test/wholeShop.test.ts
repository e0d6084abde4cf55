import { describe, expect, test } from 'vitest';
import {
  daylight,
  EVERY_SKILL,
  type Hours,
  instantAt,
  dayOf,
  planAfresh,
  type Problem,
  type Rule,
  verify,
} from '../src/index.ts';
import { sunElevation_deg } from '../src/verify/sun.ts';
import { after, air, at, NINE_TO_FIVE, piece, smallShop, startOf, step } from './fixtures/smallShop.ts';

const onBench = { kind: 'bench', units: 1, span: 'both' } as const;
const working = { kind: 'bench', units: 1, span: 'work' } as const;
const coat = (id: string, more: Parameters<typeof step>[1] = {}) =>
  step(id, { skill: 'paint', product: 'matt-paint', needs: [onBench], ...more });
const two = ['ada', 'bo'].map((id) => ({ id, name: id, hours: NINE_TO_FIVE, skills: EVERY_SKILL }));
/** Plans, and has the verifier agree. */
const planned = (shop: Problem) => {
  const plan = planAfresh(shop);
  expect(verify(shop, plan)).toEqual([]);
  return plan;
};
/** The verifier's word on one step moved to another time, its drying with it. */
const ruleOf = (shop: Problem, id: string, start: number): Rule[] => {
  const plan = planAfresh(shop);
  const was = plan.steps[id]!;
  const by = start - was.start;
  const dry = Object.fromEntries(Object.entries(was.dry).map(([k, v]) => [k, v + by]));
  const moved = { ...plan, steps: { ...plan.steps, [id]: { ...was, start, end: was.end + by, dry } } };
  return verify(shop, moved).map((v) => v.rule);
};

describe('sprayer', () => {
  const spraying = (load: string, id: string) =>
    piece(id, [coat(`coat-${id}`, { tool: 'sprayer', sprayed: true, load, needs: [] })]);
  const tools = [{ id: 'sprayer', name: 'Sprayer', capacity: 1, cleanout_minutes: 20 }];
  test('two colours leave time to clean it out, the same colour goes straight on', () => {
    const gap = (a: string, b: string) => {
      const plan = planned(smallShop([spraying(a, 'p'), spraying(b, 'q')], { people: two, tools }));
      const [first, second] = ['coat-p', 'coat-q'].map((id) => plan.steps[id]!).sort((x, y) => x.start - y.start);
      return second!.start - first!.end;
    };
    expect(gap('navy', 'navy')).toBe(0);
    expect(gap('navy', 'white')).toBe(20);
  });
  test('a clean-out counts from when the tool was put down, and after the colour that was in it last', () => {
    const sprayed = (load: string, id: string, from: number, until = from + 10) => {
      const state = { kind: 'done' as const, from, until, by: ['ada'] };
      return piece(id, [coat(`coat-${id}`, { tool: 'sprayer', sprayed: true, load, needs: [], state })]);
    };
    const begins = (before: ReturnType<typeof piece>[], minute: number) =>
      startOf(
        planned(smallShop([...before, spraying('white', 'r')], { people: two, tools, now: at(0, 10, minute) })),
        'coat-r',
      );
    const navy = sprayed('navy', 'p', at(0, 10));
    expect(begins([navy], 30)).toBe(at(0, 10, 30));
    expect(begins([navy], 25)).toBe(at(0, 10, 30));
    expect(begins([sprayed('white', 'p', at(0, 9)), sprayed('navy', 'q', at(0, 10))], 10)).toBe(at(0, 10, 30));
    // Whoever was quicker with it than is planned for may go on with the colour it has now.
    expect(begins([navy, sprayed('white', 'q', at(0, 10, 10), at(0, 10, 15))], 15)).toBe(at(0, 10, 15));
  });
  test('the verifier names a clean-out left out', () => {
    const shop = smallShop([spraying('navy', 'p'), spraying('white', 'q')], { people: two, tools });
    const plan = planAfresh(shop);
    const later = startOf(plan, 'coat-p') > startOf(plan, 'coat-q') ? 'coat-p' : 'coat-q';
    expect(ruleOf(shop, later, startOf(plan, later) - 10)).toContain('cleanout');
  });
  test('it runs only when noise is allowed', () => {
    const hours: Hours = { ...NINE_TO_FIVE, weekly: NINE_TO_FIVE.weekly.map(() => [{ from: 780, until: 900 }]) };
    const noisy = piece('p', [coat('loud', { tool: 'sprayer', noisy: true, needs: [] }), coat('quiet', { needs: [] })]);
    const plan = planned(smallShop([noisy], { noiseHours: hours, people: two }));
    expect([startOf(plan, 'loud'), startOf(plan, 'quiet')]).toEqual([at(0, 13), at(0, 9)]);
  });
});

describe('dust and spray beside wet paint', () => {
  const shop = (beside: readonly string[]) =>
    smallShop(
      [
        piece('p', [coat('wet')], { due: at(0, 17), promised: true }),
        piece('q', [step('sand', { dusty: true, needs: [{ kind: 'sanding', units: 1, span: 'work' }] })]),
      ],
      {
        people: two,
        stations: [
          { id: 'bench', name: 'Bench', kind: 'bench', capacity: 2, hours: null, climate: 'shed' },
          { id: 'dusty', name: 'Corner', kind: 'sanding', capacity: 1, hours: null, climate: 'shed', beside },
        ],
      },
    );
  test('sanding waits until the paint beside it is touch-dry, and not for paint in another room', () => {
    const near = planned(shop(['bench']));
    expect(startOf(near, 'sand')).toBeGreaterThanOrEqual(near.steps['wet']!.dry.touch!);
    expect(startOf(planned(shop([])), 'sand')).toBe(at(0, 9));
  });
  test('the verifier names it', () => {
    expect(ruleOf(shop(['bench']), 'sand', at(0, 9))).toContain('beside');
  });
  test('spray settles on what was brushed, not on what was sprayed in the same round', () => {
    const spray = (id: string) => coat(id, { sprayed: true, load: 'navy', needs: [onBench] });
    const start = (first: Parameters<typeof step>[1]) =>
      startOf(
        planned(
          smallShop([
            piece('p', [coat('first', first)], { due: at(0, 17), promised: true }),
            piece('q', [spray('second')]),
          ]),
        ),
        'second',
      );
    expect(start({ sprayed: true, load: 'navy' })).toBe(at(0, 10));
    expect(start({})).toBeGreaterThan(at(0, 10));
  });
});

describe('outdoors', () => {
  const outdoors = (more: object) => [
    { id: 'yard', name: 'Yard', kind: 'outdoors' as const, capacity: 2, hours: null, climate: 'yard', ...more },
  ];
  const early: Hours = { ...NINE_TO_FIVE, weekly: NINE_TO_FIVE.weekly.map(() => [{ from: 300, until: 1320 }]) };
  const strip = piece('p', [step('strip', { needs: [{ kind: 'outdoors', units: 1, span: 'work' }] })]);
  const people = [{ id: 'ada', name: 'Ada', hours: early, skills: EVERY_SKILL }];
  const berlin = { latitude_deg: 52.5, longitude_deg: 13.4 };
  const now = at(1, 4);
  test('work waits for daylight', () => {
    const shop = smallShop([strip], {
      now,
      people,
      sun: berlin,
      stations: outdoors({ daylight: true }),
      climates: { yard: air(() => 15) },
    });
    const start = startOf(planned(shop), 'strip');
    // Almanac, from memory: the sun rises over Berlin at about 6:47 on 3 March.
    expect(Math.abs(start - at(1, 6, 47))).toBeLessThanOrEqual(8);
    expect(ruleOf(shop, 'strip', at(1, 5))).toContain('daylight');
  });
  test('work waits until it is warm and dry enough there', () => {
    const shop = smallShop([strip], {
      now,
      people,
      stations: outdoors({ guard: { minTemperature_c: 8, maxHumidity_pct: 90 } }),
      climates: { yard: air((h) => (h < 11 ? 4 : 12)) },
    });
    expect(startOf(planned(shop), 'strip')).toBe(at(1, 11));
    expect(ruleOf(shop, 'strip', at(1, 9))).toContain('air');
  });
  test.each([
    // Almanac values from memory, whole minutes of local time: two formulas must both be near them.
    ['Lisbon in June', 38.7, -9.1, 'Europe/Lisbon', '2026-06-21', 6 * 60 + 12, 21 * 60 + 5],
    ['Sydney in June', -33.9, 151.2, 'Australia/Sydney', '2026-06-21', 7 * 60, 16 * 60 + 54],
    ['New York at the spring equinox', 40.7, -74, 'America/New_York', '2026-03-20', 6 * 60 + 59, 19 * 60 + 8],
  ])('sunrise and sunset: %s', (_, latitude_deg, longitude_deg, zone, date, rise, set) => {
    const day = dayOf(date);
    const place = { latitude_deg, longitude_deg };
    const [light] = daylight(place, instantAt(zone, day, 0), instantAt(zone, day, 1440));
    expect(Math.abs(light!.from - instantAt(zone, day, rise))).toBeLessThanOrEqual(5);
    expect(Math.abs(light!.until - instantAt(zone, day, set))).toBeLessThanOrEqual(5);
    for (const t of [light!.from, light!.until]) expect(Math.abs(sunElevation_deg(place, t) + 0.833)).toBeLessThan(1);
  });
  test('a polar night has no daylight and a polar day no end', () => {
    const north = { latitude_deg: 70, longitude_deg: 20 };
    const span = (date: string) => daylight(north, dayOf(date) * 1440, (dayOf(date) + 1) * 1440);
    expect(span('2026-12-21')).toEqual([]);
    expect(span('2026-06-21').reduce((n, s) => n + s.until - s.from, 0)).toBeGreaterThanOrEqual(1440);
  });
});

describe('floor and shelf', () => {
  const job = (id: string, more: object = {}) => piece(id, [step(`s-${id}`)], { floor_units: 1, ...more });
  test('a piece for which there is no floor waits until one leaves', () => {
    const shop = smallShop(
      [job('p', { due: at(1, 12), staysUntilDue: true, promised: true }), job('q', { arrival: at(0, 10) })],
      { floor_units: 1, people: two },
    );
    expect(startOf(planned(shop), 's-q')).toBe(at(1, 12));
    expect(ruleOf(shop, 's-q', at(0, 11))).toContain('floor');
  });
  const stock = (deliveries: { at: number; litres: number }[], arrivalIfOrdered: number | null) => [
    { id: 'navy', name: 'Navy', onHand_litres: 1, deliveries, arrivalIfOrdered },
  ];
  const uses = { stock: 'navy', litres: 0.8 };
  const coats = [
    piece('p', [coat('first', { uses })], { promised: true, due: at(3, 9) }),
    piece('q', [coat('second', { uses })]),
  ];
  test('the second coat waits for the delivery, or for an order placed now, and says so to nobody who does not know', () => {
    const start = (deliveries: { at: number; litres: number }[], arrivalIfOrdered: number | null) =>
      startOf(planned(smallShop(coats, { people: two, stock: stock(deliveries, arrivalIfOrdered) })), 'second');
    expect(start([{ at: at(2, 11), litres: 1 }], at(9, 12))).toBe(at(2, 11));
    expect(start([], at(3, 12))).toBe(at(3, 12));
    expect(start([], null)).toBeLessThan(at(0, 17));
  });
  test('the verifier names paint used before it is here', () => {
    const shop = smallShop(coats, { people: two, stock: stock([], at(3, 12)) });
    expect(ruleOf(shop, 'second', at(0, 12))).toContain('stock');
  });
});

describe('windows and parts', () => {
  test('past its window a coat is scuff-sanded first, and the time for that is counted in', () => {
    const rescue = { title: 'scuff-sand', minutes: 25 };
    const shop = smallShop([
      piece('p', [
        coat('one'),
        coat('two', {
          pin: { notBefore: at(2, 9) },
          after: [after('one', { from: 'recoat', max_minutes: 600, rescue })],
        }),
      ]),
    ]);
    const done = { kind: 'done' as const, from: at(0, 9), until: at(0, 10), by: ['ada'] };
    const late: Problem = {
      ...shop,
      pieces: [piece('p', [{ ...coat('one'), state: done }, shop.pieces[0]!.steps[1]!])],
    };
    const plan = planned(late);
    expect(plan.steps['two']!.end - plan.steps['two']!.start).toBe(85);
    expect(plan.notices).toMatchObject([{ step: 'two', kind: 'rescue', rescue: 'scuff-sand', minutes: 25 }]);
  });
  test('two people may work different parts of a piece unless one of them turns it over', () => {
    const start = (moves: boolean) =>
      startOf(
        planned(
          smallShop([piece('p', [step('flip', { moves }), step('drawers', { work_minutes: 30 })])], { people: two }),
        ),
        'drawers',
      );
    expect(start(false)).toBe(at(0, 9));
    expect(start(true)).toBe(at(0, 10));
  });
  test('a heavy coat dries later, a thin one never sooner than the data sheet, moving air sooner', () => {
    const recoat = (thickness: number, air_mps: number) => {
      const shop = smallShop([piece('p', [coat('a', { thickness })])], {
        climates: { shed: { ...air(() => 18, 70), air_mps } },
      });
      const { end, dry } = planned(shop).steps['a']!;
      return dry.recoat! - end;
    };
    expect(recoat(1.5, 0.1)).toBeGreaterThan(recoat(1, 0.1) * 1.4);
    expect(recoat(0.5, 1)).toBe(120);
    expect(recoat(1, 1)).toBeLessThan(recoat(1, 0.1));
  });
  test('a step with a quicker hand is given to it when that ends sooner', () => {
    const people = [
      { id: 'ada', name: 'Ada', hours: NINE_TO_FIVE, skills: { prep: 0.5 } },
      { id: 'bo', name: 'Bo', hours: NINE_TO_FIVE, skills: { prep: 2 } },
    ];
    expect(planned(smallShop([piece('p', [step('a', { needs: [working] })])], { people })).steps['a']).toMatchObject({
      people: ['bo'],
      end: at(0, 9, 30),
    });
  });
});
