import { hash } from '@node-rs/argon2';
import {
  canFor,
  dryingPlaces,
  editedRoute,
  EMPTY_SHEET,
  NO_TRIALS,
  type Instant,
  instantAt,
  type Placement,
  type Plan,
  learn,
  rebuilt,
  type RouteEdit,
  type Shop,
  type ShopPiece,
  type ShopStep,
  stepId,
  wallClock,
  type WorkState,
} from '@app/core';
import type { Deps } from '../services/commands.ts';
import { appendChanges, type Change } from '../store/changes.ts';
import { addPlan } from '../store/plans.ts';
import { addUser, type User } from '../store/users.ts';
import { addPieceWithSteps, addWorkshop, removeWorkshop, setRevision, workshopExists } from '../store/workshops.ts';
import { boatShed, DEMO_ZONE } from './boatShed.ts';
import { DEMO_PIECES } from './demoPieces.ts';
import { demoPieceOf, type DemoShopPiece } from './demoProblem.ts';

/** Made up, printed at the start, refused beyond this computer. */
export const DEMO_SIGN_IN = { name: 'demo', password: 'grain-by-grain' } as const;
const DEMO_ID = 'demo';
/** The demo's past is what the planner would have done from this many days ago. */
const HISTORY_DAYS = 7;

/** Makes the demo workshop once; `fresh` removes the old one first. Other workshops are not touched. */
export async function seedDemo(deps: Deps, fresh = false): Promise<void> {
  const passwordHash = await hash(DEMO_SIGN_IN.password);
  await deps.sequelize.transaction(async (transaction) => {
    if (fresh) await removeWorkshop(DEMO_ID, transaction);
    if (await workshopExists(DEMO_ID, transaction)) return;
    const now = deps.clock.now();
    const shop = boatShed(now);
    await addWorkshop({ id: DEMO_ID, name: 'Boat-shed workshop', units: 'metric', isDemo: true, shop }, transaction);
    await addUser(ownerWith(passwordHash), transaction);
    const lived = await live(deps, shop, now);
    for (const p of lived.pieces)
      await addPieceWithSteps(
        DEMO_ID,
        p.id,
        { ...p, sheet: EMPTY_SHEET, trials: NO_TRIALS, asks: [], left_at: null },
        p.steps,
        transaction,
      );
    await addPlan(DEMO_ID, { number: 1, plan: lived.plan, difference: null }, now, transaction);
    const log = logOf(lived.pieces, now);
    await appendChanges(DEMO_ID, log, transaction);
    await setRevision(DEMO_ID, log.length, transaction);
  });
}

type Lived = { readonly pieces: readonly DemoShopPiece[]; readonly plan: Plan };

/** Plans from some days ago, takes what that plan did until now as done, then lets the troubles happen. */
async function live(deps: Deps, shop: Shop, now: Instant): Promise<Lived> {
  const pieces = DEMO_PIECES.map((d) => demoPieceOf(d, shop, now));
  const solve = async (
    list: readonly ShopPiece[],
    at: Instant,
    previous: Plan | null,
    afresh: boolean,
  ): Promise<Plan> => {
    const result = await deps.planner.solve({
      workshopId: DEMO_ID,
      shop,
      pieces: list,
      plan: previous,
      now: at,
      instead: null,
      since: null,
      touched: [],
      goesFirst: null,
      isTap: false,
      mode: afresh ? 'afresh' : 'repair',
      look: 1,
    });
    if (result.kind === 'refused') throw new Error(`The demo cannot be planned: ${result.reasons.join(' ')}`);
    return result.plan;
  };
  const then = now - HISTORY_DAYS * 1440;
  const past = await solve(pieces, then, null, true);
  const lived = troubles(
    pieces.map((p) => happenedUntil(p, past, shop, now)),
    now,
  );
  return { pieces: lived, plan: await solve(lived, now, past, true) };
}

function happenedUntil(p: DemoShopPiece, past: Plan, shop: Shop, now: Instant): DemoShopPiece {
  return {
    ...p,
    steps: p.steps.map((s) => {
      const at = past.steps[s.id];
      if (!at || at.start >= now) return s;
      if (at.end <= now) return { ...s, state: asTapped(s, at, shop, cameTooSoon(p, s, past)) };
      return { ...s, state: { kind: 'started', at: at.start, by: at.people } };
    }),
  };
}

/** Teo sands quicker than he was entered; a coat takes more paint here than its sheet says. */
const TEO_SANDS = 0.75;
const COAT_TAKES = 1.2;

function asTapped(s: ShopStep, at: Placement, shop: Shop, tooSoon: readonly Instant[]): WorkState {
  const isTeoSanding = s.skill === 'prep' && at.people.join() === 'teo';
  const saved = isTeoSanding ? Math.round(((at.end - at.start) * (1 - TEO_SANDS)) / 5) * 5 : 0;
  const can = s.coat === null ? undefined : canFor(shop.paints, s);
  const stations = at.stations.flatMap((id) => shop.stations.filter((x) => x.id === id));
  return {
    kind: 'done',
    from: at.start + saved,
    until: at.end,
    by: at.people,
    ...(s.hands > 0 ? { timed: true as const } : {}),
    ...(s.product === null ? {} : { places: dryingPlaces(s.needs, stations) }),
    ...(can ? { took: { paint: can.id, litres: s.litres * COAT_TAKES, isTold: true as const } } : {}),
    ...(tooSoon.length > 0 ? { tooSoon } : {}),
  };
}

