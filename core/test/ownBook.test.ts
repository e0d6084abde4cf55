import fc from 'fast-check';
import { randomLcg, randomLogNormal } from 'd3-random';
import { describe, expect, test } from 'vitest';
import {
  areEnough,
  bySheet,
  coatsFacts,
  coverageFacts,
  type Climate,
  dryAt,
  dryingCurve,
  type DryingFact,
  dryingFactor,
  dryingFacts,
  dryingTimes,
  dryingToPlan,
  editedRoute,
  firstShop,
  hidesKey,
  learnCoats,
  learnCoverage,
  learnDrying,
  type LoggedPiece,
  type LoggedStep,
  productById,
  productFaults,
  PRODUCTS,
  shareDried,
  sheetOf,
  spreading,
} from '../src/index.ts';
import { inputOf, routeOf, SLATE, stepOf, WHITE, YELLOW } from './fixtures/pieces.ts';

const LONGEST_S = 1.6;

/**
 * Films of a product that takes `truth` times its sheet, with batches that differ by `noise`. People come when the sheet says
 * and a little later, say "not dry yet" when they find it so, and come again an hour or so after; some come hours late.
 */
function watched(truth: number, n: number, random: () => number, noise: () => number): DryingFact[] {
  return Array.from({ length: n }, () => {
    const dry = truth * noise();
    // One in three comes to something else first, and looks at it long after.
    let at = random() < 1 / 3 ? 1 + random() * 3 : 0.95 + random() * 0.15;
    let over = 0;
    while (at < dry) {
      over = at;
      at += 0.1 + random() * 0.15;
    }
    return { product: 'matt-paint', over, under: at };
  });
}

describe('drying by the log', () => {
  test('200 shops of 60 pieces, batches 20 % apart, ready only seen when somebody comes: the true factor is found', () => {
    const random = randomLcg(41);
    const noise = randomLogNormal.source(random)(0, 0.2);
    const errors: number[] = [];
    let within = 0;
    for (let shop = 0; shop < 200; shop++) {
      // Shops dry as the sheet says at best: nobody comes before it.
      const truth = 1 + random() * (LONGEST_S - 1);
      const [own] = learnDrying(watched(truth, 60, random, noise));
      errors.push(Math.abs(own!.factor / truth - 1));
      if (truth >= own!.low && truth <= own!.high) within++;
    }
    errors.sort((a, b) => a - b);
    expect(errors[100]).toBeLessThan(0.1);
    expect(errors[180]).toBeLessThan(0.15);
    // It says four times of five.
    expect(within / 200).toBeGreaterThan(0.72);
    expect(within / 200).toBeLessThan(0.92);
  });
  test('a few absurd films move nothing that anybody would notice', () => {
    const random = randomLcg(7);
    const facts = watched(1.3, 20, random, randomLogNormal.source(random)(0, 0.16));
    const before = learnDrying(facts)[0]!.factor;
    const after = learnDrying([
      ...facts,
      { product: 'matt-paint', over: 30, under: 31 },
      { product: 'matt-paint', over: 1e6, under: 1.1e6 },
      { product: 'matt-paint', over: 0, under: 0.02 },
    ])[0]!.factor;
    expect(Math.abs(after / before - 1)).toBeLessThan(0.03);
  });
  test('what comes long after says nothing; what was found wet says something however late it was gone on with', () => {
    const late = (under: number, over = 0) => learnDrying([{ product: 'p', over, under }])[0]?.n;
    expect(late(2.99)).toBe(1);
    expect(late(3)).toBeUndefined();
    expect(late(50, 1.2)).toBe(1);
    // Dry before it was wet is a slip of the finger.
    expect(late(1.2, 1.2)).toBeUndefined();
  });
  test('the sheet is believed while little speaks against it, and given up when much does', () => {
    const wet = (n: number) =>
      learnDrying(Array.from({ length: n }, () => ({ product: 'p', over: 1.4, under: 1.5 })))[0]!;
    expect(wet(1).factor).toBeLessThan(1.35);
    expect(wet(30).factor).toBeGreaterThan(1.4);
    expect(wet(30).high - wet(30).low).toBeLessThan((wet(1).high - wet(1).low) / 2);
  });
  test('planned never sooner than the sheet without the owner’s word', () => {
    expect(dryingToPlan(0.8, false)).toBe(1);
    expect(dryingToPlan(0.8, true)).toBe(0.8);
    expect(dryingToPlan(1.234, false)).toBe(1.23);
  });
});

