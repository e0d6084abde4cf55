import type { Draft } from '../../build/draft.ts';
import { canStartAt, latestFor, readyFor } from './partialSchedule.ts';
import { RELAXATION } from '../engineModel.ts';
import type { Requirement } from '../../explain/explain.ts';
import { maxLagFollowerWithoutRoom } from './maxLagFollower.ts';

/** What a request can run against. */
export type ConflictKind = Requirement | 'order' | 'window' | 'after';
const CONFLICT_KINDS: readonly ConflictKind[] = [
  'order',
  'window',
  'hours',
  'person',
  'space',
  'tool',
  'air',
  'dust',
  'after',
];

/** Each claim in words, to follow “it cannot start then:”. */
const WORDS: Readonly<Record<ConflictKind, string>> = {
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
export const sayClaims = (conflictSet: readonly ConflictKind[]): string => conflictSet.map((c) => WORDS[c]).join('; ');

/**
 * The smallest set of requirements that together forbid a step to start in a slot: with any one of them lifted the rest
 * would allow it. Empty when it may start then. The step, and what comes after it on its piece, must be off the board.
 * Field term: irreducible infeasible subset, by the deletion filter (Chinneck & Dravnieks 1991)
 */
export function conflictSetAt(draft: Draft, i: number, slot: number): ConflictKind[] {
  const engine = draft.compiled.model.steps[i]!;
  const isAllowed = (kept: readonly ConflictKind[]) => {
    if (kept.includes('order') && slot < readyFor(draft.schedule, { ...engine, earliest: engine.unpinned }))
      return false;
    if (kept.includes('window') && engine.rescue_minutes < 0 && slot > latestFor(draft.schedule, engine)) return false;
    const relaxed = CONFLICT_KINDS.reduce(
      (n, d) => n + (d in RELAXATION && !kept.includes(d) ? RELAXATION[d as Requirement] : 0),
      0,
    );
    // With anything lifted the step may stand where others are, and what follows it cannot be tried.
    if (kept.includes('after')) return relaxed === 0 && canStartAt(draft.schedule, i, slot) && hasRoomAfter;
    return canStartAt(draft.schedule, i, slot, relaxed);
  };
  const hasRoomAfter = maxLagFollowerWithoutRoom(draft, i, slot) < 0;
  let kept: readonly ConflictKind[] = CONFLICT_KINDS;
  if (isAllowed(kept)) return [];
  // The exotic go first, so that of several reasons the plainest is left.
  for (const d of [...CONFLICT_KINDS].reverse()) {
    const fewer = kept.filter((k) => k !== d);
    if (!isAllowed(fewer)) kept = fewer;
  }
  return [...kept];
}
