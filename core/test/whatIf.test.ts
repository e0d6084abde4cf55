import { describe, expect, test } from 'vitest';
import {
  atOwnPace,
  changedBy,
  compareScores,
  dateOf,
  dayOf,
  firstShop,
  type Hours,
  outlookOf,
  personLike,
  pinEffect,
  planAfresh,
  type Plan,
  promisesMadeLater,
  type Shop,
  type ShopPiece,
  verify,
  withOneMore,
} from '../src/index.ts';
import { daysOff, longerDays } from '../src/questions/otherHours.ts';
import { wallClock } from '../src/calendar/localTime.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';
import { at, NINE_TO_FIVE, piece, smallShop, step, ZONE } from './fixtures/smallShop.ts';

const SHOPS = process.env['MOKUME_LONG'] ? 150 : 5;
const MONDAY = dayOf('2026-03-02');
const dates = (hours: Hours) => hours.exceptions.map((e) => e.date);
const shiftsOn = (hours: Hours, day: number) =>
  hours.exceptions.find((e) => e.date === dateOf(MONDAY + day))?.shifts.map((s) => [s.from / 60, s.until / 60]);

describe('other hours', () => {
  test('days off are whole days from the first on, and no longer', () => {
    expect(dates(daysOff(NINE_TO_FIVE, MONDAY + 2, 3))).toEqual(['2026-03-04', '2026-03-05', '2026-03-06']);
    expect(shiftsOn(daysOff(NINE_TO_FIVE, MONDAY + 2, 3), 2)).toEqual([]);
  });
  test('a day off takes the place of what was arranged for that day, other arrangements stay', () => {
    const late = { date: '2026-03-04', shifts: [{ from: 600, until: 1200 }], note: 'late' };
    const fair = { date: '2026-03-09', shifts: [], note: 'fair' };
    const hours = daysOff({ ...NINE_TO_FIVE, exceptions: [late, fair] }, MONDAY + 2, 1);
    expect(hours.exceptions).toEqual([{ date: '2026-03-04', shifts: [], note: 'away' }, fair]);
  });
  const uneven: Hours = {
    ...NINE_TO_FIVE,
    weekly: [
      [{ from: 8 * 60, until: 12 * 60 }],
      [
        { from: 9 * 60, until: 12 * 60 },
        { from: 13 * 60, until: 18 * 60 },
      ],
      [],
      [{ from: 20 * 60, until: 23 * 60 }],
      [],
      [],
      [],
    ],
  };
  test('a longer day keeps the hours of its own weekday: only the last shift ends later', () => {
    const hours = longerDays(uneven, MONDAY, 2, 120);
    expect(shiftsOn(hours, 0)).toEqual([[8, 14]]);
    expect(shiftsOn(hours, 1)).toEqual([
      [9, 12],
      [13, 20],
    ]);
  });
  test('a free day stays free, and nobody works past midnight', () => {
    const hours = longerDays(uneven, MONDAY + 2, 2, 120);
    expect(shiftsOn(hours, 2)).toBeUndefined();
    expect(shiftsOn(hours, 3)).toEqual([[20, 24]]);
    expect(shiftsOn(longerDays(uneven, MONDAY + 3, 1, 60), 3)).toEqual([[20, 24]]);
    expect(shiftsOn(longerDays(uneven, MONDAY + 3, 1, 30), 3)).toEqual([[20, 23.5]]);
  });
  test('a day that was arranged otherwise is made longer as it was arranged', () => {
    const hours = {
      ...uneven,
      exceptions: [{ date: '2026-03-02', shifts: [{ from: 600, until: 660 }], note: 'short' }],
    };
    expect(shiftsOn(longerDays(hours, MONDAY, 1, 60), 0)).toEqual([[10, 12]]);
  });
});

const shop: Shop = {
  ...firstShop(ZONE, 'Rona'),
  people: [
    { id: 'rona', name: 'Rona', hours: NINE_TO_FIVE, skills: { paint: 1, prep: 1 } },
    { id: 'ines', name: 'Ines', hours: NINE_TO_FIVE, skills: { paint: 0.8 } },
  ],
};
const shopPiece = (id: string, more: Partial<ShopPiece> = {}) =>
  ({ ...piece(id, [step(`${id}.a`)]), kind: 'client', active: true, ...more }) as ShopPiece;
