import type { ProposalView } from '@app/contract';
import type { Plan } from '@app/core';

type Offered = ProposalView & { readonly plan: Plan };
/** What was found on top of one plan so far. */
export type Offer = {
  readonly base: number;
  /** How often it was looked for, and whether too little more is to be expected. */
  looks: number;
  isOver: boolean;
  /** The best last. Each can be taken: somebody may be reading the one before. */
  readonly proposals: Offered[];
  /** The look under way: whether it was answered. */
  running: Promise<boolean> | null;
};

/** The newest offer of each workshop; lost with a restart, and then looked for again. */
export type Offers = Map<string, Offer>;
