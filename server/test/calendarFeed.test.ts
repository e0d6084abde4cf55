import ICAL from 'ical.js';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { CalendarFeedView } from '@app/contract';
import { randomUUID } from 'node:crypto';
import { Browser, MONDAY_9, openShop, type TestShop } from './shop.ts';

let shop: TestShop;
let rona: Browser;
beforeAll(async () => {
  shop = await openShop();
  shop.clock.at = MONDAY_9;
  rona = await Browser.owner(shop);
  await rona.addChest();
});
afterAll(() => shop.close());

const make = async (): Promise<string> => {
  const answer = await rona.agent.post('/api/calendar').send({ commandId: randomUUID() }).expect(200);
  return (answer.body as CalendarFeedView).path!;
};
/** Read by another program's parser, without signing in. */
async function read(path: string): Promise<ICAL.Event[]> {
  const answer = await new Browser(shop.app).agent
    .get(path)
    .expect(200)
    .expect('content-type', /text\/calendar/);
  const calendar = new ICAL.Component(ICAL.parse(answer.text) as ConstructorParameters<typeof ICAL.Component>[0]);
  return calendar.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
}
const minuteOf = (t: ICAL.Time) => t.toJSDate().getTime() / 60_000;
/** When an event rings, by RFC 5545: its start plus the alarm's trigger. */
const ringsAt = (e: ICAL.Event) =>
  e.component.getAllSubcomponents('valarm').map((a) => {
    const trigger = a.getFirstPropertyValue('trigger') as unknown as ICAL.Duration;
    return minuteOf(e.startDate) + trigger.toSeconds() / 60;
  });

test('every step of the week stands in it at its time, and rings five minutes before', async () => {
  const events = await read(await make());
  const v = await rona.view();
  for (const s of v.pieces[0]!.steps.filter((x) => x.hands > 0)) {
    const at = v.plan.steps[s.id]!;
    const event = events.find((e) => e.uid === `${s.id}@mokume`);
    if (at.start >= MONDAY_9 + 7 * 1440) expect(event).toBeUndefined();
    else {
      expect(minuteOf(event!.startDate)).toBe(at.start);
      expect(minuteOf(event!.endDate)).toBe(at.end);
      expect(event!.summary).toContain('Chest');
      expect(ringsAt(event!)).toEqual([at.start - 5]);
    }
  }
  expect(events.some((e) => e.summary === 'Chest leaves')).toBe(true);
});
test('when a coat is laid, the moment its next coat may begin rings five minutes before and then', async () => {
  for (const key of ['take-apart', 'wash', 'scuff', 'paint-1']) {
    const v = await rona.view();
    const s = v.pieces[0]!.steps.find((x) => x.key === key)!;
    shop.clock.at = v.plan.steps[s.id]!.end;
    await rona.command('post', `/steps/${encodeURIComponent(s.id)}/done`, {
      version: (await rona.view()).pieces[0]!.stepVersions[s.id],
      by: 'owner',
    });
  }
  const events = await read(await make());
  const v = await rona.view();
  const first = v.pieces[0]!.steps.find((x) => x.key === 'paint-1')!;
  const opens = events.find((e) => e.uid.endsWith('.opens@mokume'))!;
  const next = v.pieces[0]!.steps.find((s) => opens.uid.startsWith(s.id))!;
  const link = next.after.find((l) => l.step === 'paint-1')!;
  const ready = link.from === 'end' ? v.plan.steps[first.id]!.end : v.plan.steps[first.id]!.dry[link.from]!;
  expect(minuteOf(opens.startDate)).toBe(ready + link.min_minutes);
  expect(ringsAt(opens).sort((a, b) => a - b)).toEqual([ready + link.min_minutes - 5, ready + link.min_minutes]);
});
test('an address that was replaced or taken away, or guessed, opens nothing', async () => {
  const first = await make();
  const second = await make();
  const outside = new Browser(shop.app);
  await outside.agent.get(first).expect(404);
  await read(second);
  await outside.agent.get('/api/calendar').expect(401);
  await outside.agent.get('/api/calendar/guessed.ics').expect(404);
  await rona.agent.delete('/api/calendar').send({ commandId: randomUUID() }).expect(200);
  await outside.agent.get(second).expect(404);
});
test('a helper follows their own steps and not everybody’s', async () => {
  const { person } = await addHelper();
  const helper = new Browser(shop.app);
  await helper.agent.post('/api/session').send({ name: 'jun', password: 'first-password' }).expect(200);
  await helper.agent
    .post('/api/session/password')
    .send({ old: 'first-password', password: 'another-password' })
    .expect(200);
  const answer = await helper.agent.post('/api/calendar').send({ commandId: randomUUID() }).expect(200);
  const steps = (await read((answer.body as CalendarFeedView).path!)).filter(
    (e) => !/(opens|closes|leaves)@/.test(e.uid),
  );
  const { plan } = await rona.view();
  for (const e of steps) expect(plan.steps[e.uid.replace('@mokume', '')]!.people).toContain(person);
});

async function addHelper(): Promise<{ person: string }> {
  const owner = (await rona.view()).shop.people[0]!;
  await rona.command('post', '/shop/people', { name: 'Jun', hours: owner.hours, skills: owner.skills });
  const person = (await rona.view()).shop.people.find((p) => p.name === 'Jun')!.id;
  await rona.agent
    .post('/api/helpers')
    .send({ commandId: randomUUID(), signIn: 'jun', password: 'first-password', personId: person })
    .expect((r) => expect(r.status).toBeLessThan(300));
  return { person };
}
