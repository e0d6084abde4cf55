import type { Step } from './model.ts';

/**
 * Steps in an order in which each comes after those it waits for; otherwise as given. Links to steps that are not
 * there are ignored, and steps in a circle (refused before planning) come last.
 * Source: Kahn's topological sort
 */
export function inLinkOrder(steps: readonly Step[]): Step[] {
  const own = new Set(steps.map((s) => s.id));
  const out: Step[] = [];
  const done = new Set<string>();
  let left = [...steps];
  while (left.length > 0) {
    const free = left.find((s) => s.after.every((l) => done.has(l.step) || !own.has(l.step)));
    if (!free) return [...out, ...left];
    out.push(free);
    done.add(free.id);
    left = left.filter((s) => s !== free);
  }
  return out;
}
