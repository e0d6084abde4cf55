import { expect, test } from 'vitest';
import {
  byWorth,
  chancesOf,
  eachRemedy,
  isSooner,
  isSure,
  type PieceToPlan,
  type Plan,
  planAfresh,
  planTried,
  type Problem,
  prioritise,
  readyWithout,
  promisesMadeLater,
  type RehearsedRemedy,
  remedies,
  replan,
} from '../src/index.ts';
import { randomWorkshop } from './fixtures/randomWorkshop.ts';
import { at, piece as pieceOf, smallShop, step as stepOf } from './fixtures/smallShop.ts';

const IS_LONG = Boolean(process.env['MOKUME_LONG']);
/** Shops of seven pieces take seconds each, of three a tenth of it. In those of the short run everything that is counted happens. */
const SHOPS = IS_LONG
  ? Array.from({ length: 60 }, (_, n) => ({ seed: n + 1, pieces: 7 }))
  : [19, 56, 57].map((seed) => ({ seed, pieces: 3 }));
const DAY = 1440;

/** A piece of a workshop once more, as one that comes new. */
const likeNew = (piece: PieceToPlan): PieceToPlan => ({
  ...piece,
  id: 'new',
  name: 'New',
  due: null,
  promised: false,
  steps: piece.steps.map((s) => ({
    ...s,
    id: `new.${s.id}`,
    after: s.after.map((l) => ({ ...l, step: `new.${l.step}` })),
  })),
});

/** A workshop with its plan, a piece that comes new, and when that would be ready. */
function asked(seed: number, pieces: number) {
  const made = randomWorkshop(seed, pieces).problem;
  const problem = { ...made, pieces: made.pieces.map((p, n) => ({ ...p, promised: p.due !== null && n % 2 === 0 })) };
  const current = planAfresh(problem);
  const like = problem.pieces.find((p) => p.steps.every((s) => s.state.kind === 'planned'));
  if (!like) return null;
  const piece = likeNew(like);
  const usual = replan(withIt(problem, piece, null), current, ['new']).ready['new'];
  return usual === undefined ? null : { problem, current, piece, usual };
}
const withIt = (problem: Problem, piece: PieceToPlan, due: number | null): Problem => ({
  ...problem,
  pieces: [...problem.pieces, { ...piece, due }],
});

test('a piece that has no place since two have to carry it has one with a helper, and by nothing else', () => {
  const chest = pieceOf('chest', [stepOf('chest.carry', { hands: 2 })], { promised: true });
  const ways = remedies(smallShop([]), null, chest, at(3, 17), [], 20);
  expect(ways.map((w) => w.change.kind)).toEqual(['person']);
  expect(ways[0]!.ready).toBeLessThanOrEqual(at(0, 17));
  expect(ways[0]!.kept).toBeGreaterThan(0.9);
  const current = planAfresh(smallShop([]));
  expect(readyWithout(smallShop([]), current, chest, at(3, 17))).toEqual({ usual: Infinity, better: null });
});

test(`in ${SHOPS.length} workshops what a way says is what comes when it is taken, and no told date gets later`, () => {
  const seen = { hours: 0, person: 0, variant: 0, others: 0, refused: 0, tried: 0, least: 0 };
  for (const { seed, pieces } of SHOPS) {
    const shop = asked(seed, pieces);
    if (!shop) continue;
    const { problem, current, piece, usual } = shop;
    const wanted = usual - DAY;
    const ways = [...eachRemedy(problem, current, piece, wanted, [{ id: 'same', piece, cost: 1 }])];
    for (const { remedy, problem: then, plan } of ways) {
      const { change } = remedy;
      seen[change.kind]++;
      // First the shop is changed, with the plan a what-if of it shows, then the piece is put in.
      const hands = { ...problem, people: then.people };
      const whole = withIt(hands, piece, wanted);
      const isTried = 'isTried' in change && change.isTried;
      const isOfHands = hands.people !== problem.people;
      const before = isTried ? planTried(hands, current) : isOfHands ? replan(hands, current) : current;
      if (isOfHands) {
        seen[isTried ? 'tried' : 'least']++;
        const other = replan(whole, isTried ? replan(hands, current) : planTried(hands, current), ['new']);
        if (promisesMadeLater(problem, current, other).length === 0)
          expect(remedy.ready, `seed ${seed}, the other plan`).toBeLessThanOrEqual(other.ready['new'] ?? Infinity);
      }
      const taken: Plan = change.kind === 'others' ? prioritise(whole, before, 'new') : replan(whole, before, ['new']);
      expect(plan, `seed ${seed}, ${change.kind}`).toEqual(taken);
      expect(remedy.ready).toBe(taken.ready['new']);
      expect(promisesMadeLater(problem, current, plan), `seed ${seed}`).toEqual([]);
      // As a shop has them: in the order of their ids.
      const ids = then.people.map((p) => p.id);
      expect(ids).toEqual([...ids].sort());
      if (change.kind === 'person') expect(ids).toContain(change.id);
      if (change.kind === 'hours') expect(then.people.find((p) => p.id === change.person)!.hours).toBe(change.hours);
    }
    seen.refused += problem.people.length + 3 - ways.length;
    // With other pieces waiting for it already there is nothing more to make wait.
    const first = [...eachRemedy(problem, current, piece, wanted, [], true)];
    expect(first.map((w) => w.remedy.change.kind)).not.toContain('others');
  }
  expect(Math.min(...Object.values(seen)), JSON.stringify(seen)).toBeGreaterThan(0);
}, 1_200_000);

