import { applyPlanUpdate, type PlanUpdate } from '@app/contract';
import type { Instant, Plan } from '@app/core';
import { Op, type Transaction } from 'sequelize';
import { PlanRow } from './models.ts';
import { toDate, toInstant } from './moments.ts';

/** A plan by its number, and when it was made; 0 and null: none yet. */
export type NumberedPlan = { readonly number: number; readonly plan: Plan | null; readonly at: Instant };

/** After so many differences one plan is kept whole again, so that none is far from a whole one. */
export const WHOLE_EVERY = 50;

/** The newest plan. */
export async function currentPlan(workshopId: string, transaction?: Transaction): Promise<NumberedPlan> {
  // Not findOne: with part of a composite key it would read every plan there is.
  const [newest] = await PlanRow.findAll({
    where: { workshop_id: workshopId },
    attributes: ['number', 'made_at'],
    order: [['number', 'DESC']],
    limit: 1,
    transaction: transaction ?? null,
  });
  return newest
    ? {
        number: newest.number,
        plan: await planNumbered(workshopId, newest.number, transaction),
        at: toInstant(newest.made_at),
      }
    : { number: 0, plan: null, at: 0 };
}

/** The plan that was followed at a moment; null: there was none yet. */
export async function planAt(workshopId: string, at: Instant): Promise<Plan | null> {
  const [newest] = await PlanRow.findAll({
    where: { workshop_id: workshopId, made_at: { [Op.lte]: toDate(at) } },
    attributes: ['number'],
    order: [['number', 'DESC']],
    limit: 1,
  });
  return newest ? planNumbered(workshopId, newest.number) : null;
}

/** A plan as it was: the last one before it that is whole, with the differences since laid upon it. */
export async function planNumbered(
  workshopId: string,
  number: number,
  transaction?: Transaction,
): Promise<Plan | null> {
  const whole = await wholeBefore(workshopId, number, transaction);
  if (!whole) return null;
  const rows = await PlanRow.findAll({
    where: { workshop_id: workshopId, number: { [Op.gt]: whole.number, [Op.lte]: number } },
    order: [['number', 'ASC']],
    transaction: transaction ?? null,
  });
  return rows.reduce((plan, r) => applyPlanUpdate(plan, r.difference!), whole.plan!);
}

async function wholeBefore(workshopId: string, number: number, transaction?: Transaction): Promise<PlanRow | null> {
  const [whole] = await PlanRow.findAll({
    where: { workshop_id: workshopId, number: { [Op.lte]: number }, plan: { [Op.ne]: null } },
    order: [['number', 'DESC']],
    limit: 1,
    transaction: transaction ?? null,
  });
  return whole ?? null;
}

/**
 * Keeps a plan after the one before: as what differs, or whole where that is no more, or every so often.
 * @param difference from the one before; null: there is none before
 */
export async function addPlan(
  workshopId: string,
  {
    number,
    plan,
    difference,
  }: { readonly number: number; readonly plan: Plan; readonly difference: PlanUpdate | null },
  now: Instant,
  transaction: Transaction,
): Promise<void> {
  const isWhole =
    !difference ||
    number % WHOLE_EVERY === 0 ||
    Object.keys(difference.steps).length > Object.keys(plan.steps).length / 2;
  await PlanRow.create(
    {
      workshop_id: workshopId,
      number,
      made_at: toDate(now),
      ...(isWhole ? { plan, difference: null } : { plan: null, difference }),
    },
    { transaction },
  );
}
