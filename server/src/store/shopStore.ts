import { HOUSE_DEFAULTS, type Instant, PLANNING_DEFAULTS, type Shop } from '@app/core';
import type { LeftPiece, PhotoView, PieceView } from '@app/contract';
import { Op, type Transaction } from 'sequelize';
import {
  LessonRow,
  MixRow,
  PaintRow,
  PersonRow,
  PhotoRow,
  PieceRow,
  PlaceRow,
  ProductRow,
  RecipeRow,
  StationRow,
  StepRow,
  ToolRow,
  WorkshopRow,
} from './models.ts';
import { toDate, toInstant } from './moments.ts';
import { fromPieceColumns } from './pieceColumns.ts';
import { stepOfRow } from './shopParts.ts';
import type { Columns } from './records.ts';

/** A workshop without its pieces. */
export type StoredShopRows = {
  readonly shop: Shop;
  readonly versions: Record<string, number>;
  readonly workshop: {
    readonly id: string;
    readonly name: string;
    readonly units: 'metric' | 'us';
    readonly isDemo: boolean;
    readonly version: number;
    readonly revision: number;
  };
};
/** A workshop with the pieces that are in it. */
export type StoredShop = StoredShopRows & { readonly pieces: PieceView[] };

/** Reads a whole workshop as it stands, without what left it; within a transaction when one is given. */
export async function loadShop(workshopId: string, transaction?: Transaction): Promise<StoredShop | null> {
  const rows = await loadShopRows(workshopId, transaction);
  return rows && { ...rows, pieces: await loadPieces(workshopId, null, transaction) };
}

/** Reads the shop itself: people, stations, tools, places and shelf. */
export async function loadShopRows(workshopId: string, transaction?: Transaction): Promise<StoredShopRows | null> {
  const where = {
    where: { workshop_id: workshopId },
    order: [['id', 'ASC']] as [string, string][],
    transaction: transaction ?? null,
  };
  // One after the other: a transaction has a single connection.
  const workshop = await WorkshopRow.findByPk(workshopId, { transaction: transaction ?? null });
  if (!workshop) return null;
  const people = await PersonRow.findAll(where);
  const stations = await StationRow.findAll(where);
  const tools = await ToolRow.findAll(where);
  const places = await PlaceRow.findAll(where);
  const paints = await PaintRow.findAll(where);
  const products = await ProductRow.findAll(where);
  const recipes = await RecipeRow.findAll(where);
  const mixes = await MixRow.findAll(where);
  const lessons = await LessonRow.findAll(where);
  const versions: Record<string, number> = {};
  for (const [table, rows] of Object.entries({ people, stations, tools, places, paints, products, recipes, mixes }))
    for (const r of rows) versions[`${table}/${r.id}`] = r.version;
  return {
    workshop: {
      id: workshop.id,
      name: workshop.name,
      units: workshop.units,
      isDemo: workshop.is_demo,
      version: workshop.version,
      revision: workshop.revision,
    },
    versions,
    shop: {
      timeZone: workshop.time_zone,
      people: people.map(({ id, name, hours, skills }) => ({ id, name, hours, skills })),
      stations: stations.map(({ id, name, kind, capacity, hours, climate, beside, daylight, guard }) => ({
        id,
        name,
        kind,
        capacity,
        hours,
        climate,
        beside,
        daylight,
        guard,
      })),
      tools: tools.map(({ id, name, capacity, hours, cleanout_minutes }) => ({
        id,
        name,
        capacity,
        hours,
        cleanout_minutes,
      })),
      paints: paints.map(
        ({ id, name, hex, product, on_hand_litres, can_litres, can_cents, lead_days, deliveries, made }) => ({
          id,
          name,
          hex,
          product,
          on_hand_litres,
          can_litres,
          can_cents,
          lead_days,
          deliveries,
          made,
        }),
      ),
      products: products.map((p) => p.product),
      house: { ...HOUSE_DEFAULTS, ...workshop.house },
      sun:
        workshop.latitude_deg === null || workshop.longitude_deg === null
          ? null
          : { latitude_deg: workshop.latitude_deg, longitude_deg: workshop.longitude_deg },
      floor_units: workshop.floor_units,
      noise: workshop.noise,
      planning: { ...PLANNING_DEFAULTS, ...workshop.planning },
      recipes: recipes.map(({ id, name, brief, edits }) => ({ id, name, brief, edits })),
      ownPace: workshop.own_pace ?? null,
      ownCoats: workshop.own_coats ?? null,
      lessons: lessons.map(({ id, verdict, words, learned_at }) => ({
        id,
        verdict,
        words,
        at: toInstant(learned_at),
      })),
      mixes: mixes.map(({ id, name, hex, parts, note }) => ({ id, name, hex, parts, note })),
      places: places.map(({ id, name, typical, series, air_mps }) => ({ id, name, typical, series, air_mps })),
    },
  };
}