test.each(
  IS_LONG
    ? [
        { seed: 9, pieces: 7, isBetter: false },
        { seed: 67, pieces: 7, isBetter: true },
      ]
    : [
        { seed: 57, pieces: 3, isBetter: false },
        { seed: 8, pieces: 3, isBetter: true },
      ],
)(
  'only what brings it sooner is listed, with how often the date is kept then: workshop $seed',
  ({ seed, pieces, isBetter }) => {
    const { problem, current, piece, usual } = asked(seed, pieces)!;
    const wanted = usual - DAY;
    const all = [...eachRemedy(problem, current, piece, wanted)];
    const whole = withIt(problem, piece, wanted);
    const own = replan(whole, current, ['new']).ready['new']!;
    const betterAlone = replan(whole, planTried(problem, current), ['new']).ready['new']!;
    expect(readyWithout(problem, current, piece, wanted)).toEqual({
      usual: own,
      better: isBetter ? betterAlone : null,
    });
    const ways = remedies(problem, current, piece, wanted, [], 30);
    const isTried = ({ change }: (typeof all)[number]['remedy']) => 'isTried' in change && change.isTried;
    const sooner = all.filter(
      ({ remedy }) => remedy.ready <= (isTried(remedy) ? Math.min(own, betterAlone) : own) - 30,
    );
    expect(betterAlone <= own - 30).toBe(isBetter);
    expect(sooner.length).toBeGreaterThan(0);
    expect(sooner.length).toBeLessThan(all.length);
    const rehearsed = sooner.map(({ remedy, problem: then, plan }) => ({
      ...remedy,
      kept: chancesOf(then, plan, 30, 1, 'new').get('new')!.due,
    }));
    expect(ways).toEqual(rehearsed.sort(byWorth));
  },
);

const way = (id: string, more: Partial<RehearsedRemedy>): RehearsedRemedy => ({
  change: { kind: 'variant', id },
  cost: 1,
  ready: 10_000,
  later: [],
  kept: 0.5,
  ...more,
});

test('half an hour sooner is sooner, less is not; hands are not praised for what a better plan brings alone', () => {
  const usual = { usual: 1000, better: null };
  expect(isSooner(way('a', { ready: 970 }), usual)).toBe(true);
  expect(isSooner(way('a', { ready: 971 }), usual)).toBe(false);
  const hours = { weekly: [], exceptions: [], blocks: [] };
  const helped = (ready: number, isTried: boolean) =>
    isSooner(way('', { ready, change: { kind: 'person', id: 'q', like: 'p', name: 'P', hours, isTried } }), {
      usual: 1000,
      better: 900,
    });
  expect([870, 871].map((ready) => helped(ready, true))).toEqual([true, false]);
  expect([970, 971].map((ready) => helped(ready, false))).toEqual([true, false]);
  // What is done to the piece itself is planned without looking for anything better, too.
  expect(isSooner(way('a', { ready: 970 }), { usual: 1000, better: 900 })).toBe(true);
});

test('first what makes the date sure, by what it costs; then the surest; then the soonest; what is not rehearsed last', () => {
  const sure = way('sure', { kept: 0.9, cost: 9 });
  const cheap = way('cheap', { kept: 0.8, cost: 8 });
  const nearly = way('nearly', { kept: 0.795, cost: 1 });
  const soon = way('soon', { ready: 9000 });
  const late = way('late', {});
  const unknown = way('unknown', { kept: null, cost: 0 });
  expect([cheap, nearly].map(isSure)).toEqual([true, false]);
  expect([unknown, late, soon, nearly, sure, cheap].sort(byWorth)).toEqual([cheap, sure, nearly, soon, late, unknown]);
});
