import { isTimeZone } from '../calendar/localTime.ts';
import { productFaults } from '../products/product.ts';
import { type Problem, type Step, SKILLS } from './model.ts';

/** Bounds on what is planned at once, so that memory and time stay bounded. */
export const LIMITS = { steps: 20_000, horizon_minutes: 366 * 1440 };

/** What makes a problem impossible to read, in words that name the thing; empty when it can be planned. */
export function problemFaults(p: Problem): string[] {
  const faults: string[] = [];
  if (!isTimeZone(p.timeZone)) faults.push(`Time zone "${p.timeZone}" is not known; use a name like Europe/Lisbon.`);
  if (!(p.horizon > p.now)) faults.push('The horizon must lie after now.');
  if (p.horizon - p.now > LIMITS.horizon_minutes)
    faults.push('The horizon is more than a year away; plan a shorter time.');
  for (const s of p.stations) {
    if (!(s.capacity >= 1)) faults.push(`Station "${s.name}" has room for ${s.capacity}; enter 1 or more.`);
    if (!p.climates[s.climate])
      faults.push(`Station "${s.name}" stands in the climate "${s.climate}", which is not given.`);
  }
  for (const person of p.people)
    for (const skill of SKILLS) {
      const speed = person.skills[skill];
      if (speed !== undefined && !(speed > 0))
        faults.push(`${person.name}'s speed at "${skill}" is ${speed}; enter a number above 0.`);
    }
  for (const product of p.products) faults.push(...productFaults(product));
  faults.push(...stepFaults(p));
  return faults;
}

function stepFaults(p: Problem): string[] {
  const faults: string[] = [];
  const products = new Set(p.products.map((x) => x.id));
  const tools = new Set(p.tools.map((t) => t.id));
  const seen = new Set<string>();
  let count = 0;
  for (const piece of p.pieces) {
    if (piece.due !== null && piece.due < piece.arrival)
      faults.push(`${piece.name}: pickup is before it arrives; check both dates.`);
    const own = new Set(piece.steps.map((s) => s.id));
    for (const s of piece.steps) {
      count++;
      const where = `${piece.name}, "${s.title}"`;
      if (seen.has(s.id)) faults.push(`${where}: the step id ${s.id} is used twice.`);
      seen.add(s.id);
      if (!(s.work_minutes >= 0)) faults.push(`${where}: ${s.work_minutes} minutes of work; enter 0 or more.`);
      if (s.product !== null && !products.has(s.product)) faults.push(`${where}: unknown product "${s.product}".`);
      if (s.tool !== null && !tools.has(s.tool)) faults.push(`${where}: unknown tool "${s.tool}".`);
      for (const l of s.after) {
        if (!own.has(l.step)) faults.push(`${where}: waits for "${l.step}", which is not a step of this piece.`);
        if (l.max_minutes !== null && l.max_minutes < l.min_minutes)
          faults.push(
            `${where}: must start at most ${l.max_minutes} min after "${l.step}" but at least ${l.min_minutes}.`,
          );
      }
    }
    const loop = cycle(piece.steps);
    if (loop) faults.push(`${piece.name}: these steps wait for each other in a circle: ${loop.join(' → ')}.`);
  }
  if (count > LIMITS.steps)
    faults.push(`${count} steps are more than the ${LIMITS.steps} that can be planned at once.`);
  return faults;
}

/** Titles of steps that wait for each other in a circle, or null. */
function cycle(steps: readonly Step[]): string[] | null {
  const left = new Map(steps.map((s) => [s.id, s]));
  for (let removed = true; removed;) {
    removed = false;
    for (const [id, s] of left)
      if (s.after.every((l) => !left.has(l.step))) {
        left.delete(id);
        removed = true;
      }
  }
  return left.size > 0 ? [...left.values()].map((s) => s.title) : null;
}
