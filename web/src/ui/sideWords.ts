import type { PhotoSide } from '@app/core';

/** The sides of a piece in words. */
export const SIDE_WORDS: Readonly<Record<PhotoSide, string>> = {
  front: 'Front',
  left: 'Left side',
  right: 'Right side',
  back: 'Back',
  top: 'Top',
  inside: 'Inside',
};
