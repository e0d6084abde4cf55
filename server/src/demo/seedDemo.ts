import { hash } from '@node-rs/argon2';
import {
  editedRoute,
  EMPTY_SHEET,
  type Instant,
  instantAt,
  type Plan,
  type PieceMove,
  problemOf,
  learn,
  rebuilt,
  type RouteEdit,
  TEMPLATE_ZONES,
  type Shop,
  type ShopPiece,
  wallClock,
} from '@app/core';
import type { Transaction } from 'sequelize';
import type { Deps } from '../services/commands.ts';
import {
  ChangeRow,
  MixRow,
  PaintRow,
  PersonRow,
  PieceRow,
  PlaceRow,
  PlanRow,
  RecipeRow,
  StationRow,
  StepRow,
  ToolRow,
  UserRow,
  WorkshopRow,
} from '../store/models.ts';
import { toDate } from '../store/shopStore.ts';
import { boatShed, DEMO_ZONE } from './boatShed.ts';
import { DEMO_PIECES } from './demoPieces.ts';
import { demoPieceOf, type DemoShopPiece } from './demoProblem.ts';

/** Made up, printed at the start, refused beyond this computer. */
export const DEMO_SIGN_IN = { name: 'demo', password: 'grain-by-grain' } as const;
const DEMO_ID = 'demo';
/** The demo's past is what the planner would have done from this many days ago. */
const HISTORY_DAYS = 6;

/** Makes the demo workshop once; `fresh` removes the old one first. Other workshops are not touched. */
export async function seedDemo(deps: Deps, fresh = false): Promise<void> {
  const password_hash = await hash(DEMO_SIGN_IN.password);
  await deps.sequelize.transaction(async (transaction) => {
    if (fresh) await WorkshopRow.destroy({ where: { id: DEMO_ID }, transaction });
    if (await WorkshopRow.findByPk(DEMO_ID, { transaction })) return;
    const now = deps.clock.now();
    const shop = boatShed(now);
    await saveShop(shop, password_hash, transaction);
    const lived = await live(deps, shop, now);
    await savePieces(lived.pieces, transaction);
    await PlanRow.create({ workshop_id: DEMO_ID, number: 1, made_at: toDate(now), plan: lived.plan }, { transaction });
    await saveLog(lived.pieces, now, transaction);
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
      problem: problemOf(shop, list, at),
      previous,
      touched: [],
      mode: afresh ? 'afresh' : 'repair',
      movesSince: null,
    });
    if (result.kind === 'refused') throw new Error(`The demo cannot be planned: ${result.reasons.join(' ')}`);
    return result.plan;
  };
  const then = now - HISTORY_DAYS * 1440;
  const past = await solve(pieces, then, null, true);
  const lived = troubles(
    pieces.map((p) => happenedUntil(p, past, now)),
    now,
  );
  return { pieces: lived, plan: await solve(lived, now, past, true) };
}

function happenedUntil(p: DemoShopPiece, past: Plan, now: Instant): DemoShopPiece {
  return {
    ...p,
    steps: p.steps.map((s) => {
      const at = past.steps[s.id];
      if (!at || at.start >= now) return s;
      if (at.end <= now) return { ...s, state: { kind: 'done', from: at.start, until: at.end, by: at.people } };
      return { ...s, state: { kind: 'started', at: at.start, by: at.people } };
    }),
  };
}

