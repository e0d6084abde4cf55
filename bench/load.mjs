// Through HTTP: many people looking and tapping at once, a large shop, shops beside a busy one. node bench/load.mjs ADDRESS
// The shops are those of bench/largeShop.ts: large, one, ten-1 … ten-10.
import { randomUUID } from 'node:crypto';
import { Agent, request } from 'node:http';

const address = new URL(process.argv[2]);
const seconds = Number(process.argv[3] ?? 20);
const PASSWORD = 'long enough to sign in';
const agent = new Agent({ keepAlive: true, maxSockets: 400 });

/** One person with a browser of their own. */
class Person {
  constructor(signIn) {
    this.signIn = signIn;
  }
  /** @returns status, milliseconds until the last byte, and the text */
  async ask(method, path, body) {
    const start = performance.now();
    return new Promise((resolve, reject) => {
      const req = request(
        {
          host: address.hostname,
          port: address.port,
          path: `/api${path}`,
          method,
          agent,
          headers: { 'content-type': 'application/json', ...(this.cookie ? { cookie: this.cookie } : {}) },
        },
        (res) => {
          const parts = [];
          res.on('data', (d) => parts.push(d));
          res.on('end', () => {
            const cookie = res.headers['set-cookie']?.[0];
            if (cookie) this.cookie = cookie.split(';')[0];
            resolve({ status: res.statusCode, ms: performance.now() - start, text: Buffer.concat(parts).toString() });
          });
        },
      );
      req.on('error', reject);
      req.end(body ? JSON.stringify(body) : undefined);
    });
  }
  async enter() {
    const answer = await this.ask('POST', '/session', { name: this.signIn, password: PASSWORD });
    if (answer.status !== 200) throw new Error(`${this.signIn}: ${answer.text}`);
    return this;
  }
  /** Listens to what others change. */
  listen(heard) {
    const req = request(
      { host: address.hostname, port: address.port, path: '/api/events', headers: { cookie: this.cookie } },
      (res) => res.on('data', (d) => String(d).includes('event: changed') && heard(performance.now())),
    );
    req.on('error', () => {});
    req.end();
    return () => req.destroy();
  }
  async view() {
    const { text, ms, status } = await this.ask('GET', '/view');
    return { ms, status, view: JSON.parse(text) };
  }
}

/** Steps somebody could say are done next, one a piece, the soonest first. */
function due(view) {
  return view.pieces
    .flatMap((p) => {
      const step = p.steps.find((s) => s.state.kind === 'planned');
      return step && view.plan.steps[step.id] ? [{ step, version: p.stepVersions[step.id] }] : [];
    })
    .sort((a, b) => view.plan.steps[a.step.id].start - view.plan.steps[b.step.id].start);
}
const tap = (person, view, { step, version }) =>
  person.ask('POST', `/steps/${step.id}/done`, {
    commandId: randomUUID(),
    by: view.plan.steps[step.id].people[0] ?? view.shop.people[0].id,
    version,
    ...(step.outcomes.length > 0 ? { outcome: step.outcomes[0].id } : {}),
  });

const at = (list, share) =>
  list.toSorted((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))] ?? NaN;
const line = (what, aim, list) =>
  console.log(
    `| ${what} | ${aim} | ${at(list, 0.5).toFixed(0)} ms | ${at(list, 0.95).toFixed(0)} ms | ${list.length} |`,
  );
const pause = (ms) => new Promise((done) => setTimeout(done, ms));
console.log('| what | aim | median | p95 | of |\n| --- | --- | --- | --- | --- |');

await largeShop();
await people(['one'], `50 people on Today in one shop of 12 pieces, ${seconds} s`, seconds);
await people(
  Array.from({ length: 10 }, (_, i) => `ten-${i + 1}`),
  '50 people on Today in ten shops, 20 s',
  20,
);
await besideABusyShop();

async function largeShop() {
  const [owner, other] = [await new Person('large').enter(), await new Person('large').enter()];
  const looks = [];
  for (let i = 0; i < 8; i++) looks.push((await owner.view()).ms);
  const { view } = await owner.view();
  const taps = [];
  const seen = [];
  const heard = [];
  const stop = other.listen((when) => heard.push(when));
  await pause(1500);
  for (const one of due(view).slice(0, 40)) {
    heard.length = 0;
    const start = performance.now();
    const answer = await tap(owner, view, one);
    if (answer.status !== 200) throw new Error(answer.text);
    taps.push(answer.ms);
    for (let i = 0; i < 200 && heard.length === 0; i++) await pause(5);
    seen.push((heard[0] ?? Infinity) - start);
  }
  stop();
  const steps = view.pieces.reduce((n, p) => n + p.steps.length, 0);
  const size = `${view.pieces.length} pieces, ${steps} steps, two years of finished ones`;
  line(`${size}: the view, whole`, '-', looks);
  line(`${size}: a tap answered`, '250', taps);
  line(`${size}: a tap heard of by others`, '1000', seen);
}

/** Each looks every few seconds and hears of changes; one in ten taps now and then. */
async function people(shops, what, length) {
  const all = [];
  // One after the other: tries at one name at the same moment count until they are answered.
  for (let i = 0; i < 50; i++) all.push(await new Person(shops[i % shops.length]).enter());
  const ends = all.map((p) => p.listen(() => {}));
  const looks = [];
  const taps = [];
  const until = performance.now() + length * 1000;
  await Promise.all(
    all.map(async (person, i) => {
      await pause(i * 40);
      while (performance.now() < until) {
        const { ms, view, status } = await person.view();
        if (status !== 200) throw new Error(`a look was answered with ${status}`);
        looks.push(ms);
        if (i % 10 === 0) {
          const [one] = due(view).slice(i / 10);
          const answer = one ? await tap(person, view, one) : null;
          // Two may have tapped the same: one is told so.
          if (answer && ![200, 409].includes(answer.status)) throw new Error(answer.text);
          if (answer?.status === 200) taps.push(answer.ms);
        }
        await pause(1500 + ((i * 37) % 1000));
      }
    }),
  );
  for (const end of ends) end();
  line(`${what}: a look`, '150 (p95)', looks);
  line(`${what}: a tap answered`, '250', taps);
}

async function besideABusyShop() {
  const busy = await new Person('ten-1').enter();
  const calm = await new Person('ten-2').enter();
  const over = new AbortController();
  const waiting = Array.from({ length: 16 }, async () => {
    while (!over.signal.aborted) await busy.ask('POST', '/plan/afresh', { commandId: randomUUID() });
  });
  const looks = [];
  const taps = [];
  const until = performance.now() + 8000;
  while (performance.now() < until) {
    const { ms, view } = await calm.view();
    looks.push(ms);
    const [one] = due(view);
    if (one) taps.push((await tap(calm, view, one)).ms);
    await pause(150);
  }
  over.abort();
  await Promise.all(waiting);
  line('beside a shop with sixteen commands waiting: a look', '150 (p95)', looks);
  line('beside a shop with sixteen commands waiting: a tap answered', '250', taps);
}
agent.destroy();
