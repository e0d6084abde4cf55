import { describe, expect, test } from 'vitest';
import {
  earliestReady,
  EVERY_SKILL,
  explainer,
  planAfresh,
  planDiff,
  problemFaults,
  replan,
  sayFault,
  sayNoRoom,
  verify,
} from '../src/index.ts';
import { after, air, at, NINE_TO_FIVE, piece, smallShop, startOf, step } from './fixtures/smallShop.ts';

const bench = { kind: 'bench', units: 1, span: 'both' } as const;
const coat = (id: string, more: Parameters<typeof step>[1] = {}) =>
  step(id, { skill: 'paint', product: 'matt-paint', needs: [bench], ...more });

describe('people and hours', () => {
  test('a step in one go is begun only if it can be finished in the shift; a splittable one runs on next day', () => {
    const long = (splittable: boolean) =>
      planAfresh(
        smallShop([
          piece('p', [
            step('a', { work_minutes: 6 * 60 }),
            step('b', { work_minutes: 4 * 60, splittable, after: [after('a')] }),
          ]),
        ]),
      );
    expect(startOf(long(false), 'b')).toBe(at(1, 9));
    expect(startOf(long(true), 'b')).toBe(at(0, 15));
    expect(long(true).steps['b']!.end).toBe(at(1, 11));
  });
  test('one person does one thing at a time; a second person halves the wait', () => {
    const two = [piece('p', [step('a', { work_minutes: 240 })]), piece('q', [step('b', { work_minutes: 240 })])];
    const headsAndTails = planAfresh(smallShop(two));
    expect(Math.max(startOf(headsAndTails, 'a'), startOf(headsAndTails, 'b'))).toBe(at(0, 13));
    const people = ['ada', 'bo'].map((id) => ({ id, name: id, hours: NINE_TO_FIVE, skills: EVERY_SKILL }));
    const placeInterleaved = planAfresh(smallShop(two, { people }));
    expect([startOf(placeInterleaved, 'a'), startOf(placeInterleaved, 'b')]).toEqual([at(0, 9), at(0, 9)]);
  });
  test('a slower hand takes longer, a missing skill is never asked', () => {
    const people = [
      { id: 'ada', name: 'Ada', hours: NINE_TO_FIVE, skills: { paint: 1 } },
      { id: 'bo', name: 'Bo', hours: NINE_TO_FIVE, skills: { prep: 0.5 } },
    ];
    const plan = planAfresh(smallShop([piece('p', [step('a')])], { people }));
    expect(plan.steps['a']).toMatchObject({ people: ['bo'], end: at(0, 11) });
  });
  test('a block and a day off are left alone', () => {
    const hours = {
      ...NINE_TO_FIVE,
      exceptions: [{ date: '2026-03-03', shifts: [] }],
      blocks: [{ title: 'School run', on: { weekday: 0 }, from: 9 * 60, until: 16 * 60 + 30 }],
    };
    const plan = planAfresh(
      smallShop([piece('p', [step('a')])], { people: [{ id: 'ada', name: 'Ada', hours, skills: EVERY_SKILL }] }),
    );
    expect(startOf(plan, 'a')).toBe(at(2, 9));
  });
  test('work for two waits for two, and says so when there is only one', () => {
    const lift = piece('p', [step('lift', { hands: 2 })]);
    expect(sayNoRoom(planAfresh(smallShop([lift])).unplanned[0]!.reason)).toMatch(/needs 2 people at once/);
    const late = {
      ...NINE_TO_FIVE,
      weekly: NINE_TO_FIVE.weekly.map((_, d) => (d === 2 ? [{ from: 600, until: 900 }] : [])),
    };
    const people = [
      { id: 'ada', name: 'Ada', hours: NINE_TO_FIVE, skills: EVERY_SKILL },
      { id: 'bo', name: 'Bo', hours: late, skills: EVERY_SKILL },
    ];
    expect(planAfresh(smallShop([lift], { people })).steps['lift']).toMatchObject({
      start: at(2, 10),
      people: ['ada', 'bo'],
    });
  });
  test('drying counts real hours over the night the clocks change, shifts follow the wall', () => {
    const now = at(26, 16); // Saturday would be off: give her that weekend
    const hours = { ...NINE_TO_FIVE, weekly: NINE_TO_FIVE.weekly.map(() => [{ from: 540, until: 1020 }]) };
    const shop = smallShop(
      [
        piece('p', [coat('a', { product: 'wood-glue' }), step('b', { after: [after('a', { from: 'sand' })] })], {
          arrival: now,
        }),
      ],
      {
        now,
        people: [{ id: 'ada', name: 'Ada', hours, skills: EVERY_SKILL }],
        climates: { shed: air(() => 23) },
      },
    );
    const plan = planAfresh(shop);
    expect(plan.steps['a']!.dry.sand! - plan.steps['a']!.end).toBe(720);
    expect(startOf(plan, 'b')).toBe(at(27, 9));
    expect(verify(shop, plan)).toEqual([]);
  });
});

