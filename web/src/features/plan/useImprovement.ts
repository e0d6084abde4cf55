import type { ProposalAnswer, ProposalView, WorkshopView } from '@app/contract';
import { useEffect, useState } from 'react';
import { send } from '../../app/api.ts';

/** Left alone for so long, the plan is looked at again. */
const CALM_MS = 2500;

/** A better plan than the current one, looked for quietly while the plan is open and nothing changes. */
export function useImprovement(view: WorkshopView): {
  readonly proposal: ProposalView | null;
  readonly isLooking: boolean;
} {
  const { revision } = view;
  const [found, setFound] = useState<{ revision: number; answer: ProposalAnswer } | null>(null);
  useEffect(() => {
    let isCurrent = true;
    const look = async () => {
      // What is looked for is only an offer: without an answer the plan stays as it is.
      const answer = await send<ProposalAnswer>('POST', '/plan/improve', {}).catch(() => null);
      if (!isCurrent || !answer) return;
      setFound({ revision, answer });
      if (answer.isLooking) await look();
    };
    const timer = setTimeout(() => void look(), CALM_MS);
    return () => {
      isCurrent = false;
      clearTimeout(timer);
    };
  }, [revision]);
  return found?.revision === revision
    ? { proposal: found.answer.proposal, isLooking: found.answer.isLooking }
    : { proposal: null, isLooking: false };
}
