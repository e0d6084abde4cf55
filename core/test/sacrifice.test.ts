import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  aheadMinutes,
  editedRoute,
  EMPTY_PLAN,
  firstShop,
  gapFill,
  meansOf,
  openIntervals,
  type Plan,
  planAfresh,
  type Problem,
  problemOf,
  replan,
  type Shop,
  type ShopPiece,
  stepsOf,
  TEMPLATE_ZONES,
  templateById,
  verify,
} from '../src/index.ts';

const isLong = process.env['MOKUME_LONG'] !== undefined;
const NOW = Date.UTC(2026, 2, 2, 8) / 60_000;
const BRIEF = {
  paint: 'matt-paint',
  body: { name: 'Slate', hex: '#3f5c74' },
  top: { kind: 'same' },
  prime: 'auto',
  sealer: 'clear',
  method: 'brush',
  hardware: 'clean',
} as const;

function shopOf(people: number): Shop {
  const shop = firstShop('Europe/Berlin', 'Rona');
  const one = shop.people[0]!;
  return { ...shop, people: Array.from({ length: people }, (_, i) => ({ ...one, id: `p${i}`, name: `P${i}` })) };
}

/** A chest due after so many days; told or not. */
function chest(shop: Shop, n: number, days: number, promised: boolean): ShopPiece {
  const route = editedRoute(
    {
      template: templateById.get('chest-of-drawers')!,
      dimensions: { width: 0.9, depth: 0.45, height: 0.85, parts: 3 },
      survey: { wood: 'softwood', finish: 'raw', layers: 0, findings: [] },
      brief: BRIEF,
      zones: TEMPLATE_ZONES,
      kind: 'client',
      means: meansOf(shop),
    },
    [],
  );
  const id = `c${String(n).padStart(3, '0')}`;
  const due = NOW + Math.round(days * 1440);
  return { id, name: id, kind: 'client', arrival: NOW, due, promised, active: true, steps: stepsOf(id, route.steps) };
}

/** Minutes by which told dates are missed, all together. */
const toldLateness = (problem: Problem, plan: Plan) =>
  problem.pieces.reduce(
    (sum, p) => sum + (p.promised ? Math.max(0, (plan.ready[p.id] ?? problem.horizon) - p.due!) : 0),
    0,
  );

/** What plain placing by the earliest date gives: told dates first, one piece after another, each as early as it can. */
function byDateFirst(shop: Shop, pieces: readonly ShopPiece[]): Plan {
  const order = [...pieces].sort(
    (a, b) => Number(b.promised) - Number(a.promised) || a.due! - b.due! || (a.id < b.id ? -1 : 1),
  );
  let plan: Plan = EMPTY_PLAN;
  // A piece whose date nobody was told goes round all that is planned, so that nothing gives way to it.
  const untold = order.map((p): ShopPiece => ({ ...p, promised: false }));
  for (let n = 1; n <= untold.length; n++) plan = replan(problemOf(shop, untold.slice(0, n), NOW), plan);
  return plan;
}

/** The pieces entered one after another, as people do. */
function entered(shop: Shop, pieces: readonly ShopPiece[]): Plan {
  let plan: Plan = EMPTY_PLAN;
  for (let n = 1; n <= pieces.length; n++)
    plan = replan(problemOf(shop, pieces.slice(0, n), NOW), plan, [pieces[n - 1]!.id]);
  return plan;
}

// Everything from 20 to 200 pieces, one to five people, is in the long run.
const CASES = isLong
  ? [20, 60, 200].flatMap((n) => [1, 2, 5].map((people) => [n, people] as const))
  : ([[20, 1]] as const);
describe.each(CASES)('%d chests, %d at work', (count, people) => {
  const shop = shopOf(people);
  const mixed = Array.from({ length: count }, (_, i) => chest(shop, i, 6 + 1.5 * i, i % 2 === 0));
  const orders = {
    'as their dates come': mixed,
    'the most urgent last': [...mixed].reverse(),
    'those nobody was told of first': [...mixed].sort((a, b) => Number(a.promised) - Number(b.promised)),
  };
  // The same however they are entered, and slow to find where they are many.
  let known: number | null = null;
  const missedByDate = () => (known ??= toldLateness(problemOf(shop, mixed, NOW), byDateFirst(shop, mixed)));
  test.each(Object.entries(orders))('entered %s: every piece has its place, and told dates come first', (_, pieces) => {
    const problem = problemOf(shop, pieces, NOW);
    const plan = entered(shop, pieces);
    expect(plan.unplanned).toEqual([]);
    expect(verify(problem, plan)).toEqual([]);
    expect(toldLateness(problem, plan)).toBeLessThanOrEqual(missedByDate());
  });
  test('planned afresh as well', () => {
    const problem = problemOf(shop, mixed, NOW);
    const plan = planAfresh(problem);
    expect(plan.unplanned).toEqual([]);
    expect(toldLateness(problem, plan)).toBeLessThanOrEqual(missedByDate());
  });
});