const workshop = { shop, pieces: [shopPiece('p', { due: at(5, 17), promised: true }), shopPiece('q')] };
const now = at(0, 11);
const changed = (what: Parameters<typeof changedBy>[1]) => changedBy(workshop, what, now);

describe('what if', () => {
  test('somebody is away: from the day asked about, counted from today in the workshop', () => {
    const ines = changed({ kind: 'away', person: 'ines', days: 2, from: 1 })!.shop.people[1]!;
    expect(dates(ines.hours)).toEqual(['2026-03-03', '2026-03-04']);
    const today = changed({ kind: 'away', person: 'ines', days: 1, from: 0 })!.shop.people;
    expect(dates(today[1]!.hours)).toEqual(['2026-03-02']);
    expect(today[0]).toBe(shop.people[0]);
  });
  test('somebody works longer: whole hours, from today', () => {
    const rona = changed({ kind: 'longer', person: 'rona', hours: 2, days: 1 })!.shop.people[0]!;
    expect(shiftsOn(rona.hours, 0)).toEqual([[9, 19]]);
  });
  test('one more can do what the other can, as somebody new; a second one more is somebody else again', () => {
    const once = changed({ kind: 'hands', like: 'ines' })!;
    const more = once.shop.people.find((p) => p.id === 'ines-again')!;
    expect(once.shop.people).toHaveLength(3);
    // Where whoever comes under that id stands in a shop, which keeps its people in the order of their ids.
    const at = once.shop.people.indexOf(more);
    expect(once.shop.people.slice(0, at).every((p) => p.id < more.id)).toBe(true);
    expect(once.shop.people[at + 1]?.id ?? '~').toSatisfy((id: string) => id > more.id);
    expect(more).toMatchObject({ name: 'One more', skills: { paint: 0.8 } });
    const twice = changedBy(once, { kind: 'hands', like: 'ines' }, now)!;
    expect(new Set(twice.shop.people.map((p) => p.id)).size).toBe(4);
  });
  test('room for one more, in that place only', () => {
    const stations = changed({ kind: 'room', station: 'rack' })!.shop.stations;
    expect(stations.map((s) => s.capacity)).toEqual([2, 7]);
  });
  test('another date: days from the one there is; without: the others stay', () => {
    expect(changed({ kind: 'date', piece: 'p', days: -2 })!.pieces[0]!.due).toBe(at(3, 17));
    expect(changed({ kind: 'without', piece: 'p' })!.pieces.map((p) => p.id)).toEqual(['q']);
  });
  test('a question about nothing there is has no answer', () => {
    expect(changed({ kind: 'away', person: 'nobody', days: 1, from: 0 })).toBeNull();
    expect(changed({ kind: 'hands', like: 'nobody' })).toBeNull();
    expect(changed({ kind: 'room', station: 'nowhere' })).toBeNull();
    expect(changed({ kind: 'date', piece: 'q', days: 1 })).toBeNull();
    expect(changed({ kind: 'without', piece: 'nothing' })).toBeNull();
  });
  test('the workshop itself is never touched', () => {
    const before = JSON.stringify(workshop);
    changed({ kind: 'longer', person: 'rona', hours: 2, days: 5 });
    changed({ kind: 'date', piece: 'p', days: 3 });
    expect(JSON.stringify(workshop)).toBe(before);
  });
});

