import type { Chances } from '../promise/promise.ts';
import type { Instant } from '../quantities/units.ts';
import { type Saying, sayDay, sayTime } from './time.ts';

/** What happens in so large a share of the rehearsals is told of. */
const NOW_AND_THEN = 0.1;

/**
 * How the plan's date and the chances go together, so that two dates of one piece never stand side by side without a word:
 * the plan counts with nothing going wrong, the chances with what does.
 */
export function saySure(ready: Instant, { p50, p95, sample }: Chances, saying: Saying): string {
  if (p95 === Infinity)
    return `The plan has it ready ${sayTime(ready, saying)}; too much may go wrong to promise any date.`;
  const [plan, likely, safe] = [sayDay(ready, saying), sayDay(p50, saying), sayDay(p95, saying)];
  if (plan === likely && plan === safe) return `Ready ${plan} by the plan, likely, and safe to promise.`;
  if (p50 < ready && plan !== likely)
    return `The plan has it ready ${sayTime(ready, saying)}. It is likely ready sooner, ${likely}, since it is gone on with when others leave time free; safe to promise ${safe}.`;
  const soon = sample[Math.floor(sample.length * NOW_AND_THEN)] ?? ready;
  if (soon < ready && sayDay(soon, saying) !== plan)
    return `The plan has it ready ${sayTime(ready, saying)} if nothing goes wrong, and sooner now and then, when others leave time free: likely ${likely}, safe to promise ${safe}.`;
  return `The plan has it ready ${sayTime(ready, saying)} if nothing goes wrong, with no slack for nights that dry slowly or work done twice: likely ${likely}, safe to promise ${safe}.`;
}
