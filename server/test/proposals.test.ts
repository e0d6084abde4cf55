import { randomUUID } from 'node:crypto';
import {
  compareScores,
  KNOWN_AFTER_MINUTES,
  outlookOf,
  planAfresh,
  planTried,
  problemOf,
  scoreOf,
  verify,
} from '@app/core';
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest';
import type { ProposalAnswer, WorkshopView } from '@app/contract';
import { toldLateBy } from '../../core/test/fixtures/score.ts';
import { Browser, MONDAY_9, openShop, type TestShop } from './shop.ts';

let shop: TestShop;
let rona: Browser;
let count = 0;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());
beforeEach(async () => {
  shop.clock.at = MONDAY_9;
  rona = await Browser.owner(shop, `rona-proposals-${count++}`);
});
const holds = (v: WorkshopView) => expect(verify(problemOf(v.shop, v.pieces, v.now), v.plan)).toEqual([]);
const person = async (hours: object, more: object = {}) => {
  const v = await rona.view();
  const { id, name, skills } = v.shop.people[0]!;
  const body = { version: v.versions[`people/${id}`], name, skills, hours, ...more };
  return rona.command('put', `/shop/people/${id}`, body);
};
const improve = async () => (await rona.agent.post('/api/plan/improve').send({}).expect(200)).body as ProposalAnswer;

describe('a date a client was told', () => {
  test('is not moved by a wish until its owner has seen it; then it is, and undo brings it back', async () => {
    const id = await rona.addChest(undefined, { due: MONDAY_9 + 5 * 1440 });
    const v = await rona.view();
    const step = v.pieces[0]!.steps.find((s) => s.key === 'assemble')!;
    const path = `/api/steps/${encodeURIComponent(step.id)}/pin`;
    const wish = { version: 0, pin: { at: MONDAY_9 + 14 * 1440 } };
    const asked = await rona.agent.put(path).send({ commandId: randomUUID(), ...wish });
    expect(asked.status).toBe(409);
    expect(asked.body).toMatchObject({ code: 'MOVES_PROMISE', moves: [{ piece: id }] });
    expect((await rona.view()).plan).toEqual(v.plan);
    const done = await rona.agent.put(path).send({ commandId: randomUUID(), consent: true, ...wish });
    expect(done.status).toBe(200);
    holds(await rona.view());
    await rona.command('post', `/changes/${(done.body as { change: { id: string } }).change.id}/undo`);
    expect((await rona.view()).plan).toEqual(v.plan);
  });
  test('follows what really happened without asking', async () => {
    await rona.addChest(undefined, { due: MONDAY_9 + 4 * 1440 });
    const v = await rona.view();
    const step = v.pieces[0]!.steps.find((s) => s.key === 'take-apart')!;
    shop.clock.at = MONDAY_9 + 3 * 1440;
    await rona.command('post', `/steps/${encodeURIComponent(step.id)}/done`, { version: 0, by: 'owner' });
    holds(await rona.view());
  });
});

describe('a what-if', () => {
  test('that is applied makes the plan it showed, not the one that moves least, and undo brings the old one back', async () => {
    const { hours } = (await rona.view()).shop.people[0]!;
    const week = ['02', '03', '04', '05', '06'].map((d) => ({ date: `2026-03-${d}`, shifts: [] }));
    await person({ ...hours, exceptions: week });
    for (const name of ['One', 'Two', 'Three'])
      await rona.addChest(undefined, { name, due: null, promised: false, kind: 'stock', client: null });
    const before = await rona.view();
    const [owner, ...others] = before.shop.people;
    const there = { ...before.shop, people: [{ ...owner!, hours }, ...others] };
    const problems = [before.shop, there].map((s) => problemOf(s, before.pieces, before.now));
    const shown = outlookOf(problems[0]!, before.plan, problems[1]!).plan;
    const applied = await person(hours, { asTried: true });
    expect((await rona.view()).plan).toEqual(shown);
    await rona.command('post', `/changes/${applied.change.id}/undo`);
    await person(hours);
    expect((await rona.view()).plan).not.toEqual(shown);
    // A tap that says so is planned as any tap.
    const stands = await rona.view();
    const [piece] = stands.pieces;
    const { id } = piece!.steps[0]!;
    const done = { version: piece!.stepVersions[id] ?? 0, by: 'owner', asTried: true };
    await rona.command('post', `/steps/${encodeURIComponent(id)}/done`, done);
    const after = await rona.view();
    expect(after.plan).not.toEqual(planTried(problemOf(after.shop, after.pieces, after.now), stands.plan));
  });
});

