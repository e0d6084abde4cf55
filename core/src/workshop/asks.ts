import type { Instant } from '../quantities/units.ts';

/** What a client is asked or told about a piece. */
export type Ask = {
  readonly id: string;
  /** '' : they are only told how it stands. */
  readonly question: string;
  /** Answers to choose from; none: in their own words. */
  readonly choices: readonly string[];
  readonly at: Instant;
  /** Under which the client finds it without signing in; null: no link, or it was taken away. */
  readonly token: string | null;
  /** The wait in the route that ends with the answer, by its key; null: nothing waits. */
  readonly hold: string | null;
  readonly answer: Answer | null;
};
export type Answer = {
  readonly choice: string;
  readonly words: string;
  readonly at: Instant;
  readonly by: 'client' | 'shop';
};
/** More questions than these about one piece nobody answers. */
export const MOST_ASKS = 20;
