import type { ConflictKind } from '../planner/engine/schedule/conflictSet.ts';

const CONFLICT_WORDS: Readonly<Record<ConflictKind, string>> = {
  order: 'what it waits for is not done and dry by then',
  window: 'its window has closed by then',
  hours: 'nobody who can do it works then, long enough to finish',
  person: 'everyone who can do it and is at work is busy',
  space: 'the bench or rack is full then, or while it dries',
  tool: 'its tool is taken, or not cleaned out yet',
  air: 'it is too cold or too damp then, or before it is dry to handle',
  dust: 'dust, spray or wet paint is beside it',
  after: 'what must follow it in a short window has no room then',
};

/** What a start is in conflict with, to follow “it cannot start then:”. */
export function sayConflictSet(conflictSet: readonly ConflictKind[]): string {
  // Some are off and the others busy: neither is true of all of them.
  const isBoth = conflictSet.includes('hours') && conflictSet.includes('person');
  const words = conflictSet.map((c) => (isBoth && c === 'person' ? BUSY_OR_OFF : CONFLICT_WORDS[c]));
  return words.filter((_, n) => !(isBoth && conflictSet[n] === 'hours')).join('; ');
}
const BUSY_OR_OFF = 'whoever can do it is busy or not at work then';
