import type { Placement, Plan } from '../planner/model/model.ts';
import { catalogueOf } from '../products/library.ts';
import type { Product, Stage } from '../products/product.ts';
import type { Instant } from '../quantities/units.ts';
import { linksOf, type ShopPiece, type ShopStep, stepId } from '../workshop/workshop.ts';

/** A film on its way to being fit for what comes after it. */
export type DryingFilm = {
  /** Laid already; otherwise it is planned. */
  readonly isLaid: boolean;
  readonly piece: string;
  /** The step that laid it. */
  readonly step: string;
  readonly from: Instant;
  readonly ready: Instant;
  readonly stage: Stage;
  /** Hands-on step that waits for it; null: it only dries to be handled. */
  readonly next: string | null;
};
/** The time in which a step can be begun, once all it waits for has been done. */
export type Window = {
  readonly piece: string;
  readonly step: string;
  readonly opens: Instant;
  /** Null: it stays possible. */
  readonly closes: Instant | null;
  /** What starting later costs; null: later it cannot be done as it should. */
  readonly rescue: { readonly title: string; readonly minutes: number } | null;
};

type Asked = { readonly pieces: readonly ShopPiece[]; readonly products: readonly Product[]; readonly plan: Plan };

/** Every film that is wet at some time between two instants, laid or planned, the first that is ready first. */
export function filmsBetween({ pieces, plan }: Asked, from: Instant, until: Instant): DryingFilm[] {
  const films: DryingFilm[] = [];
  for (const piece of pieces.filter((p) => p.active))
    for (const step of piece.steps) {
      const at = plan.steps[step.id];
      if (!at || step.product === null || at.end >= until) continue;
      const isLaid = step.state.kind === 'done';
      const waiting = nextOn(piece, step);
      const stage = waiting?.stage ?? 'handle';
      const ready = at.dry[stage];
      // What is dry at once, or only rinsed and waited for by nothing, is no film anybody must keep off.
      const isFilm = step.coat !== null || waiting !== null;
      if (ready === undefined || ready <= from || ready === at.end || !isFilm) continue;
      films.push({ isLaid, piece: piece.id, step: step.id, from: at.end, ready, stage, next: waiting?.step ?? null });
    }
  return films.sort((a, b) => a.ready - b.ready || (a.step < b.step ? -1 : 1));
}

/** Every film that is drying at an instant, the first that is ready first. */
export const dryingFilms = (asked: Asked, now: Instant): DryingFilm[] =>
  filmsBetween(asked, now, Number.POSITIVE_INFINITY).filter((f) => f.isLaid);

/** The first hands-on step still to come that waits for a film, and the stage it waits for. */
export function nextOn(piece: ShopPiece, laid: ShopStep): { readonly step: string; readonly stage: Stage } | null {
  for (const s of piece.steps) {
    if (s.state.kind !== 'planned' || s.hands === 0) continue;
    for (const l of s.after) if (l.step === laid.key && l.from !== 'end') return { step: s.id, stage: l.from };
  }
  return null;
}

/**
 * The windows of steps still to come whose forerunners are all done and of which at least one makes them wait or will not
 * wait for them: those that open after an instant, and those that close. The next to change first.
 */
export function windowsOf({ pieces, products, plan }: Asked, now: Instant): Window[] {
  const catalogue = catalogueOf(products);
  const windows = pieces
    .filter((p) => p.active)
    .flatMap((piece) =>
      piece.steps.flatMap((step) => {
        const window = step.state.kind === 'planned' && step.hands > 0 ? windowOf(piece, step, catalogue, plan) : null;
        return window && (window.opens > now || window.closes !== null) ? [window] : [];
      }),
    );
  const changes = (w: Window) => (w.opens > now ? w.opens : (w.closes ?? Number.POSITIVE_INFINITY));
  return windows.sort((a, b) => changes(a) - changes(b) || (a.step < b.step ? -1 : 1));
}

function windowOf(piece: ShopPiece, step: ShopStep, products: ReadonlyMap<string, Product>, plan: Plan): Window | null {
  let opens = Number.NEGATIVE_INFINITY;
  let closes: Instant | null = null;
  let rescue: Window['rescue'] = null;
  for (const link of linksOf(step, piece, products)) {
    const before = piece.steps.find((s) => s.key === link.step);
    const at = plan.steps[stepId(piece.id, link.step)];
    if (!before || !at || before.state.kind !== 'done') return null;
    opens = Math.max(opens, reached(at, link.from) + link.min_minutes);
    const end = link.max_minutes === null ? null : at.end + link.max_minutes;
    if (end !== null && (closes === null || end < closes)) [closes, rescue] = [end, link.rescue ?? null];
  }
  if (opens === Number.NEGATIVE_INFINITY) return null;
  return { piece: piece.id, step: step.id, opens, closes, rescue };
}

const reached = (at: Placement, from: 'end' | Stage): Instant =>
  from === 'end' ? at.end : (at.dry[from] ?? Number.POSITIVE_INFINITY);
