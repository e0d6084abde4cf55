import {
  type Brief,
  buildRoute,
  dimensionFaults,
  type Dimensions,
  stepId,
  type StepState,
  type Survey,
  templateById,
} from '@app/core';
import type { CommandAnswer } from '@app/contract';
import { ApiError } from '../errors.ts';
import { PersonRow, StepRow, ToolRow } from '../store/models.ts';
import { toDate } from '../store/shopStore.ts';
import { type Actor, carryOut, type Deps, type Recorder } from './commands.ts';

/** A validated piece as a person enters it. */
export type PieceFields = {
  readonly name: string;
  readonly kind: 'client' | 'stock';
  readonly client: string | null;
  readonly template: string;
  readonly dimensions: Dimensions;
  readonly survey: Survey;
  readonly brief: Brief;
  readonly arrival: number;
  readonly due: number | null;
  readonly told: boolean;
};

export function addPiece(
  deps: Deps,
  actor: Actor,
  input: PieceFields & { readonly commandId: string; readonly id: string },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const route = await routeFor(rows, input);
      if (await rows.read('pieces', input.id))
        throw new ApiError('INVALID_REQUEST', { fields: { id: 'A piece with this id is there already.' } });
      await rows.insert('pieces', input.id, {
        ...pieceRow(input),
        zones: route.zones,
        notes: route.notes,
        active: true,
      });
      for (const [position, step] of route.steps.entries())
        await rows.insert('steps', stepId(input.id, step.key), {
          piece_id: input.id,
          position,
          route: step,
          state: { kind: 'planned' },
          pin: {},
        });
      return { summary: `Added ${input.name}`, piece: input.id, touched: [input.id], planning: 'repair' };
    },
  });
}

/** Changes a piece and builds its route again; steps that happened stay as they are. */
export function editPiece(
  deps: Deps,
  actor: Actor,
  pieceId: string,
  input: PieceFields & { readonly commandId: string; readonly version: number },
): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const before = await rows.read('pieces', pieceId);
      if (!before) throw new ApiError('NOT_FOUND');
      const route = await routeFor(rows, input);
      await rows.update(
        'pieces',
        pieceId,
        { ...pieceRow(input), zones: route.zones, notes: route.notes },
        input.version,
      );
      const steps = await StepRow.findAll({
        where: { workshop_id: rows.workshopId, piece_id: pieceId },
        transaction: rows.transaction,
      });
      const happened = (s: { state: StepState }) => s.state.kind !== 'planned';
      for (const s of steps)
        if (!happened(s) && !route.steps.some((r) => stepId(pieceId, r.key) === s.id)) await rows.remove('steps', s.id);
      const gone = new Set(
        steps.filter((s) => happened(s) && !route.steps.some((r) => stepId(pieceId, r.key) === s.id)).map((s) => s.id),
      );
      for (const [position, step] of route.steps.entries()) {
        const known = steps.find((s) => s.id === stepId(pieceId, step.key));
        if (!known)
          await rows.insert('steps', stepId(pieceId, step.key), {
            piece_id: pieceId,
            position,
            route: step,
            state: { kind: 'planned' },
            pin: {},
          });
        else if (happened(known)) await rows.update('steps', known.id, { position });
        else await rows.update('steps', known.id, { position, route: step });
      }
      for (const [i, id] of [...gone].entries()) await rows.update('steps', id, { position: -1 - i });
      return { summary: `Changed ${input.name}`, piece: pieceId, touched: [pieceId], planning: 'repair' };
    },
  });
}

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
      const before = await rows.read('pieces', pieceId);
      if (!before) throw new ApiError('NOT_FOUND');
      await rows.update('pieces', pieceId, { active: false }, input.version);
      return { summary: `Took ${String(before['name'])} out of the shop`, piece: pieceId, planning: 'repair' };
    },
  });
}

async function routeFor(rows: Recorder, input: PieceFields) {
  const template = templateById.get(input.template);
  if (!template) throw new ApiError('INVALID_REQUEST', { fields: { template: 'Choose a kind of piece.' } });
  const faults = dimensionFaults(template, input.dimensions);
  if (faults.length > 0) throw new ApiError('INVALID_REQUEST', { fields: { dimensions: faults.join(' ') } });
  const where = { where: { workshop_id: rows.workshopId }, transaction: rows.transaction };
  const people = await PersonRow.count(where);
  const sprayers = await ToolRow.count({ ...where, where: { ...where.where, id: 'sprayer' } });
  return buildRoute({
    template,
    dimensions: input.dimensions,
    survey: input.survey,
    brief: input.brief,
    means: { people, sprayer: sprayers > 0 },
  });
}

const pieceRow = (p: PieceFields) => ({
  name: p.name,
  kind: p.kind,
  client: p.client,
  template: p.template,
  dimensions: p.dimensions,
  survey: p.survey,
  brief: p.brief,
  arrives_at: toDate(p.arrival),
  due_at: p.due === null ? null : toDate(p.due),
  told: p.told,
});