/** Somebody felt what was to be dry when its sheet said so, and it was not; they came again a little later. */
const FELT_LATER_MINUTES = 180;

function cameTooSoon(p: DemoShopPiece, s: ShopStep, past: Plan): Instant[] {
  const { start } = past.steps[s.id]!;
  const waited = s.after.flatMap((l) =>
    l.from === 'end' ? [] : (past.steps[stepId(p.id, l.step)]?.dry[l.from] ?? []),
  );
  const ready = Math.max(0, ...waited);
  return ready > start - FELT_LATER_MINUTES && ready < start ? [ready] : [];
}

/** Tests done so far showed what they mostly show; the route is built again with it. */
function learnt(p: DemoShopPiece): DemoShopPiece {
  const shown = p.steps
    .filter((s) => s.state.kind === 'done' && s.outcomes.length > 0)
    .map((s) => [...s.outcomes].sort((a, b) => b.likely - a.likely)[0]!);
  if (shown.length === 0) return p;
  const survey = shown.reduce((known, o) => learn(known, o.learns), p.input.survey);
  return withRoute({ ...p, survey, input: { ...p.input, survey } }, p.edits);
}

/** A bleed-through on the plan chest and an unanswered colour sample for the wardrobe. */
function troubles(pieces: readonly DemoShopPiece[], now: Instant): DemoShopPiece[] {
  const today = wallClock(DEMO_ZONE, now).day;
  return pieces.map(learnt).map((p) => {
    const coat = p.steps.find((s) => s.key === 'paint-1');
    if (!coat) return p;
    if (p.id === 'plan-chest' && coat.state.kind === 'done')
      return withRoute({ ...p, steps: stoppedAfter(p.steps, coat.key) }, [{ op: 'block', step: 'paint-1', round: 1 }]);
    if (p.id === 'wardrobe' && coat.state.kind === 'planned') {
      const title = 'Wait for Aske to approve the colour sample';
      const held = withRoute(p, [{ op: 'hold', key: 'hold-1', before: 'paint-1', title }]);
      const notBefore = instantAt(DEMO_ZONE, today + 3, 9 * 60);
      return { ...held, steps: held.steps.map((s) => (s.key === 'hold-1' ? { ...s, pin: { notBefore } } : s)) };
    }
    return p;
  });
}

function withRoute(p: DemoShopPiece, edits: readonly RouteEdit[]): DemoShopPiece {
  const route = editedRoute(p.input, edits);
  return { ...p, edits, struck: route.struck, notes: route.notes, steps: rebuilt(p.id, p.steps, route.steps) };
}

/** The same steps with nothing done after one of them: work stopped there when the bleed was seen. */
function stoppedAfter(steps: DemoShopPiece['steps'], key: string): DemoShopPiece['steps'] {
  const at = steps.findIndex((s) => s.key === key);
  return steps.map((s, i) => (i > at && (s.coat !== null || s.dusty) ? { ...s, state: { kind: 'planned' } } : s));
}

const OWNER_ID = 'demo-owner';
const ownerWith = (passwordHash: string): User => ({
  id: OWNER_ID,
  workshopId: DEMO_ID,
  signIn: DEMO_SIGN_IN.name,
  name: 'Ines',
  role: 'owner',
  personId: 'ines',
  passwordHash,
  mustChangePassword: false,
  credential: 0,
});

/** What was done, as the log would have it. */
function logOf(pieces: readonly DemoShopPiece[], now: Instant): Change[] {
  const names = new Map([
    ['ines', 'Ines'],
    ['teo', 'Teo'],
    ['jun', 'Jun'],
  ]);
  const done = pieces
    .flatMap((p) =>
      p.steps.flatMap((s) =>
        s.state.kind === 'done'
          ? [{ piece: p, step: s, at: s.state.until, by: names.get(s.state.by[0] ?? '') ?? 'Ines' }]
          : [],
      ),
    )
    .sort((a, b) => a.at - b.at);
  const entry = (number: number, id: string, by: string, at: Instant, summary: string, piece: string): Change => ({
    id,
    number,
    madeBy: 'person',
    userId: by === 'Ines' ? OWNER_ID : null,
    by,
    at,
    summary,
    piece,
    rows: [],
    moves: [],
    planBefore: 1,
    planAfter: 1,
    undoes: null,
    undoneBy: null,
    restoredPlan: null,
    request: null,
  });
  const log = done.map((d, i) =>
    entry(i + 1, `demo-log-${i + 1}`, d.by, d.at, `“${d.step.title}” done on ${d.piece.name}`, d.piece.id),
  );
  const chest = pieces.find((p) => p.steps.some((s) => s.key.includes('-block-')));
  const bleed = chest && `Bleed-through on ${chest.name}: one more coat of primer first`;
  return chest && bleed ? [...log, entry(log.length + 1, 'demo-log-bleed', 'Teo', now - 2, bleed, chest.id)] : log;
}