describe('drying and air', () => {
  test('a drying end on a 10 °C night is later than at 21 °C', () => {
    const ready = (t: number) =>
      planAfresh(smallShop([piece('p', [coat('a')])], { climates: { shed: air(() => t) } })).steps['a']!.dry.recoat!;
    expect(ready(10) - ready(21)).toBeGreaterThan(120);
  });
  test('nothing is planned below its product’s minimum, from start until dry to handle', () => {
    // Warm enough only from 10:00 to 18:00; matt paint needs about five of those hours until it can be handled.
    const shop = smallShop([piece('p', [coat('a', { pin: { notBefore: at(0, 14) } })])], {
      climates: { shed: air((h) => (h >= 10 && h < 18 ? 21 : 7)) },
    });
    const plan = planAfresh(shop);
    expect(startOf(plan, 'a')).toBe(at(1, 10));
    expect(plan.steps['a']!.dry.handle!).toBeLessThanOrEqual(at(1, 18));
  });
  test('a shop that is always too cold says what the product needs and plans the rest', () => {
    const plan = planAfresh(
      smallShop([piece('p', [step('wash'), coat('a', { after: [after('wash')] })]), piece('q', [step('b')])], {
        climates: { shed: air(() => 6) },
      }),
    );
    expect(plan.unplanned).toEqual([
      {
        step: 'a',
        piece: 'p',
        reason: { code: 'limits', product: expect.any(String) as string, minTemperature_c: 10, maxHumidity_pct: 85 },
      },
    ]);
    expect(plan.steps['wash']).toBeDefined();
    expect(plan.steps['b']).toBeDefined();
  });
  test('of a cold and a warm bench the one where the coat is sooner dry is taken', () => {
    const stations = [
      { id: 'a-cold', name: 'Cold', kind: 'bench' as const, capacity: 2, hours: null, climate: 'cold' },
      { id: 'b-warm', name: 'Warm', kind: 'bench' as const, capacity: 2, hours: null, climate: 'warm' },
    ];
    const plan = planAfresh(
      smallShop([piece('p', [coat('a')])], { stations, climates: { cold: air(() => 12), warm: air(() => 22) } }),
    );
    expect(plan.steps['a']!.stations).toEqual(['b-warm']);
  });
});