test('whatever the dates, and however they are entered, told dates are missed no more than by placing them by date', () => {
  const shop = shopOf(1);
  const pieces = fc.array(fc.tuple(fc.integer({ min: 3, max: 40 }), fc.boolean()), { minLength: 2, maxLength: 9 });
  fc.assert(
    fc.property(pieces, (made) => {
      const own = made.map(([days, promised], n) => chest(shop, n, days, promised));
      const problem = problemOf(shop, own, NOW);
      const plan = entered(shop, own);
      expect(verify(problem, plan)).toEqual([]);
      expect(toldLateness(problem, plan)).toBeLessThanOrEqual(toldLateness(problem, byDateFirst(shop, own)));
    }),
    { numRuns: isLong ? 300 : 3 },
  );
});

describe('a told date that is missed while others stand in the way whose date nobody was told', () => {
  const shop = shopOf(1);
  const others = Array.from({ length: 6 }, (_, i) => chest(shop, i, 30, false));
  const last = chest(shop, 9, 5, false);
  // It came when its date was told to nobody, and went round the others.
  const before = entered(shop, [...others, last]);
  const told = problemOf(shop, [...others, { ...last, promised: true }], NOW);
  const readyAfter = (worseThan: Plan | null) =>
    replan(told, before, [last.id], undefined, { worseThan }).ready[last.id]!;
  const missedSooner = (minutes: number): Plan => ({
    ...before,
    ready: { ...before.ready, [last.id]: before.ready[last.id]! - minutes },
  });
  test('has them give way when that was wished', () => {
    expect(before.ready[last.id]).toBeGreaterThan(last.due!);
    expect(readyAfter(null)).toBeLessThan(before.ready[last.id]!);
  });
  test('leaves them where they are when something only happened, unless it is missed by more than it was', () => {
    expect(readyAfter(before)).toBe(before.ready[last.id]);
    expect(readyAfter(missedSooner(5))).toBeLessThan(before.ready[last.id]!);
  });
});

test('nobody is idle while a step that could be done waits', () => {
  const shop = shopOf(1);
  const pieces = Array.from({ length: 12 }, (_, i) => chest(shop, i, 8 + i, i % 2 === 0));
  const problem = problemOf(shop, pieces, NOW);
  const plan = entered(shop, pieces);
  const [person] = shop.people;
  const own = Object.values(plan.steps).filter((s) => s.people.includes(person!.id));
  for (const open of openIntervals(person!.hours, shop.timeZone, NOW, NOW + 14 * 1440))
    for (let at = open.from; at + 30 <= open.until; at += 15) {
      if (own.some((s) => s.start < at + 30 && s.end > at)) continue;
      const fits = gapFill(problem, plan, { person: person!.id, from: at, minutes: 30 });
      const sooner = fits.filter((f) => plan.steps[f.step]!.start > at);
      expect(sooner.map((f) => `${f.step} at ${at}`)).toEqual([]);
    }
});

describe('how far ahead is planned', () => {
  const shop = shopOf(1);
  const days = (pieces: readonly ShopPiece[], of = shop) => aheadMinutes(of, pieces, NOW) / 1440;
  test('ninety days for a few pieces, and as far as what is in the shop needs', () => {
    expect(days([])).toBe(90);
    expect(days(Array.from({ length: 6 }, (_, i) => chest(shop, i, 10, true)))).toBe(90);
    const sixty = Array.from({ length: 60 }, (_, i) => chest(shop, i, 10, true));
    expect(days(sixty)).toBeGreaterThan(180);
    expect(days(sixty, shopOf(5))).toBe(days(sixty)); // the bench is short, not hands
  });
  test('past a date that is far off, but never more than about four years', () => {
    expect(days([chest(shop, 1, 89, true)])).toBe(180);
    expect(days([chest(shop, 1, 5000, true)])).toBe(16 * 90);
  });
  test('a shop without hours, or without room, plans ninety days of nothing', () => {
    expect(days([chest(shop, 1, 10, true)], { ...shop, people: [] })).toBe(90);
    expect(days([chest(shop, 1, 10, true)], { ...shop, stations: [] })).toBe(90);
  });
  test('what has left or is done asks for no time', () => {
    const gone = Array.from({ length: 60 }, (_, i) => ({ ...chest(shop, i, 10, true), active: false }));
    expect(days(gone)).toBe(90);
  });
});
