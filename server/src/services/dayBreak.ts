import type { CommandAnswer, DayBreakInput, PieceView } from '@app/contract';
import { afterBreak, type DayBreak, type Instant, type Shop, stepId } from '@app/core';
import { isDeepStrictEqual } from 'node:util';
import { ApiError } from '../errors.ts';
import type { Recorder } from '../store/recorder.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';
import { addRework, findStep } from './steps.ts';

/** Applies what happened to a day as one change: hours, air or dates, and the plan that follows. */
export function applyDayBreak(deps: Deps, actor: Actor, input: DayBreakInput): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows, { view }) => {
      const now = deps.clock.now();
      const what = breakFrom(input.what, now);
      const after = afterBreak({ shop: view.shop, pieces: view.pieces }, what, now);
      if (!after) throw new ApiError('NOT_FOUND');
      if (what.kind === 'rework') await doAgain(deps, rows, stepId(what.piece, what.step), view.shop);
      for (const [i, p] of after.shop.people.entries())
        if (!isDeepStrictEqual(p.hours, view.shop.people[i]!.hours))
          await rows.update('people', p.id, { hours: p.hours });
      for (const [i, p] of after.shop.places.entries())
        if (p.series !== view.shop.places[i]!.series) await rows.update('places', p.id, { series: p.series });
      for (const id of after.touched) {
        const { due, arrival } = after.pieces.find((p) => p.id === id)!;
        await rows.update('pieces', id, { due, arrival });
      }
      return {
        summary: summaryOf(
          what,
          view.shop,
          view.pieces.find((p) => 'piece' in what && p.id === what.piece),
        ),
        touched: after.touched,
        planning: 'repair',
        hasHappened: true,
      };
    },
  });
}

/** Whoever was at it ends it; who had already done it stays who did it. */
async function doAgain(deps: Deps, rows: Recorder, id: string, shop: Shop): Promise<void> {
  const found = await findStep(rows, id);
  const { state, version } = found.step;
  const by = state.kind === 'planned' ? undefined : state.by[0];
  await addRework(deps, rows, { id, ...found }, 'redo', { version, by: by ?? shop.people[0]!.id });
}

/** @throws {ApiError} INVALID_REQUEST when a field its kind needs is missing or cannot be */
function breakFrom(given: DayBreakInput['what'], now: Instant): DayBreak {
  const { kind, person, piece, step, from, days, degrees, due } = given;
  const missing = (field: string, words: string) => new ApiError('INVALID_REQUEST', { fields: { [field]: words } });
  switch (kind) {
    case 'away':
      if (!person) throw missing('person', 'Say who.');
      return { kind, person, from: from ?? 0, days: days ?? null };
    case 'lost':
      return { kind, days: days ?? 1 };
    case 'colder':
      if (!degrees) throw missing('degrees', 'Say by how many degrees.');
      return { kind, degrees, days: days ?? 2 };
    case 'sooner':
      if (!piece) throw missing('piece', 'Choose the piece.');
      if (due == null || due <= now) throw missing('due', 'Enter a day and a time still to come.');
      return { kind, piece, due };
    case 'not-come':
      if (!piece) throw missing('piece', 'Choose the piece.');
      return { kind, piece, days: days ?? 1 };
    case 'rework':
      if (!piece) throw missing('piece', 'Choose the piece.');
      if (!step) throw missing('step', 'Choose what has to be done again.');
      return { kind, piece, step };
  }
}

function summaryOf(what: DayBreak, shop: Shop, on: PieceView | undefined): string {
  const piece = on?.name ?? '';
  switch (what.kind) {
    case 'away': {
      const name = shop.people.find((p) => p.id === what.person)?.name ?? 'Somebody';
      return `${name} is away${what.days === null ? ', nobody knows how long' : ` for ${what.days} ${what.days === 1 ? 'day' : 'days'}`}`;
    }
    case 'lost':
      return what.days === 1 ? 'The rest of today is lost' : `${what.days} days are lost`;
    case 'colder':
      return `Colder than forecast by ${what.degrees} °C`;
    case 'sooner':
      return `${piece} is wanted sooner`;
    case 'not-come':
      return `${piece} did not come`;
    case 'rework': {
      const step = on?.steps.find((s) => s.key === what.step)?.title ?? what.step;
      return `“${step}” on ${piece} is done again`;
    }
  }
}