describe('how much better or worse', () => {
  const busy = smallShop([
    piece('p', [step('a', { work_minutes: 480 }), step('b', { work_minutes: 480 })], {
      due: at(1, 12),
      promised: true,
    }),
    piece('q', [step('c', { work_minutes: 480 })], { due: at(1, 17), promised: true }),
  ]);
  const plan = planAfresh(busy);
  test('a second pair of hands makes less late, and its plan is a plan for them', () => {
    const more = withOneMore(busy, { kind: 'person', skill: 'prep' });
    const { before, after, plan: next } = outlookOf(busy, plan, more);
    expect(after.promisedLate).toBeLessThan(before.promisedLate);
    expect(verify(more, next)).toEqual([]);
  });
  test('nobody there for a day makes more late: the moves are those between the plan as it is and as it would be', () => {
    const away = { ...busy, people: [{ ...busy.people[0]!, hours: daysOff(NINE_TO_FIVE, MONDAY + 1, 1) }] };
    const { before, after, moves } = outlookOf(busy, plan, away);
    expect(after.promisedLate).toBeGreaterThan(before.promisedLate);
    expect(moves.flatMap((m) => m.moves).length).toBeGreaterThan(0);
  });
  test(`in ${SHOPS} workshops somebody who is away never makes the plan look better`, () => {
    for (let seed = 15; seed < 15 + SHOPS; seed++) {
      const { problem } = randomWorkshop(seed, 3);
      const today = wallClock(problem.timeZone, problem.now).day;
      const [one, ...others] = problem.people;
      const away = { ...problem, people: [{ ...one!, hours: daysOff(one!.hours, today, 2) }, ...others] };
      const { before, after } = outlookOf(problem, planAfresh(problem), away);
      expect([seed, compareScores(before, after, problem.preferences) <= 0]).toEqual([seed, true]);
    }
  });
  describe('of a plan that could be better without it', () => {
    const short = [
      piece('told', [step('a', { work_minutes: 240 })], { due: at(0, 13), promised: true }),
      piece('other', [step('b', { work_minutes: 240 })], { due: at(2, 17) }),
    ];
    const shop = smallShop(short);
    // Made when the other was the urgent one.
    const stands = planAfresh(
      smallShop(
        short.map((p) => ({ ...p, promised: p.id === 'other', due: p.id === 'other' ? at(0, 13) : at(2, 17) })),
      ),
    );
    test('what is won that way is no merit of it, and is told apart', () => {
      expect(stands.ready['told']).toBe(at(0, 17));
      const room = withOneMore(shop, { kind: 'space', station: 'rack' });
      const { before, after, moves, besides } = outlookOf(shop, stands, room);
      expect([before.promisedLate, after.promisedLate, moves]).toEqual([0, 0, []]);
      const told = besides.find((m) => m.piece === 'told');
      expect([told?.readyBefore, told?.readyAfter]).toEqual([at(0, 17), at(0, 13)]);
    });
    test('what it does is counted from the better one', () => {
      const away = { ...shop, people: [{ ...shop.people[0]!, hours: daysOff(NINE_TO_FIVE, MONDAY, 1) }] };
      const { moves } = outlookOf(shop, stands, away);
      const told = moves.find((m) => m.piece === 'told');
      expect([told?.readyBefore, told?.readyAfter]).toEqual([at(0, 13), at(1, 13)]);
    });
    test('of one that could not, all that moves is its doing', () => {
      const best = planAfresh(shop);
      const away = { ...shop, people: [{ ...shop.people[0]!, hours: daysOff(NINE_TO_FIVE, MONDAY, 1) }] };
      const { moves, besides } = outlookOf(shop, best, away);
      expect(besides).toEqual([]);
      expect(moves.map((m) => [m.piece, m.readyBefore])).toEqual(['told', 'other'].map((id) => [id, best.ready[id]]));
    });
  });
  test('the second pair of hands is like the ablest', () => {
    const slow = { id: 'slow', name: 'Slow', hours: NINE_TO_FIVE, skills: { paint: 0.5 } };
    const quick = { ...slow, id: 'quick', name: 'Quick', skills: { paint: 1.2 } };
    const more = withOneMore({ ...busy, people: [slow, quick] }, { kind: 'person', skill: 'paint' });
    expect(more.people.at(-1)!.skills.paint).toBe(1.2);
  });
  test('of tools one more of that one, of places the roomiest', () => {
    expect(withOneMore(busy, { kind: 'tool', tool: 'sprayer' }).tools[0]!.capacity).toBe(2);
    const racks = [...busy.stations, { ...busy.stations[1]!, id: 'big', capacity: 5 }];
    const more = withOneMore({ ...busy, stations: racks }, { kind: 'space', station: 'rack' });
    expect(more.stations.map((s) => s.capacity)).toEqual([2, 2, 6]);
  });
  test('somebody like one whose pace is known from the log comes at the pace that was entered', () => {
    const [ada] = busy.people;
    const shop = { people: [ada!], ownPace: { [ada!.id]: { paint: 1.5 } } };
    const [known] = atOwnPace(shop);
    expect(known!.skills.paint).toBeCloseTo(ada!.skills.paint! / 1.5, 9);
    expect(personLike([known!], known!, 'Helper').skills).toEqual(ada!.skills);
    expect(personLike([ada!], ada!, 'Helper').skills).toEqual(ada!.skills);
  });
  test('an id is never given twice', () => {
    const [ada] = busy.people;
    const one = personLike(busy.people, ada!, 'One');
    expect(personLike([...busy.people, one], ada!, 'Two').id).not.toBe(one.id);
  });
});

