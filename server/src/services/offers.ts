import type { ProposalView } from '@app/contract';
import type { Plan } from '@app/core';

/** What was found on top of one plan, and how often it was looked for. */
export type Offer = {
  readonly base: number;
  readonly tries: number;
  readonly proposal: (ProposalView & { readonly plan: Plan }) | null;
};

/** The newest offer of each workshop; lost with a restart, and then looked for again. */
export type Offers = Map<string, Offer>;
