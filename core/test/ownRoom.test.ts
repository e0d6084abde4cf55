import { describe, expect, test } from 'vitest';
import {
  EVERY_SKILL,
  type Plan,
  planAfresh,
  type PieceToPlan,
  staysOf,
  startTimes,
  type Step,
  verify,
} from '../src/index.ts';
import { SPAN } from '../src/planner/engine/engineModel.ts';
import { takenIn } from '../src/planner/engine/resources/cumulativeProfile.ts';
import { insert, type PartialSchedule, readyFor, remove } from '../src/planner/engine/schedule/partialSchedule.ts';
import { canStartAt, seek } from '../src/planner/engine/schedule/seek.ts';
import { plannedDraft } from './fixtures/plannedDraft.ts';
import { randomFrom, randomWorkshop } from './fixtures/randomWorkshop.ts';
import { after, at, NINE_TO_FIVE, piece, smallShop, startOf, step } from './fixtures/smallShop.ts';

const RUNS = process.env['MOKUME_LONG'] ? 100 : 5;
const bench = (span: 'work' | 'both') => [{ kind: 'bench', units: 1, span } as const];
const ONE_BENCH = [{ id: 'bench', name: 'Bench', kind: 'bench' as const, capacity: 1, hours: null, climate: 'shed' }];

/** Two coats where the piece stands, rubbed down between; of matt paint, which is dry to rub before it can be handled. */
const twoCoats = (id: string, more: Partial<PieceToPlan> = {}): PieceToPlan => {
  const coat = (key: string, of: Partial<Step>): Step =>
    step(`${id}.${key}`, { product: 'matt-paint', skill: 'paint', zones: ['body'], needs: bench('both'), ...of });
  return piece(
    id,
    [
      coat('coat1', { work_minutes: 20 }),
      step(`${id}.lookOver`, {
        work_minutes: 10,
        zones: ['body'],
        needs: bench('work'),
        after: [after(`${id}.coat1`, { from: 'touch' })],
      }),
      coat('coat2', {
        work_minutes: 20,
        after: [after(`${id}.lookOver`), after(`${id}.coat1`, { from: 'recoat' })],
      }),
    ],
    more,
  );
};

describe('on a bench for one', () => {
  const problem = smallShop([twoCoats('chest')], { stations: ONE_BENCH });
  const plan = planAfresh(problem);
  const first = plan.steps['chest.coat1']!;

  test('the second coat is laid where the first one dries, before that can be handled', () => {
    expect(verify(problem, plan)).toEqual([]);
    const second = startOf(plan, 'chest.coat2');
    expect(second).toBeGreaterThanOrEqual(first.dry.recoat!);
    expect(second).toBeLessThan(first.dry.recoat! + 5);
    expect(second).toBeLessThan(first.dry.handle!);
    // It is looked over there in between, too.
    expect(startOf(plan, 'chest.lookOver')).toBeLessThan(first.dry.touch! + 5);
  });
  test('it stands there once, from the first coat until the second can be handled', () => {
    expect(staysOf(problem.pieces[0]!.steps, plan)).toEqual([
      { station: 'bench', units: 1, from: first.start, until: plan.steps['chest.coat2']!.dry.handle! },
    ]);
  });
  test('its second coat may be pinned to any time from then on, as to a bench that is free', () => {
    const open = startTimes(problem, plan, 'chest.coat2', at(0, 9), at(0, 17)).filter((t) => t.obstacle === null);
    expect(open[0]!.from).toBe(startOf(plan, 'chest.coat2'));
  });
  test('another piece comes when the last coat of the first can be handled, and the verifier refuses it sooner', () => {
    const both = smallShop([twoCoats('chest', { promised: true, due: at(1, 9) }), twoCoats('shelf')], {
      stations: ONE_BENCH,
    });
    const made = planAfresh(both);
    expect(verify(both, made)).toEqual([]);
    const until = made.steps['chest.coat2']!.dry.handle!;
    const next = made.steps['shelf.coat1']!;
    expect(next.start).toBeGreaterThanOrEqual(until);
    const comingAfter = (minutes: number): Plan => ({
      ...made,
      steps: { ...made.steps, 'shelf.coat1': { ...next, start: until + minutes, end: until + minutes + 20 } },
    });
    const isFull = (p: Plan) => verify(both, p).some((v) => v.rule === 'space' && v.step === 'shelf.coat1');
    expect([-1, 0].map((minutes) => isFull(comingAfter(minutes)))).toEqual([true, false]);
  });
});

