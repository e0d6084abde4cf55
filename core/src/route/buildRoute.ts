import { paintCoats, prime, seal, stainTop } from './coatings.ts';
import { hardware, putTogether } from './finishing.ts';
import { Job, type RouteInput } from './job.ts';
import type { Route } from './piece.ts';
import { prepareTop, repair, scuff, takeApartAndClean } from './prepare.ts';
import { dimensionFaults } from './templates.ts';

export type { RouteInput, ShopMeans } from './job.ts';

/**
 * The steps one piece needs, in order, with hands-on time, gaps, place, product and a reason each.
 * Hands-on times are common practice per square metre; every one is a start, replaced by the shop's own log.
 * @throws {RangeError} when a measurement is impossible (ask `dimensionFaults` first)
 */
export function buildRoute(input: RouteInput): Route {
  const faults = dimensionFaults(input.template, input.dimensions);
  if (faults.length > 0) throw new RangeError(faults.join(' '));
  const job = new Job(input);
  takeApartAndClean(job);
  repair(job);
  prepareTop(job);
  scuff(job);
  prime(job);
  stainTop(job);
  paintCoats(job);
  seal(job);
  hardware(job);
  putTogether(job);
  return job.draft.route();
}