describe('space and tools', () => {
  test('a wet piece keeps its spot until it can be handled', () => {
    const wide = { kind: 'bench', units: 2, span: 'both' } as const;
    const plan = planAfresh(
      smallShop([piece('p', [coat('a', { needs: [wide] })]), piece('q', [coat('b', { needs: [wide] })])]),
    );
    const [first, second] = [plan.steps['a']!, plan.steps['b']!].sort((x, y) => x.start - y.start);
    expect(second!.start).toBeGreaterThanOrEqual(first!.dry.handle!);
  });
  test('the rack is held while wet, not while the coat is laid', () => {
    const needs = [
      { kind: 'bench', units: 1, span: 'work' },
      { kind: 'rack', units: 2, span: 'wet' },
    ] as const;
    const shop = smallShop([piece('p', [coat('a', { needs })]), piece('q', [coat('b', { needs })])]);
    const plan = planAfresh(shop);
    const [first, second] = [plan.steps['a']!, plan.steps['b']!].sort((x, y) => x.start - y.start);
    expect(second!.end).toBeGreaterThanOrEqual(first!.dry.handle!);
    expect(second!.start).toBeLessThan(first!.dry.handle!);
    expect(verify(shop, plan)).toEqual([]);
  });
  test('there is one sprayer', () => {
    const people = ['ada', 'bo'].map((id) => ({ id, name: id, hours: NINE_TO_FIVE, skills: EVERY_SKILL }));
    const plan = planAfresh(
      smallShop([piece('p', [step('a', { tool: 'sprayer' })]), piece('q', [step('b', { tool: 'sprayer' })])], {
        people,
      }),
    );
    expect(Math.abs(startOf(plan, 'a') - startOf(plan, 'b'))).toBeGreaterThanOrEqual(60);
  });
  // Dust no longer sticks once a film is dry to touch. Source: dust-free and touch stages of ASTM D1640, from memory.
  test('no sanding on a piece while another part of it would take the dust; parts on the rack do not mind', () => {
    const wetTop = (needs: Parameters<typeof step>[1]) =>
      planAfresh(
        smallShop([piece('p', [coat('top', needs), step('sand', { dusty: true, pin: { notBefore: at(0, 10) } })])]),
      );
    const inPlace = wetTop({});
    expect(startOf(inPlace, 'sand')).toBeGreaterThanOrEqual(inPlace.steps['top']!.dry.touch!);
    expect(startOf(inPlace, 'sand')).toBeLessThan(inPlace.steps['top']!.dry.handle!);
    expect(startOf(wetTop({ needs: [{ kind: 'rack', units: 1, span: 'wet' }] }), 'sand')).toBe(at(0, 10));
  });
});

describe('windows', () => {
  const wax = step('wax', { work_minutes: 30 });
  const wipe = step('wipe', { work_minutes: 10, after: [after('wax', { min_minutes: 15, max_minutes: 20 })] });
  test('wax is begun only when it can also be wiped inside its 15 to 20 minutes', () => {
    const shop = smallShop([piece('p', [{ ...wax, pin: { notBefore: at(0, 16, 15) } }, wipe])]);
    const plan = planAfresh(shop);
    expect(startOf(plan, 'wax')).toBe(at(1, 9));
    expect(startOf(plan, 'wipe') - plan.steps['wax']!.end).toBeGreaterThanOrEqual(15);
    expect(verify(shop, plan)).toEqual([]);
  });
  // Source: lag graph with a maximum lag, Bartusch, Möhring & Radermacher (1988): a later coat pulls the earlier one.
  test('a second coat that cannot come before a late hour pulls the first one later', () => {
    const plan = planAfresh(
      smallShop([
        piece('p', [
          step('one'),
          step('two', { after: [after('one', { max_minutes: 60 })], pin: { notBefore: at(1, 12) } }),
        ]),
      ]),
    );
    expect(startOf(plan, 'two')).toBe(at(1, 12));
    expect(plan.steps['one']!.end).toBeGreaterThanOrEqual(at(1, 11));
  });
  test('a window that closed before anyone tapped is said, and the step planned at once', () => {
    const done = { ...wax, state: { kind: 'done', from: at(0, 7), until: at(0, 7, 30), by: ['ada'] } } as const;
    const shop = smallShop([piece('p', [done, wipe])]);
    const plan = planAfresh(shop);
    expect(plan.notices).toEqual([expect.objectContaining({ step: 'wipe', kind: 'window-missed' })]);
    expect(startOf(plan, 'wipe')).toBe(at(0, 9));
    expect(verify(shop, plan)).toEqual([]);
  });
});

