// What a year of taps leaves in the database: a shop of twelve pieces, tapped 60 times a day on 250 days, without the HTTP.
//   node .mokume/bench/yearOfTaps.js DATABASE_URL [TAPS]
import { randomUUID } from 'node:crypto';
import { threadedPlanner } from '../server/src/jobs/planner.ts';
import type { Actor, Deps } from '../server/src/services/commands.ts';
import { KeptShops } from '../server/src/services/keptShops.ts';
import { pinStep } from '../server/src/services/steps.ts';
import { Turns } from '../server/src/services/turns.ts';
import { openDatabase } from '../server/src/store/database.ts';

const [url, given] = process.argv.slice(2);
const taps = Number(given ?? 1500);
const YEAR = 15_000;
const sequelize = await openDatabase(url!);
let now = Math.floor(Date.now() / 60_000);
const deps: Deps = {
  sequelize,
  planner: threadedPlanner(1),
  clock: { now: () => now, isFixed: false },
  log: { warn: () => {}, error: () => {} } as unknown as Deps['log'],
  offers: new Map(),
  shops: new KeptShops(sequelize),
  turns: new Turns(),
  events: { announce: () => {}, end: () => {}, isWatched: () => false },
};
const owner: Actor = {
  workshopId: 'year',
  userId: 'year-owner',
  name: 'Ines',
  role: 'owner',
  personId: null,
  consents: true,
  request: 'bench',
};
const took: number[] = [];
for (let n = 0; n < taps; n++) {
  const { view } = (await deps.shops.now('year'))!;
  const piece = view.pieces[n % view.pieces.length]!;
  const step = piece.steps.findLast((s) => s.state.kind === 'planned')!;
  const start = performance.now();
  // Held back a little more each time: what comes after it on the piece moves with it.
  await pinStep(deps, owner, step.id, {
    commandId: randomUUID(),
    version: piece.stepVersions[step.id]!,
    pin: { notBefore: now + 3 * 1440 + (n % 40) * 60 },
  });
  took.push(performance.now() - start);
  if (n % 60 === 59) now += 8;
}
const [sizes] = await sequelize.query(
  "select pg_total_relation_size('plans') as plans, pg_total_relation_size('changes') as changes",
);
const [size] = sizes as { plans: string; changes: string }[];
const inOrder = (from: number) => took.slice(from, from + 200).sort((a, b) => a - b)[100]!;
const mb = (bytes: string) => ((Number(bytes) / 1e6) * (YEAR / taps)).toFixed(0);
console.log('| a shop of 12 pieces | figure |\n| --- | --- |');
console.log(`| a tap in the service, the first 200 | ${inOrder(0).toFixed(0)} ms |`);
console.log(`| a tap in the service, the last 200 of ${taps} | ${inOrder(taps - 200).toFixed(0)} ms |`);
console.log(`| a year of ${YEAR} taps: plans | ${mb(size!.plans)} MB |`);
console.log(`| a year of ${YEAR} taps: changes, with what each row was before | ${mb(size!.changes)} MB |`);
await deps.planner.close();
await sequelize.close();
