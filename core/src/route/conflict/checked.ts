import { checkRoute, type RouteFault } from '../../checker/checkRoute.ts';
import { productById } from '../../products/library.ts';
import type { RouteInput } from '../build/facts.ts';
import { finishOf } from '../finish.ts';
import { houseRuleOf } from '../houseRules.ts';
import type { RouteStep, Zone } from '../piece.ts';
import { conditionOf, mayHoldLead } from '../survey.ts';

/** A route of a piece, whoever made it, played over the surfaces the piece arrives with. */
export function routeFaults(
  input: RouteInput,
  route: { readonly zones: readonly Zone[]; readonly steps: readonly RouteStep[] },
): RouteFault[] {
  const { survey, brief, means } = input;
  const backs = houseRuleOf('backs', brief, means);
  const starts = route.zones.map((zone) => ({
    zone,
    condition: conditionOf(survey, zone.id),
    finish: finishOf(zone, survey, brief, backs),
  }));
  const isPossible = mayHoldLead(
    survey,
    starts.map((s) => s.condition),
  );
  const lead = !isPossible ? 'none' : survey.lead === 'positive' ? 'found' : 'possible';
  return checkRoute(route.steps, starts, lead, means.products ?? productById);
}
