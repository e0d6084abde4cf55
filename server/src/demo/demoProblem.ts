import {
  buildRoute,
  type Instant,
  instantAt,
  type Problem,
  problemOf,
  stepsOf,
  templateById,
  wallClock,
} from '@app/core';
import { boatShed, DEMO_ZONE } from './boatShed.ts';
import { DEMO_PIECES } from './demoPieces.ts';

/** The demo as one planning problem in which nothing has happened yet: what the benchmark times. */
export function demoProblem(now: Instant): Problem {
  const shop = boatShed(now);
  const today = wallClock(DEMO_ZONE, now).day;
  const at = (t: { readonly day: number; readonly hour: number }) => instantAt(DEMO_ZONE, today + t.day, t.hour * 60);
  const pieces = DEMO_PIECES.map((d) => {
    const route = buildRoute({
      template: templateById.get(d.template)!,
      dimensions: d.dimensions,
      survey: d.survey,
      brief: d.brief,
      means: { people: shop.people.length, sprayer: true },
    });
    return {
      id: d.id,
      name: d.name,
      kind: d.client === null ? ('stock' as const) : ('client' as const),
      arrival: at(d.arrival),
      due: d.due && at(d.due),
      told: d.told,
      active: true,
      steps: stepsOf(d.id, route.steps),
    };
  });
  return problemOf(shop, pieces, now);
}
