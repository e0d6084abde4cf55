import { type CommandAnswer, type PieceFields, pieceFieldsOf } from '@app/contract';
import { type ArrivalSheet, EMPTY_SHEET, NO_TRIALS, type RouteEdit } from '@app/core';
import { ApiError } from '../errors.ts';
import type { Recorder } from '../store/recorder.ts';
import { toDate } from '../store/moments.ts';
import { stepsOfPiece } from '../store/shopParts.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';
import { mustBeHere } from './mustBeHere.ts';
import { rebuildPiece, routeFor, routeRest, storeRoute } from './routes.ts';

/** A validated piece as a person enters it; with `goesFirst` pieces whose date nobody was told wait for it. */
type PieceInput = PieceFields & { readonly goesFirst: boolean };

export function addPiece(
  deps: Deps,
  actor: Actor,
  input: PieceInput & { readonly commandId: string; readonly id: string; readonly edits: readonly RouteEdit[] },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const route = await routeFor(rows, input, input.edits);
      if (await rows.read('pieces', input.id))
        throw new ApiError('INVALID_REQUEST', { fields: { id: 'A piece with this id is there already.' } });
      await rows.insert('pieces', input.id, {
        ...pieceFieldsOf(input),
        ...routeRest(route),
        edits: input.edits,
        sheet: EMPTY_SHEET,
        trials: NO_TRIALS,
        asks: [],
        active: true,
        left_at: null,
      });
      await storeRoute(rows, input.id, route);
      return {
        summary: `Added ${input.name}`,
        piece: input.id,
        touched: [input.id],
        planning: 'repair',
        ...firstOf(input, input.id),
      };
    },
  });
}

const firstOf = ({ goesFirst }: PieceInput, piece: string) => (goesFirst ? { goesFirst: piece } : {});

/** Changes a piece and builds its route again, with the changes its painter made; steps that happened stay as they are. */
export function editPiece(
  deps: Deps,
  actor: Actor,
  pieceId: string,
  input: PieceInput & {
    readonly commandId: string;
    readonly version: number;
    readonly edits?: readonly RouteEdit[] | undefined;
  },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const before = await mustBeHere(rows, pieceId);
      const edits = input.edits ?? before.edits;
      if (input.edits) await mustSpareTheDone(rows, pieceId, before.edits, edits);
      const route = await routeFor(rows, input, edits);
      await rows.update('pieces', pieceId, { ...pieceFieldsOf(input), ...routeRest(route), edits }, input.version);
      await storeRoute(rows, pieceId, route);
      return {
        summary: `Changed ${input.name}`,
        piece: pieceId,
        touched: [pieceId],
        planning: 'repair',
        ...firstOf(input, pieceId),
      };
    },
  });
}

/** Replaces the changes made to a piece's built route. A step that happened is never changed by it. */
export function editRoute(
  deps: Deps,
  actor: Actor,
  pieceId: string,
  input: { readonly commandId: string; readonly version: number; readonly edits: readonly RouteEdit[] },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const before = await mustBeHere(rows, pieceId);
      await mustSpareTheDone(rows, pieceId, before.edits, input.edits);
      await rebuildPiece(rows, pieceId, { edits: input.edits }, input.version);
      const words = input.edits.length < before.edits.length ? 'Put back part of the route of' : 'Changed the route of';
      return { summary: `${words} ${before.name}`, piece: pieceId, touched: [pieceId], planning: 'repair' };
    },
  });
}
/** @throws {ApiError} STEP_STATE when a new change is about a step that happened */
async function mustSpareTheDone(
  rows: Recorder,
  pieceId: string,
  before: readonly RouteEdit[],
  edits: readonly RouteEdit[],
): Promise<void> {
  const steps = await stepsOfPiece(rows, pieceId);
  const happened = new Set(steps.filter((s) => s.state.kind !== 'planned').map((s) => s.key));
  const known = new Set(before.map((e) => JSON.stringify(e)));
  const late = edits.find(
    (e) =>
      !known.has(JSON.stringify(e)) &&
      'step' in e &&
      typeof e.step === 'string' &&
      happened.has(e.step) &&
      !mayFollow(e),
  );
  if (late)
    throw new ApiError('STEP_STATE', { detail: 'That step has begun or is done, so it cannot be changed any more.' });
}
/** Rework follows a step that happened; everything else would change it. */
const mayFollow = (e: RouteEdit) => e.op === 'redo' || e.op === 'block';

/** Takes a piece off the floor and out of the plan; undo brings it back. */
export function removePiece(
  deps: Deps,
  actor: Actor,
  pieceId: string,
  input: { readonly commandId: string; readonly version: number },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const before = await mustBeHere(rows, pieceId);
      await rows.update('pieces', pieceId, { active: false, left_at: toDate(deps.clock.now()) }, input.version);
      return { summary: `Took ${before.name} out of the shop`, piece: pieceId, planning: 'repair' };
    },
  });
}

/** What lies ready for a piece beside paint; nothing is planned by it. */
export function sayAtHand(
  deps: Deps,
  actor: Actor,
  pieceId: string,
  input: { readonly commandId: string; readonly version: number; readonly atHand: readonly string[] },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const { name } = await mustBeHere(rows, pieceId);
      await rows.update('pieces', pieceId, { atHand: [...new Set(input.atHand)] }, input.version);
      return { summary: `Said what lies ready for ${name}`, piece: pieceId, planning: 'none' };
    },
  });
}

/** What was agreed when the piece came; marks stand on photos of this piece only. */
export function saveArrivalSheet(
  deps: Deps,
  actor: Actor,
  pieceId: string,
  input: { readonly commandId: string; readonly version: number; readonly sheet: ArrivalSheet },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const before = await mustBeHere(rows, pieceId);
      for (const id of new Set(input.sheet.marks.map((m) => m.photo))) {
        const photo = await rows.read('photos', id);
        if (photo?.piece_id !== pieceId)
          throw new ApiError('INVALID_REQUEST', {
            fields: { marks: 'A mark is on a photo that is not of this piece.' },
          });
      }
      await rows.update('pieces', pieceId, { sheet: input.sheet }, input.version);
      const { name } = before;
      const isNew = before.sheet.agreed === null && input.sheet.agreed !== null;
      return {
        summary: isNew
          ? `${input.sheet.agreed.name} agreed the arrival of ${name}`
          : `Changed the arrival sheet of ${name}`,
        piece: pieceId,
        planning: 'none',
      };
    },
  });
}
