import type { WorkshopView } from '@app/contract';
import type { Plan } from '@app/core';
import { ApiError } from '../errors.ts';
import { ChangeRow, type UserRow } from '../store/models.ts';
import { currentPlan, loadShop } from '../store/shopStore.ts';
import { changeView, type Deps } from './commands.ts';

const NO_PLAN: Plan = { steps: {}, ready: {}, unplanned: [], notices: [] };

/** One workshop as its people see it. */
export async function workshopView(deps: Deps, user: UserRow): Promise<WorkshopView> {
  const stored = await loadShop(user.workshop_id);
  if (!stored) throw new ApiError('NOT_FOUND');
  const { plan } = await currentPlan(user.workshop_id);
  const changes = await ChangeRow.findAll({
    where: { workshop_id: user.workshop_id },
    order: [['number', 'DESC']],
    limit: 60,
  });
  const { workshop } = stored;
  return {
    workshop: {
      id: workshop.id,
      name: workshop.name,
      units: workshop.units,
      isDemo: workshop.is_demo,
      version: workshop.version,
    },
    me: { name: user.name, role: user.role, personId: user.person_id },
    revision: workshop.revision,
    now: deps.clock.now(),
    clockIsFixed: deps.clock.isFixed,
    shop: stored.shop,
    versions: stored.versions,
    pieces: stored.pieces,
    plan: plan ?? NO_PLAN,
    changes: changes.map(changeView),
  };
}
