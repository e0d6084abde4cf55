import { randomUUID } from 'node:crypto';
import type { ShopStep } from '@app/core';
import { currentPlan } from '../store/plans.ts';
import { loadShop } from '../store/shopStore.ts';
import { carryOut, type Deps } from './commands.ts';

/** How long a due step may wait for a tap before the plan behind it moves. */
const GRACE_MINUTES = 5;

/**
 * Lets the plan follow the clock: a due step that nobody started, or a running one past its end, pushes what comes
 * after it to the right. Nothing is ever assumed done.
 * @returns true when the plan changed
 */
export async function keepUp(deps: Deps, workshopId: string): Promise<boolean> {
  const now = deps.clock.now();
  const { plan } = await currentPlan(workshopId);
  const stored = plan && (await loadShop(workshopId));
  if (!plan || !stored) return false;
  const late = stored.pieces
    .filter((p) => p.active)
    .flatMap((p) =>
      p.steps.filter((s) => isOverdue(s, plan.steps[s.id], now)).map((s) => ({ piece: p.name, step: s })),
    );
  const first = late[0];
  if (!first) return false;
  const verb = first.step.state.kind === 'started' ? 'is still running' : 'has not been started';
  const others = late.length > 1 ? `, and ${late.length - 1} more` : '';
  await carryOut(
    deps,
    { workshopId, isClock: true },
    {
      id: randomUUID(),
      run: async () =>
        Promise.resolve({
          summary: `“${first.step.title}” on ${first.piece} ${verb}${others}`,
          planning: 'repair',
        }),
    },
  );
  return true;
}

function isOverdue(
  step: ShopStep,
  at: { readonly start: number; readonly end: number } | undefined,
  now: number,
): boolean {
  if (!at) return false;
  if (step.state.kind === 'planned') return at.start < now - GRACE_MINUTES;
  return step.state.kind === 'started' && at.end < now - GRACE_MINUTES;
}
