// Puts workshops into an empty database for the benchmarks through HTTP, and prints who signs in.
//   node .mokume/bench/largeShop.js DATABASE_URL NAME PIECES LEFT
// NAME owns a shop of so many pieces: the demo's over and over, with hands and space in proportion, part of each done;
// beside them pieces that left over two years, every step of them done.
import { EMPTY_SHEET, planAfresh, problemOf, type ShopPiece, stepId } from '@app/core';
import { crowded } from './crowd.ts';
import { boatShed } from '../server/src/demo/boatShed.ts';
import { DEMO_PIECES } from '../server/src/demo/demoPieces.ts';
import { demoPieceOf, type DemoShopPiece } from '../server/src/demo/demoProblem.ts';
import { openDatabase } from '../server/src/store/database.ts';
import { toDate } from '../server/src/store/moments.ts';
import { addPlan } from '../server/src/store/plans.ts';
import { addUser } from '../server/src/store/users.ts';
import { addPieceWithSteps, addWorkshop } from '../server/src/store/workshops.ts';

/** Of “long enough to sign in”. */
const PASSWORD_HASH =
  '$argon2id$v=19$m=19456,t=2,p=1$oDk8xn+n7kcrQ2JxWur6NA$YJaj2+WxyKSRzoYDNX47KGltIqCnmpEo8zt6xbwJlOk';
const [url, name, pieceCount, leftCount] = process.argv.slice(2);
const pieces = Number(pieceCount);
const left = Number(leftCount);
const now = Math.floor(Date.now() / 60_000);
const demo = boatShed(now);
const shop = crowded(demo, Math.ceil(pieces / DEMO_PIECES.length));
const made = DEMO_PIECES.map((d) => demoPieceOf(d, shop, now));
const sequelize = await openDatabase(url!);
await sequelize.transaction(async (transaction) => {
  await addWorkshop({ id: name!, name: `Shop of ${name}`, units: 'metric', isDemo: false, shop }, transaction);
  await addUser(
    {
      id: `${name}-owner`,
      workshopId: name!,
      signIn: name!,
      name: 'Ines',
      role: 'owner',
      personId: shop.people[0]!.id,
      passwordHash: PASSWORD_HASH,
      mustChangePassword: false,
      credential: 0,
    },
    transaction,
  );
  const active = Array.from({ length: pieces }, (_, i) =>
    standing(made[i % made.length]!, Math.floor(i / made.length)),
  );
  for (const p of active)
    await addPieceWithSteps(name!, p.id, { ...p, sheet: EMPTY_SHEET, left_at: leftAt(p) }, p.steps, transaction);
  for (let i = 0; i < left; i++) {
    const p = gone(made[i % made.length]!, i);
    await addPieceWithSteps(name!, p.id, { ...p, sheet: EMPTY_SHEET, left_at: leftAt(p) }, p.steps, transaction);
  }
  const plan = planAfresh(problemOf(shop, active as ShopPiece[], now), null, 1);
  await addPlan(name!, { number: 1, plan, difference: null }, now, transaction);
});
await sequelize.close();
console.log(`${name}: ${pieces} pieces, ${left} that left`);

/** When the last of a piece that was fetched was done. */
function leftAt(p: DemoShopPiece): Date | null {
  const last = p.steps.at(-1)!.state;
  return last.kind === 'done' && !p.active ? toDate(last.until) : null;
}
/** A piece that came some days later than the last of its kind. */
function standing(p: DemoShopPiece, round: number): DemoShopPiece {
  return renamed(p, `${p.id}-${round}`, `${p.name} ${round + 1}`, round * 2 * 1440);
}
/** A piece that was done and fetched some time in the last two years. */
function gone(p: DemoShopPiece, i: number): DemoShopPiece {
  const ago = -30 * 1440 - Math.round((i / Math.max(1, left)) * 700 * 1440);
  const out = renamed(p, `${p.id}-left-${i}`, `${p.name} (${i})`, ago);
  return {
    ...out,
    active: false,
    steps: out.steps.map((s, n) => ({
      ...s,
      state: { kind: 'done', from: out.arrival + n * 90, until: out.arrival + n * 90 + s.work_minutes, by: ['ines-0'] },
    })),
  };
}
function renamed(p: DemoShopPiece, id: string, words: string, later: number): DemoShopPiece {
  return {
    ...p,
    id,
    name: words,
    arrival: p.arrival + later,
    due: p.due === null ? null : p.due + Math.max(later, Math.round(later * 1.5)),
    steps: p.steps.map((s) => ({ ...s, id: stepId(id, s.key) })),
  };
}