/**
 * Pieces that are in the shop, with their steps and photos, by id.
 * @param ids only these; null: all
 */
export async function loadPieces(
  workshopId: string,
  ids: readonly string[] | null,
  transaction?: Transaction,
): Promise<PieceView[]> {
  if (ids?.length === 0) return [];
  const rows = await PieceRow.findAll({
    where: { workshop_id: workshopId, active: true, ...(ids ? { id: [...ids] } : {}) },
    order: [['id', 'ASC']],
    limit: MOST_PIECES,
    transaction: transaction ?? null,
  });
  return withSteps(workshopId, rows, transaction);
}
/** More than a shop can have standing; what is planned is limited by its steps, and says so. */
const MOST_PIECES = 2000;

/** One piece, whether it is in the shop or has left; null: not there. */
export async function loadPiece(workshopId: string, id: string): Promise<PieceView | null> {
  const rows = await PieceRow.findAll({ where: { workshop_id: workshopId, id }, limit: 1 });
  return (await withSteps(workshopId, rows))[0] ?? null;
}

async function withSteps(
  workshopId: string,
  pieces: readonly PieceRow[],
  transaction?: Transaction,
): Promise<PieceView[]> {
  const of = { workshop_id: workshopId, piece_id: pieces.map((p) => p.id) };
  const steps = await StepRow.findAll({
    where: of,
    order: [['position', 'ASC']],
    raw: true,
    transaction: transaction ?? null,
  });
  const photos = await PhotoRow.findAll({
    where: { ...of, removed: false },
    attributes: ['id', 'piece_id', 'side', 'width', 'height', 'taken_at', 'step_id', 'kind', 'note'],
    order: [['taken_at', 'ASC']],
    transaction: transaction ?? null,
  });
  const stepsOf = groupByPiece(steps);
  const photosOf = groupByPiece(photos);
  return pieces.map((p) => pieceView(p, stepsOf.get(p.id) ?? [], photosOf.get(p.id) ?? []));
}

/** Pieces that left, the last first, in pages. @param before the moment and id of the last one known; null: from the start */
export async function loadLeft(
  workshopId: string,
  before: { readonly leftAt: Instant; readonly id: string } | null,
  limit: number,
): Promise<LeftPiece[]> {
  const rows = await PieceRow.findAll({
    where: {
      workshop_id: workshopId,
      active: false,
      ...(before
        ? {
            [Op.or]: [
              { left_at: { [Op.lt]: toDate(before.leftAt) } },
              { left_at: toDate(before.leftAt), id: { [Op.gt]: before.id } },
            ],
          }
        : {}),
    },
    order: [
      ['left_at', 'DESC'],
      ['id', 'ASC'],
    ],
    limit,
  });
  return rows.map((p) => {
    const { name, kind, client, brief, due } = fromPieceColumns(p.get({ plain: true }) as Columns);
    return { id: p.id, name, kind, client, brief, due, leftAt: toInstant(p.left_at!) };
  });
}

function groupByPiece<T extends { readonly piece_id: string | null }>(rows: readonly T[]): Map<string | null, T[]> {
  const out = new Map<string | null, T[]>();
  for (const s of rows) {
    const list = out.get(s.piece_id);
    if (list) list.push(s);
    else out.set(s.piece_id, [s]);
  }
  return out;
}

function pieceView(p: PieceRow, steps: readonly StepRow[], photos: readonly PhotoRow[]): PieceView {
  return {
    ...fromPieceColumns(p.get({ plain: true }) as Columns),
    id: p.id,
    zones: p.zones,
    notes: p.notes,
    edits: p.edits,
    struck: p.struck,
    sheet: p.sheet,
    trials: p.trials,
    asks: p.asks,
    photos: photos.map(({ id, side, width, height, taken_at, step_id, kind, note }): PhotoView => ({
      id,
      side,
      width,
      height,
      at: toInstant(taken_at),
      step: step_id,
      kind,
      note,
    })),
    active: p.active,
    leftAt: p.left_at && toInstant(p.left_at),
    version: p.version,
    steps: steps.map(stepOfRow),
    stepVersions: Object.fromEntries(steps.map((s) => [s.id, s.version])),
  };
}