describe('a promise gets later', () => {
  const problem = smallShop([
    piece('told', [step('a')], { due: at(2, 9), promised: true }),
    piece('untold', [step('b')], { due: at(2, 9) }),
    piece('new', [step('c')], { due: at(2, 9), promised: true }),
  ]);
  const ready = (r: Record<string, number>): Plan => ({ ...planAfresh(problem), ready: r });
  const later = (before: Record<string, number> | null, next: Record<string, number>) =>
    promisesMadeLater(problem, before && ready(before), ready(next));
  test('when it is late and was not, by a minute; not while it is in time', () => {
    expect(later({ told: at(1, 9) }, { told: at(2, 9) })).toEqual([]);
    expect(later({ told: at(1, 9) }, { told: at(2, 9) + 1 })).toEqual(['told']);
  });
  test('one that was late before counts only when it gets later still', () => {
    expect(later({ told: at(3, 9) }, { told: at(3, 9) })).toEqual([]);
    expect(later({ told: at(3, 9) }, { told: at(3, 9) - 60 })).toEqual([]);
    expect(later({ told: at(3, 9) }, { told: at(3, 9) + 1 })).toEqual(['told']);
  });
  test('a date nobody was told asks nobody', () => {
    expect(later({ untold: at(1, 9) }, { untold: at(9, 9) })).toEqual([]);
  });
  test('one that had no place before was promised by no plan; one that loses its place is late', () => {
    expect(later({}, { new: at(9, 9) })).toEqual([]);
    expect(later(null, { told: at(9, 9), new: at(9, 9) })).toEqual([]);
    expect(later({ told: at(1, 9) }, {})).toEqual(['told']);
  });
});

describe('a time given by hand', () => {
  const problem = smallShop([
    piece('p', [step('a', { work_minutes: 240 })], { due: at(0, 17), promised: true }),
    piece('q', [step('b', { work_minutes: 480 })]),
  ]);
  const plan = planAfresh(problem);
  test('says when its piece is ready, and which promises it makes later', () => {
    const harmless = pinEffect(problem, plan, 'b', { at: at(2, 9) });
    expect(harmless).toEqual({ ready: at(2, 17), before: plan.ready['q'], later: [] });
    const harm = pinEffect(problem, plan, 'a', { at: at(1, 9) });
    expect(harm.ready).toBe(at(1, 13));
    expect(harm.later).toEqual(['p']);
  });
  test('held until a day costs what comes later by it; held until before it would begin costs nothing', () => {
    const held = pinEffect(problem, plan, 'a', { notBefore: at(1, 9) });
    expect(held).toMatchObject({ ready: at(1, 13), before: plan.ready['p'], later: ['p'] });
    const free = pinEffect(problem, plan, 'b', { notBefore: at(0, 0) });
    expect(free.ready).toBe(free.before);
  });
  test('of a step that is not there it says so', () => {
    expect(() => pinEffect(problem, plan, 'nothing', { at: at(1, 9) })).toThrow(/no piece has the step "nothing"/);
  });
});
