import type { CommandAnswer, StepFound, StepLook } from '@app/contract';
import { foundEdit, lookById, type Looked, rescueEdits, zonesOfStep } from '@app/core';
import { ApiError } from '../errors.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';
import { rebuildPiece } from './routes.ts';
import { findStep, happened } from './steps.ts';

/**
 * What came of looking at something that was done. Fine or accepted as it is stays in the story; a fault is rescued in the
 * route, and what that makes later of a told date is asked about first.
 */
export function tellLook(deps: Deps, actor: Actor, stepId: string, input: StepLook): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const { step, piece } = await findStep(rows, stepId);
      await rows.mustBeSeen('steps', stepId, input.version);
      const look = lookById.get(input.look);
      if (!look) throw new ApiError('INVALID_REQUEST', { fields: { look: 'There is no such look.' } });
      const { state, route, piece_id } = step;
      if (state.kind !== 'done')
        throw new ApiError('STEP_STATE', { detail: 'Tap Done first; then say what it looks like.' });
      const { zones, edits, brief } = await rows.mustRead('pieces', piece_id);
      const where = zonesOfStep(route, zones, input.zones);
      const { outcome } = input;
      const looked: Looked = { look: look.id, outcome, at: happened(deps, input.at), zones: where };
      await rows.update('steps', stepId, { state: { ...state, looked: [...(state.looked ?? []), looked] } });
      const words =
        outcome === 'fault' ? look.fault : outcome === 'accepted' ? `${look.fault}, accepted as it is` : 'fine';
      const summary = `Looked at “${route.title}” on ${piece}: ${words.charAt(0).toLowerCase()}${words.slice(1)}`;
      if (outcome !== 'fault') return { summary, piece: piece_id, planning: 'none' };
      await rebuildPiece(rows, piece_id, {
        edits: [...edits, ...rescueEdits(look, route, where, edits, brief.refusals ?? [])],
      });
      return { summary, piece: piece_id, touched: [piece_id], planning: 'repair' };
    },
  });
}

/** A little more to do on the same parts, found while working. */
export function tellFound(deps: Deps, actor: Actor, stepId: string, input: StepFound): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const { step, piece } = await findStep(rows, stepId);
      await rows.mustBeSeen('steps', stepId, input.version);
      const { route, piece_id } = step;
      const { zones, edits } = await rows.mustRead('pieces', piece_id);
      const edit = foundEdit(route, zonesOfStep(route, zones), input.minutes, input.words, edits);
      await rebuildPiece(rows, piece_id, { edits: [...edits, edit] });
      return {
        summary: `Found on ${piece}: ${input.minutes} min more${input.words === '' ? '' : ` for ${input.words}`}`,
        piece: piece_id,
        touched: [piece_id],
        planning: 'repair',
        hasHappened: true,
        isTap: true,
      };
    },
  });
}
