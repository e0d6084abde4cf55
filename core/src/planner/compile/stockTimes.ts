import { group } from 'd3-array';
import type { Instant } from '../../quantities/units.ts';
import { inLinkOrder } from '../model/linkOrder.ts';
import { byUrgency } from '../model/byUrgency.ts';
import type { Plan, Problem, Step } from '../model/model.ts';

/**
 * From when each step's product is on the shelf. What is there goes to steps that were planned before, then
 * to promised dates, then by date; the rest waits for the next delivery, or for an order placed now. A product whose lead time nobody knows holds nothing up.
 */
export function stockTimes(problem: Problem, previous: Plan | null): Map<string, Instant> {
  const out = new Map<string, Instant>();
  const inOrder = [...problem.pieces].sort(byUrgency).flatMap((p) => inLinkOrder(p.steps));
  const isNew = (s: Step) => (previous?.steps[s.id] ? 0 : 1);
  inOrder.sort((a, b) => isNew(a) - isNew(b));
  const takers = group(inOrder, (s) => (s.state.kind === 'planned' ? s.uses?.stock : undefined));
  for (const stock of problem.stock ?? []) {
    const arrivals = [...stock.deliveries].sort((a, b) => a.at - b.at);
    let taken_litres = 0;
    for (const step of takers.get(stock.id) ?? []) {
      taken_litres += step.uses!.litres;
      let there_litres = stock.onHand_litres;
      if (taken_litres <= there_litres + HAIR_LITRES) continue;
      const delivery = arrivals.find((d) => taken_litres <= (there_litres += d.litres) + HAIR_LITRES);
      if (delivery) out.set(step.id, delivery.at);
      else if (stock.arrivalIfOrdered !== null) out.set(step.id, stock.arrivalIfOrdered);
    }
  }
  return out;
}
/** Less than anybody can pour. */
const HAIR_LITRES = 1e-6;
