import type { PieceView, WorkshopView } from '@app/contract';
import {
  filmsBetween,
  type Instant,
  isBegun,
  type Person,
  type Placement,
  type ShopStep,
  type Stage,
  wallClock,
  type Window,
  windowsOf,
} from '@app/core';

export type Job = {
  readonly piece: PieceView;
  readonly step: ShopStep;
  readonly at: Placement;
  readonly isRunning: boolean;
  readonly isDue: boolean;
  /** In which it must be begun, or before which it cannot be; null: whenever. */
  readonly window: Window | null;
};
export type PersonDay = {
  readonly person: Person;
  readonly now: Job | null;
  readonly next: Job | null;
  readonly later: readonly Job[];
  /** What they have done today, the last first. */
  readonly done: readonly Job[];
};
export type Wet = {
  readonly piece: PieceView;
  readonly step: ShopStep;
  /** Laid already; otherwise it is planned. */
  readonly isLaid: boolean;
  readonly from: Instant;
  readonly ready: Instant;
  readonly stage: Stage;
  /** What waits for it; null: it only dries to be handled. */
  readonly next: ShopStep | null;
  /** In which what waits can be begun, where everything else for it is done. */
  readonly window: Window | null;
};
export type PieceStrata = { readonly piece: PieceView; readonly films: readonly Wet[] };
export type Today = {
  readonly people: readonly PersonDay[];
  /** Films wet now, the first that is ready first. */
  readonly wet: readonly Wet[];
  /** Pieces with films that are wet or will be laid within a day, each with its films in the order they are laid. */
  readonly strata: readonly PieceStrata[];
  readonly windows: readonly Window[];
  readonly nextWork: Instant | null;
  /** Pieces whose date is today and that are still here. */
  readonly leaving: readonly PieceView[];
};

/** What each person does now, next and later today, and every film that is not yet fit for what comes after it. */
export function todayOf(view: WorkshopView, now: Instant): Today {
  const dayOfInstant = (at: Instant) => wallClock(view.shop.timeZone, at).day;
  const day = dayOfInstant(now);
  const active = view.pieces.filter((p) => p.active);
  const asked = { pieces: active, products: view.shop.products, plan: view.plan };
  const windows = windowsOf(asked, now);
  const windowOf = new Map(windows.map((w) => [w.step, w]));
  const jobOf = (piece: PieceView, step: ShopStep): Job[] => {
    const at = view.plan.steps[step.id];
    const isRunning = step.state.kind === 'started';
    return at ? [{ piece, step, at, isRunning, isDue: at.start <= now, window: windowOf.get(step.id) ?? null }] : [];
  };
  const open = active
    .flatMap((piece) => piece.steps.flatMap((step) => (isOpen(step) ? jobOf(piece, step) : [])))
    .sort((a, b) => Number(b.isRunning) - Number(a.isRunning) || a.at.start - b.at.start);
  const today = open.filter((j) => j.isRunning || dayOfInstant(j.at.start) <= day);
  const done = active
    .flatMap((piece) => piece.steps.flatMap((step) => (isDoneOn(step, day, dayOfInstant) ? jobOf(piece, step) : [])))
    .sort((a, b) => b.at.end - a.at.end);
  const films = filmsOf(view, now, windowOf);
  return {
    people: view.shop.people.map((person) => personDay(person, today, done, now)),
    wet: films.filter((f) => f.isLaid),
    strata: strataOf(films),
    windows,
    nextWork: open[0]?.at.start ?? null,
    leaving: active.filter((p) => p.due !== null && dayOfInstant(p.due) === day),
  };
}

const isOpen = (s: ShopStep) => s.hands > 0 && s.state.kind !== 'done';
const isDoneOn = ({ state }: ShopStep, day: number, dayOfInstant: (at: Instant) => number) =>
  state.kind === 'done' && dayOfInstant(state.until) === day;

function personDay(person: Person, jobs: readonly Job[], done: readonly Job[], now: Instant): PersonDay {
  const own = jobs.filter((j) => j.at.people.includes(person.id));
  const current = own.find((j) => j.isRunning) ?? firstOf(own, now);
  const rest = own.filter((j) => j !== current);
  const doneByThem = done.filter((j) => j.step.state.kind === 'done' && j.step.state.by.includes(person.id));
  return { person, now: current, next: rest[0] ?? null, later: rest.slice(1), done: doneByThem };
}

/** What is due first; before it what would close while it is done, or has closed and gets worse by the minute. */
function firstOf(own: readonly Job[], now: Instant): Job | null {
  const due = own.filter((j) => j.at.start <= now + SOON_MINUTES);
  const first = due[0];
  if (!first) return null;
  const until = now + first.at.end - first.at.start;
  const wouldClose = ({ window }: Job) =>
    window !== null && window.closes !== null && window.opens <= now && now < window.closes && window.closes <= until;
  // What has a rescue waits for it as well as it waited so far.
  const hasClosed = ({ window }: Job) =>
    window !== null && window.closes !== null && window.closes <= now && window.rescue === null;
  return due.slice(1).find(wouldClose) ?? due.find(hasClosed) ?? first;
}
/** So long before its time a step is the next thing to do. */
const SOON_MINUTES = 15;

function filmsOf(view: WorkshopView, now: Instant, windowOf: ReadonlyMap<string, Window>): Wet[] {
  const pieces = new Map(view.pieces.map((p) => [p.id, p]));
  const asked = { pieces: view.pieces, products: view.shop.products, plan: view.plan };
  return filmsBetween(asked, now, now + AHEAD_MINUTES).map(({ piece: id, step, next, ...film }) => {
    const piece = pieces.get(id)!;
    const stepWith = (wanted: string | null) => piece.steps.find((s) => s.id === wanted) ?? null;
    const window = next === null ? null : (windowOf.get(next) ?? null);
    return { ...film, piece, step: stepWith(step)!, next: stepWith(next), window };
  });
}

/** How far the day is drawn ahead: through the night to tomorrow's first coats. */
export const AHEAD_MINUTES = 24 * 60;

/** Pieces by what opens first: those that are wet, then those that will be. */
function strataOf(films: readonly Wet[]): PieceStrata[] {
  const byPiece = new Map<string, Wet[]>();
  for (const f of [...films.filter((x) => x.isLaid), ...films.filter((x) => !x.isLaid)])
    byPiece.set(f.piece.id, [...(byPiece.get(f.piece.id) ?? []), f]);
  return [...byPiece.values()].map((own) => ({
    piece: own[0]!.piece,
    films: own.toSorted((a, b) => a.from - b.from),
  }));
}

/** What an earlier sitting did of it, in the words of the card. */
export const isLaidDown = (step: ShopStep): boolean => step.state.kind === 'planned' && isBegun(step);
