import { GRID_MINUTES } from '../../../calendar/grid.ts';
import { type EngineModel, RELAXATION, WITHOUT_OWN_PIECE } from '../engineModel.ts';
import type { DoneBound } from '../schedule/costBound.ts';
import { type PartialSchedule, seekMode } from '../schedule/partialSchedule.ts';
import { tailsOf } from './headsAndTails.ts';

/** By links and work alone: nights and closed days are not counted. */
export function linkBound(model: EngineModel): DoneBound {
  const tail = tailsOf(model);
  return { after: (i, end) => end + tail[i]! };
}

/**
 * As if nothing else were in the shop: each step after another in the hours of its people, places and tools. Far sharper than
 * by links alone where nights come between, so that what cannot pay is given up after a few steps. Each answer is worked out
 * once and kept.
 * Memory: 4 bytes a step and slot, for the steps that are asked about
 */
export function calendarBound(b: PartialSchedule): DoneBound {
  const { steps, slots } = b.model;
  const followers: { readonly step: number; readonly link: (typeof steps)[number]['preds'][number] }[][] = steps.map(
    () => [],
  );
  steps.forEach((s, f) => {
    if (!s.fixed) for (const link of s.preds) followers[link.step]!.push({ step: f, link });
  });
  const known: (Int32Array | null)[] = steps.map(() => null);

  /** When the piece is done at best when step `i` may start in slot `ready`. */
  function from(i: number, ready: number): number {
    const step = steps[i]!;
    const at = Math.max(ready, step.earliest);
    if (at >= slots) return Infinity;
    const row = (known[i] ??= new Int32Array(slots));
    if (row[at]! !== 0) return row[at]! - 1;
    let best = NEVER;
    const lock = b.modeLock[i]!;
    b.modeLock[i] = -1;
    for (let m = 0; m < step.modes.length; m++) {
      if (!seekMode(b, i, m, at, ALONE)) continue;
      const done = Math.max(ownDone(i, b.found.end, m), after(i, b.found.end, m));
      if (done < best) best = done;
    }
    b.modeLock[i] = lock;
    row[at] = best + 1;
    return best;
  }

  function ownDone(i: number, end: number, mode: number): number {
    const step = steps[i]!;
    const film = step.doneStage >= 0 ? step.modes[mode]!.film : null;
    return film ? Math.ceil(film.minutes(step.doneStage, end) / GRID_MINUTES) : end + step.cure;
  }

  function after(i: number, end: number, mode: number): number {
    let done = end;
    const film = steps[i]!.modes[mode]?.film;
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
  return { after };
}

/** Nothing that others take is looked at: only the hours of people, places and tools, and the air. */
const ALONE = RELAXATION.person | RELAXATION.space | RELAXATION.tool | RELAXATION.dust | WITHOUT_OWN_PIECE;
/** Beyond the plan; below it plus one still a whole number of 32 bits. */
const NEVER = 2 ** 30;
