import { randomUUID } from 'node:crypto';
import type { CommandAnswer, ProposalAnswer, ProposalView } from '@app/contract';
import { compareScores } from '@app/core';
import { ApiError } from '../errors.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';
import type { Offer } from './offers.ts';

/** After so many looks at one plan, each twice as long as the one before, too little more is to be expected. */
const MOST_TRIES = 2;

/**
 * Looks a little longer for a better plan than the current one. Nothing is changed: what is found is a proposal, with what
 * it moves, and is old as soon as the plan is another.
 */
export async function lookForBetter(deps: Deps, workshopId: string): Promise<ProposalAnswer> {
  const kept = await deps.shops.now(workshopId);
  if (!kept || kept.planNumber === 0) return { proposal: null, isLooking: false };
  const { view, planNumber } = kept;
  const known = deps.offers.get(workshopId);
  const before = known?.base === planNumber ? known : { base: planNumber, tries: 0, proposal: null };
  if (before.tries >= MOST_TRIES) return { proposal: shown(before), isLooking: false };
  const request = {
    workshopId,
    shop: view.shop,
    pieces: view.pieces,
    plan: view.plan,
    now: deps.clock.now(),
    instead: before.proposal?.plan ?? null,
    since: null,
    touched: [],
    goesFirst: null,
    isTap: false,
    mode: 'improve' as const,
    look: before.tries + 1,
  };
  // Only an offer: when the look is cut short (the server stops) there is none.
  const result = await deps.planner.solve(request).catch((error: unknown) => {
    deps.log.warn({ err: error }, 'the look for a better plan ended without an answer');
    return null;
  });
  if (!result) return { proposal: shown(before), isLooking: false };
  if (result.kind === 'refused') deps.log.error({ reasons: result.reasons }, 'what was to be a better plan is wrong');
  const tries = before.tries + 1;
  const moves = result.kind === 'planned' ? result.moves : [];
  const isBetter =
    result.kind === 'planned' &&
    result.scores !== undefined &&
    moves.length > 0 &&
    compareScores(result.scores.after, result.scores.before, result.scores.preferences) < 0;
  const proposal = isBetter
    ? {
        id: randomUUID(),
        before: before.proposal?.before ?? result.scores.before,
        after: result.scores.after,
        moves,
        plan: result.plan,
      }
    : before.proposal;
  const next = { base: planNumber, tries, proposal };
  deps.offers.set(workshopId, next);
  return { proposal: shown(next), isLooking: tries < MOST_TRIES };
}

const shown = ({ proposal }: Offer): ProposalView | null =>
  proposal && { id: proposal.id, before: proposal.before, after: proposal.after, moves: proposal.moves };

/** Takes a proposal as the plan. @throws {ApiError} OLD_PROPOSAL when the plan has changed since */
export function adopt(
  deps: Deps,
  actor: Actor,
  input: { commandId: string; proposal: string },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async () => {
      const known = deps.offers.get(actor.workshopId);
      if (known?.proposal?.id !== input.proposal) throw new ApiError('OLD_PROPOSAL');
      return Promise.resolve({
        summary: 'Took the better plan',
        planning: 'repair',
        adopt: { plan: known.proposal.plan, base: known.base },
      });
    },
  });
}
