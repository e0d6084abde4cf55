import { describe, expect, test } from 'vitest';
import {
  type PieceToPlan,
  type Problem,
  byWorth,
  chanceBy,
  chancesOf,
  eachRemedy,
  EVERY_SKILL,
  latenessOf,
  planAfresh,
  promiseFor,
  quantile,
  simulate,
  prioritise,
  remedies,
  readyInParts,
  replan,
} from '../src/index.ts';
import { after, at, NINE_TO_FIVE, piece, smallShop, startOf, step } from './fixtures/smallShop.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';

const IS_LONG = Boolean(process.env['MOKUME_LONG']);
const RUNS = IS_LONG ? 200 : 8;
const CERTAIN = { work: 0, drying: 0, week: 0, rework: 0, absence: 0 };
const bench = { kind: 'bench', units: 1, span: 'both' } as const;
const coat = (id: string, more: Parameters<typeof step>[1] = {}) =>
  step(id, { skill: 'paint', product: 'matt-paint', needs: [bench], ...more });

describe('rehearsing a plan', () => {
  test(`in ${RUNS} workshops, with nothing left to chance nothing is later than planned, and next to nothing sooner`, () => {
    const differences: number[] = [];
    const any = Array.from({ length: RUNS }, (_, n) => n + 1);
    // Paint would be mixed too soon, a coat laid sooner where it dries for longer, a step goes sooner than what its own piece
    // is to do then, and a rest waits for hands where another step takes more than there are.
    const found = [21, 51, 57, 65, 87];
    for (const [pieces, seeds] of [
      [4, [...any, ...found]],
      [8, IS_LONG ? [...any, ...found] : found],
    ] as const)
      for (const seed of seeds) {
        const { problem } = randomWorkshop(seed, pieces);
        const plan = planAfresh(problem);
        for (const [id, runs] of simulate(problem, plan, 3, 1, CERTAIN))
          differences.push(...Array.from(runs, (run) => run - plan.ready[id]!));
      }
    // What begins on the grid may be dry between two of its slots.
    expect(Math.max(...differences)).toBeLessThanOrEqual(5);
    // A piece that was just worked on goes on at once where nobody else is expected, which a first plan may not have seen.
    expect(differences.filter((d) => d < -5).length / differences.length).toBeLessThan(0.02);
  });
  test('in parts it says after every run what they say so far, and ends with as many as were asked for', () => {
    const { problem } = randomWorkshop(3, 3);
    const plan = planAfresh(problem);
    const [id] = simulate(problem, plan, 1, 1).keys();
    const parts = [...readyInParts(problem, plan, id!, 12)];
    expect(parts.map((p) => p.runs)).toEqual(Array.from({ length: 12 }, (_, n) => n + 1));
    expect(parts.at(-1)!.soFar()).toEqual(simulate(problem, plan, 12, 1).get(id!));
    expect(chancesOf(problem, plan, 12).get(id!)).toMatchObject({ runs: 12, sample: { length: 12 } });
  });
  test('several threads find in their shares of the runs what one finds in all', () => {
    const { problem } = randomWorkshop(3, 3);
    const plan = planAfresh(problem);
    for (const [id, all] of simulate(problem, plan, 23, 1))
      for (const of of [2, 3, 4]) {
        const shares = Array.from({ length: of }, (_, part) => [...readyInParts(problem, plan, id, 23, { part, of })]);
        const lasts = shares.map((parts) => parts.at(-1)!.soFar());
        expect(lasts.flatMap((l) => [...l]).sort((a, b) => a - b)).toEqual([...all]);
        // Nobody does a run that is another's.
        expect(Math.max(...lasts.map((l) => l.length)) - Math.min(...lasts.map((l) => l.length))).toBeLessThan(2);
      }
  });
  test('nothing is ready before its plan, a later date is never less sure, and the same seed gives the same runs', () => {
    const { problem } = randomWorkshop(3, 5);
    const plan = planAfresh(problem);
    const runs = simulate(problem, plan, 100, 7);
    expect(simulate(problem, plan, 100, 7)).toEqual(runs);
    for (const [id, sorted] of runs) {
      expect(sorted[0]!).toBeGreaterThanOrEqual(plan.ready[id]! - 24 * 60);
      for (let d = 1; d < 30; d++)
        expect(chanceBy(sorted, plan.ready[id]! + d * 1440)).toBeGreaterThanOrEqual(
          chanceBy(sorted, plan.ready[id]! + (d - 1) * 1440),
        );
    }
  });
  test('who is kept longer by a coat that fails is not at the next piece meanwhile', () => {
    const shop = smallShop([
      piece('p', [coat('fails', { work_minutes: 60 })]),
      piece('q', [step('next', { work_minutes: 60 })], { arrival: at(0, 10) }),
    ]);
    const plan = planAfresh(shop);
    expect(plan.steps['next']!.start).toBe(at(0, 10));
    // Twice the hour, and three in which the failed coat dries and is sanded.
    expect(simulate(shop, plan, 3, 1, { ...CERTAIN, rework: 1 }).get('q')![0]).toBe(at(0, 15));
  });
  test('who is slower does it when who is quicker is kept longer', () => {
    const people = [
      { id: 'ada', name: 'Ada', hours: NINE_TO_FIVE, skills: { paint: 1, prep: 1 } },
      { id: 'cleo', name: 'Cleo', hours: NINE_TO_FIVE, skills: { prep: 0.5 } },
    ];
    const shop = smallShop(
      [
        piece('p', [coat('fails', { work_minutes: 60 })]),
        piece('q', [step('next', { work_minutes: 60 })], { arrival: at(0, 10) }),
      ],
      { people },
    );
    const plan = planAfresh(shop);
    expect([startOf(plan, 'next'), plan.ready['q']]).toEqual([at(0, 10), at(0, 11)]);
    expect(simulate(shop, plan, 3, 1, { ...CERTAIN, rework: 1 }).get('q')![0]).toBe(at(0, 12));
  });
  test('what found no room in the evening goes before what waits for it in the morning, not behind it', () => {
    const short = { weekly: Array.from({ length: 7 }, () => [{ from: 540, until: 615 }]), exceptions: [], blocks: [] };
    const steps = [
      coat('fails', { work_minutes: 60 }),
      step('rub', { work_minutes: 15, after: [after('fails')] }),
      step('paint', { work_minutes: 45, after: [after('rub')] }),
    ];
    const shop = smallShop([piece('p', steps)], {
      people: [{ id: 'ada', name: 'Ada', hours: short, skills: EVERY_SKILL }],
    });
    const plan = planAfresh(shop);
    expect(plan.steps['paint']!.start).toBe(at(1, 9));
    expect(simulate(shop, plan, 3, 1, { ...CERTAIN, rework: 1 }).get('p')![0]).toBe(at(1, 10));
  });
  describe('somebody waits for a coat that fails', () => {
    const helper = (id: string, skill: string) => ({ id, name: id, hours: NINE_TO_FIVE, skills: { [skill]: 1 } });
    // From ten to twelve Bo was to rub what Ada paints, and then to do another piece, whose date is missed by that.
    const shop = (due: number | null, rub_minutes = 120) =>
      smallShop(
        [
          piece(
            'p',
            [
              coat('fails', { work_minutes: 60 }),
              step('rub', { skill: 'repair', work_minutes: rub_minutes, after: [after('fails')] }),
            ],
            { promised: true, due: at(0, 12) },
          ),
          piece('q', [step('next', { skill: 'repair', work_minutes: 60 })], { arrival: at(0, 10), due }),
          piece('r', [step('meanwhile', { work_minutes: 15 })], { arrival: at(0, 10, 15) }),
        ],
        { people: [helper('ada', 'paint'), helper('bo', 'repair'), helper('cleo', 'prep')] },
      );
    const other = (problem: Problem) => {
      const plan = planAfresh(problem);
      return [plan.ready['q'], simulate(problem, plan, 3, 1, { ...CERTAIN, rework: 1 }).get('q')![0]];
    };
    test('a late piece is done meanwhile', () => {
      expect(other(shop(at(0, 12)))).toEqual([at(0, 13), at(0, 11)]);
    });
    test('one in time stays where it is', () => {
      expect(other(shop(null))).toEqual([at(0, 13), at(0, 13)]);
    });
    test('a late one whose floor others are to have comes when it was planned', () => {
      const later = [5, 8].map((day) =>
        piece(`day-${day}`, [step(`s${day}`)], { arrival: at(day, 9), floor_units: 1 }),
      );
      const withFloor = (floor_units: number) => {
        const late = shop(at(0, 12));
        const pieces = late.pieces.map((p) => (p.id === 'q' ? { ...p, floor_units } : p));
        return other({ ...late, pieces: [...pieces, ...later], floor_units: 1 });
      };
      expect(withFloor(1)).toEqual([at(0, 13), at(0, 13)]);
      expect(withFloor(0)).toEqual([at(0, 13), at(0, 11)]);
    });
    test('for less than half an hour a late piece is not brought forward', () => {
      expect(other(shop(at(0, 11), 30))).toEqual([at(0, 11, 30), at(0, 11)]);
      expect(other(shop(at(0, 11), 25))).toEqual([at(0, 11, 25), at(0, 11, 25)]);
    });
  });
  test('what comes next begins sooner where nobody is expected, and only there, late or not', () => {
    const helper = (id: string, skill: string) => ({ id, name: id, hours: NINE_TO_FIVE, skills: { [skill]: 1 } });
    const rack = { kind: 'rack', units: 1, span: 'work' } as const;
    const shares = (due: number | null) => {
      // From ten to twelve Bo was to rub what is painted twice; from half past ten the rack is another's.
      const rub = step('rub', { skill: 'repair', work_minutes: 120, after: [after('fails')] });
      const steps = [
        step('see', { work_minutes: 15 }),
        step('next', { skill: 'repair', needs: [rack], after: [after('see')] }),
      ];
      const problem = smallShop(
        [
          piece('p', [coat('fails', { work_minutes: 60 }), rub], { promised: true, due: at(0, 12) }),
          piece('q', steps, { arrival: at(0, 9, 30), due }),
          piece('r', [step('other', { skill: 'seal', work_minutes: 15, needs: [rack] })], { arrival: at(0, 10, 30) }),
        ],
        {
          people: [helper('ada', 'paint'), helper('bo', 'repair'), helper('cleo', 'prep'), helper('dan', 'seal')],
          stations: [
            { id: 'bench', name: 'Bench', kind: 'bench', capacity: 9, hours: null, climate: 'shed' },
            { id: 'rack', name: 'Rack', kind: 'rack', capacity: 1, hours: null, climate: 'shed' },
          ],
        },
      );
      const plan = planAfresh(problem);
      expect([startOf(plan, 'next'), startOf(plan, 'other')]).toEqual([at(0, 12), at(0, 10, 30)]);
      const runs = simulate(problem, plan, 1000, 1, { ...CERTAIN, rework: 1 }).get('q')!;
      return [at(0, 10, 45), at(0, 11, 45)].map((t) => runs.filter((r) => r === t).length / 1000);
    };
    expect(shares(null)).toEqual([0, 1]);
    expect(shares(at(0, 12))).toEqual([0, 1]);
  });
  describe('a step that has lost its place', () => {
    // Bo was to rub at ten. The coat before it is laid twice, so that it is two when he can, and others are his by then.
    const people = [
      { id: 'ada', name: 'Ada', hours: NINE_TO_FIVE, skills: { paint: 1 } },
      { id: 'bo', name: 'Bo', hours: NINE_TO_FIVE, skills: { repair: 1 } },
    ];
    const roomy = {
      people: [
        ...people,
        { id: 'cleo', name: 'Cleo', hours: NINE_TO_FIVE, skills: { paint: 1 } },
        { id: 'dan', name: 'Dan', hours: NINE_TO_FIVE, skills: { prep: 1 } },
      ],
      stations: [{ id: 'bench', name: 'Bench', kind: 'bench', capacity: 9, hours: null, climate: 'shed' }],
    } as const;
    const always = { weekly: Array.from({ length: 7 }, () => [{ from: 0, until: 1440 }]), exceptions: [], blocks: [] };
    // Days later, when all coats are dry, by somebody who is always there: so that it tells when the rubbing was over.
    const last = step('last', { skill: 'seal', work_minutes: 5, after: [after('rub', { min_minutes: 3 * 1440 - 5 })] });
    const eve = { id: 'eve', name: 'Eve', hours: always, skills: { seal: 1 } };
    type More = Parameters<typeof piece>[2];
    const shop = (others: number, minutes: number, rub_minutes: number, first: More = {}, other: More = {}) => {
      const rub = step('rub', { skill: 'repair', work_minutes: rub_minutes, after: [after('fails')] });
      const inTheWay = (n: number) =>
        piece(`q${n}`, [step(`other-${n}`, { skill: 'repair', work_minutes: minutes })], {
          arrival: at(0, 14, n * minutes),
          ...other,
        });
      return smallShop(
        [
          piece('p', [coat('fails', { work_minutes: 60 }), rub, last], first),
          ...Array.from({ length: others }, (_, n) => inTheWay(n)),
        ],
        { people: [...people, eve] },
      );
    };
    const RUBBED = 1000;
    /** In how many of all runs the rubbing was over when, by its hour and minute. */
    const rubbed = (problem: Problem) => {
      const plan = planAfresh(problem);
      expect([startOf(plan, 'rub'), startOf(plan, 'other-0')]).toEqual([at(0, 10), at(0, 14)]);
      const runs = simulate(problem, plan, RUBBED, 1, { ...CERTAIN, rework: 1 }).get('p')!;
      return (hour: number, minute = 0) => runs.filter((r) => r === at(3, hour, minute)).length / RUBBED;
    };
    test('mostly has all others shift, else waits until nobody has to: chance decides, since a re-plan may', () => {
      const share = rubbed(shop(2, 30, 60));
      expect(share(15)).toBeCloseTo(0.7, 1);
      expect(share(15) + share(16)).toBeCloseTo(1, 9);
    });
    test('has all others shift nine times in ten when its piece has less than three days until its date, or misses it', () => {
      // Expected by three, three days later.
      const share = (due: number) => rubbed(shop(2, 30, 60, { due }));
      expect(share(at(6, 15))(15)).toBeCloseTo(0.7, 1);
      expect(share(at(6, 14, 55))(15)).toBeCloseTo(0.9, 1);
      expect(share(at(3, 14, 55))(15)).toBeCloseTo(0.9, 1);
      expect(share(at(6, 14, 55))(15) + share(at(6, 14, 55))(16)).toBeCloseTo(1, 9);
    });
    test('always goes before what nobody was told and what was told for later, when it misses a date that was told', () => {
      const late = { due: at(3, 14, 55), promised: true };
      const share = (other: More) => rubbed(shop(2, 30, 60, late, other))(15);
      expect(share({})).toBe(1);
      expect(share({ due: at(2, 12) })).toBe(1);
      expect(share({ due: at(3, 15), promised: true })).toBe(1);
      expect(share({ due: at(3, 14), promised: true })).toBeCloseTo(0.9, 1);
      expect(rubbed(shop(2, 30, 60, { ...late, due: at(3, 15) }))(15)).toBeCloseTo(0.9, 1);
    });
    test('waits as well for what somebody else could do, which stays with whom it is', () => {
      const rub = step('rub', { skill: 'repair', after: [after('fails')] });
      const others = step('other-0', { work_minutes: 60, pin: { person: 'bo' } });
      const share = (person: string) => {
        const pieces = [
          piece('p', [coat('fails', { work_minutes: 60 }), rub, last]),
          piece('q', [{ ...others, pin: { person } }], { arrival: at(0, 14) }),
        ];
        const able = ['bo', 'dan'].map((id) => ({ id, name: id, hours: NINE_TO_FIVE, skills: { prep: 1 } }));
        const bo = { ...able[0]!, skills: { repair: 1, prep: 1 } };
        return rubbed(smallShop(pieces, { people: [people[0]!, bo, able[1]!, eve] }))(15);
      };
      expect(share('bo')).toBeCloseTo(0.7, 1);
      expect(share('dan')).toBe(1);
    });
    test('waits twelve times and then goes all the same', () => {
      // Ten minutes among others of five, one after another: there are always two in its way.
      const share = rubbed(shop(36, 5, 10));
      expect(share(14, 10)).toBeCloseTo(0.7, 1);
      expect(share(14, 10) + share(16, 10)).toBeCloseTo(1, 9);
    });
    test('goes before what loses its own later', () => {
      // Both coats are laid twice: the rubbing of p has lost its place at two, that of q at three. From two to three Bo is another's.
      const two = (id: string, hour: number) => {
        const end = step(`last-${id}`, { ...last, after: [after(`rub-${id}`, { min_minutes: 3 * 1440 - 5 })] });
        const rub = step(`rub-${id}`, { skill: 'repair', after: [after(`fails-${id}`)] });
        return piece(id, [coat(`fails-${id}`, { work_minutes: 60 }), rub, end], { arrival: at(0, hour) });
      };
      const other = piece('r', [step('other', { skill: 'repair' })], { arrival: at(0, 14) });
      const problem = smallShop([two('p', 9), two('q', 10), other], {
        people: [...roomy.people, eve],
        stations: roomy.stations,
      });
      const plan = planAfresh(problem);
      expect(['rub-p', 'rub-q', 'other'].map((id) => startOf(plan, id))).toEqual([at(0, 10), at(0, 11), at(0, 14)]);
      const runs = simulate(problem, plan, RUBBED, 1, { ...CERTAIN, rework: 1 }).get('p')!;
      const share = (hour: number) => runs.filter((r) => r === at(3, hour)).length / RUBBED;
      expect(share(15)).toBeCloseTo(0.7, 1);
      expect(share(15) + share(16)).toBe(1);
    });
    test('goes after what is late for a date that was told and waits for the same moment', () => {
      // Bo is kept until three. By then two coats that are laid twice are to be rubbed, of which that of p was to be first.
      const two = (id: string, hour: number, more: More) =>
        piece(
          id,
          [
            coat(`fails-${id}`, { work_minutes: 60 }),
            step(`rub-${id}`, { skill: 'repair', after: [after(`fails-${id}`)] }),
            step(`last-${id}`, { skill: 'seal', work_minutes: 5, after: [after(`rub-${id}`, { min_minutes: 4315 })] }),
          ],
          { arrival: at(0, hour), ...more },
        );
      const share = (promised: boolean) => {
        const problem = smallShop(
          [
            two('p', 9, {}),
            two('q', 10, { due: at(3, 12), promised }),
            piece('r', [step('meanwhile', { skill: 'repair', work_minutes: 120 })], { arrival: at(0, 13) }),
          ],
          { people: [...roomy.people, eve], stations: roomy.stations },
        );
        const plan = planAfresh(problem);
        expect([startOf(plan, 'rub-p'), startOf(plan, 'rub-q')]).toEqual([at(0, 10), at(0, 11)]);
        const runs = simulate(problem, plan, RUBBED, 1, { ...CERTAIN, rework: 1 }).get('q')!;
        return runs.filter((r) => r === at(3, 16)).length / RUBBED;
      };
      expect(share(true)).toBe(1);
      expect(share(false)).toBe(0);
    });
    test('has nobody give way who cannot come by then either', () => {
      const rub = (id: string, of: string, minutes: number) =>
        step(`rub-${id}`, { skill: 'repair', work_minutes: minutes, after: [after(of)] });
      const late = (id: string) => {
        const seen = step(`see-${id}`, { work_minutes: 15, after: [after(`fails-${id}`)] });
        const steps = [coat(`fails-${id}`, { work_minutes: 60 }), seen, rub(id, `see-${id}`, 30)];
        return piece(id, steps, { arrival: at(0, 12, 45) });
      };
      const first = piece('p', [coat('fails', { work_minutes: 60 }), rub('p', 'fails', 60)]);
      // Bo was to rub the last two from two to three; their coats are laid twice as well.
      const last = piece('s', [step('last', { skill: 'repair', work_minutes: 30 })], { arrival: at(0, 15) });
      const problem = smallShop([first, late('q'), late('r'), last], {
        ...roomy,
      });
      const plan = planAfresh(problem);
      expect(startOf(plan, 'rub-p')).toBe(at(0, 10));
      expect(Math.min(startOf(plan, 'rub-q'), startOf(plan, 'rub-r'))).toBe(at(0, 14));
      expect(Math.max(startOf(plan, 'rub-q'), startOf(plan, 'rub-r'))).toBe(at(0, 14, 30));
      expect(simulate(problem, plan, 1, 1, { ...CERTAIN, rework: 1 }).get('s')![0]).toBe(at(0, 15, 30));
    });
    test('takes room that is left beside others, and none that they are to have', () => {
      const rack = { kind: 'rack', units: 1, span: 'work' } as const;
      const ready = (capacity: number) => {
        const rub = step('rub', { skill: 'repair', needs: [rack], after: [after('fails')] });
        const other = step('other-0', { work_minutes: 30, needs: [rack] });
        const shopThen = smallShop(
          [piece('p', [coat('fails', { work_minutes: 60 }), rub, last]), piece('q', [other], { arrival: at(0, 14) })],
          {
            people: [...roomy.people, eve],
            stations: [
              ...roomy.stations,
              { id: 'rack', name: 'Rack', kind: 'rack', capacity, hours: null, climate: 'shed' },
            ],
          },
        );
        const plan = planAfresh(shopThen);
        expect([startOf(plan, 'rub'), startOf(plan, 'other-0')]).toEqual([at(0, 10), at(0, 14)]);
        return simulate(shopThen, plan, 100, 1, { ...CERTAIN, rework: 1 }).get('p')!;
      };
      expect(new Set(ready(2))).toEqual(new Set([at(3, 15)]));
      // The other gives way, or does not.
      expect(new Set(ready(1))).toEqual(new Set([at(3, 15), at(3, 15, 30)]));
    });
    test('takes none either that they are to have beside what has begun', () => {
      const rack = { kind: 'rack', units: 1, span: 'work' } as const;
      const ready = (capacity: number) => {
        const rub = step('rub', { skill: 'repair', needs: [rack], after: [after('fails')] });
        const begun = step('begun', { skill: 'paint', work_minutes: 180, needs: [rack] });
        const problem = smallShop(
          [
            piece('p', [coat('fails', { work_minutes: 60 }), rub, last]),
            piece('q', [step('other', { work_minutes: 30, needs: [rack] })], { arrival: at(0, 14) }),
            piece('r', [begun], { arrival: at(0, 13) }),
          ],
          {
            people: [...roomy.people, eve],
            stations: [
              ...roomy.stations,
              { id: 'rack', name: 'Rack', kind: 'rack', capacity, hours: null, climate: 'shed' },
            ],
          },
        );
        return new Set(simulate(problem, planAfresh(problem), 100, 1, { ...CERTAIN, rework: 1 }).get('p'));
      };
      expect(ready(3)).toEqual(new Set([at(3, 15)]));
      expect(ready(2)).toEqual(new Set([at(3, 15), at(3, 15, 30)]));
    });
    test('raises no dust where others are expected to paint', () => {
      // Away from the bench, so that what fails is not itself the wet film beside the dust.
      const rack = { kind: 'rack', units: 1, span: 'both' } as const;
      const wet = (n: number) =>
        piece(`w${n}`, [coat(`wet-${n}`, { skill: 'assemble', work_minutes: 30 })], { arrival: at(0, 15, n * 30) });
      const ready = (dusty: boolean) => {
        const rub = step('rub', { skill: 'repair', dusty, needs: [bench], after: [after('fails')] });
        const fails = coat('fails', { work_minutes: 60, needs: [rack] });
        const problem = smallShop([piece('p', [fails, rub, last]), wet(0), wet(1)], {
          people: [...people, eve, { id: 'cleo', name: 'Cleo', hours: NINE_TO_FIVE, skills: { assemble: 1 } }],
          stations: [
            ...roomy.stations,
            { id: 'rack', name: 'Rack', kind: 'rack', capacity: 9, hours: null, climate: 'shed' },
          ],
        });
        const runs = simulate(problem, planAfresh(problem), RUBBED, 1, { ...CERTAIN, rework: 1 }).get('p')!;
        return (day: number, hour: number, minute: number) =>
          runs.filter((r) => r <= at(day, hour, minute)).length / RUBBED;
      };
      // It can be rubbed when its own coat is dust-free. Where all shift for it, it is; else when both are, the next day.
      const share = ready(true);
      expect(share(3, 15, 55)).toBeCloseTo(0.7, 1);
      expect(share(4, 9, 0)).toBe(share(3, 15, 55));
      expect(ready(false)(3, 15, 0)).toBe(1);
    });
  });
  test('no film is dry sooner than its data sheet says; half of them later', () => {
    const shop = smallShop([piece('p', [coat('paint')])]);
    const plan = planAfresh(shop);
    const runs = simulate(shop, plan, 200, 3, { ...CERTAIN, drying: 0.5 }).get('p')!;
    const sheet = simulate(shop, plan, 1, 3, CERTAIN).get('p')![0]!;
    expect(runs[0]).toBe(sheet);
    const later = runs.filter((r) => r > sheet).length / runs.length;
    expect(later).toBeGreaterThan(0.35);
    expect(later).toBeLessThan(0.65);
  });
  test('a window that is missed costs its rescue, one that is kept does not', () => {
    // While another coat is laid twice over, the window of what was to have the sprayer next closes.
    const ready = (minutes: number, rework: number) => {
      const window = after('one', { max_minutes: 65, rescue: { title: 'scuff', minutes } });
      const shop = smallShop([
        piece('p', [step('one'), step('two', { tool: 'sprayer', after: [window] })]),
        piece('q', [coat('other', { tool: 'sprayer', pin: { at: at(0, 10) } })]),
      ]);
      const plan = planAfresh(shop);
      expect([startOf(plan, 'other'), startOf(plan, 'two')]).toEqual([at(0, 10), at(0, 11)]);
      return simulate(shop, plan, 1, 3, { ...CERTAIN, rework }).get('p')![0]!;
    };
    expect(ready(60, 1) - ready(30, 1)).toBe(30);
    expect(ready(60, 0) - ready(30, 0)).toBe(0);
  });
  test('a few seconds over move nothing: what happened is told in whole minutes', () => {
    const steps = Array.from({ length: 8 }, (_, n) =>
      step(`s${n}`, { work_minutes: 15, after: n > 0 ? [after(`s${n - 1}`)] : [] }),
    );
    const shop = smallShop([piece('p', steps)]);
    const plan = planAfresh(shop);
    const runs = (work: number) => simulate(shop, plan, 40, 3, { ...CERTAIN, work }).get('p')!;
    // A hundredth of a quarter of an hour is nine seconds, a tenth a minute and a half.
    expect(runs(0.01).at(-1)).toBe(plan.ready['p']);
    expect(runs(0.1).at(-1)).toBeGreaterThan(plan.ready['p']!);
  });
  test('work on one bench after another is slower in every run than with a second person to help', () => {
    const jobs = ['p', 'q', 'r'].map((id) => piece(id, [coat(`c-${id}`, { work_minutes: 300 })]));
    const two = ['ada', 'bo'].map((id) => ({ id, name: id, hours: NINE_TO_FIVE, skills: EVERY_SKILL }));
    const p80 = (more: object) => {
      const shop = smallShop(jobs, more);
      return Math.max(...[...chancesOf(shop, planAfresh(shop), 100).values()].map((c) => c.p80));
    };
    expect(p80({ people: two })).toBeLessThan(p80({}));
  });
});

