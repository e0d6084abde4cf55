import { ApiError } from '../errors.ts';

/** A clip is a remark, no recording of the day. */
const MOST_SOUND_SECONDS = 60;
/** A minute in any quality a phone records. */
const MOST_SOUND_BYTES = 3 * 1024 * 1024;
/** A recorder stops a moment late. */
const LATE_SECONDS = 2;
/** What browsers record, by the container the reader names, and how each is served. */
const SOUNDS: readonly (readonly [RegExp, string])[] = [
  [/webm|matroska/i, 'audio/webm'],
  [/ogg/i, 'audio/ogg'],
  [/mp4|m4a|isom/i, 'audio/mp4'],
  [/wave|wav/i, 'audio/wav'],
];

/**
 * What a clip is, when it is one.
 * @throws {ApiError} INVALID_REQUEST when it is no sound that can be read, or too long
 */
export async function soundOf(file: Buffer): Promise<{ readonly mime: string }> {
  const refused = (words: string) => new ApiError('INVALID_REQUEST', { fields: { photo: words } });
  if (file.length > MOST_SOUND_BYTES)
    throw refused(`A clip is at most ${MOST_SOUND_SECONDS} seconds. Record a shorter one.`);
  // Loaded with the first clip: most starts never see one.
  const { parseBuffer } = await import('music-metadata');
  const read = await parseBuffer(new Uint8Array(file), undefined, { duration: true }).catch(() => null);
  const mime = SOUNDS.find(([container]) => container.test(read?.format.container ?? ''))?.[1];
  if (!read || !mime) throw refused('This is no sound that can be played. Record it again.');
  if ((read.format.duration ?? 0) > MOST_SOUND_SECONDS + LATE_SECONDS)
    throw refused(`A clip is at most ${MOST_SOUND_SECONDS} seconds. Record a shorter one.`);
  return { mime };
}
