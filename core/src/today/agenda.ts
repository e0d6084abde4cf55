import type { Plan } from '../planner/model/model.ts';
import type { Product } from '../products/product.ts';
import type { Instant } from '../quantities/units.ts';
import type { ShopPiece } from '../workshop/workshop.ts';
import { alarmsOf, SOON_MINUTES } from './alarms.ts';
import { type Window, windowsOf } from './windows.ts';

/** Something that stands in a calendar, with the minutes before its start at which it rings. */
export type AgendaItem = {
  /** The same for as long as it is about the same thing, so that a calendar moves it instead of doubling it. */
  readonly id: string;
  readonly kind: 'opens' | 'closes' | 'step' | 'leaves';
  readonly piece: string;
  /** Null: the piece as a whole. */
  readonly step: string | null;
  readonly from: Instant;
  readonly until: Instant;
  readonly rings_minutesBefore: readonly number[];
};
type Asked = { readonly pieces: readonly ShopPiece[]; readonly products: readonly Product[]; readonly plan: Plan };

/** So far ahead steps stand in it: further ahead a plan moves too often to be worth a calendar. */
const STEPS_AHEAD_MINUTES = 7 * 1440;
/** A moment needs some length to be seen in a calendar. */
const MOMENT_MINUTES = 15;
const DAY_BEFORE = 1440;

/**
 * What a calendar holds of a shop: windows that open or close, the next week's steps, pieces that leave.
 * @param person whose steps; null: everybody's
 */
export function agendaOf(asked: Asked, now: Instant, person: string | null): AgendaItem[] {
  const isOwn = (step: string) => person === null || (asked.plan.steps[step]?.people.includes(person) ?? false);
  const windows = windowsOf(asked, now).filter((w) => isOwn(w.step));
  const items = [
    ...windows.flatMap((w) => [...opening(w, now), ...closing(w)]),
    ...stepsOf(asked, now, isOwn),
    ...asked.pieces.flatMap(leaving),
  ];
  return items.sort((a, b) => a.from - b.from || (a.id < b.id ? -1 : 1));
}

function opening(w: Window, now: Instant): AgendaItem[] {
  if (w.opens <= now) return [];
  const until = Math.min(w.opens + MOMENT_MINUTES, w.closes ?? Number.POSITIVE_INFINITY);
  return [{ ...about(w, 'opens'), from: w.opens, until, rings_minutesBefore: [SOON_MINUTES, 0] }];
}

function closing(w: Window): AgendaItem[] {
  if (w.closes === null) return [];
  const warned = alarmsOf([w]).flatMap((a) => (a.kind === 'closing' || a.kind === 'last' ? [w.closes! - a.at] : []));
  const from = w.closes - Math.min(...warned);
  // Its start is the last warning, so that it is seen in time; the first rings before that.
  return [
    { ...about(w, 'closes'), from, until: w.closes, rings_minutesBefore: warned.map((m) => m - (w.closes! - from)) },
  ];
}

const about = (w: Window, kind: 'opens' | 'closes') => ({
  id: `${w.step}.${kind}`,
  kind,
  piece: w.piece,
  step: w.step,
});

function stepsOf({ pieces, plan }: Asked, now: Instant, isOwn: (step: string) => boolean): AgendaItem[] {
  return pieces
    .filter((p) => p.active)
    .flatMap((p) =>
      p.steps.flatMap((s): AgendaItem[] => {
        const at = plan.steps[s.id];
        const isAhead = at && s.state.kind === 'planned' && s.hands > 0 && at.start < now + STEPS_AHEAD_MINUTES;
        if (!isAhead || !isOwn(s.id)) return [];
        const { start: from, end: until } = at;
        return [{ id: s.id, kind: 'step', piece: p.id, step: s.id, from, until, rings_minutesBefore: [SOON_MINUTES] }];
      }),
    );
}

const leaving = (p: ShopPiece): AgendaItem[] =>
  p.active && p.due !== null
    ? [
        {
          id: `${p.id}.leaves`,
          kind: 'leaves',
          piece: p.id,
          step: null,
          from: p.due,
          until: p.due + MOMENT_MINUTES,
          rings_minutesBefore: [DAY_BEFORE],
        },
      ]
    : [];