describe('how much of its drying a film has had', () => {
  test('is 1 at the minute it is dry, in any air: the other way round of when it is dry', () => {
    const hour = fc.record({ t: fc.integer({ min: 2, max: 34 }), rh: fc.integer({ min: 20, max: 84 }) });
    fc.assert(
      fc.property(
        fc.array(hour, { minLength: 24, maxLength: 24 }),
        fc.integer({ min: 10, max: 600 }),
        fc.constantFrom('waterborne', 'reactive', 'solvent' as const),
        fc.constantFrom(0.5, 1, 1.5),
        (day, nominal, chemistry, thickness) => {
          const days = Array.from({ length: 40 }, () => day).flat();
          const air: Climate = { from: 0, temperature_c: days.map((h) => h.t), humidity_pct: days.map((h) => h.rh) };
          const curve = dryingCurve(air, chemistry, { minTemperature_c: 0, maxHumidity_pct: 100 });
          const dry = dryAt(curve, chemistry, nominal, 100, thickness);
          if (dry === Infinity) return;
          const share = (at: number) => shareDried(curve, chemistry, nominal, 100, at, thickness);
          expect(share(dry)).toBeGreaterThanOrEqual(1 - 1e-6);
          expect(share(dry - 1)).toBeLessThan(1 + 1e-6);
        },
      ),
    );
  });
});

const shop = firstShop('Europe/Berlin', 'Rona');
const place = shop.places[0]!.id;
const route = routeOf({});
const DAY = Date.UTC(2026, 4, 4, 8) / 60_000;
const done = (key: string, from: number, until: number, more: object = {}): LoggedStep => ({
  route: stepOf(route, key),
  state: { kind: 'done', from, until, by: ['owner'], timed: true, places: [place], ...more },
});
const piece = (...steps: LoggedStep[]): LoggedPiece => ({ steps, zones: route.zones });
const factsOf = (...steps: LoggedStep[]) => dryingFacts([piece(...steps)], shop, productById);

describe('facts of drying', () => {
  const first = done('paint-1', DAY, DAY + 60);
  const sheet = productById.get('matt-paint')!.stages_minutes.recoat;
  test('going on says it was dry by then; coming too soon says it was not, by the clock of the air it stood in', () => {
    const [on] = factsOf(first, done('paint-2', DAY + 60 + 3 * sheet, DAY + 400 + 3 * sheet));
    expect(on).toMatchObject({ product: 'matt-paint', over: 0 });
    expect(on!.under).toBeGreaterThan(1);
    expect(on!.under).toBeLessThan(3.0001);
    const tooSoon = [DAY + 60 + sheet];
    const [soon] = factsOf(first, done('paint-2', DAY + 60 + 3 * sheet, DAY + 400 + 3 * sheet, { tooSoon }));
    expect(soon!.over).toBeGreaterThan(0);
    expect(soon!.over).toBeLessThan(soon!.under);
    const [waiting] = factsOf(first, { route: stepOf(route, 'paint-2'), state: { kind: 'planned', tooSoon } });
    expect(waiting).toMatchObject({ over: soon!.over, under: Infinity });
  });
  test('a film nobody knows the place of says nothing, nor does one nobody went on with', () => {
    const lost = done('paint-1', DAY, DAY + 60, { places: undefined });
    expect(factsOf(lost, done('paint-2', DAY + 900, DAY + 960))).toEqual([]);
    expect(factsOf(first, { route: stepOf(route, 'paint-2'), state: { kind: 'planned' } })).toEqual([]);
    expect(factsOf(first)).toEqual([]);
  });
  test('where nobody tapped when it was begun, it was before it was done', () => {
    const at = (more: object) => factsOf(first, done('paint-2', DAY + 400, DAY + 460, more))[0]!.under;
    expect(at({ timed: undefined })).toBeGreaterThan(at({}));
  });
  test('figures already planned with change nothing of what is learned: it is the sheet that is measured against', () => {
    const own = new Map([...productById, ['matt-paint', dryingTimes(productById.get('matt-paint')!, 1.5)]]);
    const log = [piece(first, done('paint-2', DAY + 500, DAY + 560))];
    expect(dryingFacts(log, shop, own)).toEqual(dryingFacts(log, shop, productById));
  });
});