// Source: PERT means and variances add up along a chain (Malcolm et al. 1959); here by the same central-limit reasoning.
test('along a chain of steps the spread grows with the square root of their number', () => {
  const spread = (n: number) => {
    const steps = Array.from({ length: n }, (_, i) =>
      step(`s${i}`, { work_minutes: 100, splittable: true, after: i > 0 ? [after(`s${i - 1}`)] : [] }),
    );
    const always = { weekly: Array.from({ length: 7 }, () => [{ from: 0, until: 1440 }]), exceptions: [], blocks: [] };
    const shop = smallShop([piece('p', steps)], {
      people: [{ id: 'ada', name: 'Ada', hours: always, skills: EVERY_SKILL }],
    });
    const runs = simulate(shop, planAfresh(shop), 1500, 2, { ...CERTAIN, work: 0.2 }).get('p')!;
    return quantile(runs, 0.9) - quantile(runs, 0.5);
  };
  // Nobody starts before the planned time, so waiting adds to it; the growth stays well under linear.
  const growth = spread(16) / spread(4);
  expect(growth).toBeGreaterThan(1.5);
  expect(growth).toBeLessThan(3.2);
});

describe('a promise', () => {
  const busy = smallShop([
    piece('told', [step('a', { work_minutes: 420 }), step('b', { work_minutes: 420, after: [after('a')] })], {
      promised: true,
      due: at(3, 17),
    }),
    piece('stock', [step('c', { work_minutes: 420 }), step('d', { work_minutes: 420, after: [after('c')] })]),
  ]);
  const current = planAfresh(busy);
  const fresh = piece('new', [coat('one'), coat('two', { after: [after('one', { from: 'recoat' })] })]);
  const busyWith = (p: PieceToPlan) => ({ ...busy, pieces: [...busy.pieces, p] });
  test('is no earlier than the plan allows, and surer the later it is', () => {
    const answer = promiseFor(busyWith(fresh), current, 'new');
    if (answer.kind !== 'ready') throw new Error('There is room.');
    const { p50, p80, p95 } = answer.chances;
    expect(p50).toBeGreaterThanOrEqual(answer.earliest - 60);
    expect(p80).toBeGreaterThanOrEqual(p50);
    expect(p95).toBeGreaterThanOrEqual(p80);
  });
  test('taken with what was found, it is ready when that said; where others wait, those alone become later', () => {
    const long = piece('new', [step('one', { work_minutes: 420 })]);
    const answer = promiseFor(busyWith(long), current, 'new', 20);
    if (answer.kind !== 'ready') throw new Error('There is room.');
    const wanted = answer.earliest - 60;
    const others = remedies(busy, current, long, wanted).find((w) => w.change.kind === 'others')!;
    const first = promiseFor(busyWith({ ...long, due: wanted }), current, 'new', 20, 1, true);
    if (first.kind !== 'ready') throw new Error('There is room.');
    expect(others.ready).toBeLessThan(answer.earliest);
    expect(first.earliest).toBe(others.ready);
    for (const id of ['a', 'b']) expect(first.plan.steps[id]).toEqual(current.steps[id]);
    expect(first.plan.ready['stock']).toBeGreaterThan(current.ready['stock']!);
  });
  test('those who wait keep what is to start within the frozen hours', () => {
    const frozen = { ...busy, frozenUntil: Math.max(...['a', 'c'].map((id) => current.steps[id]!.start)) + 5 };
    const whole = { ...frozen, pieces: [...frozen.pieces, fresh] };
    expect(prioritise(whole, current, 'new').steps['c']).toEqual(current.steps['c']);
  });
  test('what brings it sooner is planned for real, the best first, none moving what was told', () => {
    const answer = promiseFor(busyWith(fresh), current, 'new');
    if (answer.kind !== 'ready') throw new Error('There is room.');
    const wanted = answer.earliest - 1440;
    const ways = remedies(busy, current, fresh, wanted, [
      { id: 'one-coat', piece: piece('new', [coat('one')]), cost: 1 },
    ]);
    expect(ways.map((w) => w.change.kind)).toContain('variant');
    expect([...ways].sort(byWorth)).toEqual(ways);
    for (const w of ways) expect(w.ready).toBeLessThan(answer.earliest);
    for (const w of ways) expect(w.later.map((l) => l.piece)).not.toContain('told');
    // Each says what is to be done, so that it can be: hours for those days only, and a helper who then goes home again.
    const planned = [...eachRemedy(busy, current, fresh, wanted)].map((w) => w.remedy.change);
    const helper = planned.find((c) => c.kind === 'person');
    if (!helper) throw new Error('A helper was not thought of.');
    expect(helper.hours.weekly.flat()).toEqual([]);
    expect(helper.hours.exceptions.length).toBeGreaterThan(0);
    const promised = busy.pieces[0]!;
    expect(latenessOf(promised, replan(busy, current).ready['told']!)).toBe(0);
  });
});
