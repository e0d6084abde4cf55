import type { CommandAnswer } from '@app/contract';
import type { PhotoSide } from '@app/core';
import sharp from 'sharp';
import { ApiError } from '../errors.ts';
import { keepPicture, photoCount, pictureOf } from '../store/shopParts.ts';
import { type Actor, carryOut, type Deps } from './commands.ts';
import { mustBeHere } from './mustBeHere.ts';

/** Longest edge kept, in pixels: damage can be read, and a piece's photos stay under a few megabytes. */
const LONGEST_EDGE = 1600;
const MOST_PER_PIECE = 40;
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
      if ((await photoCount(rows, pieceId)) >= MOST_PER_PIECE)
        throw new ApiError('INVALID_REQUEST', {
          fields: { photo: `A piece keeps at most ${MOST_PER_PIECE} photos. Take one away first.` },
        });
      const id = input.commandId;
      // The picture itself is not part of the change: it goes in hidden, and the change shows it.
      const { width, height } = info;
      const at = deps.clock.now();
      await keepPicture(rows, { id, piece: pieceId, side: input.side, width, height, at, picture: data });
      await rows.update('photos', id, { removed: false });
      return { summary: `Photo of ${piece.name}, ${input.side}`, piece: pieceId, planning: 'none' };
    },
  });
}

async function smaller(file: Buffer) {
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
      const piece = await mustBeHere(rows, photo.piece_id);
      return { summary: `Took away a photo of ${piece.name}`, piece: photo.piece_id, planning: 'none' };
    },
  });
}

/** The picture, only for people of its workshop. @throws {ApiError} NOT_FOUND */
export async function showPhoto(workshopId: string, photoId: string): Promise<Buffer> {
  const picture = await pictureOf(workshopId, photoId);
  if (!picture) throw new ApiError('NOT_FOUND');
  return picture;
}