describe('a product by the shop’s own log', () => {
  test('every product of the library stays possible, slower and quicker, and goes back to its sheet whole', () => {
    for (const p of PRODUCTS)
      for (const factor of [0.6, 1, 1.37, 2.5]) {
        const own = dryingTimes(p, factor);
        expect(productFaults(own), `${p.id} × ${factor}`).toEqual([]);
        expect(sheetOf(dryingTimes(own, 1.1))).toEqual(sheetOf(p));
        expect(JSON.parse(JSON.stringify(bySheet(own, 'drying')))).toEqual(p);
      }
  });
  test('a slower one is slower in all; a quicker one only in what hands find out', () => {
    const p = productById.get('matt-paint')!;
    expect(dryingTimes(p, 1.2).stages_minutes.cure).toBe(Math.ceil(p.stages_minutes.cure * 1.2));
    expect(dryingTimes(p, 0.8).stages_minutes).toMatchObject({
      recoat: Math.ceil(p.stages_minutes.recoat * 0.8),
      cure: p.stages_minutes.cure,
      travel: p.stages_minutes.travel,
    });
  });
  test('how much slower it is planned can be read from it, also where a stage takes no time', () => {
    for (const p of PRODUCTS) {
      expect(dryingFactor(p), p.id).toBe(1);
      const { touch, handle, sand, recoat, topcoat } = p.stages_minutes;
      if (Math.max(touch, handle, sand, recoat, topcoat) >= 60)
        expect(dryingFactor(dryingTimes(p, 1.3)), p.id).toBeCloseTo(1.3, 1);
      expect(dryingFactor(bySheet(dryingTimes(p, 1.3), 'drying')), p.id).toBe(1);
    }
  });
  test('drying and coverage are put back one by one', () => {
    const p = productById.get('matt-paint')!;
    const both = spreading(dryingTimes(p, 1.3), 7);
    expect(both).toMatchObject({ spread_m2PerL: 7, sheet: { spread_m2PerL: p.spread_m2PerL } });
    const dries = bySheet(both, 'coverage');
    expect(dries).toMatchObject({ spread_m2PerL: p.spread_m2PerL, stages_minutes: both.stages_minutes });
    expect(bySheet(dries, 'drying').sheet).toBeUndefined();
  });
});

describe('how far a litre goes', () => {
  const coat = (litres: number, more: object = {}) =>
    piece(done('paint-1', DAY, DAY + 60, { took: { paint: 'can', litres, isTold: true }, ...more }));
  const book = stepOf(route, 'paint-1').litres;
  const learnt = (...log: LoggedPiece[]) => learnCoverage(coverageFacts(log, productById), productById)[0];
  test('is (5 by the sheet + the shop’s own) / (5 + n), in the sheet’s own measure', () => {
    expect(coverageFacts([coat(book)], productById)).toEqual([
      { product: 'matt-paint', times: expect.closeTo(1, 9) as number },
    ]);
    const own = learnt(coat(book * 2), coat(book * 2), coat(book * 2))!;
    expect(own.factor).toBeCloseTo((5 + 3 * 0.5) / 8, 9);
    expect(own.own_m2PerL).toBeCloseTo(productById.get('matt-paint')!.spread_m2PerL! * own.factor, 9);
    expect(own.n).toBe(3);
  });
  test('only what somebody said counts, and a slip of the pen does not', () => {
    expect(learnt(coat(book, { took: { litres: book } }))).toBeUndefined();
    expect(learnt(coat(book * 2.99))!.n).toBe(1);
    expect(learnt(coat(book * 3.01))).toBeUndefined();
    expect(learnt(coat(book / 2.99))!.n).toBe(1);
    expect(learnt(coat(book / 3.01))).toBeUndefined();
  });
  test('200 shops with a true factor and 20 % noise, 60 coats each: found within 10 %, nine in ten within 15 %', () => {
    const random = randomLcg(17);
    const noise = randomLogNormal.source(random)(0, 0.2);
    const errors = Array.from({ length: 200 }, () => {
      const truth = 0.7 + random() * 0.6;
      const log = Array.from({ length: 60 }, () => coat((book / truth) * noise()));
      return Math.abs(learnt(...log)!.factor / truth - 1);
    }).sort((a, b) => a - b);
    expect(errors[100]).toBeLessThan(0.1);
    expect(errors[180]).toBeLessThan(0.15);
  });
});

