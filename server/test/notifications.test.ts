import { createDecipheriv, createECDH, hkdfSync, randomBytes, randomUUID } from 'node:crypto';
import type { NotificationsView, Problem } from '@app/contract';
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest';
import webPush from 'web-push';
import { type Deliver, deliverByService, newPushKeys } from '../src/jobs/pushService.ts';
import { Notifier } from '../src/services/notifications.ts';
import { pushKeys } from '../src/store/pushSubscriptions.ts';
import { Browser, MONDAY_9, openShop, type TestShop } from './shop.ts';

/** A browser's own keys, as its maker's service would have it. */
const keys = createECDH('prime256v1');
const p256dh = keys.generateKeys().toString('base64url');
const secret = randomBytes(16);
const device = (n: number) => ({
  endpoint: `https://push.example.com/device/${n}`,
  p256dh,
  auth: secret.toString('base64url'),
});

let shop: TestShop;
let rona: Browser;
let teo: Browser;
const told: { readonly to: string; readonly id: string; readonly words: string }[] = [];
const gone = new Set<string>();
const deliver: Deliver = (to, message) => {
  if (gone.has(to.endpoint)) return Promise.resolve('gone');
  told.push({ to: to.endpoint, ...(JSON.parse(message) as { id: string; words: string }) });
  return Promise.resolve('delivered');
};
const post = (by: Browser, n: number, more: object = {}) =>
  by.agent.post('/api/notifications').send({ commandId: randomUUID(), ...device(n), ...more });
const devices = async (by: Browser) => {
  const { body } = await by.agent.get('/api/notifications').expect(200);
  return (body as NotificationsView).devices;
};

beforeAll(async () => {
  shop = await openShop();
  shop.clock.at = MONDAY_9;
  rona = await Browser.owner(shop);
  await rona.addChest();
  await rona.command('post', '/helpers', { signIn: 'teo', password: 'first-password', personId: 'owner' });
  teo = new Browser(shop.app);
  await teo.agent.post('/api/session').send({ name: 'teo', password: 'first-password' }).expect(200);
  await teo.agent.post('/api/session/password').send({ old: 'first-password', password: 'my-own-password' });
});
afterAll(() => shop.close());
beforeEach(() => void told.splice(0));

describe('a device', () => {
  test('is told once it asked to be, and no more once it asked not to be', async () => {
    await post(rona, 1).expect(200);
    await post(rona, 1).expect(200);
    expect(await devices(rona)).toBe(1);
    expect(await devices(teo)).toBe(0);
    const off = (by: Browser) =>
      by.agent.delete('/api/notifications').send({ commandId: randomUUID(), endpoint: device(1).endpoint });
    await off(teo).expect(200);
    expect(await devices(rona), 'somebody else cannot take it away').toBe(1);
    await off(rona).expect(200);
    expect(await devices(rona)).toBe(0);
  });
  test('belongs to who signed in on it last', async () => {
    await post(rona, 2).expect(200);
    await post(teo, 2).expect(200);
    expect([await devices(rona), await devices(teo)]).toEqual([0, 1]);
    await teo.agent
      .delete('/api/notifications')
      .send({ commandId: randomUUID(), endpoint: device(2).endpoint })
      .expect(200);
  });
  test('is told nothing more after a new password, until it signs in with it and asks again; others are', async () => {
    const kim = new Browser(shop.app);
    await rona.command('post', '/helpers', { signIn: 'kim', password: 'first-password', personId: 'owner' });
    await kim.agent.post('/api/session').send({ name: 'kim', password: 'first-password' }).expect(200);
    await kim.agent.post('/api/session/password').send({ old: 'first-password', password: 'my-own-password' });
    await post(kim, 5).expect(200);
    await post(rona, 6).expect(200);
    await kim.agent
      .post('/api/session/password')
      .send({ old: 'my-own-password', password: 'another-password' })
      .expect(200);
    expect([await devices(kim), await devices(rona)]).toEqual([0, 1]);
    await post(kim, 5).expect(200);
    expect(await devices(kim)).toBe(1);
    for (const [who, n] of [
      [kim, 5],
      [rona, 6],
    ] as const)
      await who.agent
        .delete('/api/notifications')
        .send({ commandId: randomUUID(), endpoint: device(n).endpoint })
        .expect(200);
  });
  test.each([
    'http://push.example.com/d',
    'https://localhost/d',
    'https://127.0.0.1/d',
    'https://[::1]/d',
    'https://10.1.2.3/d',
    'https://printer.local/d',
    'https://push.example.com:8443/d',
    'https://a:b@push.example.com/d',
    'nothing',
  ])('is no address inside this network or one that anybody can read along: %s', async (endpoint) => {
    const { body } = await post(rona, 3, { endpoint }).expect(400);
    expect(JSON.stringify((body as Problem).fields)).toContain('no address of a delivery service');
  });
  test('needs keys that are keys', async () => {
    await post(rona, 3, { p256dh: 'short' }).expect(400);
    await post(rona, 3, { auth: 'no spaces, please, in a key' }).expect(400);
  });
  test('asks for the key of this installation, which is made once, however many start at once', async () => {
    const { body } = await rona.agent.get('/api/notifications').expect(200);
    expect((body as NotificationsView).key).toBe(shop.deps.pushKey);
    const all = await Promise.all([1, 2, 3].map(() => pushKeys(newPushKeys)));
    expect(new Set(all.map((k) => k.privateKey)).size).toBe(1);
    expect(await pushKeys(newPushKeys)).toEqual(all[0]);
  });
});

