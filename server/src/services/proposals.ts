import { randomUUID } from 'node:crypto';
import type { CommandAnswer, ProposalAnswer, ProposalView } from '@app/contract';
import { compareScores, type Instant, KNOWN_AFTER_MINUTES, type Plan } from '@app/core';
import { planAt } from '../store/plans.ts';
import { ApiError } from '../errors.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';
import type { KeptShop } from './keptShops.ts';
import type { Offer } from './offers.ts';

/** So many looks are made at one plan, each twice as long as the one before. */
const LEAST_LOOKS = 2;
/** And more as long as each finds something, up to so many; after them too little more is to be expected. */
const MOST_LOOKS = 4;

/**
 * Looks a little longer for a better plan than the current one. Nothing is changed: what is found is a proposal, with what
 * it moves, and is old as soon as the plan is another. Who asks meanwhile waits for the same look.
 */
export async function lookForBetter(deps: Deps, workshopId: string): Promise<ProposalAnswer> {
  const kept = await deps.shops.now(workshopId);
  if (!kept || kept.planNumber === 0) return { proposal: null, isLooking: false };
  const offer = offerOn(deps, workshopId, kept);
  if (!offer.isOver) {
    offer.running ??= look(deps, workshopId, kept, offer).finally(() => (offer.running = null));
    const isAnswered = await offer.running;
    if (!isAnswered) return { proposal: shown(offer), isLooking: false };
  }
  return { proposal: shown(offer), isLooking: !offer.isOver };
}

/** What was found on top of a plan; nothing yet of a new one, or of one that people have come to know since. */
function offerOn({ offers, clock }: Deps, workshopId: string, kept: KeptShop): Offer {
  const base = kept.planNumber;
  const isKnown = knowsPlan(kept, clock.now());
  const last = offers.get(workshopId);
  if (last?.base === base && last.isKnown === isKnown) return last;
  const earlier = last?.base === base ? last.proposals : [];
  const offer: Offer = { base, isKnown, earlier, looks: 0, isOver: false, proposals: [], running: null };
  offers.set(workshopId, offer);
  return offer;
}

/** Whether people know the plan that is followed. */
const knowsPlan = ({ plannedAt }: KeptShop, now: Instant): boolean => plannedAt <= now - KNOWN_AFTER_MINUTES;

/** The plan people know: the one that is followed, or the one that stood before it long enough; null: none did. */
async function knownPlan(workshopId: string, kept: KeptShop, now: Instant): Promise<{ baseline?: Plan | null }> {
  return knowsPlan(kept, now) ? {} : { baseline: await planAt(workshopId, now - KNOWN_AFTER_MINUTES) };
}

/** One look more. @returns false when it was cut short */
async function look(deps: Deps, workshopId: string, kept: KeptShop, offer: Offer): Promise<boolean> {
  const { view } = kept;
  const best = offer.proposals.at(-1);
  const now = deps.clock.now();
  const request = {
    workshopId,
    shop: view.shop,
    pieces: view.pieces,
    plan: view.plan,
    now,
    instead: best?.plan ?? null,
    ...(await knownPlan(workshopId, kept, now)),
    since: null,
    touched: [],
    goesFirst: null,
    isTap: false,
    mode: 'improve' as const,
    look: offer.looks + 1,
  };
  // Only an offer: when the look is cut short (the server stops) there is none.
  const result = await deps.planner.solve(request).catch((error: unknown) => {
    deps.log.warn({ err: error }, 'the look for a better plan ended without an answer');
    return null;
  });
  if (!result) return false;
  if (result.kind === 'refused') deps.log.error({ reasons: result.reasons }, 'what was to be a better plan is wrong');
  const isBetter =
    result.kind === 'planned' &&
    result.scores !== undefined &&
    result.moves.length > 0 &&
    compareScores(result.scores.after, result.scores.before, result.scores.preferences) < 0;
  if (isBetter)
    offer.proposals.push({
      id: randomUUID(),
      before: best?.before ?? result.scores.before,
      after: result.scores.after,
      moves: result.moves,
      plan: result.plan,
    });
  offer.looks++;
  offer.isOver = offer.looks >= (isBetter ? MOST_LOOKS : LEAST_LOOKS);
  return true;
}

function shown({ proposals }: Offer): ProposalView | null {
  const best = proposals.at(-1);
  return best ? { id: best.id, before: best.before, after: best.after, moves: best.moves } : null;
}

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
      const taken = known && [...known.earlier, ...known.proposals].find((p) => p.id === input.proposal);
      if (!known || !taken) throw new ApiError('OLD_PROPOSAL');
      return Promise.resolve({
        summary: 'Took the better plan',
        planning: 'repair',
        adopt: { plan: taken.plan, base: known.base },
      });
    },
  });
}
