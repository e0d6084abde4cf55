import type { ProposalView } from '@app/contract';
import type { Plan } from '@app/core';

type Offered = ProposalView & { readonly plan: Plan };
/** What was found on top of one plan so far. */
export type Offer = {
  readonly base: number;
  /** Whether people knew that plan: what was found before they did is looked for anew. */
  readonly isKnown: boolean;
  /** Found before they knew it, and shown no more; somebody may still be reading one. */
  readonly earlier: readonly Offered[];
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