describe('beside others', () => {
  const holder = piece('holder', [
    step('holder.coat', { work_minutes: 20, product: 'matt-paint', skill: 'paint', needs: bench('both') }),
  ]);
  const TWO = [
    { id: 'ada', name: 'Ada', hours: NINE_TO_FIVE, skills: EVERY_SKILL },
    { id: 'bo', name: 'Bo', hours: NINE_TO_FIVE, skills: EVERY_SKILL },
  ];
  test('on a bench for two a piece in its second coat leaves room for one that comes then', () => {
    const late = { ...holder, arrival: at(0, 12) };
    const problem = smallShop([twoCoats('chest'), late]);
    const plan = planAfresh(problem);
    const [first, second] = [plan.steps['chest.coat1']!, plan.steps['chest.coat2']!];
    const comes = startOf(plan, 'holder.coat');
    expect(comes).toBe(at(0, 12));
    expect(second.start).toBeLessThan(comes);
    expect(comes).toBeLessThan(first.dry.handle!);
    expect(verify(problem, plan)).toEqual([]);
  });
  test('two of its steps begin in the same moment once the bench is free, by two people', () => {
    const apart = piece('apart', [
      step('apart.coat', { work_minutes: 20, product: 'matt-paint', skill: 'paint', needs: bench('both') }),
      step('apart.rub', { work_minutes: 20, needs: bench('work') }),
    ]);
    const problem = smallShop([{ ...holder, promised: true, due: at(0, 12) }, apart], {
      stations: ONE_BENCH,
      people: TWO,
    });
    const plan = planAfresh(problem);
    const free = plan.steps['holder.coat']!.dry.handle!;
    for (const id of ['apart.coat', 'apart.rub']) {
      expect(startOf(plan, id)).toBeGreaterThanOrEqual(free);
      expect(startOf(plan, id)).toBeLessThan(free + 5);
    }
    expect(verify(problem, plan)).toEqual([]);
  });
  test('a coat that dries on the rack is laid so that it ends when the rack is free', () => {
    const set = (id: string, more: Partial<PieceToPlan>) =>
      piece(
        id,
        [
          step(`${id}.coat`, {
            work_minutes: 40,
            product: 'matt-paint',
            skill: 'paint',
            needs: [
              { kind: 'bench', units: 1, span: 'work' },
              { kind: 'rack', units: 2, span: 'wet' },
            ],
          }),
        ],
        more,
      );
    const plan = planAfresh(smallShop([set('first', { promised: true, due: at(0, 12) }), set('second', {})]));
    const free = plan.steps['first.coat']!.dry.handle!;
    expect(free).toBeLessThan(at(0, 17));
    expect(plan.steps['second.coat']!.end).toBeGreaterThanOrEqual(free);
    expect(plan.steps['second.coat']!.end).toBeLessThan(free + 5);
  });
  test('work that takes more of the bench than its piece has there waits for it', () => {
    const wide = piece('wide', [
      step('wide.coat', { work_minutes: 20, product: 'matt-paint', skill: 'paint', needs: bench('both') }),
      step('wide.turn', {
        work_minutes: 10,
        needs: [{ kind: 'bench', units: 2, span: 'work' }],
        after: [after('wide.coat', { from: 'touch' })],
      }),
    ]);
    const problem = smallShop([wide, { ...holder, promised: true, due: at(0, 12) }]);
    const plan = planAfresh(problem);
    expect(verify(problem, plan)).toEqual([]);
    expect(startOf(plan, 'wide.turn')).toBeGreaterThanOrEqual(plan.steps['holder.coat']!.dry.handle!);
  });
});

describe('where more was laid than there is room for', () => {
  // On a bench for one both dry; the shelf was laid half an hour later.
  const laid = (p: PieceToPlan, minutes: number): PieceToPlan => ({
    ...p,
    steps: p.steps.map((s, n) =>
      n > 0
        ? s
        : { ...s, state: { kind: 'done', from: at(0, 9, minutes), until: at(0, 9, minutes + 20), by: ['ada'] } },
    ),
  });
  const problem = smallShop([laid(twoCoats('chest', { promised: true }), 0), laid(twoCoats('shelf'), 30)], {
    stations: ONE_BENCH,
    now: at(0, 10),
  });
  const plan = planAfresh(problem);
  const [chest, shelf] = [plan.steps['chest.coat1']!, plan.steps['shelf.coat1']!];

  test('a piece is looked over where it stands, and the plan is right', () => {
    expect(verify(problem, plan)).toEqual([]);
    expect(startOf(plan, 'chest.lookOver')).toBeLessThan(chest.dry.handle!);
  });
  test('what would stay longer than its own coat waits until the other can be handled; sooner the verifier refuses it', () => {
    const coat = plan.steps['chest.coat2']!;
    expect(coat.start).toBeGreaterThanOrEqual(shelf.dry.handle!);
    const start = chest.dry.recoat!;
    const sooner = { ...plan, steps: { ...plan.steps, 'chest.coat2': { ...coat, start, end: start + 20 } } };
    expect(verify(problem, sooner)).toContainEqual(
      expect.objectContaining({ rule: 'space', step: 'chest.coat2' }) as object,
    );
  });
});

