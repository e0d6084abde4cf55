import type { WeeklyHours } from '../calendar/hours.ts';
import type { Instant } from '../quantities/units.ts';
import type { Shop, ShopPiece } from './workshop.ts';

/** How far ahead is planned goes in such spans, so that it seldom changes. */
const SPAN_MINUTES = 90 * 1440;
const MOST_SPANS = 16;
/** Between what the hours and the space would take if never idle and what a plan takes: nights, windows, absences. From trials with 20 to 200 chests. */
const IDLE = 1.6;

/**
 * How far ahead a shop is planned, minutes: as far as what is in it needs, so that every piece finds its place, and no
 * further, since a longer plan takes longer to make. An estimate from above: hours of work against hours of people, coats
 * against the benches and racks they dry on (a coat takes its place for a working day), and the latest date.
 * @returns whole spans of 90 days, at least one and at most about four years
 */
export function aheadMinutes(
  shop: Pick<Shop, 'people' | 'stations'>,
  pieces: readonly Pick<ShopPiece, 'active' | 'arrival' | 'due' | 'steps'>[],
  now: Instant,
): number {
  let work_minutes = 0;
  let latest = now;
  const coats = new Map<string, number>();
  for (const p of pieces) {
    if (!p.active) continue;
    latest = Math.max(latest, p.arrival, p.due ?? 0);
    for (const s of p.steps) {
      latest = Math.max(latest, s.pin.at ?? 0, s.pin.notBefore ?? 0);
      if (s.state.kind !== 'planned') continue;
      work_minutes += s.work_minutes * s.hands;
      for (const n of s.needs) if (n.span !== 'work') coats.set(n.kind, (coats.get(n.kind) ?? 0) + n.units);
    }
  }
  const weeks = Math.max(
    work_minutes / shop.people.reduce((sum, p) => sum + weekMinutes(p.hours.weekly), 0),
    ...[...coats].map(([kind, units]) => units / (roomFor(shop, kind) * workDays(shop))),
  );
  const busy_minutes = Number.isFinite(weeks) ? IDLE * weeks * 7 * 1440 : 0;
  const spans = Math.ceil((latest - now + busy_minutes) / SPAN_MINUTES);
  return SPAN_MINUTES * Math.min(MOST_SPANS, Math.max(1, spans));
}

const weekMinutes = (week: WeeklyHours) => week.flat().reduce((sum, s) => sum + s.until - s.from, 0);

const roomFor = ({ stations }: Pick<Shop, 'stations'>, kind: string) =>
  stations.filter((s) => s.kind === kind).reduce((sum, s) => sum + s.capacity, 0);

/** Days of the week on which somebody works. */
const workDays = ({ people }: Pick<Shop, 'people'>) =>
  [0, 1, 2, 3, 4, 5, 6].filter((d) => people.some((p) => (p.hours.weekly[d]?.length ?? 0) > 0)).length;
