import { ProposalAnswerSchema, type ProposalView, type WorkshopView } from '@app/contract';
import { KNOWN_AFTER_MINUTES } from '@app/core';
import { useEffect, useState } from 'react';
import { send } from '../../data/api.ts';

/** Left alone for so long, the plan is looked at again. */
const CALM_MS = 2500;
const KNOWN_AFTER_MS = KNOWN_AFTER_MINUTES * 60_000;

/** How far the look for a better plan has come; `lost`: it got no answer, and begins again with the next change or when people know the plan. */
export type Improvement = {
  readonly proposal: ProposalView | null;
  readonly state: 'looking' | 'looked' | 'lost';
};

type Found = Improvement & { readonly revision: number };

/**
 * A better plan than the current one, looked for quietly while the plan is open and nothing changes; once more when people have come to know
 * it, since an offer from before then moves what they count on.
 */
export function useImprovement(view: WorkshopView): Improvement {
  const { revision } = view;
  const [found, setFound] = useState<Found | null>(null);
  useEffect(() => {
    let isCurrent = true;
    const look = async () => {
      // What is looked for is only an offer: without an answer the plan stays as it is.
      const answer = await send(ProposalAnswerSchema, 'POST', '/plan/improve', {}).catch(() => null);
      if (!isCurrent) return;
      setFound((before) => ({
        revision,
        proposal: answer ? answer.proposal : before?.revision === revision ? before.proposal : null,
        state: !answer ? 'lost' : answer.isLooking ? 'looking' : 'looked',
      }));
      if (answer?.isLooking) await look();
    };
    const timers = [CALM_MS, CALM_MS + KNOWN_AFTER_MS].map((after) => setTimeout(() => void look(), after));
    return () => {
      isCurrent = false;
      for (const timer of timers) clearTimeout(timer);
    };
  }, [revision]);
  if (found?.revision !== revision) return { proposal: null, state: 'looking' };
  return { proposal: found.proposal, state: found.state };
}
