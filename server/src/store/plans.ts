import type { Instant, Plan } from '@app/core';
import type { Transaction } from 'sequelize';
import { PlanRow } from './models.ts';
import { toDate } from './moments.ts';

/** A plan by its number; 0 and null: none yet. */
export type NumberedPlan = { readonly number: number; readonly plan: Plan | null };

/** The newest plan. */
export async function currentPlan(workshopId: string, transaction?: Transaction): Promise<NumberedPlan> {
  const row = await PlanRow.findOne({
    where: { workshop_id: workshopId },
    order: [['number', 'DESC']],
    transaction: transaction ?? null,
  });
  return row ? { number: row.number, plan: row.plan } : { number: 0, plan: null };
}

export async function planNumbered(workshopId: string, number: number, transaction: Transaction): Promise<Plan | null> {
  const row = await PlanRow.findOne({ where: { workshop_id: workshopId, number }, transaction });
  return row?.plan ?? null;
}

export async function addPlan(
  workshopId: string,
  number: number,
  plan: Plan,
  now: Instant,
  transaction: Transaction,
): Promise<void> {
  await PlanRow.create({ workshop_id: workshopId, number, made_at: toDate(now), plan }, { transaction });
}
