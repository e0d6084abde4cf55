import type { Draft } from '../../build/draft.ts';
import { canStartAt, latestFor, readyFor } from './partialSchedule.ts';
import { LIFT } from '../engineModel.ts';
import type { Requirement } from '../../explain/explain.ts';
import { tiedWithoutRoom } from './maxLagFollower.ts';

/** What a request can run against. */
export type Claim = Requirement | 'order' | 'window' | 'after';
const CLAIMS: readonly Claim[] = ['order', 'window', 'hours', 'person', 'space', 'tool', 'air', 'dust', 'after'];

/** Each claim in words, to follow “it cannot start then:”. */
const WORDS: Readonly<Record<Claim, string>> = {
  order: 'what it waits for is not done and dry by then',
  window: 'its window has closed by then',
  hours: 'nobody who can do it works then, long enough to finish',
  person: 'everyone who can do it is busy',
  space: 'the bench or rack is full then, or while it dries',
  tool: 'its tool is taken, or not cleaned out yet',
  air: 'it is too cold or too damp then, or before it is dry to handle',
  dust: 'dust, spray or wet paint is beside it',
  after: 'what must follow it in a short window has no room then',
};
export const sayClaims = (claims: readonly Claim[]): string => claims.map((c) => WORDS[c]).join('; ');

/**
 * The smallest set of requirements that together forbid a step to start in a slot: with any one of them lifted the rest
 * would allow it. Empty when it may start then. The step, and what comes after it on its piece, must be off the board.
 * Field term: irreducible infeasible subset, by the deletion filter (Chinneck & Dravnieks 1991)
 */
export function claimsAt(draft: Draft, i: number, slot: number): Claim[] {
  const engine = draft.compiled.model.steps[i]!;
  const isAllowed = (kept: readonly Claim[]) => {
    if (kept.includes('order') && slot < readyFor(draft.board, { ...engine, earliest: engine.unpinned })) return false;
    if (kept.includes('window') && engine.rescue_minutes < 0 && slot > latestFor(draft.board, engine)) return false;
    const lifted = CLAIMS.reduce((n, d) => n + (d in LIFT && !kept.includes(d) ? LIFT[d as Requirement] : 0), 0);
    // With anything lifted the step may stand where others are, and what follows it cannot be tried.
    if (kept.includes('after')) return lifted === 0 && canStartAt(draft.board, i, slot) && hasRoomAfter;
    return canStartAt(draft.board, i, slot, lifted);
  };
  const hasRoomAfter = tiedWithoutRoom(draft, i, slot) < 0;
  let kept: readonly Claim[] = CLAIMS;
  if (isAllowed(kept)) return [];
  // The exotic go first, so that of several reasons the plainest is left.
  for (const d of [...CLAIMS].reverse()) {
    const fewer = kept.filter((k) => k !== d);
    if (!isAllowed(fewer)) kept = fewer;
  }
  return [...kept];
}