/** Units of one room each piece has in a slot, by its steps one by one: what several take at once counts once. */
function countedIn(b: PartialSchedule, profile: object, slot: number): number {
  return b.model.pieces.reduce((sum, { steps }) => {
    const units = steps.flatMap((i) => {
      if (b.start[i]! < 0) return [];
      const demands = b.model.steps[i]!.modes[b.mode[i]!]?.demands ?? [];
      return demands
        .filter((d) => d.isRoom && d.profile === profile)
        .filter(
          (d) =>
            (d.span === SPAN.wet ? b.end : b.start)[i]! <= slot && slot < (d.span === SPAN.work ? b.end : b.hold)[i]!,
        )
        .map((d) => d.units);
    });
    return sum + Math.max(0, ...units);
  }, 0);
}

test(`in ${RUNS} workshops whatever is placed and taken out again, in any order, each piece takes the room it stands in once`, () => {
  let taken = 0;
  for (let seed = 1; seed <= RUNS; seed++) {
    const { problem } = randomWorkshop(seed, 5);
    const { schedule: b } = plannedDraft(problem);
    const r = randomFrom(seed);
    const movable = b.model.steps.flatMap((s, i) => (s.fixed || b.start[i]! < 0 ? [] : [i]));
    const places = movable.map((i) => [b.start[i]!, b.end[i]!, b.hold[i]!, b.mode[i]!, b.crew[i]!] as const);
    const rooms = new Set(
      b.model.steps.flatMap((s) => s.modes.flatMap((m) => m.demands.filter((d) => d.isRoom).map((d) => d.profile))),
    );
    for (let n = 0; n < 60; n++) {
      const k = Math.floor(r() * movable.length);
      const i = movable[k]!;
      if (b.start[i]! < 0) insert(b, i, ...places[k]!);
      else remove(b, i);
      if (n % 20 < 19) continue;
      const last = Math.max(...b.hold);
      for (const room of rooms)
        for (let slot = 0; slot < last; slot += 7) {
          const counted = countedIn(b, room, slot);
          expect(takenIn(room, slot), `seed ${seed}, change ${n}, slot ${slot}`).toBe(counted);
          if (counted > 0) taken++;
        }
    }
  }
  expect(taken).toBeGreaterThan(100);
});

test(`in ${RUNS} workshops a step goes where its piece stands already, also where the place is full, and never where others leave no room`, () => {
  let own = 0;
  for (let seed = 1; seed <= RUNS; seed++) {
    const { problem } = randomWorkshop(seed, 5);
    const { schedule: b } = plannedDraft(problem);
    b.model.steps.forEach((s, i) => {
      if (s.fixed || b.start[i]! < 0) return;
      const was = [b.start[i]!, b.end[i]!, b.hold[i]!, b.mode[i]!, b.crew[i]!] as const;
      remove(b, i);
      const ready = readyFor(b, s);
      if (seek(b, i, ready)) {
        const { start, end, hold, mode, crew } = b.found;
        // Work in one go that ends as soon as it can has no place before that.
        if (s.modes.length === 1 && !s.split)
          for (let slot = Math.max(ready, start - 40); slot < start; slot++)
            expect(canStartAt(b, i, slot), `seed ${seed}, step ${i}, slot ${slot}`).toBe(false);
        const rooms = s.modes[mode]!.demands.filter((d) => d.isRoom);
        if (rooms.some((d) => takenIn(d.profile, start) + d.units > d.profile.capacity)) own++;
        insert(b, i, start, end, hold, mode, crew);
        for (const { profile } of rooms)
          for (let slot = start; slot < hold; slot += 5)
            expect(countedIn(b, profile, slot), `seed ${seed}, step ${i}`).toBeLessThanOrEqual(profile.capacity);
        remove(b, i);
      }
      insert(b, i, ...was);
    });
  }
  expect(own).toBeGreaterThan(0);
});
