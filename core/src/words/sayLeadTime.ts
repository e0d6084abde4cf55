import type { LeadTimePart, Spent } from '../planner/explain/leadTimeBreakdown.ts';
import type { ShopStep } from '../workshop/workshop.ts';
import { sayLength } from './time.ts';

export const SPENT_WORDS: Record<Spent, string> = {
  work: 'hands at work',
  drying: 'drying',
  closed: 'nights and closed days',
  hold: 'waiting for an answer',
  person: 'waiting for people',
  space: 'waiting for bench or rack',
  tool: 'waiting for the sprayer',
  dust: 'waiting for clean air beside it',
  air: 'waiting for warmer, drier air',
  delivery: 'waiting for a delivery',
  pin: 'waiting for the time it was set to',
  arrival: 'waiting for it to arrive',
  several: 'in line behind other pieces',
  between: 'between one step and the next',
};

/**
 * Where a late piece's days go, largest part first: `3 days drying, 2 days nights and closed days`. A hold is named by what
 * it waits for.
 */
export function sayLeadTime(parts: readonly LeadTimePart[], steps: readonly ShopStep[]): string {
  const hold = steps.find((s) => s.hands === 0 && s.state.kind === 'planned');
  const words = ({ spent }: LeadTimePart) =>
    spent === 'hold' && hold ? `waiting ${hold.title.replace(/^Wait /, '')}` : SPENT_WORDS[spent];
  return parts
    .filter((p) => p.minutes >= 60)
    .slice(0, 3)
    .map((p) => `${sayLength(p.minutes)} ${words(p)}`)
    .join(', ');
}
