import { isTimeZone } from '../../calendar/localTime.ts';
import type { PieceToPlan, Problem, Step } from './model.ts';
import type { ProblemFault } from './reasons.ts';

/** Bounds on what is planned at once, so that memory and time stay bounded. */
export const SIZE_LIMITS = { steps: 20_000, horizon_minutes: 4 * 366 * 1440 };

/** What is wrong with the time that is planned; nothing can be planned with it. */
export function shopFaults(p: Problem): ProblemFault[] {
  const faults: ProblemFault[] = [];
  if (!isTimeZone(p.timeZone)) faults.push({ code: 'time-zone', timeZone: p.timeZone });
  if (!(p.horizon > p.now)) faults.push({ code: 'horizon-past' });
  if (p.horizon - p.now > SIZE_LIMITS.horizon_minutes) faults.push({ code: 'horizon-far' });
  return faults;
}

/** What is wrong with one piece. @param seen ids of the steps of other pieces */
export function pieceFaults(p: Problem, piece: PieceToPlan, seen: ReadonlySet<string>): ProblemFault[] {
  const { name } = piece;
  if (piece.steps.length > SIZE_LIMITS.steps)
    return [{ code: 'piece-too-long', piece: name, steps: piece.steps.length, limit: SIZE_LIMITS.steps }];
  const faults: ProblemFault[] = [];
  const products = new Set(p.products.map((x) => x.id));
  const tools = new Set(p.tools.map((t) => t.id));
  if (piece.due !== null && piece.due < piece.arrival) faults.push({ code: 'due-before-arrival', piece: name });
  const own = new Set<string>();
  for (const s of piece.steps) {
    if (seen.has(s.id) || own.has(s.id)) faults.push({ code: 'step-id-twice', piece: name, step: s.title, id: s.id });
    own.add(s.id);
  }
  for (const s of piece.steps) {
    const at = { piece: name, step: s.title };
    if (!(s.work_minutes >= 0)) faults.push({ code: 'work-minutes', ...at, minutes: s.work_minutes });
    if (s.product !== null && !products.has(s.product))
      faults.push({ code: 'unknown-product', ...at, product: s.product });
    if (s.tool !== null && !tools.has(s.tool)) faults.push({ code: 'unknown-tool', ...at, tool: s.tool });
    for (const l of s.after) {
      if (!own.has(l.step)) faults.push({ code: 'unknown-step', ...at, before: l.step });
      const { min_minutes, max_minutes } = l;
      if (max_minutes !== null && max_minutes < min_minutes)
        faults.push({ code: 'gap-order', ...at, before: l.step, min_minutes, max_minutes });
    }
  }
  const loop = cycle(piece.steps);
  if (loop) faults.push({ code: 'circle', piece: name, steps: loop });
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
