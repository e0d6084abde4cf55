import {
  EMPTY_PLAN,
  planAfresh,
  planAnew,
  PLANNING_DEFAULTS,
  problemOf,
  replan,
  type Shop,
  type ShopPiece,
  stepId,
  verify,
} from '@app/core';
import { afterAll, describe, expect, inject, test } from 'vitest';
import { boatShed } from '../src/demo/boatShed.ts';
import { DEMO_PIECES } from '../src/demo/demoPieces.ts';
import { demoPieceOf } from '../src/demo/demoProblem.ts';
import { threadedPlanner } from '../src/jobs/planner.ts';
import { MONDAY_9 } from './shop.ts';

const planner = threadedPlanner(1, inject('planWorker'));
afterAll(() => planner.close());

const shop = boatShed(MONDAY_9);
const pieces: readonly ShopPiece[] = DEMO_PIECES.slice(0, 4).map((d) => demoPieceOf(d, shop, MONDAY_9));
const asked = (more: Partial<Parameters<typeof planner.solve>[0]>) =>
  planner.solve({
    workshopId: 'w',
    shop,
    pieces,
    plan: null,
    now: MONDAY_9,
    instead: null,
    since: null,
    touched: [],
    goesFirst: null,
    isTap: false,
    mode: 'repair',
    look: 1,
    ...more,
  });
const planned = async (more: Partial<Parameters<typeof planner.solve>[0]>) => {
  const result = await asked(more);
  if (result.kind === 'refused') throw new Error(result.reasons.join(' '));
  return result;
};
const done = (p: ShopPiece, until: number): ShopPiece => ({
  ...p,
  steps: p.steps.map((s, i) =>
    i === 0 ? { ...s, state: { kind: 'done', from: until - s.work_minutes, until, by: [shop.people[0]!.id] } } : s,
  ),
});

