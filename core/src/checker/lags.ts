import type { Product } from '../products/product.ts';
import type { RouteStep } from '../route/piece.ts';

/**
 * How long after the end of one step each later one can begin at the earliest, by the links alone, in minutes at
 * ordinary air: the longest way through them. Missing: nothing ties the two.
 * Cost: O(links) for each step asked.
 */
export function lagsFrom(
  from: RouteStep,
  steps: readonly RouteStep[],
  products: ReadonlyMap<string, Product>,
): ReadonlyMap<string, number> {
  const lags = new Map<string, number>();
  const byKey = new Map(steps.map((s) => [s.key, s]));
  const dried = (s: RouteStep, stage: RouteStep['after'][number]['from']) =>
    stage === 'end' ? 0 : (products.get(s.product ?? '')?.stages_minutes[stage] ?? 0);
  for (const s of steps.slice(steps.indexOf(from) + 1)) {
    let most: number | undefined;
    for (const l of s.after) {
      const before = byKey.get(l.step);
      if (!before) continue;
      const begun = l.step === from.key ? 0 : lags.get(l.step);
      if (begun === undefined) continue;
      const worked = l.step === from.key ? 0 : before.work_minutes;
      most = Math.max(most ?? 0, begun + worked + dried(before, l.from) + l.min_minutes);
    }
    if (most !== undefined) lags.set(s.key, most);
  }
  return lags;
}
