import type { CommandAnswer, StepPicture } from '@app/contract';
import type { PhotoSide } from '@app/core';
import { ApiError } from '../errors.ts';
import { keepPicture, photoCount, pictureOf } from '../store/shopParts.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';
import type { Recorder } from '../store/recorder.ts';
import { mustBeHere } from './mustBeHere.ts';
import { soundOf } from './sounds.ts';
import { findStep, finishWithin, happened } from './steps.ts';

/** Longest edge kept, in pixels: damage can be read, and a piece's photos stay under a few megabytes. */
const LONGEST_EDGE = 1600;
const MOST_PER_PIECE = 150;
/** What cameras and phones make; anything else that can be read (a drawing, a document) is no photo. */
const PHOTO_FORMATS = ['jpeg', 'png', 'webp', 'heif'];

/**
 * Keeps a photo of a piece, turned upright and made smaller; where it was taken (its metadata) is not kept.
 * @throws {ApiError} NOT_A_PICTURE when it cannot be read
 */
export async function addPhoto(
  deps: Deps,
  actor: Actor,
  pieceId: string,
  input: { readonly commandId: string; readonly side: PhotoSide; readonly file: Buffer },
): Promise<CommandAnswer> {
  const { data, info } = await smaller(input.file);
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const piece = await mustBeHere(rows, pieceId);
      await mustHaveRoom(rows, pieceId);
      const id = input.commandId;
      // The picture itself is not part of the change: it goes in hidden, and the change shows it.
      const { width, height } = info;
      const at = deps.clock.now();
      await keepPicture(rows, { id, of: { piece: pieceId }, side: input.side, width, height, at, picture: data });
      await rows.update('photos', id, { removed: false });
      return { summary: `Photo of ${piece.name}, ${input.side}`, piece: pieceId, planning: 'none' };
    },
  });
}

async function mustHaveRoom(rows: Recorder, pieceId: string): Promise<void> {
  if ((await photoCount(rows, pieceId)) >= MOST_PER_PIECE)
    throw new ApiError('INVALID_REQUEST', {
      fields: { photo: `A piece keeps at most ${MOST_PER_PIECE} photos and clips. Take one away first.` },
    });
}

/**
 * A photo or a clip at a step, with the step done by the same tap when that is wished; one change, taken back as one.
 * @throws {ApiError} when it can neither be seen nor heard
 */
export async function pictureOfStep(
  deps: Deps,
  actor: Actor,
  stepId: string,
  input: StepPicture & { readonly file: Buffer; readonly isSound: boolean },
): Promise<CommandAnswer> {
  const kept = input.isSound
    ? { kind: 'clip' as const, ...(await soundOf(input.file)), width: 0, height: 0, picture: input.file }
    : { kind: 'photo' as const, mime: 'image/webp', ...(await seen(input.file)) };
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows, { view }) => {
      const { step, piece } = await findStep(rows, stepId);
      if (input.version !== undefined) await rows.mustBeSeen('steps', stepId, input.version);
      await mustHaveRoom(rows, step.piece_id);
      const at = happened(deps, input.at);
      const { commandId: id, side, note } = input;
      await keepPicture(rows, { id, of: { piece: step.piece_id }, side, at, step: stepId, note, ...kept });
      await rows.update('photos', id, { removed: false });
      if (input.strip !== undefined) await tieToStrip(rows, step.piece_id, id, input.strip, input.look!);
      const what = kept.kind === 'clip' ? 'Clip' : 'Photo';
      if (input.done) {
        const done = await finishWithin(deps, rows, view, stepId, { ...input, version: input.version ?? -1 });
        return { ...done, summary: `${done.summary}, with a ${what.toLowerCase()}` };
      }
      return { summary: `${what} of “${step.route.title}” on ${piece}`, piece: step.piece_id, planning: 'none' };
    },
  });
}

/** The photo is of a strip of a tried colour, wet or dry; a strip that was taken away meanwhile keeps it as the piece's. */
async function tieToStrip(
  rows: Recorder,
  pieceId: string,
  photo: string,
  id: string,
  look: 'wet' | 'dry',
): Promise<void> {
  const { trials } = await mustBeHere(rows, pieceId);
  const tried = trials.tried.map((t) => (t.id === id ? { ...t, [look]: photo } : t));
  await rows.update('pieces', pieceId, { trials: { ...trials, tried } });
}

/**
 * Keeps a photo of a cup on the shelf, in place of the one it had.
 * @throws {ApiError} NOT_A_PICTURE when it cannot be read
 */
export async function photoOfCup(
  deps: Deps,
  actor: Actor,
  paintId: string,
  input: { readonly commandId: string; readonly file: Buffer },
): Promise<CommandAnswer> {
  const kept = await seen(input.file);
  return carryOut(deps, actor, {
    id: input.commandId,
    run: async (rows) => {
      const cup = await rows.mustRead('paints', paintId);
      if (!cup.made) throw new ApiError('INVALID_REQUEST', { fields: { photo: 'Only a cup mixed here has a photo.' } });
      const id = input.commandId;
      await keepPicture(rows, { id, of: { paint: paintId }, side: 'front', at: deps.clock.now(), ...kept });
      await rows.update('photos', id, { removed: false });
      if (cup.made.photo) await rows.update('photos', cup.made.photo, { removed: true });
      await rows.update('paints', paintId, { made: { ...cup.made, photo: id } });
      return { summary: `Photo of the cup ${cup.name}`, planning: 'none' };
    },
  });
}

async function seen(file: Buffer) {
  const { data, info } = await smaller(file);
  return { picture: data, width: info.width, height: info.height };
}

async function smaller(file: Buffer) {
  // Loaded with the first photo: most starts never see one.
  const { default: sharp } = await import('sharp');
  try {
    const { format } = await sharp(file, { limitInputPixels: 80_000_000 }).metadata();
    if (!PHOTO_FORMATS.includes(format)) throw new ApiError('NOT_A_PICTURE');
    return await sharp(file, { limitInputPixels: 80_000_000 })
      .rotate()
      .resize({ width: LONGEST_EDGE, height: LONGEST_EDGE, fit: 'inside', withoutEnlargement: true })
      .webp({ quality: 78 })
      .toBuffer({ resolveWithObject: true });
  } catch {
    throw new ApiError('NOT_A_PICTURE');
  }
}

export function removePhoto(deps: Deps, actor: Actor, photoId: string, commandId: string): Promise<CommandAnswer> {
  return carryOut(deps, actor, {
    id: commandId,
    run: async (rows) => {
      const photo = await rows.mustRead('photos', photoId);
      if (photo.removed) throw new ApiError('NOT_FOUND');
      await rows.update('photos', photoId, { removed: true });
      if (photo.piece_id === null) return { summary: 'Took away a photo of a cup', planning: 'none' };
      const piece = await mustBeHere(rows, photo.piece_id);
      return { summary: `Took away a photo of ${piece.name}`, piece: photo.piece_id, planning: 'none' };
    },
  });
}

/** The picture, only for people of its workshop. @throws {ApiError} NOT_FOUND */
export async function showPhoto(
  workshopId: string,
  photoId: string,
): Promise<{ readonly mime: string; readonly bytes: Buffer }> {
  const picture = await pictureOf(workshopId, photoId);
  if (!picture) throw new ApiError('NOT_FOUND');
  return picture;
}