describe('a better plan', () => {
  test('is proposed with what it moves, taken, and undone; an old one is refused', async () => {
    // Planned while nobody was there for a week; then somebody is, and the smallest repair leaves everything late.
    const hours = (await rona.view()).shop.people[0]!.hours;
    const week = ['02', '03', '04', '05', '06'].map((d) => ({ date: `2026-03-${d}`, shifts: [] }));
    await person({ ...hours, exceptions: week });
    for (const name of ['One', 'Two', 'Three'])
      await rona.addChest(undefined, { name, due: null, promised: false, kind: 'stock', client: null });
    await person(hours);
    const before = await rona.view();
    const answers = [await improve()];
    while (answers.length < 10 && answers.at(-1)!.isLooking) answers.push(await improve());
    expect(answers.length).toBeLessThanOrEqual(4);
    expect((await rona.view()).plan).toEqual(before.plan);
    const { proposal } = answers.at(-1)!;
    if (!proposal) throw new Error('Three pieces entered in the wrong order leave something to better.');
    expect(proposal.moves.length).toBeGreaterThan(0);
    // Whoever reads it can take it, whatever is found meanwhile.
    const [offer] = [...shop.deps.offers.values()].filter((o) => o.proposals.some((p) => p.id === proposal.id));
    offer!.proposals.push({ ...offer!.proposals.at(-1)!, id: 'found meanwhile' });
    const taken = await rona.command('post', '/plan/adopt', { proposal: proposal.id });
    const after = await rona.view();
    holds(after);
    expect(after.plan).not.toEqual(before.plan);
    const again = await rona.agent.post('/api/plan/adopt').send({ commandId: randomUUID(), proposal: proposal.id });
    expect(again.body).toMatchObject({ code: 'OLD_PROPOSAL' });
    await rona.command('post', `/changes/${taken.change.id}/undo`);
    expect((await rona.view()).plan).toEqual(before.plan);
  });
  test('is looked for round what people know: the plan that has stood for a quarter of an hour, or none', async () => {
    const solve = vi.spyOn(shop.deps.planner, 'solve');
    const knownAt = async (minutes: number) => {
      shop.clock.at = MONDAY_9 + minutes;
      solve.mockClear();
      // As after a restart, when nothing has been looked for yet.
      shop.deps.offers.clear();
      await improve();
      const [request] = solve.mock.calls.find(([r]) => r.mode === 'improve')!;
      return request.baseline === undefined ? 'the plan that is followed' : (request.baseline?.steps ?? {});
    };
    await rona.addChest();
    const { plan } = await rona.view();
    expect(await knownAt(KNOWN_AFTER_MINUTES - 1)).toEqual({});
    expect(await knownAt(KNOWN_AFTER_MINUTES)).toBe('the plan that is followed');
    await rona.addChest();
    expect(await knownAt(KNOWN_AFTER_MINUTES)).toEqual(plan.steps);
    expect(await knownAt(2 * KNOWN_AFTER_MINUTES - 1)).toEqual(plan.steps);
    expect(await knownAt(2 * KNOWN_AFTER_MINUTES)).toBe('the plan that is followed');
    solve.mockRestore();
  });
  test('that was found before people knew the plan is looked for anew once they do; who is reading it can take it', async () => {
    await rona.addChest(undefined, { arrival: MONDAY_9 + 1440 });
    const { plan } = await rona.view();
    shop.clock.at = MONDAY_9 + 1;
    while ((await improve()).isLooking);
    const score = toldLateBy(0);
    const id = randomUUID();
    const offerOf = () => [...shop.deps.offers.values()].at(-1)!;
    offerOf().proposals.push({ id, before: score, after: score, moves: [], plan });
    expect((await improve()).proposal).toMatchObject({ id });
    shop.clock.at = MONDAY_9 + KNOWN_AFTER_MINUTES;
    const solve = vi.spyOn(shop.deps.planner, 'solve');
    const { proposal } = await improve();
    expect(solve.mock.calls.map(([r]) => r.look)).toEqual([1]);
    solve.mockRestore();
    expect(proposal?.id).not.toBe(id);
    await rona.command('post', '/plan/adopt', { proposal: id });
    // On the new plan nothing of it is left.
    await improve();
    expect(offerOf().earlier).toEqual([]);
  });
  test('is what planning afresh makes: better than from nothing where there is something to win, and never worse than it was', async () => {
    const v = await rona.view();
    const preferences = { speed: 2, slack: 2, loads: 2, stability: 4 };
    await rona.command('put', '/planning', { version: v.workshop.version, frozen_hours: 0, preferences });
    for (const name of ['One', 'Two', 'Three'])
      await rona.addChest(undefined, { name, due: null, promised: false, kind: 'stock', client: null });
    shop.clock.at += KNOWN_AFTER_MINUTES;
    const before = await rona.view();
    await rona.command('post', '/plan/afresh');
    const after = await rona.view();
    holds(after);
    const problem = problemOf(after.shop, after.pieces, after.now);
    const [was, afresh, is] = [before.plan, planAfresh(problem, before.plan), after.plan].map((p) =>
      scoreOf(problem, p),
    );
    expect(compareScores(is!, was!, problem.preferences)).toBeLessThanOrEqual(0);
    expect(compareScores(is!, afresh!, problem.preferences)).toBeLessThan(0);
  });
  test('what matters in it is the owner’s to say, within bounds', async () => {
    const v = await rona.view();
    const preferences = { speed: 4, slack: 0, loads: 2, stability: 1 };
    await rona.command('put', '/planning', { version: v.workshop.version, frozen_hours: 48, preferences });
    expect((await rona.view()).shop.planning).toEqual({ frozen_hours: 48, preferences });
    const wrong = await rona.agent.put('/api/planning').send({
      commandId: randomUUID(),
      version: v.workshop.version + 1,
      frozen_hours: 48,
      preferences: { ...preferences, stability: 9 },
    });
    expect(wrong.status).toBe(400);
  });
});