describe('windows', () => {
  /** The next coat of the chest may begin then. */
  let opens: number;
  beforeAll(async () => {
    for (const key of ['take-apart', 'wash', 'scuff', 'paint-1']) {
      const v = await rona.view();
      const s = v.pieces[0]!.steps.find((x) => x.key === key)!;
      shop.clock.at = v.plan.steps[s.id]!.end;
      await rona.command('post', `/steps/${encodeURIComponent(s.id)}/done`, {
        version: v.pieces[0]!.stepVersions[s.id],
        by: 'owner',
      });
    }
    await post(rona, 1).expect(200);
    const v = await rona.view();
    const { steps } = v.pieces[0]!;
    const coat = steps.find((x) => x.key === 'paint-1')!;
    // The first thing that waits for it.
    const waits = steps.flatMap((s) => s.after.filter((l) => l.step === 'paint-1' && l.from !== 'end'));
    opens = Math.min(...waits.map((l) => v.plan.steps[coat.id]!.dry[l.from as 'touch']! + l.min_minutes));
  });

  test('are told five minutes before and when they open, each once, in words and to the owner’s devices', async () => {
    shop.clock.at = opens - 6;
    const notifier = new Notifier(shop.deps, deliver);
    await notifier.tell();
    expect(told, 'six minutes before it is too soon').toEqual([]);
    shop.clock.at = opens - 5;
    await notifier.tell();
    await notifier.tell();
    expect(told.map((t) => t.words.slice(0, 9))).toEqual(['In 5\u00a0min,']);
    expect(told[0]!.words).toContain('Chest: ');
    shop.clock.at = opens;
    await notifier.tell();
    await notifier.tell();
    expect(told.map((t) => t.id.split('.').at(-1))).toEqual(['soon', 'opens']);
    expect(told[1]!.words).toMatch(/^Now: Chest/);
  });
  test('that opened while nobody served are not told of late', async () => {
    shop.clock.at = opens + 30;
    await new Notifier(shop.deps, deliver).tell();
    expect(told).toEqual([]);
  });
  test('of somebody else’s steps are not told to a helper', async () => {
    await rona.command('post', '/shop/people', {
      name: 'Bo',
      skills: { prep: 1 },
      hours: (await rona.view()).shop.people[0]!.hours,
    });
    const bo = (await rona.view()).shop.people.find((p) => p.name === 'Bo')!;
    await rona.command('post', '/helpers', { signIn: 'bo', password: 'first-password', personId: bo.id });
    const theirs = new Browser(shop.app);
    await theirs.agent.post('/api/session').send({ name: 'bo', password: 'first-password' });
    await theirs.agent.post('/api/session/password').send({ old: 'first-password', password: 'my-own-password' });
    await post(theirs, 7).expect(200);
    shop.clock.at = opens - 6;
    const notifier = new Notifier(shop.deps, deliver);
    shop.clock.at = opens - 5;
    await notifier.tell();
    expect(told.map((t) => t.to)).toEqual([device(1).endpoint]);
  });
  test('to a device that let go of it: it is forgotten; one that fails just now is not, and the others are told', async () => {
    await post(rona, 8).expect(200);
    await post(rona, 9).expect(200);
    gone.add(device(8).endpoint);
    const fails: Deliver = (to, message) =>
      to.endpoint === device(9).endpoint ? Promise.reject(new Error('busy')) : deliver(to, message);
    shop.clock.at = opens - 6;
    const notifier = new Notifier(shop.deps, fails);
    shop.clock.at = opens - 5;
    await notifier.tell();
    expect(told.map((t) => t.to)).toEqual([device(1).endpoint]);
    expect(await devices(rona), 'the first, and the one that failed').toBe(2);
  });
});

