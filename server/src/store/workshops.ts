import type { PieceFields } from '@app/contract';
import type { Shop, ShopStep } from '@app/core';
import { Op, type Transaction } from 'sequelize';
import {
  MixRow,
  PaintRow,
  PersonRow,
  PieceRow,
  PlaceRow,
  ProductRow,
  RecipeRow,
  StationRow,
  StepRow,
  ToolRow,
  WorkshopRow,
} from './models.ts';
import { pieceColumns } from './pieceColumns.ts';
import type { PieceRest } from './records.ts';

export type NewWorkshop = {
  readonly id: string;
  readonly name: string;
  readonly units: 'metric' | 'us';
  readonly isDemo: boolean;
  readonly shop: Shop;
};

/** Takes a workshop's turn: until the transaction ends nobody else changes it. @returns its revision; null: not there */
export async function lockRevision(id: string, transaction: Transaction): Promise<number | null> {
  const row = await WorkshopRow.findByPk(id, {
    attributes: ['id', 'revision'],
    transaction,
    lock: transaction.LOCK.UPDATE,
  });
  return row?.revision ?? null;
}

/** A workshop's revision; null: not there. */
export async function revisionOf(id: string): Promise<number | null> {
  const [row] = await WorkshopRow.findAll({ where: { id }, attributes: ['revision'], raw: true });
  return row?.revision ?? null;
}

export async function setRevision(id: string, revision: number, transaction: Transaction): Promise<void> {
  await WorkshopRow.update({ revision }, { where: { id }, transaction });
}

export async function workshopExists(id: string, transaction: Transaction): Promise<boolean> {
  return (await WorkshopRow.count({ where: { id }, transaction })) > 0;
}

/** Grows when the verifier knows a rule more, or asks more of one: plans made before that break it are then made again. */
const PLAN_RULES = 2;

/** Workshops whose plan was verified by fewer rules than there are now. */
export async function plannedByOldRules(): Promise<string[]> {
  const rows = await WorkshopRow.findAll({ where: { rules: { [Op.lt]: PLAN_RULES } }, attributes: ['id'] });
  return rows.map((r) => r.id);
}
export async function setPlannedByNewRules(id: string): Promise<void> {
  await WorkshopRow.update({ rules: PLAN_RULES }, { where: { id } });
}

/** The demo's id; null when it was never made. */
export async function demoId(): Promise<string | null> {
  return (await WorkshopRow.findOne({ where: { is_demo: true }, attributes: ['id'] }))?.id ?? null;
}

export async function removeWorkshop(id: string, transaction: Transaction): Promise<void> {
  await WorkshopRow.destroy({ where: { id }, transaction });
}

/** A workshop with its people, places, stations, tools and shelf; no pieces yet. */
export async function addWorkshop(
  { id, name, units, isDemo, shop }: NewWorkshop,
  transaction: Transaction,
): Promise<void> {
  await WorkshopRow.create(
    {
      id,
      name,
      time_zone: shop.timeZone,
      units,
      is_demo: isDemo,
      house: {},
      latitude_deg: shop.sun?.latitude_deg ?? null,
      longitude_deg: shop.sun?.longitude_deg ?? null,
      floor_units: shop.floor_units ?? null,
      noise: shop.noise ?? null,
      revision: 0,
      version: 0,
      rules: PLAN_RULES,
    },
    { transaction },
  );
  const mine = <T extends object>(list: readonly T[]) => list.map((x) => ({ ...x, workshop_id: id, version: 0 }));
  await PlaceRow.bulkCreate(mine(shop.places), { transaction });
  await PersonRow.bulkCreate(mine(shop.people), { transaction });
  await StationRow.bulkCreate(mine(shop.stations), { transaction });
  await ToolRow.bulkCreate(mine(shop.tools), { transaction });
  await PaintRow.bulkCreate(mine(shop.paints), { transaction });
  await ProductRow.bulkCreate(mine(shop.products.map((product) => ({ id: product.id, product }))), { transaction });
  await RecipeRow.bulkCreate(mine(shop.recipes), { transaction });
  await MixRow.bulkCreate(mine(shop.mixes), { transaction });
}

/** A piece with its steps as they stand, past the log: for the demo. */
export async function addPieceWithSteps(
  workshopId: string,
  id: string,
  piece: PieceFields & PieceRest,
  steps: readonly ShopStep[],
  transaction: Transaction,
): Promise<void> {
  const { zones, notes, edits, struck, sheet, active, left_at } = piece;
  const rest = { zones, notes, edits, struck, sheet, active, left_at };
  await PieceRow.create({ id, workshop_id: workshopId, ...pieceColumns(piece), ...rest, version: 0 }, { transaction });
  await StepRow.bulkCreate(
    steps.map(({ id: step, state, pin, ...route }, position) => ({
      id: step,
      workshop_id: workshopId,
      piece_id: id,
      position,
      route,
      state,
      pin,
      version: 0,
    })),
    { transaction },
  );
}
