import { type Hours } from '../calendar/hours.ts';
import { wallClock } from '../calendar/localTime.ts';
import { hourlyClimate } from '../climate/climate.ts';
import { type PieceMove, planDiff } from '../planner/build/diff.ts';
import { replan } from '../planner/build/replan.ts';
import type { Plan } from '../planner/model/model.ts';
import type { Instant } from '../quantities/units.ts';
import type { RouteInput } from '../route/buildRoute.ts';
import { editedRoute } from '../route/edit/editedRoute.ts';
import { nextRound, type RouteEdit } from '../route/edit/routeEdit.ts';
import { templateById } from '../route/template/templates.ts';
import { rebuilt } from '../workshop/rebuilt.ts';
import { meansOf, problemOf, type Shop, type ShopPiece, type ShopStep } from '../workshop/workshop.ts';
import { isBegun } from '../workshop/workState.ts';
import { daysOff, homeFrom } from './otherHours.ts';
import type { Workshop } from './whatIf.ts';

/** What can happen to a day. Days are counted from today; 0 is the rest of today. */
export type DayBreak =
  /** Ill or away from a day on. `days` null: nobody knows; planned as three, and asked again. */
  | { readonly kind: 'away'; readonly person: string; readonly from: number; readonly days: number | null }
  /** Power, flood, guests: nobody works for so many days. */
  | { readonly kind: 'lost'; readonly days: number }
  /** Colder than forecast by so many degrees, in every place. */
  | { readonly kind: 'colder'; readonly degrees: number; readonly days: number }
  /** The client wants it earlier. */
  | { readonly kind: 'sooner'; readonly piece: string; readonly due: Instant }
  /** It did not come; expected so many days later. */
  | { readonly kind: 'not-come'; readonly piece: string; readonly days: number }
  /** A sander ran away, something fell into the wet coat: a step that was begun is done again. @param step by its key */
  | { readonly kind: 'rework'; readonly piece: string; readonly step: string };
export const DAY_BREAKS = [
  'away',
  'lost',
  'colder',
  'sooner',
  'not-come',
  'rework',
] as const satisfies readonly DayBreak['kind'][];

/** Planned for somebody of whom nobody knows when they come back. */
export const UNKNOWN_DAYS = 3;

/** A piece with what its route is made from. */
type MadePiece = ShopPiece &
  Omit<RouteInput, 'template' | 'means' | 'zones' | 'kind'> & {
    readonly template: string;
    readonly zoneChoice: RouteInput['zones'];
    readonly edits: readonly RouteEdit[];
  };

/** The workshop after it; null when it is about nothing there is. */
export function afterBreak<P extends MadePiece>(
  workshop: Workshop<P>,
  what: DayBreak,
  now: Instant,
): (Workshop<P> & { readonly touched: readonly string[] }) | null {
  const { shop, pieces } = workshop;
  const { day, minute } = wallClock(shop.timeZone, now);
  const off = (hours: Hours, from: number, days: number): Hours =>
    from > 0 ? daysOff(hours, day + from, days) : daysOff(homeFrom(hours, day, minute), day + 1, days - 1);
  switch (what.kind) {
    case 'away': {
      if (!shop.people.some((p) => p.id === what.person)) return null;
      const days = what.days ?? UNKNOWN_DAYS;
      const people = shop.people.map((p) =>
        p.id === what.person ? { ...p, hours: off(p.hours, what.from, days) } : p,
      );
      return { shop: { ...shop, people }, pieces, touched: [] };
    }
    case 'lost':
      return {
        shop: { ...shop, people: shop.people.map((p) => ({ ...p, hours: off(p.hours, 0, what.days) })) },
        pieces,
        touched: [],
      };
    case 'colder': {
      const from = Math.floor(now / 60) * 60;
      const places = shop.places.map((p) => {
        const air = hourlyClimate(p.typical, p.series, shop.timeZone, from, what.days * 24, p.air_mps);
        const temperature_c = air.temperature_c.map((t) => Math.max(COLDEST_C, t - what.degrees));
        return { ...p, series: { from, temperature_c, humidity_pct: air.humidity_pct } };
      });
      return { shop: { ...shop, places }, pieces, touched: [] };
    }
    case 'sooner':
      return changed(workshop, what.piece, () => ({ due: what.due }));
    case 'not-come':
      return changed(workshop, what.piece, (p) => ({ arrival: Math.max(p.arrival, now) + what.days * 1440 }));
    case 'rework': {
      const piece = pieces.find((p) => p.id === what.piece);
      if (!piece?.steps.some((s) => s.key === what.step && isBegun(s))) return null;
      return changed(workshop, what.piece, (p) => doneAgain(shop, p, what.step, now));
    }
  }
}

/** A piece of which a step is done again: what was under way of it ends now. */
function doneAgain(shop: Shop, piece: MadePiece, key: string, now: Instant): Partial<ShopPiece> {
  const { dimensions, survey, brief, zoneChoice: zones, kind } = piece;
  const template = templateById.get(piece.template)!;
  const edit: RouteEdit = { op: 'redo', step: key, round: nextRound(piece.edits, 'redo', key) };
  const input = { template, dimensions, survey, brief, zones, kind, means: meansOf(shop) };
  const ended = piece.steps.map((s): ShopStep => {
    if (s.key !== key || s.state.kind !== 'started') return s;
    return { ...s, state: { kind: 'done', from: s.state.at, until: now, by: s.state.by } };
  });
  return { steps: rebuilt(piece.id, ended, editedRoute(input, [...piece.edits, edit]).steps) };
}

/** Colder than any workshop is heated down to; as cold as a place may be entered. */
const COLDEST_C = -40;

function changed<P extends MadePiece>(
  { shop, pieces }: Workshop<P>,
  id: string,
  more: (p: P) => Partial<ShopPiece>,
): (Workshop<P> & { readonly touched: readonly string[] }) | null {
  const piece = pieces.find((p) => p.id === id);
  return piece ? { shop, pieces: pieces.map((p) => (p === piece ? { ...p, ...more(p) } : p)), touched: [id] } : null;
}

/** What it moves: worked out as it would be when it is applied. */
export function breakMoves(
  workshop: Workshop<MadePiece>,
  plan: Plan,
  what: DayBreak,
  now: Instant,
): { readonly moves: readonly PieceMove[]; readonly plan: Plan } | null {
  const after = afterBreak(workshop, what, now);
  if (!after) return null;
  const problem = problemOf(after.shop, after.pieces, now);
  const next = replan(problem, plan, after.touched);
  return { moves: planDiff(problem, plan, next), plan: next };
}
