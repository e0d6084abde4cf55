import type { Obstacle } from '../planner/explain/startTimes.ts';
import type { ShopStep } from '../workshop/workshop.ts';
import { sayConflictSet } from './sayConflictSet.ts';
import { type Saying, sayTime } from './time.ts';

/** Why a step cannot start at a time it is held over. */
export function sayObstacle(o: Obstacle, steps: readonly ShopStep[], saying: Saying): string {
  const title = 'step' in o ? `“${steps.find((s) => s.id === o.step)?.title ?? 'An earlier step'}”` : '';
  switch (o.kind) {
    case 'past':
      return 'That time is past.';
    case 'earliest':
      return `It may not start before ${sayTime(o.until, saying)}.`;
    case 'step':
      return `${title} is not done and dry enough before ${sayTime(o.until, saying)}.`;
    case 'window':
      return `Its window after ${title} has closed by then; the latest start is ${sayTime(o.until, saying)}.`;
    case 'after':
      return `${title} must follow in a short window, and has no room then.`;
    case 'hours':
      return 'Outside working hours: nobody who can do it works there then, long enough to finish.';
    case 'person':
      return 'Everyone who can do it and is at work then is busy.';
    case 'space':
      return 'The bench or rack is full then, or while it dries.';
    case 'tool':
      return 'The sprayer is taken then, or not cleaned out yet.';
    case 'air':
      return 'Too cold or too damp then, or before it is dry to handle.';
    case 'dust':
      return 'Dust, spray or wet paint is beside it then.';
    case 'several':
      return `${sentence(sayConflictSet(o.conflictSet))}, and that is not all.`;
  }
}

const sentence = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);
