import { chain } from './build/chain.ts';
import { compose, type Composed } from './build/compose.ts';
import type { RouteInput } from './build/facts.ts';
import { productById } from '../products/library.ts';
import type { Route, Zone } from './piece.ts';
import { precedenceOf } from './rules/precedence.ts';
import type { Rule } from './rules/rule.ts';
import { RULES } from './rules/rules.ts';
import { dimensionFaults } from './template/templates.ts';
import { zonesOf } from './template/zones.ts';

export type { RouteInput, ShopMeans } from './build/facts.ts';

/** The steps before they are chained: what an edited route starts from. */
export type Unchained = Composed & { readonly zones: readonly Zone[] };

/** Who overrules whom, worked out once; every reference of a rule to another is resolved here. */
const PRECEDENCE = precedenceOf(RULES);

/** @throws {RangeError} when a measurement or a formula is impossible (ask `dimensionFaults` and `zonesOf` first) */
export function composeRoute(input: RouteInput, rules: readonly Rule[] = RULES): Unchained {
  const { zones, faults } = zonesOf(input.template, input.dimensions, input.zones);
  const all = [...dimensionFaults(input.template, input.dimensions), ...Object.values(faults)];
  if (all.length > 0) throw new RangeError(all.join(' '));
  return { ...compose(input, zones, rules, PRECEDENCE), zones };
}

/**
 * The steps one piece needs, in order, with hands-on time, gaps, place, product and a reason each.
 * Hands-on times are common practice per square metre; every one is a start, replaced by the shop's own log.
 * @param rules all of them, unless a test leaves one out
 * @throws {RangeError} when a measurement or a formula is impossible
 */
export function buildRoute(input: RouteInput, rules: readonly Rule[] = RULES): Route {
  const { zones, specs, notes } = composeRoute(input, rules);
  return { zones, steps: chain(specs, zones, input.means.products ?? productById), struck: [], notes };
}