describe('how many coats hide it', () => {
  const hidden = (given: Parameters<typeof routeOf>[0]) => stepOf(routeOf(given), 'paint-1').hides!;
  test('is kept by paint, colour, ground and primer, with what the book gives it', () => {
    const varnished = { finish: 'varnish' } as const;
    expect(hidden({ brief: { body: WHITE, prime: 'no' }, survey: varnished })).toEqual({
      paint: 'matt-paint',
      colour: 'white',
      ground: 'dark',
      primer: null,
      coats: 3,
    });
    expect(hidden({ brief: { body: YELLOW } })).toMatchObject({ colour: 'sheer', ground: 'pale' });
    expect(hidden({ brief: { body: SLATE, prime: 'no' }, survey: { wood: 'hardwood' } })).toMatchObject({
      colour: 'strong',
      ground: 'middling',
    });
    expect(hidden({ brief: { body: WHITE }, findings: ['knots'] }).primer).toBe('shellac-primer');
  });
  const painted = (coats: number, isFinished = true) => {
    const given = { brief: { body: WHITE, prime: 'no' as const }, survey: { finish: 'pale-paint' as const } };
    const [one] = routeOf(given).steps.filter((s) => s.hides);
    return piece(
      ...Array.from({ length: coats }, (_, n): LoggedStep => {
        const state = { kind: 'done', from: DAY, until: DAY + 60, by: ['owner'] } as const;
        return {
          route: { ...one!, key: `paint-${n + 1}` },
          state: isFinished || n === 0 ? state : { kind: 'planned' },
        };
      }),
    );
  };
  test('“the route 2, you 3, four times of five”: what it took most often, of paint that is finished', () => {
    const log = [painted(3), painted(3), painted(2), painted(3), painted(3), painted(4, false)];
    const [own] = learnCoats(coatsFacts(log));
    expect(own).toMatchObject({ hides: { coats: 2 }, own: 3, times: 4, n: 5 });
    expect(areEnough(own!)).toBe(true);
  });
  test('a coat more in the painter’s hand is a coat it took', () => {
    const given = inputOf({ brief: { body: WHITE, prime: 'no' }, survey: { finish: 'pale-paint' } });
    const { steps, zones } = editedRoute(given, [{ op: 'coats', series: 'paint', count: 3 }]);
    const state = { kind: 'done', from: DAY, until: DAY + 60, by: ['owner'] } as const;
    const [fact] = coatsFacts([{ zones, steps: steps.map((s) => ({ route: s, state })) }]);
    expect(fact).toMatchObject({ hides: { coats: 2 }, laid: 3 });
  });
  test('of two equally often the larger; planned with from five times on, when three of five agree', () => {
    const learnt = (...laid: number[]) => learnCoats(coatsFacts(laid.map((n) => painted(n))))[0]!;
    expect(learnt(2, 3).own).toBe(3);
    expect(areEnough(learnt(3, 3, 3, 3))).toBe(false);
    expect(areEnough(learnt(3, 3, 3, 2, 4))).toBe(true);
    expect(areEnough(learnt(3, 3, 4, 4, 2))).toBe(false);
  });
  test('a coat laid again after a fault is no further one', () => {
    const again: LoggedStep = {
      ...painted(1).steps[0]!,
      route: { ...painted(1).steps[0]!.route, key: 'paint-1-again-1' },
    };
    const [fact] = coatsFacts([piece(...painted(2).steps, again)]);
    expect(fact!.laid).toBe(2);
  });
  test('the route lays as many as it took here, and says so', () => {
    const given = { brief: { body: WHITE, prime: 'no' as const }, survey: { finish: 'pale-paint' as const } };
    const key = hidesKey(hidden(given));
    const own = routeOf({ ...given, means: { ownCoats: { [key]: 3 } } });
    expect(own.steps.filter((s) => s.coat === 'paint')).toHaveLength(3);
    expect(own.notes.join(' ')).toContain('the book gives it 2 coats, your own log 3');
  });
});