describe('pins, holds and what is under way', () => {
  test('a pinned time and person are kept and others go round them', () => {
    const people = ['ada', 'bo'].map((id) => ({ id, name: id, hours: NINE_TO_FIVE, skills: EVERY_SKILL }));
    const plan = planAfresh(
      smallShop(
        [
          piece('p', [step('a', { pin: { at: at(1, 10), person: 'bo' } })]),
          piece('q', [step('b', { work_minutes: 240, pin: { person: 'bo', notBefore: at(1, 9) } })]),
        ],
        { people },
      ),
    );
    expect(plan.steps['a']).toMatchObject({ start: at(1, 10), people: ['bo'] });
    expect(startOf(plan, 'b')).toBe(at(1, 11));
  });
  test('a pin against closed hours is not kept in silence', () => {
    const shop = smallShop([piece('p', [step('a', { pin: { at: at(0, 20) } })])]);
    const plan = planAfresh(shop);
    expect(plan.notices[0]).toMatchObject({ step: 'a', kind: 'pin-not-kept' });
    expect(verify(shop, plan)).toEqual([]);
  });
  test('a hold passes time without anyone’s hands, also at night', () => {
    const plan = planAfresh(
      smallShop([
        piece('p', [
          step('hold', { hands: 0, work_minutes: 0, pin: { notBefore: at(1, 22) } }),
          step('a', { after: [after('hold')] }),
        ]),
      ]),
    );
    expect(startOf(plan, 'hold')).toBe(at(1, 22));
    expect(startOf(plan, 'a')).toBe(at(2, 9));
  });
  test('a running step lasts at least until now and keeps its person', () => {
    const running = step('a', { work_minutes: 30, state: { kind: 'started', at: at(0, 8), by: ['ada'] } });
    const shop = smallShop([piece('p', [running]), piece('q', [step('b')])], { now: at(0, 9, 7) });
    const plan = planAfresh(shop);
    expect(plan.steps['a']).toMatchObject({ start: at(0, 8), end: at(0, 9, 10) });
    expect(startOf(plan, 'b')).toBe(at(0, 9, 10));
  });
  test('nobody works on one part for a step that was passed over, while what should have waited for it is under way', () => {
    const people = ['ada', 'bo'].map((id) => ({ id, name: id, hours: NINE_TO_FIVE, skills: EVERY_SKILL }));
    const begun = step('b', {
      zones: ['top'],
      after: [after('a')],
      state: { kind: 'started', at: at(0, 9), by: ['ada'] },
    });
    const start = (zone: string) =>
      startOf(planAfresh(smallShop([piece('p', [step('a', { zones: [zone] }), begun])], { people })), 'a');
    expect([start('top'), start('legs')]).toEqual([at(0, 10), at(0, 9)]);
  });
  test('nothing is worked before its piece arrives', () => {
    expect(startOf(planAfresh(smallShop([piece('p', [step('a')], { arrival: at(3, 11, 30) })])), 'a')).toBe(
      at(3, 11, 30),
    );
  });
});

describe('dates', () => {
  // Source: Jackson (1955): on one machine earliest due date first minimises the greatest lateness.
  test('with one pair of hands the piece due first goes first', () => {
    const due = (id: string, day: number) => piece(id, [step(`s-${id}`, { work_minutes: 240 })], { due: at(day, 17) });
    const plan = planAfresh(smallShop([due('late', 9), due('soon', 0), due('mid', 2)]));
    expect([startOf(plan, 's-soon'), startOf(plan, 's-mid'), startOf(plan, 's-late')]).toEqual([
      at(0, 9),
      at(0, 13),
      at(1, 9),
    ]);
  });
  test('a promise that was told goes before one that was not', () => {
    const due = (id: string, promised: boolean) =>
      piece(id, [step(`s-${id}`, { work_minutes: 480 })], { due: at(0, 17), promised });
    const plan = planAfresh(smallShop([due('a-free', false), due('b-told', true)]));
    expect(plan.ready['b-told']).toBe(at(0, 17));
  });
  test('a new piece goes round everything planned and moves none of it', () => {
    const shop = smallShop([
      piece('p', [step('a', { work_minutes: 300 }), step('b', { work_minutes: 300, after: [after('a')] })]),
    ]);
    const current = planAfresh(shop);
    const fresh = piece('new', [step('n', { work_minutes: 240 })]);
    const found = earliestReady({ ...shop, pieces: [...shop.pieces, fresh] }, current, 'new');
    expect(found).toMatchObject({ kind: 'ready', at: at(2, 13) });
    if (found.kind === 'ready') for (const id of ['a', 'b']) expect(found.plan.steps[id]).toEqual(current.steps[id]);
  });
});

