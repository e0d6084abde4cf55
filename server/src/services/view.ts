import { MOST_CHANGES, type WorkshopView } from '@app/contract';
import { EMPTY_PLAN } from '@app/core';
import { ApiError } from '../errors.ts';
import { newestChanges } from '../store/changes.ts';
import { currentPlan } from '../store/plans.ts';
import { loadShop } from '../store/shopStore.ts';
import { type Actor, changeView, type Deps } from './commands.ts';

/** One workshop as its people see it. */
export async function workshopView(deps: Deps, me: Actor): Promise<WorkshopView> {
  const stored = await loadShop(me.workshopId);
  if (!stored) throw new ApiError('NOT_FOUND');
  const { plan } = await currentPlan(me.workshopId);
  const changes = await newestChanges(me.workshopId, MOST_CHANGES);
  const { revision, ...workshop } = stored.workshop;
  return {
    workshop,
    me: { name: me.name, role: me.role, personId: me.personId },
    revision,
    now: deps.clock.now(),
    clockIsFixed: deps.clock.isFixed,
    shop: stored.shop,
    versions: stored.versions,
    pieces: stored.pieces,
    plan: plan ?? EMPTY_PLAN,
    changes: changes.map(changeView),
  };
}