describe('the thread that plans a shop', () => {
  test('keeps it between its plans: each is what a fresh thread would have planned from all of it', async () => {
    const first = await planned({});
    expect(first.plan).toEqual(planAfresh(problemOf(shop, pieces, MONDAY_9), null));
    let [all, plan] = [pieces, first.plan];
    for (const [k, wait] of [
      [0, 20],
      [3, 45],
      [1, 130],
    ] as const) {
      const now = MONDAY_9 + wait;
      all = all.map((p, i) => (i === k ? done(p, now) : p));
      const touched = [all[k]!.id];
      const next = await planned({ pieces: all, plan, now, touched });
      const problem = problemOf(shop, all, now);
      expect(next.plan).toEqual(replan(problem, plan, touched));
      expect(verify(problem, next.plan)).toEqual([]);
      plan = next.plan;
    }
  });
  test('forgets what was tried and not kept: the next plan is of the shop as it is', async () => {
    const { plan } = await planned({ workshopId: 'tried' });
    const without = pieces.slice(1);
    const tried = await planned({ workshopId: 'tried', pieces: without, plan });
    expect(Object.keys(tried.plan.ready)).not.toContain(pieces[0]!.id);
    const kept = await planned({ workshopId: 'tried', plan });
    expect(kept.plan).toEqual(replan(problemOf(shop, pieces, MONDAY_9), plan, []));
    expect(kept.difference).toBeNull();
  });
  test('follows the plan it is sent, not the one it made last', async () => {
    const workshopId = 'followed';
    const { plan } = await planned({ workshopId });
    const tapped = pieces.map((p, i) => (i === 0 ? done(p, MONDAY_9 + 20) : p));
    const made = await planned({ workshopId, pieces: tapped, plan, now: MONDAY_9 + 20 });
    expect(made.difference).not.toBeNull();
    // Undone: the plan of before stands again, as it is read from the database.
    const again = await planned({ workshopId, plan: structuredClone(plan), touched: [pieces[0]!.id] });
    expect(again.plan).toEqual(replan(problemOf(shop, pieces, MONDAY_9), plan, [pieces[0]!.id]));
    expect(again.moves).toEqual([]);
  });
  test('has others give way to a told date that was missed before when that is wished, not for a tap', async () => {
    const workshopId = 'late';
    const untold = Array.from({ length: 10 }, (_, n): ShopPiece => {
      const id = `copy-${n}`;
      const steps = pieces[0]!.steps.map((x) => ({ ...x, id: stepId(id, x.key), state: { kind: 'planned' as const } }));
      return { ...pieces[0]!, id, arrival: MONDAY_9, promised: false, due: MONDAY_9 + (n < 9 ? 60 : 1) * 1440, steps };
    });
    // The last one came when its date was told to nobody, and went round the others.
    const { plan: others } = await planned({ workshopId, pieces: untold.slice(0, 9) });
    const { plan } = await planned({ workshopId, pieces: untold, plan: others, touched: ['copy-9'] });
    const told = untold.map((p, i) => (i === 9 ? { ...p, promised: true } : p));
    const { id, due } = told[9]!;
    const readyAfter = async (more: Parameters<typeof asked>[0]) =>
      (await planned({ workshopId, pieces: told, plan, touched: [id], ...more })).plan.ready[id]!;
    expect(plan.ready[id]).toBeGreaterThan(due!);
    const wished = replan(problemOf(shop, told, MONDAY_9), plan, [id]);
    const tapped = replan(problemOf(shop, told, MONDAY_9), plan, [id], undefined, { worseThan: plan });
    expect(tapped.steps).not.toEqual(wished.steps);
    expect(await readyAfter({ isTap: false })).toBe(wished.ready[id]);
    expect(await readyAfter({ isTap: true })).toBe(tapped.ready[id]);
    // What was pushed meanwhile for want of a tap counts as got later.
    const before = { ...plan, ready: { ...plan.ready, [id]: due! } };
    expect(await readyAfter({ isTap: true, since: before })).toBe(wished.ready[id]);
  });
  test('takes a shop whole where it has let go of it: of more shops than it keeps each is planned right', async () => {
    const many = Array.from({ length: 23 }, (_, k) => `shop-${k}`);
    const one = pieces.slice(0, 1);
    const cold = planAfresh(problemOf(shop, one, MONDAY_9), null);
    for (const workshopId of [...many, ...many.slice(0, 3)])
      expect((await planned({ workshopId, pieces: one })).plan).toEqual(cold);
    expect(planner.isWarm('shop-1')).toBe(true);
    expect(planner.isWarm('never')).toBe(false);
  });
  test('says what moves, counted from another plan when that is asked, and whether a told date gets later', async () => {
    const told = pieces.map((p, i) => (i === 0 ? { ...p, promised: true, due: MONDAY_9 + 2 * 1440 } : p));
    const { plan } = await planned({ workshopId: 'told', pieces: told });
    const NEVER = { weekly: Array.from({ length: 7 }, () => []), exceptions: [], blocks: [] };
    const away: Shop = {
      ...shop,
      people: shop.people.map((p) => ({
        ...p,
        hours: { ...NEVER, weekly: p.hours.weekly.slice(0, 4).concat([[], [], []]) },
      })),
    };
    const later = await planned({ workshopId: 'told', pieces: told, plan, shop: away, mode: 'afresh' });
    expect(later.moves.length).toBeGreaterThan(0);
    expect(later.makesPromisesLater).toBe(
      told.some((p) => p.promised && later.plan.ready[p.id]! > Math.max(p.due!, plan.ready[p.id]!)),
    );
    const fromNothing = await planned({ workshopId: 'told', pieces: told, plan, since: EMPTY_PLAN, mode: 'check' });
    expect(fromNothing.difference).toBeNull();
  });
  test('refuses in words a plan that is only to be checked and breaks a rule', async () => {
    const { plan } = await planned({ workshopId: 'checked' });
    const [id, at] = Object.entries(plan.steps).find(([, p]) => p.people.length > 0)!;
    const wrong = { ...plan, steps: { ...plan.steps, [id]: { ...at, start: at.start - 7 } } };
    expect(await asked({ workshopId: 'checked', plan: wrong, mode: 'check' })).toMatchObject({ kind: 'refused' });
    expect(await asked({ workshopId: 'checked', plan, mode: 'check' })).toMatchObject({
      kind: 'planned',
      difference: null,
    });
  });
  test('holds people to the plan they follow while it looks for a better one, or to another, or to none', async () => {
    const { preferences } = PLANNING_DEFAULTS;
    const alone: Shop = { ...shop, people: shop.people.slice(0, 1), planning: { frozen_hours: 0, preferences } };
    const [first] = pieces[0]!.steps;
    const job = (id: string, work_minutes: number, due: number): ShopPiece => ({
      ...pieces[0]!,
      id,
      promised: true,
      due: MONDAY_9 + due,
      steps: [{ ...first!, id: stepId(id, first!.key), work_minutes, after: [], state: { kind: 'planned' } }],
    });
    const inOrder = async (long: number, short: number) =>
      (await planned({ shop: alone, pieces: [job('long', 180, long), job('short', 60, short)], mode: 'afresh' })).plan;
    const longFirst = await inOrder(1440, 4 * 1440);
    const shortFirst = await inOrder(4 * 1440, 1440);
    const dateless = [job('long', 180, 0), job('short', 60, 0)].map((p) => ({ ...p, promised: false, due: null }));
    const bettered = async (more: Partial<Parameters<typeof planner.solve>[0]>) =>
      (await planned({ shop: alone, pieces: dateless, mode: 'improve', workshopId: 'known', ...more })).plan.steps;
    expect(longFirst.steps).not.toEqual(shortFirst.steps);
    expect(await bettered({ plan: longFirst })).toEqual(longFirst.steps);
    expect(await bettered({ plan: longFirst, baseline: null })).toEqual(shortFirst.steps);
    // Of an offer on a plan: what counts is where people have it, not where the offer has it.
    expect(await bettered({ plan: shortFirst, instead: longFirst })).toEqual(shortFirst.steps);
  });
  test('plans anew what anybody would: the same whenever it is asked, also beside other work', async () => {
    const { plan } = await planned({ workshopId: 'anew' });
    const anew = planAnew(problemOf(shop, pieces, MONDAY_9), plan);
    expect(anew).not.toEqual(plan);
    expect((await planned({ workshopId: 'anew', plan, mode: 'anew' })).plan).toEqual(anew);
    expect((await planned({ workshopId: 'again', plan, mode: 'anew' })).plan).toEqual(anew);
  });
  test('looks for a better plan beside those it makes, with both scores', async () => {
    const { plan } = await planned({ workshopId: 'better' });
    const [looked, made] = await Promise.all([
      planned({ workshopId: 'better', plan, mode: 'improve' }),
      planned({ workshopId: 'better', plan }),
    ]);
    expect(looked.scores).toMatchObject({ before: expect.anything() as object, after: expect.anything() as object });
    expect(made.scores).toBeUndefined();
  });
});