describe('re-planning', () => {
  const shop = smallShop([
    piece('p', [coat('one', { work_minutes: 60 }), coat('two', { after: [after('one', { from: 'recoat' })] })]),
    piece('q', [step('other')]),
  ]);
  const before = planAfresh(shop);
  const doneUntil = (until: number) => ({
    ...shop,
    now: until,
    pieces: [
      piece('p', [
        {
          ...shop.pieces[0]!.steps[0]!,
          state: { kind: 'done' as const, from: before.steps['one']!.start, until, by: ['ada'] },
        },
        shop.pieces[0]!.steps[1]!,
      ]),
      piece('q', [{ ...step('other'), state: { kind: 'done', from: at(0, 8), until: at(0, 9), by: ['ada'] } }]),
    ],
  });
  test('two hours late moves the next coat by as much as it must and leaves the rest', () => {
    const late = doneUntil(before.steps['one']!.end + 120);
    const plan = replan(late, before, ['p']);
    const moves = planDiff(late, before, plan);
    expect(moves.find((m) => m.piece === 'p')).toMatchObject({ moves: [{ step: 'two' }] });
    expect(moves.filter((m) => m.piece !== 'p').flatMap((m) => m.moves)).toEqual([]);
    expect(startOf(plan, 'two')).toBeGreaterThanOrEqual(plan.steps['one']!.dry.recoat!);
    expect(startOf(plan, 'two')).toBeGreaterThan(startOf(before, 'two'));
  });
  test('half an hour early lets the next coat come earlier', () => {
    const early = doneUntil(before.steps['one']!.end - 35);
    expect(startOf(replan(early, before, ['p']), 'two')).toBeLessThan(startOf(before, 'two'));
  });

  describe('five minutes over, with one person who is always there and another piece planned right after', () => {
    const always = { weekly: Array.from({ length: 7 }, () => [{ from: 0, until: 1440 }]), exceptions: [], blocks: [] };
    const people = [{ id: 'ada', name: 'Ada', hours: always, skills: EVERY_SKILL }];
    const pieces = (minutes: number, due: number | null) => [
      piece('p', [step('one'), step('two', { work_minutes: 30, after: [after('one')] })], { due }),
      piece('q', [step('other', { work_minutes: minutes })], { arrival: at(0, 10, 30) }),
    ];
    const starts = (minutes: number, due: number | null = null) => {
      const [p, q] = pieces(minutes, due);
      const planned = planAfresh(smallShop([p!, q!], { people }));
      expect(['one', 'two', 'other'].map((id) => startOf(planned, id))).toEqual([at(0, 9), at(0, 10), at(0, 10, 30)]);
      const done = { kind: 'done' as const, from: at(0, 9), until: at(0, 10, 5), by: ['ada'] };
      const over = piece('p', [{ ...p!.steps[0]!, state: done }, p!.steps[1]!], { due });
      const plan = replan(smallShop([over, q!], { people, now: at(0, 10, 5) }), planned, ['p']);
      return [startOf(plan, 'two'), startOf(plan, 'other')];
    };
    test('the other keeps its time where the piece waits for it and is ready no more than half a day later', () => {
      expect(starts(11.5 * 60)).toEqual([at(0, 22), at(0, 10, 30)]);
    });
    test('both shift by five minutes where it would be ready later than that', () => {
      expect(starts(11.5 * 60 + 5)).toEqual([at(0, 10, 5), at(0, 10, 35)]);
    });
    test('and where it would miss its date, however soon that is', () => {
      expect(starts(60, at(0, 12))).toEqual([at(0, 11, 30), at(0, 10, 30)]);
      expect(starts(60, at(0, 11, 55))).toEqual([at(0, 10, 5), at(0, 10, 35)]);
    });
  });
});