/** Reads a message as a browser does. Source: RFC 8291, 3.4 and RFC 8188, 2. */
function read(body: Buffer): string {
  const salt = body.subarray(0, 16);
  const sender = body.subarray(21, 21 + body[20]!);
  const shared = keys.computeSecret(sender);
  const derive = (from: Uint8Array, with_: Uint8Array, info: Uint8Array | string, length: number) =>
    Buffer.from(hkdfSync('sha256', from, with_, info, length));
  const info = Buffer.concat([Buffer.from('WebPush: info\0'), keys.getPublicKey(), sender]);
  const key = derive(shared, secret, info, 32);
  const nonce = derive(key, salt, 'Content-Encoding: nonce\0', 12);
  const decipher = createDecipheriv('aes-128-gcm', derive(key, salt, 'Content-Encoding: aes128gcm\0', 16), nonce);
  const record = body.subarray(21 + body[20]!);
  decipher.setAuthTag(record.subarray(-16));
  const clear = Buffer.concat([decipher.update(record.subarray(0, -16)), decipher.final()]);
  return clear.subarray(0, clear.lastIndexOf(2)).toString();
}
test('what is sent can be read by the device and nobody between, and says who sends it', async () => {
  const sent: { url: string; options: webPush.RequestOptions | undefined; payload: unknown }[] = [];
  const spy = vi.spyOn(webPush, 'sendNotification').mockImplementation((to, payload, options) => {
    const details = webPush.generateRequestDetails(to, payload as string, options);
    sent.push({ url: details.endpoint, options, payload: details.body });
    return Promise.resolve({ statusCode: 201, body: '', headers: {} });
  });
  const to = device(1);
  const deliverTo = deliverByService('https://shop.example', newPushKeys());
  await deliverTo(to, '{"id":"a","words":"Now: Chest"}');
  const body = sent[0]!.payload as Buffer;
  expect(sent[0]!.url).toBe(to.endpoint);
  expect(body.toString()).not.toContain('Chest');
  expect(read(body)).toBe('{"id":"a","words":"Now: Chest"}');
  for (const [status, answer] of [
    [404, 'gone'],
    [410, 'gone'],
    [429, null],
  ] as const) {
    spy.mockRejectedValueOnce(new webPush.WebPushError('no', status, {}, '', to.endpoint));
    const delivered = deliverTo(to, '{}');
    if (answer) expect(await delivered).toBe(answer);
    else await expect(delivered).rejects.toThrow('no');
  }
  spy.mockRestore();
});
