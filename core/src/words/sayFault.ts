import { assertNever } from '../assertNever.ts';
import type { ProblemFault } from '../planner/model/reasons.ts';

/** What is wrong with a problem, as a sentence that says what to do. */
export function sayFault(f: ProblemFault): string {
  switch (f.code) {
    case 'time-zone':
      return `Time zone "${f.timeZone}" is not known; use a name like Europe/Lisbon.`;
    case 'horizon-past':
      return 'The horizon must lie after now.';
    case 'horizon-far':
      return 'The horizon is more than a year away; plan a shorter time.';
    case 'station-capacity':
      return `Station "${f.station}" has room for ${f.capacity}; enter 1 or more.`;
    case 'station-climate':
      return `Station "${f.station}" stands in the climate "${f.climate}", which is not given.`;
    case 'skill-speed':
      return `${f.person}'s speed at "${f.skill}" is ${f.speed}; enter a number above 0.`;
    case 'climate-holes':
      return `The climate "${f.climate}" has no measurement for ${f.holes} of its ${f.hours} hours; the hour before stands in.`;
    case 'too-many-steps':
      return `${f.piece}: with it there would be more than the ${f.limit} steps that can be planned at once.`;
    case 'piece-too-long':
      return `${f.piece}: ${f.steps} steps are more than the ${f.limit} that can be planned at once.`;
    case 'due-before-arrival':
      return `${f.piece}: pickup is before it arrives; check both dates.`;
    case 'step-id-twice':
      return `${where(f)}: the step id ${f.id} is used twice.`;
    case 'work-minutes':
      return `${where(f)}: ${f.minutes} minutes of work; enter 0 or more.`;
    case 'unknown-product':
      return `${where(f)}: unknown product "${f.product}".`;
    case 'unknown-tool':
      return `${where(f)}: unknown tool "${f.tool}".`;
    case 'unknown-step':
      return `${where(f)}: waits for "${f.before}", which is not a step of this piece.`;
    case 'gap-order':
      return `${where(f)}: must start at most ${f.max_minutes} min after "${f.before}" but at least ${f.min_minutes}.`;
    case 'circle':
      return `${f.piece}: these steps wait for each other in a circle: ${f.steps.join(' → ')}.`;
    case 'said':
      return f.words;
    default:
      return assertNever(f);
  }
}

const where = (f: { readonly piece: string; readonly step: string }) => `${f.piece}, "${f.step}"`;
