import { isTimeZone } from '../../calendar/localTime.ts';
import type { PieceToPlan, Problem, Step } from './model.ts';

/** Bounds on what is planned at once, so that memory and time stay bounded. */
export const SIZE_LIMITS = { steps: 20_000, horizon_minutes: 366 * 1440 };

/** What is wrong with the time that is planned; nothing can be planned with it. */
export function shopFaults(p: Problem): string[] {
  const faults: string[] = [];
  if (!isTimeZone(p.timeZone)) faults.push(`Time zone "${p.timeZone}" is not known; use a name like Europe/Lisbon.`);
  if (!(p.horizon > p.now)) faults.push('The horizon must lie after now.');
  if (p.horizon - p.now > SIZE_LIMITS.horizon_minutes)
    faults.push('The horizon is more than a year away; plan a shorter time.');
  return faults;
}

/** What is wrong with one piece. @param seen ids of the steps of other pieces */
export function pieceFaults(p: Problem, piece: PieceToPlan, seen: ReadonlySet<string>): string[] {
  if (piece.steps.length > SIZE_LIMITS.steps)
    return [
      `${piece.name}: ${piece.steps.length} steps are more than the ${SIZE_LIMITS.steps} that can be planned at once.`,
    ];
  const faults: string[] = [];
  const products = new Set(p.products.map((x) => x.id));
  const tools = new Set(p.tools.map((t) => t.id));
  if (piece.due !== null && piece.due < piece.arrival)
    faults.push(`${piece.name}: pickup is before it arrives; check both dates.`);
  const own = new Set<string>();
  for (const s of piece.steps) {
    const where = `${piece.name}, "${s.title}"`;
    if (seen.has(s.id) || own.has(s.id)) faults.push(`${where}: the step id ${s.id} is used twice.`);
    own.add(s.id);
  }
  for (const s of piece.steps) {
    const where = `${piece.name}, "${s.title}"`;
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
  return faults;
}

/** Titles of steps that wait for each other in a circle, or null. Field term: topological sort (Kahn 1962) */
function cycle(steps: readonly Step[]): string[] | null {
  const waitsFor = new Map(steps.map((s) => [s.id, s.after.length]));
  const followers = new Map<string, string[]>();
  for (const s of steps)
    for (const l of s.after) {
      const known = followers.get(l.step);
      if (known) known.push(s.id);
      else followers.set(l.step, [s.id]);
    }
  const ready = steps.filter((s) => s.after.length === 0).map((s) => s.id);
  for (let id = ready.pop(); id !== undefined; id = ready.pop()) {
    waitsFor.delete(id);
    for (const f of followers.get(id) ?? []) {
      const left = waitsFor.get(f)! - 1;
      waitsFor.set(f, left);
      if (left === 0) ready.push(f);
    }
  }
  return waitsFor.size > 0 ? steps.filter((s) => waitsFor.has(s.id)).map((s) => s.title) : null;
}
