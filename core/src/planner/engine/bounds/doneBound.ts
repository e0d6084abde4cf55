import { GRID_MINUTES } from '../../../calendar/grid.ts';
import type { EngineModel, Film, Pred } from '../engineModel.ts';
import type { DoneBound } from '../schedule/costBound.ts';
import { tailsOf } from './headsAndTails.ts';
import { filmsOf, type OwnHours } from './ownHours.ts';

/** By links and work alone: nights and closed days are not counted. */
export function linkBound(model: EngineModel): DoneBound {
  const tail = tailsOf(model);
  return { after: (i, end) => end + tail[i]! };
}

/** Also when the piece is done at best once a step has ended, in the mode that dries soonest; and what is kept can be let go. */
export type CalendarBound = DoneBound & {
  readonly ended: (i: number, end: number) => number;
  readonly forget: () => void;
};

/**
 * As if nothing else were in the shop: each step after another in the hours of its people, places and tools, in the mode that
 * dries soonest. Far sharper than by links alone where nights come between, so that what cannot pay is given up after a few
 * steps. Each answer is worked out once and kept.
 * Memory: 4 bytes a step and slot, for the steps that are asked about
 */
export function calendarBound(model: EngineModel, hours: OwnHours): CalendarBound {
  const { steps, slots } = model;
  const followers: { readonly step: number; readonly link: Pred }[][] = steps.map(() => []);
  steps.forEach((s, f) => {
    if (!s.fixed) for (const link of s.preds) followers[link.step]!.push({ step: f, link });
  });
  const films = steps.map(filmsOf);
  const known: (Int32Array | null)[] = steps.map(() => null);

  /** When the piece is done at best when step `i` may start in slot `ready`. */
  function from(i: number, ready: number): number {
    const at = Math.max(ready, steps[i]!.earliest);
    if (at >= slots) return Infinity;
    const row = (known[i] ??= new Int32Array(slots));
    if (row[at]! !== 0) return row[at]! - 1;
    const end = hours.endAfter(i, at);
    const best = end <= slots ? ended(i, end) : NEVER;
    row[at] = best + 1;
    return best;
  }

  function ended(i: number, end: number): number {
    let best = NEVER;
    for (const film of films[i]!) best = Math.min(best, Math.max(ownDone(i, end, film), afterFilm(i, end, film)));
    return best;
  }

  function ownDone(i: number, end: number, film: Film | null): number {
    const { doneStage, cure } = steps[i]!;
    return film && doneStage >= 0 ? Math.ceil(film.minutes(doneStage, end) / GRID_MINUTES) : end + cure;
  }

  function afterFilm(i: number, end: number, film: Film | null): number {
    let done = end;
    for (const { step, link } of followers[i]!) {
      const ready =
        link.stage >= 0 && film
          ? Math.ceil((film.minutes(link.stage, end) + link.min_minutes) / GRID_MINUTES)
          : end + link.minSlots;
      const d = from(step, ready);
      if (d > done) done = d;
    }
    return done;
  }
  return {
    after: (i, end, mode) => afterFilm(i, end, steps[i]!.modes[mode]?.film ?? null),
    ended,
    forget: () => known.fill(null),
  };
}

/** Beyond the plan; below it plus one still a whole number of 32 bits. */
const NEVER = 2 ** 30;