describe('why', () => {
  const shop = smallShop([
    piece('p', [coat('one'), coat('two', { after: [after('one', { from: 'recoat' })] })]),
    piece('q', [step('busy', { work_minutes: 420 })], { due: at(0, 17), promised: true }),
  ]);
  const plan = planAfresh(shop);
  test('a step waits for drying, a person, the night or nothing, each said only if lifting it would help', () => {
    const { waitsFor } = explainer(shop, plan);
    expect(waitsFor('busy').kind).toBe('nothing');
    expect(waitsFor('one').kind).toBe('person');
    const quiet = smallShop([piece('p', [coat('one'), coat('two', { after: [after('one', { from: 'recoat' })] })])]);
    expect(explainer(quiet, planAfresh(quiet)).waitsFor('two')).toMatchObject({
      kind: 'step',
      step: 'one',
      from: 'recoat',
    });
    const evening = smallShop([
      piece('p', [step('a', { work_minutes: 420 }), step('b', { work_minutes: 120, after: [after('a')] })]),
    ]);
    expect(explainer(evening, planAfresh(evening)).waitsFor('b')).toMatchObject({ kind: 'hours', until: at(1, 9) });
  });
  test('the stretches of a piece’s life follow one another from arrival to ready', () => {
    const chain = explainer(shop, plan).bindingChain('p');
    expect(chain[0]!.from).toBe(at(0, 9));
    for (let i = 1; i < chain.length; i++) expect(chain[i]!.from).toBeLessThanOrEqual(chain[i - 1]!.until);
    expect(chain.at(-1)!.until).toBe(plan.ready['p']);
  });
});

describe('problems that cannot be planned are told by name', () => {
  const faultsOf = (steps: Parameters<typeof piece>[1], more = {}) =>
    problemFaults(smallShop([piece('Settle', steps, more)]));
  test.each([
    ['a circle', [step('a', { after: [after('b')] }), step('b', { after: [after('a')] })], /circle: a → b/],
    [
      'a maximum below the minimum',
      [step('a'), step('b', { after: [after('a', { min_minutes: 60, max_minutes: 30 })] })],
      /at most 30 min .* at least 60/,
    ],
    ['an unknown product', [step('a', { product: 'moon-dust' })], /unknown product "moon-dust"/],
    ['a step that waits for nothing known', [step('a', { after: [after('ghost')] })], /waits for "ghost"/],
  ])('%s', (_, steps, words) => {
    expect(faultsOf(steps).map(sayFault).join(' ')).toMatch(words);
  });
  test('a pickup before arrival, a bench for nobody, an unknown zone', () => {
    expect(
      faultsOf([step('a')], { due: at(-3, 9) })
        .map(sayFault)
        .join(),
    ).toMatch(/Settle: pickup is before it arrives/);
    const shop = smallShop([]);
    expect(
      problemFaults({ ...shop, stations: [{ ...shop.stations[0]!, capacity: 0 }] })
        .map(sayFault)
        .join(),
    ).toMatch(/"Bench" has room for 0/);
    expect(
      problemFaults({ ...shop, timeZone: 'Here' })
        .map(sayFault)
        .join(),
    ).toMatch(/"Here" is not known/);
  });
  test('a person without hours and a step nobody can do are reasons, not crashes', () => {
    const none = { ...NINE_TO_FIVE, weekly: NINE_TO_FIVE.weekly.map(() => []) };
    const idle = planAfresh(
      smallShop([piece('p', [step('a')])], { people: [{ id: 'ada', name: 'Ada', hours: none, skills: EVERY_SKILL }] }),
    );
    expect(sayNoRoom(idle.unplanned[0]!.reason)).toMatch(/no shift/);
    const unskilled = planAfresh(
      smallShop([piece('p', [step('a', { skill: 'spray' })])], {
        people: [{ id: 'ada', name: 'Ada', hours: NINE_TO_FIVE, skills: { prep: 1 } }],
      }),
    );
    expect(sayNoRoom(unskilled.unplanned[0]!.reason)).toMatch(/Nobody in the shop does "spray"/);
  });
});
