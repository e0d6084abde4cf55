import type { ConflictKind } from '../planner/engine/schedule/conflictSet.ts';

const CONFLICT_WORDS: Readonly<Record<ConflictKind, string>> = {
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

/** What a start is in conflict with, to follow “it cannot start then:”. */
export const sayConflictSet = (conflictSet: readonly ConflictKind[]): string =>
  conflictSet.map((c) => CONFLICT_WORDS[c]).join('; ');