/** Tests done so far showed what they mostly show; the route is built again with it. */
function learnt(p: DemoShopPiece): DemoShopPiece {
  const shown = p.steps
    .filter((s) => s.state.kind === 'done' && s.outcomes.length > 0)
    .map((s) => [...s.outcomes].sort((a, b) => b.likely - a.likely)[0]!);
  if (shown.length === 0) return p;
  const survey = shown.reduce((known, o) => learn(known, o.learns), p.input.survey);
  return withRoute({ ...p, input: { ...p.input, survey } }, p.edits);
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

async function saveShop(shop: Shop, password_hash: string, transaction: Transaction): Promise<void> {
  const mine = { workshop_id: DEMO_ID, version: 0 };
  await WorkshopRow.create(
    {
      id: DEMO_ID,
      name: 'Boat-shed workshop',
      time_zone: shop.timeZone,
      units: 'metric',
      is_demo: true,
      house: {},
      latitude_deg: shop.sun?.latitude_deg ?? null,
      longitude_deg: shop.sun?.longitude_deg ?? null,
      floor_units: shop.floor_units ?? null,
      noise: shop.noise ?? null,
      revision: 0,
      version: 0,
    },
    { transaction },
  );
  await PlaceRow.bulkCreate(
    shop.places.map((p) => ({ ...p, ...mine })),
    { transaction },
  );
  await PersonRow.bulkCreate(
    shop.people.map((p) => ({ ...p, ...mine })),
    { transaction },
  );
  await StationRow.bulkCreate(
    shop.stations.map((s) => ({ ...s, ...mine })),
    { transaction },
  );
  await ToolRow.bulkCreate(
    shop.tools.map((t) => ({ ...t, ...mine })),
    { transaction },
  );
  await PaintRow.bulkCreate(
    shop.paints.map((p) => ({ ...p, ...mine })),
    { transaction },
  );
  await RecipeRow.bulkCreate(
    shop.recipes.map((r) => ({ ...r, ...mine })),
    { transaction },
  );
  await MixRow.bulkCreate(
    shop.mixes.map((m) => ({ ...m, ...mine })),
    { transaction },
  );
  await UserRow.create(
    {
      id: 'demo-owner',
      workshop_id: DEMO_ID,
      sign_in: DEMO_SIGN_IN.name,
      name: 'Ines',
      role: 'owner',
      person_id: 'ines',
      password_hash,
      must_change_password: false,
    },
    { transaction },
  );
}

async function savePieces(pieces: readonly DemoShopPiece[], transaction: Transaction): Promise<void> {
  for (const p of pieces) {
    const { demo } = p;
    await PieceRow.create(
      {
        id: p.id,
        workshop_id: DEMO_ID,
        name: p.name,
        kind: p.kind,
        client: demo.client,
        template: demo.template,
        dimensions: demo.dimensions,
        survey: p.input.survey,
        brief: demo.brief,
        zones: p.zones,
        notes: p.notes,
        zone_choice: demo.zones ?? TEMPLATE_ZONES,
        edits: p.edits,
        struck: p.struck,
        sheet: EMPTY_SHEET,
        arrives_at: toDate(p.arrival),
        due_at: p.due === null ? null : toDate(p.due),
        promised: p.promised,
        active: true,
        version: 0,
      },
      { transaction },
    );
    await StepRow.bulkCreate(
      p.steps.map(({ id, state, pin, ...route }, position) => ({
        id,
        workshop_id: DEMO_ID,
        piece_id: p.id,
        position,
        route,
        state,
        pin,
        version: 0,
      })),
      { transaction },
    );
  }
}

const NO_MOVES: readonly PieceMove[] = [];

/** What was done, as the log would have it. */
async function saveLog(pieces: readonly DemoShopPiece[], now: Instant, transaction: Transaction): Promise<void> {
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
  const rows = done.map((d, i) => ({
    id: `demo-log-${i + 1}`,
    number: i + 1,
    user_name: d.by,
    at: toDate(d.at),
    summary: `“${d.step.title}” done on ${d.piece.name}`,
    piece_id: d.piece.id,
  }));
  const chest = pieces.find((p) => p.steps.some((s) => s.key.includes('-block-')));
  if (chest)
    rows.push({
      id: 'demo-log-bleed',
      number: rows.length + 1,
      user_name: 'Teo',
      at: toDate(now - 2),
      summary: `Bleed-through on ${chest.name}: one more coat of primer first`,
      piece_id: chest.id,
    });
  await ChangeRow.bulkCreate(
    rows.map((r) => ({
      ...r,
      workshop_id: DEMO_ID,
      rows: [],
      moves: NO_MOVES,
      plan_before: 1,
      plan_after: 1,
      undoes: null,
      undone_by: null,
    })),
    { transaction },
  );
  await WorkshopRow.update({ revision: rows.length }, { where: { id: DEMO_ID }, transaction });
}
