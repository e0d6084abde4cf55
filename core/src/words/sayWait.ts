import type { Wait } from '../planner/explain/explain.ts';
import type { ShopStep } from '../workshop/workshop.ts';
import { type Saying, sayTime } from './time.ts';

/** What a step waits for, as a sentence; null when nothing holds it. */
export function sayWait(wait: Wait, steps: readonly ShopStep[], saying: Saying): string | null {
  switch (wait.kind) {
    case 'nothing':
      return null;
    case 'arrival':
      return `Waits for the piece to arrive, ${sayTime(wait.until, saying)}.`;
    case 'pin':
      return `Set to start no earlier than ${sayTime(wait.until, saying)}.`;
    case 'step': {
      const before = steps.find((s) => s.id === wait.step);
      if (before?.hands === 0)
        return `Waits for ${before.title.replace(/^Wait for /, '')}, expected ${sayTime(wait.until, saying)}.`;
      const title = before ? `“${before.title}”` : 'an earlier step';
      if (wait.from === 'end') return `Waits until ${title} is finished, ${sayTime(wait.until, saying)}.`;
      return `Waits for ${title} to dry${FIT[wait.from] ?? ''}, ${sayTime(wait.until, saying)}.`;
    }
    case 'person':
      return `Waits for someone who can do it to be free, ${sayTime(wait.until, saying)}.`;
    case 'space':
      return `Waits for space on the bench or rack, ${sayTime(wait.until, saying)}.`;
    case 'tool':
      return `Waits for the sprayer, ${sayTime(wait.until, saying)}.`;
    case 'air':
      return `Waits until it is warm and dry enough, ${sayTime(wait.until, saying)}.`;
    case 'hours':
      return `Waits for working hours, ${sayTime(wait.until, saying)}.`;
    case 'dust':
      return `Waits until no dust, spray or wet paint is beside it, ${sayTime(wait.until, saying)}.`;
    case 'delivery':
      return `Waits for its product to be on the shelf, ${sayTime(wait.until, saying)}.`;
    case 'several':
      return `Keeps its place in the plan, ${sayTime(wait.until, saying)}.`;
  }
}
const FIT: Partial<Record<string, string>> = {
  sand: ' enough to sand',
  recoat: ' enough for the next coat',
  topcoat: ' enough to go over',
  handle: ' enough to handle',
};
