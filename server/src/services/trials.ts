import type { CommandAnswer, TrialsInput } from '@app/contract';
import {
  keptTrial,
  STRIP_LOOKS,
  type RouteEdit,
  type ShelfPaint,
  type ShopStep,
  type Trial,
  trialsFault,
} from '@app/core';
import { ApiError } from '../errors.ts';
import type { Recorder } from '../store/recorder.ts';
import { stepsOfPiece } from '../store/shopParts.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';
import { mustBeHere } from './mustBeHere.ts';
import { rebuildPiece } from './routes.ts';

/** The hold that stands before the first coat while no colour is decided. */
const HOLD_KEY = 'hold-colour';

/**
 * Colours tried on a piece. Until one is kept the first coat of paint waits for the day by which somebody decides; the kept
 * one is what the coats still to come are laid with.
 */
export function saveTrials(deps: Deps, actor: Actor, pieceId: string, input: TrialsInput): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows, { view }) => {
      const piece = await mustBeHere(rows, pieceId);
      const { trials } = input;
      const fault = trialsFault(trials, deps.clock.now());
      if (fault) throw new ApiError('INVALID_REQUEST', { fields: { trials: fault } });
      for (const t of trials.tried) await mustBePhotosOf(rows, pieceId, t);
      await rows.update('pieces', pieceId, { trials }, input.version);
      const kept = keptTrial(trials);
      const isNews = kept !== null && keptTrial(piece.trials)?.id !== kept.id;
      const can = view.shop.paints.find((p) => p.id === kept?.paint);
      const coats = (await stepsOfPiece(rows, pieceId)).filter((s) => s.coat === 'paint' && s.state.kind === 'planned');
      const edits = piece.edits.filter((e) => !isHold(e));
      const waits = kept === null && trials.decide_by !== null && coats[0] !== undefined;
      const more: readonly RouteEdit[] = waits
        ? [{ op: 'hold', key: HOLD_KEY, before: coats[0]!.key, title: `Decide the colour of ${piece.name}` }]
        : isNews && can
          ? coats.filter((s) => isInSameColour(s, coats)).map((s) => layFrom(s, can))
          : [];
      const hasHeld = edits.length < piece.edits.length;
      const isRebuilt = waits || hasHeld || more.length > 0;
      if (isRebuilt)
        await rebuildPiece(rows, pieceId, {
          edits: [...edits, ...more],
          pins: waits ? { [HOLD_KEY]: { notBefore: trials.decide_by! } } : {},
        });
      const words = isNews ? `Kept ${kept.name} for ${piece.name}` : `Colours tried on ${piece.name}`;
      return { summary: words, piece: pieceId, touched: [pieceId], planning: isRebuilt ? 'repair' : 'none' };
    },
  });
}

async function mustBePhotosOf(rows: Recorder, pieceId: string, trial: Trial): Promise<void> {
  for (const look of STRIP_LOOKS) {
    const id = trial[look];
    if (id && (await rows.read('photos', id))?.piece_id !== pieceId)
      throw new ApiError('INVALID_REQUEST', {
        fields: { trials: `The photo of ${trial.name} is not one of this piece.` },
      });
  }
}

const isHold = (e: RouteEdit) => e.op === 'hold' && e.key === HOLD_KEY;
/** Coats of the colour of the first: those of another part keep theirs. */
const isInSameColour = (s: ShopStep, coats: readonly ShopStep[]) => s.colour === coats[0]!.colour;
const layFrom = (s: ShopStep, can: ShelfPaint): RouteEdit => ({
  op: 'can',
  step: s.key,
  product: can.product,
  colour: can.hex,
});
